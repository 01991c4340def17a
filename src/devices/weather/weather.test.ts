import type { AddressInfo } from 'node:net';
import { createServer, type Server } from 'node:http';
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { weatherOverHttp } from './client';
import { climate, forecastOf } from './climate';
import { weatherSimulator, type Mode } from './simulator';

const day = dayOf(2027, 3, 18);
/** Where lateness is not what is asked: long, for a busy machine. */
const PATIENCE = 60_000;
const listen = (server: Server) => {
  // a pause of a busy machine must not find the kept connection closed
  server.keepAliveTimeout = PATIENCE;
  return new Promise<string>((ok) =>
    server.listen(0, '127.0.0.1', () => ok(`http://127.0.0.1:${(server.address() as AddressInfo).port}`)),
  );
};

describe('the simulated service, over HTTP', () => {
  let server: Server;
  let base: string;
  beforeAll(async () => (base = await listen((server = weatherSimulator(7)))));
  afterAll(() => server.close());
  const tell = (mode: Mode) => fetch(`${base}/v1/mode`, { method: 'PUT', body: JSON.stringify({ mode }) });
  afterEach(() => tell('well'));

  test('gives whole days of hourly observations, the same ones each time', async () => {
    const ask = () => weatherOverHttp(base, PATIENCE).observed('north', dayOf(2026, 1, 1), dayOf(2027, 1, 1));
    const [a, b] = [await ask(), await ask()];
    expect(a.ok && a.value.air).toHaveLength(365 * 24);
    expect(a).toEqual(b);
  });

  test('another station has other weather', async () => {
    const ask = (s: string) => weatherOverHttp(base, PATIENCE).observed(s, day, addDays(day, 1));
    expect(await ask('north')).not.toEqual(await ask('south'));
  });

  test('gives a forecast of ten days with its error', async () => {
    const f = await weatherOverHttp(base, PATIENCE).forecast('north', day);
    expect(f.ok && [f.value.air.length, f.value.airError[0], f.value.airError[239]]).toEqual([240, 1, 3.99]);
  });

  test.each([
    ['slow', 'too slow'],
    ['failing', 'not answering'],
    ['rubbish', 'answering nonsense'],
  ] as const)('told to be %s it is reported as %s, and is well again when told', async (mode, kind) => {
    await tell(mode);
    expect(
      await weatherOverHttp(base, mode === 'slow' ? 200 : PATIENCE).forecast('north', day),
    ).toMatchObject({ ok: false, trouble: { kind } });
    await tell('well');
    expect((await weatherOverHttp(base, PATIENCE).forecast('north', day)).ok).toBe(true);
  });

  test('refuses days it has not, with a word on what it has', async () => {
    const response = await fetch(`${base}/v1/stations/north/observed?from=1950-01-01&to=1950-02-01`);
    expect(response.status).toBe(400);
    expect(await response.text()).toContain('2010');
  });
});

describe('the client', () => {
  const answering = async (body: string) => {
    const server = createServer((_, response) => response.end(body));
    const base = await listen(server);
    const answer = await weatherOverHttp(base, PATIENCE).observed('x', day, addDays(day, 1));
    server.close();
    return answer;
  };
  const full = (air: unknown) =>
    JSON.stringify({ air: Array(24).fill(air), rain: Array(24).fill(0), wind: Array(24).fill(3) });

  test('takes a sound day', async () => expect((await answering(full(12.5))).ok).toBe(true));
  test.each([
    ['no JSON', '<html>hello</html>'],
    ['a temperature of 999 °C', full(999)],
    ['a temperature in words', full('12.5')],
    ['an hour too few', full(1).replace('1,', '')],
    ['nothing', '{}'],
  ])('calls %s nonsense', async (_, body) => {
    expect(await answering(body)).toMatchObject({ ok: false, trouble: { kind: 'answering nonsense' } });
  });
  test('says so when nobody listens', async () => {
    const server = createServer();
    const base = await listen(server);
    await new Promise((ok) => server.close(ok));
    expect(await weatherOverHttp(base, PATIENCE).forecast('x', day)).toMatchObject({
      ok: false,
      trouble: { kind: 'not answering' },
    });
  });
});

describe('the demo climate', () => {
  const from = dayOf(2012, 1, 1);
  const w = climate(7, from, dayOf(2027, 1, 1));
  const mean = (days: (d: Day) => boolean, column = w.air) => {
    let sum = 0;
    let n = 0;
    for (let h = 0; h < column.length; h++)
      if (days(addDays(from, Math.floor(h / 24)))) {
        sum += column[h]!;
        n++;
      }
    return sum / n;
  };
  const inMonth = (month: number) => (d: Day) => new Date(d * 86_400_000).getUTCMonth() + 1 === month;

  test('is a transition climate: cold January, hot July, 800 to 1,500 mm of rain a year', () => {
    expect(mean(inMonth(1))).toBeGreaterThan(0);
    expect(mean(inMonth(1))).toBeLessThan(5);
    expect(mean(inMonth(7))).toBeGreaterThan(23);
    expect(mean(inMonth(7))).toBeLessThan(28);
    const yearly = w.rain.reduce((s, x) => s + x, 0) / 15;
    expect(yearly).toBeGreaterThan(800);
    expect(yearly).toBeLessThan(1500);
  });

  test('does not change its past when it is asked for more', () => {
    const longer = climate(7, from, dayOf(2028, 1, 1));
    expect(longer.air.subarray(0, w.air.length)).toEqual(w.air);
  });

  test('a forecast’s error grows with lead time', () => {
    const error = (hour: number) => {
      let sum = 0;
      for (let d = 0; d < 300; d++) {
        const issued = addDays(from, d * 7);
        sum += (forecastOf(w, 1, issued).air[hour]! - w.air[d * 7 * 24 + hour]!) ** 2;
      }
      return Math.sqrt(sum / 300);
    };
    expect(error(20)).toBeLessThan(1.8);
    expect(error(230)).toBeGreaterThan(2.5);
  });
});
