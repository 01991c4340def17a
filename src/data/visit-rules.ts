/** The house's pace on the road, the place's rules for water, what an hour costs, and the words for customers, as they are typed and kept. */
import { USUAL_WORDS, type MessageWords } from '@/core/day/messages';
import { usualOf, type HouseValues } from '@/core/facts/house-figures';
import type { WaterRules } from '@/core/records/water-rules';
import { withUsual } from './stored-json';

export type StoredVisitRules = HouseValues<'road' | 'no water'> &
  Readonly<{
    /** days of the week, 1 Monday to 7 Sunday, on which the place allows water; none: any */
    waterDays: readonly number[];
    messages: MessageWords;
  }>;

/** Common practice, no source; each is the house's to change. */
export const USUAL_VISIT_RULES: StoredVisitRules = {
  ...usualOf('road', 'no water'),
  waterDays: [],
  messages: USUAL_WORDS,
};

/** What is kept, with the usual for what is not. */
export const visitRulesFrom = (stored: unknown): StoredVisitRules => withUsual(USUAL_VISIT_RULES, stored);

export const waterRulesFrom = ({ waterDays, waterNotFrom, waterNotTo }: StoredVisitRules): WaterRules => ({
  days: waterDays,
  notBetween: waterNotFrom === null || waterNotTo === null ? null : { from: waterNotFrom, to: waterNotTo },
});
