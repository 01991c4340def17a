/** The outlook over HTTP: tokens, shapes, answers and problems, held to the document that describes them. */
import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { Validator } from '@seriousme/openapi-schema-validator';
import { eq } from 'drizzle-orm';
import { addDays, dayOf, isoDay } from '@/core/calendar/day';
import { DEFAULT_CROSSING } from '@/core/ground/crossing';
import { outlookOf } from '../support/soil-rules';
import { dailyOf } from '@/core/weather/daily';
import { GET as describe_ } from '@/app/api/v1/openapi.json/route';
import { POST } from '@/app/api/v1/outlook/route';
import { signInDatabase } from '@/data/connection';
import { member, rateLimit } from '@/data/schema';
import { CALLS } from '@/server/entry/calls';
import { CALLS_PER_MINUTE, makeToken, revokeToken, tokensOf } from '@/server/entry/tokens';
import { actor, closeAll } from '../support/demo';
import { openWeather } from '../support/open-weather';

afterAll(closeAll);
const tech = actor();
type Body = Record<string, never> & {
  title: string;
  detail: string;
  errors: { field: string; row?: number; problem: string; remedy?: string }[];
  crossing: {
    p10: string;
    p50: string;
    p90: string;
    members: { year: number | null; date: string | null }[];
  };
  daily_means: { depth_cm: number; observed_c: number[]; p50_c: number[] }[];
  readings: { id: string; expected_c: number; innovation_k: number; used: boolean }[];
};

async function secretFor(name: string): Promise<string> {
  const made = await makeToken(tech, { name, days: 90, calls: CALLS });
  if (!made.ok) throw new Error(JSON.stringify(made));
  return made.value.secret;
}
let secret = '';
beforeAll(async () => {
  secret = await secretFor('tests');
});

async function ask(body: unknown, token: string | null = secret) {
  const response = await POST(
    new Request('http://localhost/api/v1/outlook', {
      method: 'POST',
      headers: token ? { authorization: `Bearer ${token}` } : {},
      body: typeof body === 'string' ? body : JSON.stringify(body),
    }),
  );
  return {
    status: response.status,
    type: response.headers.get('content-type') ?? '',
    headers: response.headers,
    body: (await response.json()) as Body,
  };
}

// data: vega-datasets, Seattle 2012–2015
const d = dailyOf(openWeather('Seattle'));
const rows = Array.from(d.max, (tmax, i) => ({
  date: isoDay(addDays(d.from, i)),
  tmin_c: d.min[i]!,
  tmax_c: tmax,
  precipitation_mm: d.rain[i]!,
  wind_m_s: d.wind[i]!,
}));
const today = dayOf(2015, 3, 1);
const upTo = rows.slice(0, today - d.from);
const question = (over: object = {}) => ({
  site: { texture: 'loam', moisture: 'moist', exposure: 'full sun', beside_pavement: false },
  weather: { daily: upTo },
  rule: { school: 'run of days', line_c: DEFAULT_CROSSING.line, days: 5, depth_cm: 5.08 },
  depths_cm: [5.08, 10.16],
  today: isoDay(today),
  ...over,
});

describe('the document', () => {
  test('is OpenAPI 3.1 by the standard’s own schema', async () => {
    const document = (await describe_().json()) as Record<string, unknown>;
    const result = await new Validator().validate(document);
    expect(result.errors ?? []).toEqual([]);
    expect(result.valid).toBe(true);
  });
});

/** Checks a body against a schema of the document. */
async function fits(body: unknown, name: 'OutlookQuestion' | 'OutlookAnswer' | 'Problem') {
  const { components } = (await describe_().json()) as { components: { schemas: Record<string, object> } };
  const ajv = new Ajv2020({ strict: false, allErrors: true });
  // a CommonJS module: its function is its default
  (formats as unknown as { default: (to: Ajv2020) => void }).default(ajv);
  const check = ajv.compile(components.schemas[name]!);
  check(body);
  return check.errors ?? [];
}

