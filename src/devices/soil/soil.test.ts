import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { soilStationOverHttp } from './client';
import { soilSimulator } from './simulator';

/** Where lateness is not what is asked: long, for a busy machine. */
const PATIENCE = 60_000;
const listen = (server: Server) =>
  new Promise<string>((ok) =>
    server.listen(0, '127.0.0.1', () => ok(`http://127.0.0.1:${(server.address() as AddressInfo).port}`)),
  );
const from = new Date('2027-03-01T06:00:00Z');
const to = new Date('2027-03-18T06:00:00Z');

describe('the simulated soil station, over HTTP', () => {
  let server: Server;
  let base: string;
  beforeAll(async () => (base = await listen((server = soilSimulator()))));
  afterAll(() => server.close());

  test('reports two depths by the hour with dropouts, noise and a stuck day; the same question has the same answer', async () => {
    const ask = () => soilStationOverHttp(base, PATIENCE).readings('quarry-1', from, to);
    const [a, b] = [await ask(), await ask()];
    expect(a).toEqual(b);
    if (!a.ok) throw new Error(a.trouble.detail);
    const { unit, rows } = a.value;
    expect([unit, [...new Set(rows.map((r) => r.depthIn))]]).toEqual(['C', [2, 4]]);
    const whole = 17 * 24 * 2;
    expect(rows.length).toBeLessThan(whole);
    expect(rows.length).toBeGreaterThan(whole * 0.9);
    // a day on which every value is the first one
    const byDay = new Map<string, Set<number>>();
    for (const r of rows.filter((x) => x.depthIn === 2)) {
      const local = new Date(r.at - 6 * 3_600_000).toISOString().slice(0, 10);
      byDay.set(local, (byDay.get(local) ?? new Set()).add(r.value));
    }
    expect([...byDay.values()].filter((values) => values.size === 1)).toHaveLength(1);
    // the daily wave is damped and late with depth (published: Campbell & Norman 1998, ch. 8)
    const swing = (depth: number) => {
      const day = rows
        .filter((r) => r.depthIn === depth && r.at < from.getTime() + 86_400_000)
        .map((r) => r.value);
      return Math.max(...day) - Math.min(...day);
    };
    expect(swing(4)).toBeLessThan(swing(2));
  });

  test('an unknown station, or too long a stretch, is an answer and no exception', async () => {
    const ask = (name: string, end = to) => soilStationOverHttp(base, PATIENCE).readings(name, from, end);
    expect(await ask('nobody')).toEqual({
      ok: false,
      trouble: { kind: 'not answering', detail: 'HTTP 404' },
    });
    expect(await ask('quarry-1', new Date('2027-09-01'))).toMatchObject({
      ok: false,
      trouble: { detail: 'HTTP 400' },
    });
  });
});

test.each([
  ['no JSON', 'not json', 'not JSON'],
  ['another shape', JSON.stringify({ unit: 'K', depthsIn: [2], rows: [] }), 'unit'],
  [
    'words for figures',
    JSON.stringify({ unit: 'C', depthsIn: [2], rows: [{ at: '2027-03-01', values: ['warm'] }] }),
    'rows[0].values[0]',
  ],
])('a station that answers %s is told from a good one', async (_, body, words) => {
  const server = createServer((_request, response) => response.end(body));
  const answer = await soilStationOverHttp(await listen(server), PATIENCE).readings('x', from, to);
  server.close();
  expect(answer).toMatchObject({ ok: false, trouble: { kind: 'answering nonsense' } });
  expect(answer.ok ? '' : answer.trouble.detail).toContain(words);
});

test('a station that is not there is told so', async () => {
  const answer = await soilStationOverHttp('http://127.0.0.1:9').readings('x', from, to);
  expect(answer).toEqual({ ok: false, trouble: { kind: 'not answering', detail: 'no connection' } });
});
