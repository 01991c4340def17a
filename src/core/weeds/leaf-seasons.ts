/**
 * When perennials show no leaf, so that nothing on the leaf reaches them: those of the warm season while the soil is cold,
 * wild garlic and Florida betony through the summer. From memory (confidence medium): which weeds, and the figures below.
 */
import { addDays, dayOfYear, type Day } from '@/core/calendar/day';
import { lineOf, type Outlook } from '@/core/ground/outlook';
import { usualClimate, type Climate } from '@/core/ground/season';
import { meanSoilTo } from '@/core/lawn/green-up';
import { celsius } from '@/core/units/quantity';
import type { Weed } from './weeds';

const WITHOUT_LEAF_IN: Partial<Record<Weed, 'winter' | 'summer'>> = {
  dallisgrass: 'winter',
  nimblewill: 'winter',
  'yellow-nutsedge': 'winter',
  'purple-nutsedge': 'winter',
  'green-kyllinga': 'winter',
  'virginia-buttonweed': 'winter',
  'wild-violet': 'winter',
  'bermudagrass-weed': 'winter',
  'wild-garlic': 'summer',
  'florida-betony': 'summer',
};

/** Mean of ten days of the soil under which warm-season perennials stand without leaf. */
const COLD = celsius(10);
/** Days around the coldest day of a year, and around its warmest, where the soil itself is not asked. */
const WINTER = { before: 50, after: 50 } as const;
const SUMMER = { before: 45, after: 40 } as const;
const YEAR = 365;

/** Whether a day lies so many days before or after a day of the year. */
function isAround(day: Day, middle: number, { before, after }: typeof WINTER | typeof SUMMER): boolean {
  const since = (dayOfYear(day) - middle + YEAR + before) % YEAR;
  return since <= before + after;
}

function climateOf(outlook: Outlook | null, latitude: number): Climate {
  const falling = outlook && lineOf(outlook, 'autumn');
  return outlook && falling
    ? { coldest: dayOfYear(outlook.begins), warmest: dayOfYear(falling.begins) }
    : usualClimate(latitude);
}

/** Whether a perennial stands without leaf on a day, by the soil or else by the station's year. */
export function isWithoutLeaf(
  weed: Weed,
  { outlook, latitude }: Readonly<{ outlook: Outlook | null; latitude: number }>,
  day: Day,
): boolean {
  const season = WITHOUT_LEAF_IN[weed];
  if (!season) return false;
  const climate = climateOf(outlook, latitude);
  if (season === 'summer') return isAround(day, climate.warmest, SUMMER);
  const soil = outlook && meanSoilTo(outlook, day);
  return soil === null ? isAround(day, climate.coldest, WINTER) : soil < COLD;
}

/** The first day from `day` on with leaf again; null: not within a year, or it has leaf all year. */
export function leafAgain(
  weed: Weed,
  where: Readonly<{ outlook: Outlook | null; latitude: number }>,
  day: Day,
): Day | null {
  for (let d = 0; d <= YEAR; d++) if (!isWithoutLeaf(weed, where, addDays(day, d))) return addDays(day, d);
  return null;
}
