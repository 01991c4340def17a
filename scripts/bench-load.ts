/**
 * What others wait for while one asks the worst that is allowed: health and Today, against a quiet server. At most twice
 * as long by the median; health answers 200 all the time; 20 MB of wrong rows are refused without holding anybody up.
 */
import { closeConnection } from '@/data/connection';
import { makeToken } from '@/server/entry/tokens';
import { leadCookie } from './lib/signed-in';

const base = process.argv[2] ?? '';
const MOST = 2;
const DEPTHS = [2.5, 5, 7.5, 10];
const YEARS = 100;
const DAY_MS = 86_400_000;

const made = await makeToken(
  {
    userId: 'person-1',
    name: 'bench',
    orgId: 'quillmoor',
    orgName: 'Quillmoor Lawn Care',
    role: 'lead',
    timeZone: 'US/Central',
    units: 'trade',
  },
  { name: 'bench', days: 30, calls: ['outlook'] },
);
if (!made.ok) throw new Error('no token');
const ask = (body: string) =>
  fetch(`${base}/api/v1/outlook`, {
    method: 'POST',
    headers: { authorization: `Bearer ${made.value.secret}`, 'content-type': 'application/json' },
    body,
  });

const cookie = await leadCookie();

const first = Date.UTC(2025 - YEARS, 0, 1);
const daily = Array.from({ length: Math.round((Date.UTC(2026, 3, 1) - first) / DAY_MS) }, (_, d) => {
  const warmth = 12 - 13 * Math.cos((2 * Math.PI * d) / 365.25);
  return {
    date: new Date(first + d * DAY_MS).toISOString().slice(0, 10),
    tmin_c: warmth - 6,
    tmax_c: warmth + 6,
    precipitation_mm: d % 6 ? 0 : 8,
    wind_m_s: 2,
  };
});
const worst = JSON.stringify({
  site: { texture: 'loam', moisture: 'moist', exposure: 'full sun', beside_pavement: false },
  weather: { daily },
  past_years: Array.from({ length: YEARS - 1 }, (_, i) => 2026 - YEARS + i),
  rule: { school: 'run of days', line_c: 12.8, days: 3, depth_cm: 5 },
  depths_cm: DEPTHS,
  today: '2026-03-01',
});
const wrong = JSON.stringify({ weather: { daily: Array.from({ length: 10_000_000 }, () => 0) } });

async function waits(where: string, times: number, isOn: () => boolean = () => true) {
  const ms: number[] = [];
  const statuses = new Set<number>();
  while (ms.length < times && isOn()) {
    const start = performance.now();
    const answer = await fetch(base + where, { headers: { cookie } });
    await answer.text();
    statuses.add(answer.status);
    ms.push(performance.now() - start);
  }
  const sorted = ms.toSorted((a, b) => a - b);
  return {
    median: sorted[Math.floor(sorted.length / 2)] ?? NaN,
    most: sorted.at(-1) ?? NaN,
    statuses,
    n: ms.length,
  };
}

let failed = false;
const screens = ['/api/health', '/'];
for (const where of screens) await waits(where, 20);
const quiet = new Map<string, Awaited<ReturnType<typeof waits>>>();
for (const where of screens) quiet.set(where, await waits(where, 60));
for (const [name, body, status] of [
  [
    `an outlook of ${YEARS} years at ${DEPTHS.length} depths (${(worst.length / 1e6).toFixed(1)} MB)`,
    worst,
    200,
  ],
  [`${(wrong.length / 1e6).toFixed(0)} MB of wrong rows`, wrong, 422],
] as const)
  for (const where of screens) {
    const start = performance.now();
    let isOpen = true;
    const question = ask(body).then(async (answer) => {
      await answer.text();
      isOpen = false;
      return answer.status;
    });
    const busy = await waits(where, 400, () => isOpen);
    const answered = await question;
    const took = (performance.now() - start) / 1000;
    const ratio = busy.median / quiet.get(where)!.median;
    const isOk = ratio <= MOST && answered === status && [...busy.statuses].every((s) => s === 200);
    failed ||= !isOk;
    console.log(
      `${isOk ? 'ok  ' : 'SLOW'}  ${where} beside ${name}: ${ratio.toFixed(1)} times (at most ${MOST}), median ${busy.median.toFixed(0)} ms, longest ${busy.most.toFixed(0)} ms of ${busy.n}; the question took ${took.toFixed(1)} s and was answered ${answered}`,
    );
  }
await closeConnection();
process.exit(failed ? 1 : 0);
