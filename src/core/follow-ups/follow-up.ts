/** What a record asks for afterwards, once it is known: what lists and screens ask of it. */
import type { Day } from '@/core/calendar/day';
import type { Millimetres } from '@/core/units/quantity';
import type { WaterRules } from '@/core/records/water-rules';

export type FollowUpKind =
  | 'water-in'
  | 'light-wetting'
  | 'breakthrough'
  | 'efficacy'
  | 'mow'
  | 'seed'
  | 'callback'
  | 'cut';

/** What answered it. */
export type Answer = Readonly<{ by: 'rain' | 'irrigation' | 'customer' | 'us' | 'look' | 'time'; on: Day }>;

export type FollowUp = Readonly<{
  kind: FollowUpKind;
  /** the entry that asks for it; of a callback none */
  entryId: string | null;
  product: string;
  /** the day of the work, or of the call */
  since: Day;
  /** from when on it wants doing, and the last day that is in time; null: no end */
  from: Day;
  to: Day | null;
  answer: Answer | null;
  /** of water: what is asked for, what has fallen, what the forecast says by the deadline, mm */
  depth: Millimetres | null;
  fallen: Millimetres | null;
  ahead: Millimetres | null;
  /** of water: the next day and minutes of irrigation; null: none runs */
  irrigate: Readonly<{ on: Day; minutes: number; notBetween: WaterRules['notBetween'] }> | null;
  /** share of the barrier that each day past the deadline takes; 0: none */
  losesADay: number;
  /** what was said on the call; of cold soil that the look comes later; of a cut its height, m */
  note: string;
}>;

/** Whether somebody should do something about it on a day: what opens by itself wants nothing. */
export const wantsDoing = (f: FollowUp): boolean =>
  f.answer === null && f.kind !== 'mow' && f.kind !== 'seed';
/** The first day on which something of a list wants doing; null: nothing does. */
export const firstDue = (list: readonly FollowUp[]): Day | null =>
  list
    .filter(wantsDoing)
    .reduce<Day | null>((first, f) => (first === null || f.from < first ? f.from : first), null);
export const isOverdue = (f: FollowUp, today: Day): boolean => wantsDoing(f) && f.to !== null && f.to < today;
