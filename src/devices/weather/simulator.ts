/**
 * The simulated weather service: a small HTTP server of its own that speaks as a real one would.
 *
 *   GET  /v1/stations/{station}/observed?from=2026-01-01&to=2027-01-01    whole days, `to` not in it, 400 at most
 *   GET  /v1/stations/{station}/forecast?issued=2027-03-18                240 hours
 *   PUT  /v1/mode  {"mode": "well" | "slow" | "failing" | "rubbish"}      how it is to behave from now on
 */
import { createServer, type Server, type ServerResponse } from 'node:http';
import { addDays, parseDay, type Day } from '@/core/calendar/day';
import { daysIn, sliceDays } from '@/core/weather/series';
import { SEED, forecastOf, weatherOf } from './climate';

const MODES = ['well', 'slow', 'failing', 'rubbish'] as const;
export type Mode = (typeof MODES)[number];

const MOST_DAYS = 400;
/** Longer than any client waits. */
const SLOW_MS = 15_000;

/** Hundredths are as fine as instruments go, and keep the answers small. */
const rounded = (column: Float64Array) => Array.from(column, (x) => Math.round(x * 100) / 100);

export function weatherSimulator(seed = SEED): Server {
  let mode: Mode = 'well';

  return createServer((request, response) => {
    const url = new URL(request.url ?? '/', 'http://simulator');
    if (request.method === 'PUT' && url.pathname === '/v1/mode') {
      let text = '';
      request.on('data', (chunk: Buffer) => (text += chunk.toString()));
      request.on('end', () => {
        const wanted = MODES.find((m) => text.includes(`"${m}"`));
        if (wanted) mode = wanted;
        send(response, wanted ? 200 : 400, { mode });
      });
      return;
    }
    if (mode === 'failing') return send(response, 503, { error: 'out of order, as told' });
    if (mode === 'rubbish') return send(response, 200, { air: ['warm', null, -9999], rain: 'wet' });
    const answer = answerTo(url, seed);
    if (mode === 'slow') setTimeout(() => send(response, answer.status, answer.body), SLOW_MS).unref();
    else send(response, answer.status, answer.body);
  });
}

function answerTo(url: URL, seed: number): { status: number; body: unknown } {
  const [, version, stationsWord, station, what] = url.pathname.split('/');
  if (version !== 'v1' || stationsWord !== 'stations' || !station)
    return { status: 404, body: { error: 'no such path' } };
  const all = weatherOf(station, seed);
  const holds = (from: Day, to: Day) => from >= all.from && to <= all.from + daysIn(all);
  if (what === 'observed') {
    const from = parseDay(url.searchParams.get('from') ?? '');
    const to = parseDay(url.searchParams.get('to') ?? '');
    if (from === null || to === null || to <= from || to - from > MOST_DAYS || !holds(from, to))
      return { status: 400, body: { error: `from and to: days from 2010 to 2039, at most ${MOST_DAYS}` } };
    const w = sliceDays(all, from, to);
    return { status: 200, body: { air: rounded(w.air), rain: rounded(w.rain), wind: rounded(w.wind) } };
  }
  if (what === 'forecast') {
    const issued = parseDay(url.searchParams.get('issued') ?? '');
    if (issued === null || !holds(issued, addDays(issued, 10)))
      return { status: 400, body: { error: 'issued: a day from 2010 to 2039' } };
    const f = forecastOf(all, seed, issued);
    return {
      status: 200,
      body: {
        air: rounded(f.air),
        rain: rounded(f.rain),
        wind: rounded(f.wind),
        airError: rounded(f.airError),
        rainChance: rounded(f.rainChance),
      },
    };
  }
  return { status: 404, body: { error: 'no such path' } };
}

function send(response: ServerResponse, status: number, body: unknown): void {
  response.writeHead(status, { 'content-type': 'application/json' });
  response.end(JSON.stringify(body));
}
