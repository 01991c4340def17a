/**
 * How green warm-season turf is on a day: from the soil's temperature, corrected by what was seen.
 *
 * Green-up at 10 cm by turf: from memory (confidence low), so the range is wide and what people see goes before it. The
 * mean of ten days counts: turf follows the soil slowly. Common practice, no source.
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
const DAYS = 10;
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
  const [begins, green] = GREEN_UP[turf] ?? [16, 20];
  let sum = 0;
  let n = 0;
  for (let d = day - DAYS + 1; d <= day; d++) {
    const t = soilOn(outlook, addDays(day, d - day));
    if (t !== null) {
      sum += t;
      n++;
    }
  }
  if (n === 0) return null;
  return Math.min(1, Math.max(0, (sum / n - begins) / (green - begins)));
}
