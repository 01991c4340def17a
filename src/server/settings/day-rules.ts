/** The working day, the spacing of a split, and what the truck is fitted with: figures of the house. */
import 'server-only';
import Joi from 'joi';
import { isMeasure } from '@/core/units/measures';
import { measuredIssue, parseFigure, type Issue } from '@/core/units/parse';
import { requirePermission, type Actor } from '@/data/actor';
import type { StoredDay } from '@/data/house';
import { refuse, type Outcome } from '@/server/entry/outcome';
import { writeRules } from './write-rules';

type Key = keyof StoredDay;
/** Name, unit, least and most of each; whole: hours and days. */
const FIGURES: Readonly<
  Record<Key, readonly [name: string, unit: string, least: number, most: number, whole: boolean]>
> = {
  windLimitMph: ['Wind limit', 'wind', 1, 30, false],
  windCautionMph: ['Wind caution', 'wind', 1, 30, false],
  workFromHour: ['Work from', 'o’clock', 0, 23, true],
  workToHour: ['Work to', 'o’clock', 1, 24, true],
  calmHours: ['Hours of good weather', 'hours', 1, 12, true],
  leadDays: ['Lead', 'days', 0, 120, true],
  spacingLeastDays: ['Split, at least', 'days', 7, 200, true],
  spacingMostDays: ['Split, at most', 'days', 7, 300, true],
  carrierGalPer1000: ['Spray volume', 'carrier', 0.1, 20, false],
  tankGal: ['Tank', 'volume', 0.5, 2000, false],
  scaleStepG: ['Scale', 'g', 0.01, 500, false],
  jugStepFlOz: ['Jug', 'pour', 0.01, 64, false],
};
const KEYS = Object.keys(FIGURES) as Key[];

export type DayInput = Readonly<{ seen: number } & Record<Key, string>>;
export const dayShape = Joi.object<DayInput>({
  seen: Joi.number().integer().min(0).max(2_000_000_000).required(),
  ...Object.fromEntries(KEYS.map((k) => [k, Joi.string().allow('').max(20).required()])),
}).required();

/** Saves them; every window is asked anew. */
export async function saveDayRules(actor: Actor, t: DayInput): Promise<Outcome<{ version: number }>> {
  requirePermission(actor, 'change the house');
  const issues: Issue[] = [];
  const day = Object.fromEntries(
    KEYS.map((key) => {
      const [field, unit, least, most, isWhole] = FIGURES[key];
      const parsed = parseFigure(t[key], { field, unit, least, most });
      if (!parsed.ok) issues.push(parsed.issue);
      else if (isWhole && !Number.isInteger(parsed.value))
        issues.push({
          field,
          problem: `${field} is ${parsed.value} ${unit}`,
          remedy: 'Type a whole number.',
        });
      return [key, parsed.ok ? parsed.value : 0];
    }),
  ) as StoredDay;
  const inOrder = (low: Key, high: Key, remedy: string, room = 0) => {
    if (issues.length || day[low] + room <= day[high]) return;
    const [field, unit] = FIGURES[low];
    const figures = [day[low], day[high]] as const;
    const words = `${field} is {0}, beside ${FIGURES[high][0]} {1}`;
    issues.push(
      isMeasure(unit)
        ? measuredIssue(field, unit, words, figures, remedy)
        : {
            field,
            problem: `${field} is ${figures[0]} ${unit}, beside ${FIGURES[high][0]} ${figures[1]}`,
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