describe('an answer', () => {
  test('is what the core says, for the weather that was sent', async () => {
    const q = question();
    expect(await fits(q, 'OutlookQuestion')).toEqual([]);
    const { status, body } = await ask(q);
    expect([status, await fits(body, 'OutlookAnswer')]).toEqual([200, []]);
    const core = outlookOf({
      site: { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false },
      depth: DEFAULT_CROSSING.depth,
      observed: { ...openWeather('Seattle'), ...cut(openWeather('Seattle'), today - d.from) },
      forecast: null,
      today,
      years: [2012, 2013, 2014],
      rule: DEFAULT_CROSSING,
    });
    if (!core.ok) throw new Error('no outlook');
    expect(body.crossing).toMatchObject({
      p10: isoDay(core.outlook.dates.p10!),
      p50: isoDay(core.outlook.dates.p50!),
    });
    expect(body.crossing.members.map((m) => m.year).slice(0, 4)).toEqual([2012, 2013, 2014, null]);
    expect(body.daily_means.map((m) => m.depth_cm)).toEqual([5.08, 10.16]);
    expect(body.daily_means[0]!.observed_c).toHaveLength(59);
  });

  test('takes rows beyond today as a forecast, and readings with their innovations', async () => {
    const reading = (id: string, temperature_c: number) => ({
      id,
      time: '2015-02-20T10:30',
      depth_cm: 7.6,
      temperature_c,
    });
    const plain = await ask(question({ weather: { daily: rows.slice(0, today - d.from + 10) } }));
    expect(plain.status).toBe(200);
    const first = await ask(question({ readings: [reading('a', 9)] }));
    const expected = first.body.readings[0]!.expected_c;
    const warm = await ask(question({ readings: [reading('a', expected + 2), reading('b', expected + 30)] }));
    expect(warm.body.readings).toMatchObject([
      { id: 'a', used: true, innovation_k: expect.closeTo(2, 6) as number },
      { id: 'b', used: false },
    ]);
    expect(warm.body.crossing.p50 <= (await ask(question())).body.crossing.p50).toBe(true);
  });

  test('is the same from hourly rows that say the same', async () => {
    const w = cut(openWeather('Seattle'), today - d.from);
    const hourly = Array.from(w.air, (air_c, h) => ({
      time: `${isoDay(addDays(d.from, Math.floor(h / 24)))}T${String(h % 24).padStart(2, '0')}:00`,
      air_c,
      precipitation_mm: w.rain[h]!,
      wind_m_s: w.wind[h]!,
    }));
    const [a, b] = [await ask(question()), await ask(question({ weather: { hourly } }))];
    expect(b.status).toBe(200);
    expect(Math.abs(Date.parse(a.body.crossing.p50) - Date.parse(b.body.crossing.p50))).toBeLessThanOrEqual(
      86_400_000,
    );
  });
});
const cut = (w: ReturnType<typeof openWeather>, days: number) => ({
  from: w.from,
  air: w.air.slice(0, days * 24),
  rain: w.rain.slice(0, days * 24),
  wind: w.wind.slice(0, days * 24),
});

