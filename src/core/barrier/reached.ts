/**
 * What is left of a dose beside what the soil takes with time: what reached the soil at all, and what was left in place when
 * the soil was opened afterwards.
 *
 * Usual losses on the way are in the months that labels name. Counted here is what goes beyond them: dead leaf that caught a
 * spray, a storm before the water had taken it in, and days on which it lay dry in the light past the label's deadline.
 * Known for what was put down alone, as far as the weather of the last weeks is on file.
 */
import { addDays, type Day } from '@/core/calendar/day';
import type { Facts, SoilOpened } from '@/core/facts/facts';
import { isGranule, type Label } from '@/core/products/label';
import type { LedgerEntry } from '@/core/records/ledger';
import type { HourlyWeather } from '@/core/weather/series';
import { INTAKE } from '@/core/weather/soil-water';
import { HAIR } from '@/core/units/tolerance';

/** What opening takes of a barrier that lies there: ours, by the share of the ground that it turns up. */
const TAKES: Readonly<Record<SoilOpened, number>> = {
  'core aeration': 0.1,
  'power raking': 0.25,
  digging: 1,
};
/** Long dead leaf catches 10 to 40 % of a spray (common practice, no source): the middle of it. */
const CAUGHT = 0.25;
/** A cut this long before still keeps dead leaf short. Common practice, no source. */
const CUT_LASTS_DAYS = 30;
/** Water so soon washes off the leaf what it caught. Common practice, no source. */
const WASHED_DAYS = 1;
/** A storm above the soil's intake takes so much of what no water has taken in yet. Ours. */
const RUN_OFF = 0.2;
/** A dry day in the light past the deadline takes so much. From memory of dinitroanilines on the surface; ours for others. */
export const LIGHT_A_DAY = 0.02;

/** @param labels as they are now: whose deadline and depth count @returns the share of an entry's dose, 0 to 1 */
export const leftOf =
  (facts: Pick<Facts, 'zone' | 'seen' | 'recent' | 'today'>, labels: readonly Label[]) =>
  (entry: LedgerEntry): number => {
    const opened = facts.seen.opened.reduce(
      (left, o) => (o.on > entry.day ? left * (1 - TAKES[o.how]) : left),
      1,
    );
    const label = labels.find((l) => l.id === entry.productId);
    return label && entry.status === 'done' ? opened * reachedShare(entry.day, label, facts) : opened;
  };

/** How a dose went into the soil; what the weather on file does not tell is null. */
export type WentIn = Readonly<{
  /** the day by which water had taken it in; null: it has not yet, or nobody knows */
  wetOn: Day | null;
  /** days past the label's last day on which it lay dry; null: nobody knows */
  lateDays: number | null;
  /** a storm came before it was taken in; null: nobody knows */
  ranOff: boolean | null;
  /** dead leaf caught a share of it */
  isCaught: boolean;
}>;

export function howItWentIn(
  day: Day,
  label: Label,
  { zone, seen, recent, today }: Pick<Facts, 'zone' | 'seen' | 'recent' | 'today'>,
): WentIn {
  const { wateringIn } = label;
  const isWateredAtOnce = zone.irrigationPerHour !== null;
  const wetted =
    isWateredAtOnce || !wateringIn || !recent || recent.from > day
      ? null
      : fallenSince(recent, day, null, wateringIn.depth);
  const isMown = seen.mownOn !== null && seen.mownOn <= day && seen.mownOn > addDays(day, -CUT_LASTS_DAYS);
  const isWashed = isWateredAtOnce || (wetted?.on != null && wetted.on <= addDays(day, WASHED_DAYS));
  const isCaught = zone.cover === 'heavy' && !isGranule(label) && !isMown && !isWashed;
  if (!wetted || !wateringIn)
    return {
      isCaught,
      ...(isWateredAtOnce
        ? { wetOn: day, lateDays: 0, ranOff: false }
        : { wetOn: null, lateDays: null, ranOff: null }),
    };
  return {
    isCaught,
    wetOn: wetted.on,
    lateDays: Math.max(0, (wetted.on ?? today) - addDays(day, wateringIn.withinDays)),
    ranOff: wetted.heaviest > INTAKE[zone.texture],
  };
}

function reachedShare(day: Day, label: Label, facts: Parameters<typeof howItWentIn>[2]): number {
  const { isCaught, ranOff, lateDays } = howItWentIn(day, label, facts);
  return (isCaught ? 1 - CAUGHT : 1) * (ranOff ? 1 - RUN_OFF : 1) * (1 - LIGHT_A_DAY) ** (lateDays ?? 0);
}

/**
 * The day by which so much rain has fallen since the work ended, mm; null: it has not yet. What has fallen so far, and the
 * heaviest hour up to then: a storm on soil that nothing had wetted before.
 * @param endedAt hour of the day in which the work ended; null: not kept, and then the day's own rain fell before it as
 * likely as after
 */
export function fallenSince(
  { from, rain }: HourlyWeather,
  day: Day,
  endedAt: number | null,
  depth: number,
): Readonly<{ on: Day | null; fallen: number; heaviest: number }> {
  let fallen = 0;
  let heaviest = 0;
  const first = (day - from) * 24 + (endedAt === null ? 24 : endedAt + 1);
  for (let h = first; h < rain.length; h++) {
    // light wetting has taken it in: what comes hard afterwards finds it bound
    if (fallen < depth) heaviest = Math.max(heaviest, rain[h]!);
    fallen += rain[h]!;
    if (fallen >= depth - HAIR) return { on: addDays(from, Math.floor(h / 24)), fallen, heaviest };
  }
  return { on: null, fallen, heaviest };
}
