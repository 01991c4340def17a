/**
 * The invented weather of the demo county: hourly, deterministic from a seed, for as many years as asked.
 *
 * Model (all of it ours, shaped to a transition climate): a yearly wave of the daily mean; spells as an autoregressive
 * anomaly, wilder in winter; a slow anomaly so that springs differ; a daily wave that rain flattens; wet and dry days by
 * a Markov chain; rain in bursts; wind by day, freshest in the afternoon.
 */
import { addDays, dayOf, dayOfYear, type Day } from '@/core/calendar/day';
import { normal, randomFrom } from '@/core/weather/random';
import type { Forecast, HourlyWeather } from '@/core/weather/series';

const MEAN = 14;
const SWING = 11.5;
const COLDEST_DAY = 20;
const winterness = (doy: number) => Math.cos((2 * Math.PI * (doy - COLDEST_DAY)) / 365.25);

/** All hours from `from` up to, not including, `to`. A later `to` gives the same hours and more. */
export function climate(seed: number, from: Day, to: Day): HourlyWeather {
  const random = randomFrom(seed);
  const days = to - from;
  const air = new Float64Array(days * 24);
  const rain = new Float64Array(days * 24);
  const wind = new Float64Array(days * 24);
  let spell = 0;
  let season = 0;
  let wasWet = false;
  for (let d = 0; d < days; d++) {
    const winter = winterness(dayOfYear(addDays(from, d)));
    spell = 0.78 * spell + (2.2 + 0.7 * winter) * normal(random);
    season = 0.985 * season + 0.22 * normal(random);
    const isWet: boolean = random() < (wasWet ? 0.44 : 0.24);
    wasWet = isWet;
    const mean = MEAN - SWING * winter + spell + season - (isWet ? 0.8 : 0);
    const half = (isWet ? 3.2 : 6) + 0.8 * normal(random);
    const breeze = Math.exp(1.1 + 0.18 * winter + (isWet ? 0.18 : 0) + 0.36 * normal(random));
    for (let h = 0; h < 24; h++) {
      const i = d * 24 + h;
      const sun = Math.cos((2 * Math.PI * (h - 15)) / 24);
      air[i] = mean + Math.max(1, half) * sun;
      wind[i] = Math.max(0, breeze * (0.82 + 0.34 * sun) * (1 + 0.1 * normal(random)));
    }
    // the same number of draws on a dry day, so that one change does not shift all later days
    const start = Math.floor(random() * 20);
    const length = 2 + Math.floor(random() * 5);
    const total = -Math.log(1 - random()) * (7 - 2 * winter);
    if (isWet) for (let h = start; h < Math.min(24, start + length); h++) rain[d * 24 + h]! += total / length;
  }
  return { from, air, rain, wind };
}

const HOURS = 240;
/** Standard error of a forecast's air temperature by lead time: 1 K today, 4 K on day ten. From memory. */
const errorAt = (hour: number) => 1 + (3 * hour) / HOURS;

/** The truth, and an error that grows with lead time; another day of issue, another error. */
export function forecastOf(truth: HourlyWeather, seed: number, issuedOn: Day): Forecast {
  const random = randomFrom(seed ^ Math.imul(issuedOn, 2654435761));
  const at = (column: Float64Array, hour: number) => column[(issuedOn - truth.from) * 24 + hour] ?? 0;
  const out = {
    from: issuedOn,
    ...columns(),
    airError: new Float64Array(HOURS),
    rainChance: new Float64Array(HOURS),
  };
  let drift = 0;
  let gust = 0;
  for (let h = 0; h < HOURS; h++) {
    // a correlated error of unit size: it wanders over a day or so
    drift = 0.97 * drift + Math.sqrt(1 - 0.97 ** 2) * normal(random);
    gust = 0.95 * gust + Math.sqrt(1 - 0.95 ** 2) * normal(random);
    const lead = h / HOURS;
    out.airError[h] = errorAt(h);
    out.air[h] = at(truth.air, h) + errorAt(h) * drift;
    out.wind[h] = Math.max(0, at(truth.wind, h) * Math.exp(0.45 * lead * gust));
  }
  // rain comes at another hour and in another amount the further off it is
  for (let d = 0; d < HOURS / 24; d++) {
    const shift = Math.round(normal(random) * d * 1.5);
    const factor = Math.exp(0.12 * d * normal(random));
    for (let h = d * 24; h < d * 24 + 24; h++) {
      const to = Math.min(HOURS - 1, Math.max(0, h + shift));
      out.rain[to]! += at(truth.rain, h) * factor;
    }
  }
  // surer of what is near
  for (let h = 0; h < HOURS; h++)
    out.rainChance[h] = out.rain[h]! > 0 ? 0.95 - 0.45 * (h / HOURS) : 0.05 + 0.1 * (h / HOURS);
  return out;
}

const columns = () => ({
  air: new Float64Array(HOURS),
  rain: new Float64Array(HOURS),
  wind: new Float64Array(HOURS),
});

/** The first and the last day that simulators know of. */
export const SIMULATED = { from: dayOf(2010, 1, 1), to: dayOf(2040, 1, 1) } as const;
export const SEED = 20270318;

const simulated = new Map<string, HourlyWeather>();
/** A station's own weather, made once a process. */
export function weatherOf(station: string, seed = SEED): HourlyWeather {
  const key = `${seed}|${station}`;
  const known = simulated.get(key) ?? climate(seed + hash(station), SIMULATED.from, SIMULATED.to);
  simulated.set(key, known);
  return known;
}

/** FNV-1a of a name. */
function hash(text: string): number {
  let h = 2166136261;
  for (const c of text) h = Math.imul(h ^ c.charCodeAt(0), 16777619);
  return h & 0xffff;
}
