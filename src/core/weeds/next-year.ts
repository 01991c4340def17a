/** What a weed that came through asks of the next season's plan: as far as a plan can answer it. */
import type { Day } from '@/core/calendar/day';
import type { Cause } from './causes';
import type { Weed } from './weeds';

export const NEXT_YEAR = ['in parts', 'another group', 'year off'] as const;
export type NextYear = (typeof NEXT_YEAR)[number];

/** Asked for on a day, of the season after it. */
export type Wished = Readonly<{ wish: NextYear; weed: Weed; on: Day }>;

/** What answers each cause in a plan; the others are answered by how the work is done. Trade practice. */
const ANSWERS: Readonly<Partial<Record<Cause, readonly NextYear[]>>> = {
  'worn out': ['in parts', 'another group'],
  resistant: ['another group', 'year off'],
};
export const answersTo = (cause: Cause): readonly NextYear[] => ANSWERS[cause] ?? [];