describe('what is wrong is said as application/problem+json, by field and row', () => {
  const daily = (at: number, change: object) => ({
    weather: { daily: upTo.map((r, i) => (i === at ? { ...r, ...change } : r)) },
  });
  test.each<[string, object, string, number | undefined, string]>([
    ['a missing field', { site: undefined }, 'site', undefined, 'is required'],
    [
      'an unknown word',
      { site: { texture: 'mud', moisture: 'moist', exposure: 'shade', beside_pavement: false } },
      'site.texture',
      undefined,
      'must be one of',
    ],
    ['a figure as text', daily(3, { tmin_c: 'cold' }), 'weather.daily[3].tmin_c', 4, 'must be a number'],
    [
      'a minimum above the maximum',
      daily(5, { tmin_c: 30 }),
      'weather.daily[5].tmin_c',
      6,
      '30 °C is above tmax_c',
    ],
    [
      'a day that is left out',
      { weather: { daily: upTo.filter((_, i) => i !== 400) } },
      'weather.daily[400].date',
      401,
      'does not follow',
    ],
    [
      'weather that stops short',
      { today: '2015-06-01' },
      'today',
      undefined,
      'The weather ends on 2015-02-28',
    ],
    ['a year that is not whole', { past_years: [2011] }, 'past_years[0]', 1, '2011 is not whole'],
    [
      'a rule without its line',
      { rule: { school: 'early bird', depth_cm: 5 } },
      'rule.line_c',
      undefined,
      'needs line_c',
    ],
    ['signs', { rule: { school: 'signs' } }, 'rule.school', undefined, 'seen, not computed'],
    ['a day of no calendar', { today: '2015-02-30' }, 'today', undefined, 'no day of the calendar'],
    [
      'one reading twice',
      { readings: ['a', 'a'].map((id) => ({ id, time: '2015-02-20T10:30', depth_cm: 5, temperature_c: 8 })) },
      'readings[0].id',
      1,
      'a stands twice',
    ],
  ])('%s', async (_, over, field, row, words) => {
    const { status, type, body } = await ask(question(over));
    expect([status, type]).toEqual([422, 'application/problem+json']);
    expect(await fits(body, 'Problem')).toEqual([]);
    const error = body.errors.find(
      (e) => e.field === field || (field === 'readings[0].id' && e.field === 'readings[1].id'),
    );
    expect(error?.problem).toContain(words);
    if (row !== undefined && field !== 'readings[0].id') expect(error?.row).toBe(row);
  });
  test('what is no JSON', async () => {
    expect(await ask('{"site":')).toMatchObject({
      status: 400,
      type: 'application/problem+json',
      body: { title: 'Not JSON' },
    });
  });
});

describe('a token', () => {
  test('opens nothing when it is missing, wrong or taken back; its secret is kept nowhere', async () => {
    expect((await ask(question(), null)).status).toBe(401);
    const wrong = await ask(question(), 'ig_wrong');
    expect([wrong.status, wrong.headers.get('www-authenticate')]).toEqual([401, 'Bearer']);
    const other = await secretFor('to take back');
    const token = (await tokensOf(tech)).find((t) => t.name === 'to take back')!;
    expect(JSON.stringify(await tokensOf(tech))).not.toContain(other);
    expect(other.endsWith(token.hint)).toBe(true);
    expect((await revokeToken(tech, { id: token.id })).ok).toBe(true);
    expect((await ask(question(), other)).status).toBe(401);
    expect((await revokeToken(actor('technician', 'other-company'), { id: token.id })).ok).toBe(false);
  });
  test('opens the calls that it was made for and no other; one for none is not made', async () => {
    const made = await makeToken(tech, { name: 'gates alone', days: 30, calls: ['gates'] });
    if (!made.ok) throw new Error('no token');
    const refused = await ask(question(), made.value.secret);
    expect(refused.status).toBe(403);
    expect(refused.body).toMatchObject({
      title: 'Not for this call',
      detail: 'The token was made for gates. Make one for outlook under House.',
    });
    expect(await makeToken(tech, { name: 'nothing', days: 30, calls: [] })).toMatchObject({
      ok: false,
      refusal: { issues: [{ field: 'May ask for', code: 'token-opens-nothing' }] },
    });
  });
  test('needs a name', async () => {
    expect(await makeToken(tech, { name: ' ', days: 90, calls: CALLS })).toMatchObject({
      ok: false,
      refusal: { issues: [{ code: 'token-unnamed' }] },
    });
  });
  test('goes with its person: no member, no answer', async () => {
    const [row] = await signInDatabase().delete(member).where(eq(member.userId, tech.userId)).returning();
    expect((await ask(question())).status).toBe(401);
    await signInDatabase().insert(member).values(row!);
    expect((await ask('{')).status).toBe(400);
  });
  test(`may call ${CALLS_PER_MINUTE} times a minute, then is told how long to wait`, async () => {
    const busy = await secretFor('busy');
    for (let i = 0; i < CALLS_PER_MINUTE; i++) expect((await ask('{', busy)).status).toBe(400);
    const over = await ask('{', busy);
    expect(over.status).toBe(429);
    expect(Number(over.headers.get('retry-after'))).toBeGreaterThan(0);
    // another's token is not slowed, and a minute later this one is free again
    expect((await ask('{')).status).toBe(400);
    await signInDatabase()
      .update(rateLimit)
      .set({ lastRequest: Date.now() - 61_000 });
    expect((await ask('{', busy)).status).toBe(400);
  });
});
