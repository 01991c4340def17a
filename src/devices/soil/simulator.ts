/**
 * The simulated soil station: a small HTTP server of its own with two probes in the ground of the demo county.
 *
 *   GET /v1/soil/{station}?from=2027-03-01T00:00:00Z&to=2027-03-18T12:00:00Z    hourly rows, 20 days at most
 *
 * Behind it stands a ground of its own (moist loam in full sun, six tenths of a degree warmer than its kind), run
 * through the county's weather. What it sends has noise, a slow drift, dropouts, and now and then a day on which it is
 * stuck: all of it from a seed, so that the same question has the same answer.
 */
import { createServer, type Server } from 'node:http';
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { columnOf, probeGround, runGround, uniformProfile } from '@/core/ground/conduction';
import { usualClimate } from '@/core/ground/season';
import { diffusivityOf, surfaceOffsetOn } from '@/core/ground/site';
import { surfaceTemperatures } from '@/core/ground/surface';
import { normal, randomFrom } from '@/core/weather/random';
import { sliceDays } from '@/core/weather/series';
import type { Celsius, Kelvins } from '@/core/units/quantity';
import { fromInches } from '@/core/units/trade';
import { SIMULATED, weatherOf } from '@/devices/weather/climate';

const DEPTHS_IN = [2, 4] as const;
const SITE = { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false } as const;
const WARMER = 0.6;
const NOISE = 0.15;
const DRIFT_PER_DAY = 0.002;
const DROPOUT = 0.04;
/** One day in so many it repeats its first value. */
const STUCK_ONE_IN = 23;
const UTC_OFFSET_HOURS = -6;
const MOST_DAYS = 20;
const HOUR = 3_600_000;

/** Which hours of a run of days, and what the probes then said; null: a dropout. */
function rowsOf(station: string, from: number, to: number): { at: string; values: (number | null)[] }[] {
  const weather = weatherOf('tessaby');
  const local = (ms: number) => ms / HOUR + UTC_OFFSET_HOURS;
  const firstDay = Math.floor(local(from) / 24) as Day;
  const lastDay = (Math.floor(local(to) / 24) + 1) as Day;
  const spinUp = addDays(firstDay, -400);
  const offset = surfaceOffsetOn(SITE, usualClimate(39));
  const column = columnOf(diffusivityOf(SITE));
  const surface = (a: Day, b: Day) => {
    const w = sliceDays(weather, a, b);
    return surfaceTemperatures(w, (day) => (offset(day) + WARMER) as Kelvins);
  };
  const { end } = runGround(column, uniformProfile(14 as Celsius), surface(spinUp, firstDay), []);
  const hours = Array.from({ length: (lastDay - firstDay) * 24 }, (_, h) => h);
  const probes = DEPTHS_IN.flatMap((depth) => hours.map((hour) => ({ hour, depth: fromInches(depth) })));
  const truth = probeGround(column, end, surface(firstDay, lastDay), probes);
  const out: { at: string; values: (number | null)[] }[] = [];
  let stuckAt: (number | null)[] | null = null;
  for (const h of hours) {
    const day = firstDay + Math.floor(h / 24);
    const random = randomFrom((day * 24 + (h % 24)) ^ station.length);
    const isStuck = day % STUCK_ONE_IN === 7;
    const drift = DRIFT_PER_DAY * (day - dayOf(2027, 1, 1));
    const values = DEPTHS_IN.map((_, i) => {
      const t = (truth[i * hours.length + h]?.temperature ?? 0) + drift + NOISE * normal(random);
      return random() < DROPOUT ? null : Math.round(t * 100) / 100;
    });
    stuckAt = isStuck ? (stuckAt ?? values) : null;
    const at = (firstDay * 24 + h - UTC_OFFSET_HOURS) * HOUR;
    if (at >= from && at < to) out.push({ at: new Date(at).toISOString(), values: stuckAt ?? values });
  }
  return out;
}

export function soilSimulator(): Server {
  return createServer((request, response) => {
    const url = new URL(request.url ?? '/', 'http://simulator');
    const send = (status: number, body: unknown) => {
      response.writeHead(status, { 'content-type': 'application/json' });
      response.end(JSON.stringify(body));
    };
    const [, version, word, station] = url.pathname.split('/');
    if (version !== 'v1' || word !== 'soil' || !station) return send(404, { error: 'no such path' });
    if (station !== 'quarry-1') return send(404, { error: 'no such station' });
    const [from, to] = ['from', 'to'].map((k) => Date.parse(url.searchParams.get(k) ?? ''));
    const first = addDays(SIMULATED.from, 401) * 24 * HOUR;
    const last = addDays(SIMULATED.to, -2) * 24 * HOUR;
    if (!(from! >= first && to! > from! && to! <= last && to! - from! <= MOST_DAYS * 24 * HOUR))
      return send(400, { error: `from and to: instants, at most ${MOST_DAYS} days apart` });
    send(200, { unit: 'C', depthsIn: DEPTHS_IN, rows: rowsOf(station, from!, to!) });
  });
}
