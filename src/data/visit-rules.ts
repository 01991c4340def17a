/** The house's pace on the road, the place's rules for water, what an hour costs, and the words for customers, as they are typed and kept. */
import { USUAL_WORDS, type MessageWords } from '@/core/day/messages';
import type { WaterRules } from '@/core/records/water-rules';
import { withUsual } from './stored-json';

export type StoredVisitRules = Readonly<{
  /** between lawns: as the crow flies times the detour, at this speed */
  speedMph: number;
  detour: number;
  /** to fill the tank at the shop */
  fillMinutes: number;
  /** to fill at a lawn: a hopper from its bags, a tank that is carried */
  lawnFillMinutes: number;
  /** USD of a person's hour; null: not said */
  hourCost: number | null;
  /** days of the week, 1 Monday to 7 Sunday, on which the place allows water; none: any */
  waterDays: readonly number[];
  /** hours of the clock between which it does not; null: at any */
  waterNotFrom: number | null;
  waterNotTo: number | null;
  messages: MessageWords;
}>;

/** Common practice, no source; each is the house's to change. */
export const USUAL_VISIT_RULES: StoredVisitRules = {
  speedMph: 28,
  detour: 1.3,
  fillMinutes: 15,
  lawnFillMinutes: 4,
  hourCost: null,
  waterDays: [],
  waterNotFrom: null,
  waterNotTo: null,
  messages: USUAL_WORDS,
};

/** What is kept, with the usual for what is not. */
export const visitRulesFrom = (stored: unknown): StoredVisitRules => withUsual(USUAL_VISIT_RULES, stored);

export const waterRulesFrom = ({ waterDays, waterNotFrom, waterNotTo }: StoredVisitRules): WaterRules => ({
  days: waterDays,
  notBetween: waterNotFrom === null || waterNotTo === null ? null : { from: waterNotFrom, to: waterNotTo },
});
