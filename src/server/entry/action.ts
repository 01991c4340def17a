import 'server-only';
import type Joi from 'joi';
import { Forbidden, type Actor } from '@/data/actor';
import { againWhereCollided, isDatabaseGone } from '@/data/connection';
import { refuse, type Outcome } from './outcome';
import { DatabaseAway, findActor } from './session';

/**
 * The one way in for a change: finds who is asking, checks the shape of what came, runs, and turns trouble that passes
 * into a refusal. What a form holds is text; what the text means is checked by `run`, which names field and remedy.
 */
export function action<Input, T, More = never>(
  shape: Joi.ObjectSchema<Input>,
  run: (actor: Actor, input: Input) => Promise<Outcome<T, More>>,
): (raw: unknown) => Promise<Outcome<T, More>> {
  return async (raw) => {
    try {
      const actor = await findActor();
      if (!actor) return refuse({ kind: 'signed-out' });
      const checked = shape.validate(raw, { abortEarly: false, convert: false });
      if (checked.error)
        return refuse({
          kind: 'invalid',
          issues: checked.error.details.map((d) => ({
            field: d.path.join('.'),
            problem: d.message,
            remedy: 'Load the page again and send the form from there.',
          })),
        });
      return await againWhereCollided(() => run(actor, checked.value));
    } catch (error) {
      if (error instanceof DatabaseAway || isDatabaseGone(error)) return refuse({ kind: 'database-away' });
      if (error instanceof Forbidden) return refuse({ kind: 'forbidden', permission: error.permission });
      const id = crypto.randomUUID().slice(0, 8);
      console.error(`[${id}]`, error);
      return refuse({ kind: 'bug', id });
    }
  };
}
