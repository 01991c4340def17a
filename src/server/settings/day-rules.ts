/** The working day, the spacing of a split, and what the truck is fitted with: figures of the house. */
import 'server-only';
import Joi from 'joi';
import { houseFigure, readFigures, type HouseTexts, type KeysOf } from '@/core/facts/house-figures';
import { isMeasure } from '@/core/units/measures';
import { measuredIssue, type Issue } from '@/core/units/parse';
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
  const inOrder = (low: KeysOf<'day'>, high: KeysOf<'day'>, remedy: string, room = 0) => {
    if (issues.length || day[low] + room <= day[high]) return;
    const { field, unit } = houseFigure(low);
    const figures = [day[low], day[high]] as const;
    const words = `${field} is {0}, beside ${houseFigure(high).field} {1}`;
    issues.push(
      isMeasure(unit)
        ? measuredIssue(field, unit, words, figures, remedy)
        : {
            field,
            problem: `${field} is ${figures[0]} ${unit}, beside ${houseFigure(high).field} ${figures[1]}`,
            remedy,
          },
    );
  };
  inOrder('windCautionMph', 'windLimitMph', 'The caution comes before the limit.');
  inOrder(
    'workFromHour',
    'workToHour',
    'The day must hold the hours of good weather that work needs.',
    day.calmHours,
  );
  inOrder('spacingLeastDays', 'spacingMostDays', 'The least comes before the most.');
  if (issues.length) return refuse({ kind: 'invalid', issues });
  return writeRules(actor, { day }, t.seen);
}
