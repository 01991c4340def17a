/** How long a lawn takes: learnt from the times on records, else the house's figure. */
import type { DayStop } from './plan-day';

/** One recorded visit of a zone: from its start to its end. */
export type TimedVisit = Readonly<{
  zoneId: string;
  productIds: readonly string[];
  /** m² */
  area: number;
  minutes: number;
}>;

/** So many visits tell a median. Ours. */
const ENOUGH = { ofZone: 2, ofProduct: 5 };
/** Of a visit, whatever the area: the gate, the hose, the walk round. Common practice, no source. */
const FIXED_MINUTES = 3;
/** Around the work at a stop: hazards, sign, note. Common practice, no source. */
const AROUND_MINUTES = 4;
/** A further zone of the same lawn takes this share of the first. Common practice, no source. */
const FURTHER = 0.5;

type Zone = Readonly<{ zoneId: string; area: number; productIds: readonly string[] }>;
type Minutes = Pick<DayStop, 'minutes' | 'spread' | 'minutesBy'>;

/** Nearest-rank quantile. */
const quantile = (sorted: readonly number[], share: number) =>
  sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(share * sorted.length) - 1))]!;
const summary = (values: readonly number[]) => {
  const sorted = values.toSorted((a, b) => a - b);
  return { mid: quantile(sorted, 0.5), low: quantile(sorted, 0.25), high: quantile(sorted, 0.75) };
};

/**
 * Minutes at a lawn for the zones that are done there, with the middle half of what was seen.
 * @param usual the house's minutes at a lawn
 */
export function minutesAt(zones: readonly Zone[], visits: readonly TimedVisit[], usual: number): Minutes {
  const learnt = zones.map((z) => {
    const own = visits.filter((v) => v.zoneId === z.zoneId).map((v) => v.minutes);
    if (own.length >= ENOUGH.ofZone) return { by: 'this lawn' as const, ...summary(own) };
    const alike = visits
      .filter((v) => v.area > 0 && v.productIds.some((p) => z.productIds.includes(p)))
      .map((v) => FIXED_MINUTES + (Math.max(0, v.minutes - FIXED_MINUTES) / v.area) * z.area);
    return alike.length >= ENOUGH.ofProduct ? { by: 'its products' as const, ...summary(alike) } : null;
  });
  if (learnt.some((l) => l === null)) {
    const minutes = usual * (1 + FURTHER * (zones.length - 1));
    return { minutes, spread: { low: minutes, high: minutes }, minutesBy: 'the house' };
  }
  const sum = (of: 'mid' | 'low' | 'high') => learnt.reduce((s, l) => s + l![of], AROUND_MINUTES);
  return {
    minutes: sum('mid'),
    spread: { low: sum('low'), high: sum('high') },
    minutesBy: learnt.every((l) => l!.by === 'this lawn') ? 'this lawn' : 'its products',
  };
}
