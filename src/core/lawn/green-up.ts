/**
 * How green warm-season turf is on a day: from the soil's temperature, corrected by what was seen.
 *
 * Spring and autumn are two things. Green-up begins at 16 to 20 °C at 10 cm by turf, while the soil warms; green is lost
 * weeks after the soil has fallen through those, near 10 °C and with frost. From memory (confidence low), so the ranges
 * are wide and what people see goes before them. The mean of ten days counts: turf follows the soil slowly. Common
 * practice, no source. No label's demand for dormant turf rests on this: see gates/turf-state.
 */
import { addDays, type Day } from '@/core/calendar/day';
import type { Outlook } from '@/core/ground/outlook';
import type { Turf } from '@/core/trade/terms';
import { TURF_FACTS } from './turf';

/** Soil at which it begins to green, and at which it is green, °C. */
const GREEN_UP: Partial<Record<Turf, readonly [number, number]>> = {
  bermudagrass: [16, 20],
  zoysiagrass: [16, 20.5],
  centipedegrass: [16, 20],
  'St. Augustinegrass': [16, 20],
  bahiagrass: [16, 20],
  buffalograss: [13, 18],
  'seashore paspalum': [16, 20],
};
/** Soil in autumn at which the last green goes, and from which on it is all there, °C. Frost is not looked at. */
const GREEN_DOWN = [6, 11] as const;
const DAYS = 10;
/** The soil falls where these ten days are cooler than the ten that ended so many days before. */
const LOOKS_BACK = 30;
/** What was seen fades into what is expected over so many days. */
const SEEN_FADES = 30;

/** Daily mean of the soil on a day, observed or expected, °C; null outside the outlook. */
export function soilOn(outlook: Outlook, day: Day): number | null {
  const i = day - outlook.from;
  if (i < 0) return null;
  if (i < outlook.observed.length) return outlook.observed[i] ?? null;
  return outlook.band.p50[day - outlook.today] ?? null;
}

/** Share of the leaf that is green, 0 to 1; null: not known. Cool-season turf is green. */
export function greenOn(
  turf: Turf,
  outlook: Outlook | null,
  seen: Readonly<{ share: number; on: Day }> | null,
  day: Day,
): number | null {
  if (TURF_FACTS[turf].season === 'cool') return 1;
  const expected = outlook && bySoil(turf, outlook, day);
  if (!seen || seen.on > day) return expected;
  if (expected === null) return day - seen.on <= DAYS ? seen.share : null;
  const then = outlook && bySoil(turf, outlook, seen.on);
  if (then === null) return expected;
  const weight = Math.max(0, 1 - (day - seen.on) / SEEN_FADES);
  return Math.min(1, Math.max(0, expected + weight * (seen.share - then)));
}

function bySoil(turf: Turf, outlook: Outlook, day: Day): number | null {
  const now = meanSoilTo(outlook, day);
  if (now === null) return null;
  const before = meanSoilTo(outlook, addDays(day, -LOOKS_BACK));
  const isFalling = before !== null && before > now;
  const [none, all] = isFalling ? GREEN_DOWN : (GREEN_UP[turf] ?? [16, 20]);
  return Math.min(1, Math.max(0, (now - none) / (all - none)));
}

/** The soil's mean of the ten days that end with `to`, as far as they are known, °C; null: none is. */
export function meanSoilTo(outlook: Outlook, to: Day): number | null {
  const known = Array.from({ length: DAYS }, (_, i) => soilOn(outlook, addDays(to, -i))).filter(
    (t) => t !== null,
  );
  return known.length ? known.reduce((a, b) => a + b, 0) / known.length : null;
}
