/** The working day, the spacing of a split, and what the truck is fitted with: figures of the house. */
import { issue, type Issue, type IssueFigures } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { houseFigure, readFigures, type HouseTexts, type KeysOf } from '@/core/facts/house-figures';
import { requirePermission, type Actor } from '@/data/actor';
import { refuse, type Outcome } from '@/server/entry/outcome';
import { figureShapes, writeRules } from './write-rules';

export type DayInput = Readonly<{ seen: number }> & HouseTexts<'day'>;
export const dayShape = Joi.object<DayInput>({
  seen: Joi.number().integer().min(0).max(2_000_000_000).required(),
  ...figureShapes('day'),
}).required();

/** Saves them; every window is asked anew. */
export async function saveDayRules(actor: Actor, t: DayInput): Promise<Outcome<{ version: number }>> {
  requirePermission(actor, 'change the house');
  const issues: Issue[] = [];
  const day = readFigures(t, issues, 'day');
  const inOrder = (
    low: KeysOf<'day'>,
    high: KeysOf<'day'>,
    why: IssueFigures['figures-out-of-order']['why'],
    room = 0,
  ) => {
    if (issues.length || day[low] + room <= day[high]) return;
    const { field, unit } = houseFigure(low);
    const other = houseFigure(high).field;
    issues.push(
      issue(field, 'figures-out-of-order', { name: field, other, low: day[low], high: day[high], unit, why }),
    );
  };
  inOrder('windCautionMph', 'windLimitMph', 'caution');
  inOrder('workFromHour', 'workToHour', 'hours', day.calmHours);
  inOrder('spacingLeastDays', 'spacingMostDays', 'spacing');
  if (issues.length) return refuse({ kind: 'invalid', issues });
  return writeRules(actor, { day }, t.seen);
}
