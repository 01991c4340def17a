import { issue } from '@/core/units/issue';
import 'server-only';
import type Joi from 'joi';
import { Forbidden, type Actor } from '@/data/actor';
import { againWhereCollided, isDatabaseGone } from '@/data/connection';
import { TooMuch } from '@/threads/threads';
import { done, refuse, type Outcome, type Refusal } from './outcome';
import { logFault } from '@/server/log';
import { metrics } from './metrics';
import { DatabaseAway, findActor } from './session';

/**
 * The one way in for a change: finds who is asking, checks the shape of what came, runs, and turns trouble that passes
 * into a refusal. What a form holds is text; what the text means is checked by `run`, which names field and remedy.
 */
export function action<Input, T, More = never>(
  shape: Joi.ObjectSchema<Input>,
  run: (actor: Actor, input: Input) => Promise<Outcome<T, More>>,
): (raw: unknown) => Promise<Outcome<T, More>> {
  return guarded(async (raw) => {
    const actor = await findActor();
    if (!actor) return refuse({ kind: 'signed-out' });
    const input = checkedBy(shape, raw);
    return input.ok ? againWhereCollided(() => run(actor, input.value)) : input;
  });
}

/** The way in for somebody who is nobody yet and holds a one-time link: what it opens is for `run` to say. */
export function openAction<Input, T, More = never>(
  shape: Joi.ObjectSchema<Input>,
  run: (input: Input) => Promise<Outcome<T, More>>,
): (raw: unknown) => Promise<Outcome<T, More>> {
  return guarded(async (raw) => {
    const input = checkedBy(shape, raw);
    return input.ok ? againWhereCollided(() => run(input.value)) : input;
  });
}

function checkedBy<Input>(shape: Joi.ObjectSchema<Input>, raw: unknown): Outcome<Input> {
  if (holdsNul(raw)) return refuse({ kind: 'invalid', issues: [issue('Text', 'text-not-storable')] });
  // what a form sends fits its shape; what does not was sent by hand, and its first fault is enough
  const checked = shape.validate(raw, { abortEarly: true, convert: false });
  if (!checked.error) return done(checked.value);
  return refuse({
    kind: 'invalid',
    issues: checked.error.details.map((d) => issue(d.path.join('.'), 'wrong-shape', { detail: d.message })),
  });
}

/** PostgreSQL keeps any sign in a text but this one. */
function holdsNul(value: unknown, depth = 0): boolean {
  if (typeof value === 'string') return value.includes('\0');
  if (typeof value !== 'object' || value === null || depth > 8) return false;
  return Object.values(value).some((v) => holdsNul(v, depth + 1));
}

/** Turns trouble that passes into a refusal, and a bug into its number in the log. */
function guarded<T, More>(
  run: (raw: unknown) => Promise<Outcome<T, More>>,
): (raw: unknown) => Promise<Outcome<T, More>> {
  return async (raw) => {
    const outcome = await met(run, raw);
    metrics().actions.inc({ outcome: outcome.ok ? 'done' : (outcome.refusal as Refusal).kind });
    return outcome;
  };
}

async function met<T, More>(
  run: (raw: unknown) => Promise<Outcome<T, More>>,
  raw: unknown,
): Promise<Outcome<T, More>> {
  try {
    return await run(raw);
  } catch (error) {
    if (error instanceof DatabaseAway || isDatabaseGone(error)) return refuse({ kind: 'database-away' });
    if (error instanceof TooMuch) return refuse({ kind: 'too-much', detail: error.message });
    if (error instanceof Forbidden) return refuse({ kind: 'forbidden', permission: error.permission });
    return refuse({ kind: 'bug', id: logFault(error, 'a command of a screen') });
  }
}
