/** How long what is written keeps the name of a customer who was forgotten. */
import 'server-only';
import Joi from 'joi';
import { parseFigure } from '@/core/units/parse';
import { requirePermission, type Actor } from '@/data/actor';
import { refuse, type Outcome } from '@/server/entry/outcome';
import { writeRules } from './write-rules';
import { issue } from '@/core/units/issue';

export type KeepingInput = Readonly<{ seen: number; keepNamesYears: string }>;
export const keepingShape = Joi.object<KeepingInput>({
  seen: Joi.number().integer().min(0).max(2_000_000_000).required(),
  keepNamesYears: Joi.string().allow('').max(20).required(),
}).required();
/** How long records keep a forgotten customer's name. Federal law asks for two years of a restricted-use product. */
export async function saveKeeping(actor: Actor, t: KeepingInput): Promise<Outcome<{ version: number }>> {
  requirePermission(actor, 'change the house');
  const field = 'Names on records';
  const years = parseFigure(t.keepNamesYears, { field, unit: 'years', least: 2, most: 50 });
  const wrong = !years.ok
    ? years.issue
    : Number.isInteger(years.value)
      ? null
      : issue(field, 'years-not-whole', { years: years.value });
  if (!years.ok || wrong) return refuse({ kind: 'invalid', issues: wrong ? [wrong] : [] });
  return writeRules(actor, { keeping: { keepNamesYears: years.value } }, t.seen);
}
