/** Made-up climates and the weather of years in them: a yearly wave of the air with noise that lasts for days, and rain. */
import { addDays, dayOf, dayOfYear, yearOf, type Day } from '@/core/calendar/day';
import { DEFAULT_CROSSING, DEFAULT_FALL, lineRules, type FallRule } from '@/core/ground/crossing';
import { ensembleOf, wholeYears, type Ensemble } from '@/core/ground/ensemble';
import { outlookFrom, type Outlook } from '@/core/ground/outlook';
import { EXACT } from '@/core/ground/readings';
import type { Site } from '@/core/ground/site';
import { normal, randomFrom } from '@/core/weather/random';
import { sliceDays, type HourlyWeather } from '@/core/weather/series';

/** °C of the year's mean and of half its swing, and the day of the year that is warmest. */
export type Climate = Readonly<{ mean: number; swing: number; warmest: number }>;
/** A city with hot summers, between cool and warm turf. */
export const CITY: Climate = { mean: 17.5, swing: 10, warmest: 205 };
export const NORTH: Climate = { mean: 8, swing: 15, warmest: 203 };
/** A mild coast whose soil hardly cools. */
export const COAST: Climate = { mean: 21, swing: 6.5, warmest: 210 };
/** South of the equator. */
export const SOUTH: Climate = { mean: 17, swing: 7, warmest: 22 };
/** Inland in the south, where bermuda goes dormant in winter. */
export const WARM: Climate = { mean: 18.5, swing: 9.5, warmest: 205 };
/** Between the two, where tall fescue grows. */
export const MIDDLE: Climate = { mean: 13, swing: 12, warmest: 204 };

export const SITE: Site = { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false };

type Made = Readonly<{
  /** whole years before the last one */
  before?: number;
  seed?: number;
  /** another mean of the air on some days, °C */
  spells?: readonly Readonly<{ from: Day; to: Day; air: number }>[];
  /** share of days on which 8 mm fall */
  wet?: number;
}>;

/** Hourly weather of whole years up to the end of `year`. */
export function airOf(
  { mean, swing, warmest }: Climate,
  year: number,
  { before = 17, seed = 7, spells = [], wet = 0 }: Made = {},
): HourlyWeather {
  const from = dayOf(year - before, 1, 1);
  const days = dayOf(year + 1, 1, 1) - from;
  const random = randomFrom(seed);
  const air = new Float64Array(days * 24);
  const rain = new Float64Array(days * 24);
  let lasting = 0;
  for (let d = 0; d < days; d++) {
    const day = addDays(from, d);
    lasting = 0.75 * lasting + 1.9 * normal(random);
    const usual = mean + swing * Math.cos((2 * Math.PI * (dayOfYear(day) - warmest)) / 365.25) + lasting;
    const of = spells.find((s) => day >= s.from && day < s.to)?.air ?? usual;
    for (let h = 0; h < 24; h++) air[d * 24 + h] = of + 5 * Math.sin((2 * Math.PI * (h - 9)) / 24);
    if (wet > 0 && random() < wet) rain[d * 24 + 15] = 8;
  }
  return { from, air, rain, wind: new Float64Array(days * 24).fill(3) };
}

/** What an open loam in that air is known and expected to be on a day. */
export function ensembleOn(air: HourlyWeather, today: Day, site = SITE): Ensemble {
  const observed = sliceDays(air, air.from, today);
  const made = ensembleOf({
    depth: DEFAULT_CROSSING.depth,
    site,
    observed,
    forecast: null,
    today,
    years: wholeYears(observed, yearOf(today)).slice(-15),
  });
  if (!made.ok) throw new Error(made.refusal.kind);
  return made.ensemble;
}
export const outlookIn = (ensemble: Ensemble, fall: FallRule = DEFAULT_FALL): Outlook =>
  outlookFrom(ensemble, { correction: EXACT, track: [], signs: [] }, lineRules(DEFAULT_CROSSING, fall));
export const outlookOn = (air: HourlyWeather, today: Day, fall?: FallRule): Outlook =>
  outlookIn(ensembleOn(air, today), fall);
