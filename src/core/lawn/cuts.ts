/**
 * Cut heights in stages before a barrier: dead leaf of dormant warm-season turf comes off low, so that a spray reaches the
 * soil, and never more than a third at a time. Trade practice; heights from memory.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { TURF_FACTS } from './turf';
import type { Turf } from '@/core/trade/terms';
import type { Metres } from '@/core/units/quantity';

/** How low each may be cut while it is dormant, m; what is not named is not cut low: its stolons stand above the ground. */
const LOW: Readonly<Partial<Record<Turf, Metres>>> = {
  bermudagrass: 0.019 as Metres,
  zoysiagrass: 0.025 as Metres,
  centipedegrass: 0.032 as Metres,
  'seashore paspalum': 0.019 as Metres,
  buffalograss: 0.05 as Metres,
  bahiagrass: 0.05 as Metres,
};
const SHARE = 1 / 3;
/** Days between two cuts, and from the last one to the work. Common practice, no source. */
const BETWEEN_DAYS = 5;
const BEFORE_DAYS = 2;
/** Greener turf grows, and is not cut low. Common practice, no source. */
const DORMANT_GREEN = 0.2;

export type Cut = Readonly<{ on: Day; to: Metres }>;

/** Whether turf is such that it is cut low before a barrier at all. @param green share of the leaf; null: nobody looked */
export const isCutLow = (turf: Turf, green: number | null): boolean =>
  TURF_FACTS[turf].season === 'warm' && LOW[turf] !== undefined && (green ?? 0) <= DORMANT_GREEN;

/** The cuts with their days, the first one first; none: it stands low already, or this turf is not cut low. */
export function cutsBefore(barrierOn: Day, turf: Turf, height: Metres): Cut[] {
  const low = LOW[turf];
  if (low === undefined || TURF_FACTS[turf].season !== 'warm') return [];
  const heights: Metres[] = [];
  for (let at = height as number; at > low * 1.05;) {
    at = Math.max(low, at * (1 - SHARE));
    heights.push(at as Metres);
  }
  return heights.map((to, i) => ({
    to,
    on: addDays(barrierOn, -BEFORE_DAYS - BETWEEN_DAYS * (heights.length - 1 - i)),
  }));
}
