/** Season, workload, mix and route over HTTP, held to the document that describes them and to the core. */
import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { addDays, dayOf, isoDay } from '@/core/calendar/day';
import { dailyOf } from '@/core/weather/daily';
import { GET as describe_ } from '@/app/api/v1/openapi.json/route';
import { POST as mixPost } from '@/app/api/v1/mix/route';
import { POST as identifyPost } from '@/app/api/v1/identify/route';
import { POST as routePost } from '@/app/api/v1/route/route';
import { POST as seasonPost } from '@/app/api/v1/season/route';
import { POST as workloadPost } from '@/app/api/v1/workload/route';
import { makeToken } from '@/server/entry/tokens';
import { actor, closeAll } from '../support/demo';
import { label } from '../support/gate-context';
import { openWeather } from '../support/open-weather';
import { sheetOf } from '../support/via-api';

afterAll(closeAll);
let secret = '';
beforeAll(async () => {
  const made = await makeToken(actor(), {
    name: 'season',
    days: 90,
    calls: ['season', 'workload', 'mix', 'route', 'identify'],
  });
  if (!made.ok) throw new Error(JSON.stringify(made));
  secret = made.value.secret;
});

type Answer = Readonly<{
  programmes: readonly Readonly<{
    kind: string;
    hold: Readonly<{ p10: number; p50: number; p90: number }>;
    applications: readonly Readonly<{ date: string; products: readonly Readonly<{ name: string }>[] }>[];
    by_day: Readonly<{ flush: number[]; held: number[] }>;
  }>[];
  latest_start: string | null;
  loads: readonly Readonly<{
    mix: number;
    water_l: number;
    rinse_first: boolean;
    stops: readonly Readonly<{ id: string }>[];
    products: readonly Readonly<{ label: number; amount: number; tool: string; fills: number | null }>[];
    steps: readonly string[];
    jar_test: readonly string[];
  }>[];
  warnings: readonly string[];
  warning_codes: readonly string[];
  tours: readonly Readonly<{
    truck: string;
    stops: readonly Readonly<{
      id: string;
      begin: string;
      refill_before: boolean;
      fills_there: { hopper: number };
    }>[];
    drive_min: number;
    finish: string;
  }>[];
  left_out: readonly Readonly<{ id: string; why: string }>[];
  regret_left: number;
  candidates: readonly Readonly<{ weed: string; odds: number; why: string }>[];
  none_of_them: number;
  next: readonly Readonly<{ character: string }>[];
  tells_first_two_apart: readonly Readonly<{ character: string }>[];
  errors: readonly Readonly<{ field: string; problem: string; remedy: string }>[];
}>;
const POSTS = {
  season: seasonPost,
  workload: workloadPost,
  mix: mixPost,
  route: routePost,
  identify: identifyPost,
};
async function ask(which: keyof typeof POSTS, body: unknown) {
  const post = POSTS[which];
  const response = await post(
    new Request(`http://localhost/api/v1/${which}`, {
      method: 'POST',
      headers: { authorization: `Bearer ${secret}` },
      body: JSON.stringify(body),
    }),
  );
  return { status: response.status, body: (await response.json()) as Answer };
}
/** What stands against a body by a schema of the document. */
async function misfits(body: unknown, name: string) {
  const { components } = (await describe_().json()) as { components: { schemas: Record<string, object> } };
  const ajv = new Ajv2020({ strict: false, allErrors: true });
  (formats as unknown as { default: (to: Ajv2020) => void }).default(ajv);
  const check = ajv.compile({ ...components.schemas[name]!, components });
  check(body);
  return check.errors ?? [];
}

// data: vega-datasets, Seattle 2012–2015
const d = dailyOf(openWeather('Seattle'));
const today = dayOf(2015, 2, 10);
const daily = Array.from({ length: today - d.from }, (_, i) => ({
  date: isoDay(addDays(d.from, i)),
  tmin_c: d.min[i]!,
  tmax_c: d.max[i]!,
  precipitation_mm: d.rain[i]!,
  wind_m_s: d.wind[i]!,
}));
const sheet = sheetOf({
  ...label,
  ingredients: [{ ...label.ingredients[0]!, name: 'prodiamine' }],
  rates: [{ ...label.rates[0]!, months: 5 }],
  seedingWait: [],
});
const question = (over: object = {}) => ({
  today: isoDay(today),
  zone: {
    turf: 'tall fescue',
    texture: 'loam',
    area_m2: 500,
    latitude_deg: 47.6,
    state: 'Merrow',
    waters: [],
    grounds: 'home lawn',
  },
  site: { texture: 'loam', moisture: 'moist', exposure: 'full sun', beside_pavement: false },
  weather: { daily },
  labels: [sheet],
  targets: [{ weed: 'smooth-crabgrass' }],
  means: {
    licences: [{ person: 'Ada', categories: ['turf'], valid_to: '2027-01-01' }],
    equipment: [{ name: 'Backpack', method: 'backpack', calibrated_on: isoDay(today) }],
  },
  ...over,
});

describe('a season', () => {
  test('is answered with programmes that hold, by the document, whole in every day', async () => {
    const q = question();
    expect(await misfits(q, 'SeasonQuestion')).toEqual([]);
    const { status, body } = await ask('season', q);
    expect([status, await misfits(body, 'SeasonAnswer')]).toEqual([200, []]);
    const kinds = body.programmes.map((p) => p.kind);
    expect(kinds).toEqual(expect.arrayContaining(['once', 'no pre-emergent']));
    const once = body.programmes.find((p) => p.kind === 'once')!;
    expect(once.applications).toHaveLength(1);
    expect(once.applications[0]!.products[0]!.name).toBe(label.name);
    expect(once.hold.p50).toBeGreaterThan(0.5);
    const share = (of: number[]) => of.reduce((a, b) => a + b, 0);
    // by day it comes to what the hold says, but for the days before today
    expect(share(once.by_day.held) / share(once.by_day.flush)).toBeCloseTo(once.hold.p50, 1);
  });
  test('with the year’s limit used up proposes no pre-emergent', async () => {
    const had = [{ date: '2015-01-05', rate: { figure: 1, unit: 'oz/1000sqft' } }];
    const { body } = await ask('season', question({ ledger: had }));
    expect(body.programmes.map((p) => p.kind)).toEqual(['no pre-emergent']);
  });
  test('names what is wrong by field', async () => {
    const twice = await ask('season', question({ labels: [sheet, sheet] }));
    expect([twice.status, twice.body.errors[0]?.field]).toEqual([422, 'labels[1]']);
    const weed = await ask('season', question({ targets: [{ weed: 'dandelion' }] }));
    expect([weed.status, weed.body.errors[0]?.field]).toEqual([422, 'targets[0].weed']);
    const short = await ask('season', question({ weather: { daily: daily.slice(0, 100) } }));
    expect(short.status).toBe(422);
  });
});

describe('a workload', () => {
  const first = dayOf(2027, 3, 1);
  const days = 90;
  const round = (over: object = {}) => ({
    today: isoDay(first),
    first: isoDay(first),
    crews: { trucks: 1, hours: 8, minutes_a_stop: 48, days_a_week: 5 },
    lawns: Array.from({ length: 100 }, (_, i) => ({
      id: `lawn-${i}`,
      not_before: isoDay(first),
      not_after: isoDay(addDays(first, 60)),
      irrigated: true,
      line: 0,
    })),
    lines: [[isoDay(addDays(first, 28))]],
    years: [{ year: 2026, workable: '1'.repeat(days), rain_mm: new Array<number>(days).fill(0) }],
    ...over,
  });
  // by hand, as in the core's test: ten working days before Monday 29 March begin on Monday 15 March
  test('of a hundred lawns at ten a day is begun ten working days before the line', async () => {
    const q = round();
    expect(await misfits(q, 'WorkloadQuestion')).toEqual([]);
    const { status, body } = await ask('workload', q);
    expect([status, await misfits(body, 'WorkloadAnswer')]).toEqual([200, []]);
    // 98 of 100 count as all: the last working day has ten
    expect(body.latest_start).toBe('2027-03-15');
  });
  test('names what is wrong by field and row', async () => {
    const [lawn] = round().lawns;
    const bad = await ask('workload', round({ lawns: [{ ...lawn, line: 3 }] }));
    expect([bad.status, bad.body.errors[0]]).toMatchObject([422, { field: 'lawns[0].line', row: 1 }]);
    const back = await ask('workload', round({ lawns: [{ ...lawn, not_after: '2027-02-01' }] }));
    expect(back.body.errors[0]).toMatchObject({ field: 'lawns[0].not_after' });
    const uneven = await ask('workload', round({ years: [{ year: 2026, workable: '11', rain_mm: [0] }] }));
    expect(uneven.body.errors[0]).toMatchObject({ field: 'years[0].rain_mm' });
  });
});

describe('a mix', () => {
  const gallons = 3.785411784;
  const thousand = 92.90304;
  const dry = sheetOf(label);
  const iron = sheetOf({ ...label, name: 'Iron, test', kind: 'iron', formulation: 'SL', ingredients: [] });
  const stop = (id: string, thousands: number, ...labels: number[]) => ({
    id,
    area_m2: thousands * thousand,
    products: labels.map((n) => ({ label: n, rate: { figure: n === 0 ? 0.4 : 0.2, unit: 'oz/1000sqft' } })),
  });
  const morning = (over: object = {}) => ({
    stops: [stop('a', 4, 0)],
    labels: [dry, iron],
    // a gallon on 1,000 sq ft from a backpack of four
    equipment: { kind: 'tank', size: 4 * gallons, carrier_l_ha: (gallons / thousand) * 10_000 },
    ...over,
  });
  // common practice, no source
  test('a 4-gal backpack on 4,000 sq ft: 45 g in one fill, held to the document', async () => {
    const q = morning();
    expect(await misfits(q, 'MixQuestion')).toEqual([]);
    const { status, body } = await ask('mix', q);
    expect([status, await misfits(body, 'MixAnswer')]).toEqual([200, []]);
    expect(body.loads).toHaveLength(1);
    expect(body.loads[0]!.products[0]!.amount).toBeCloseTo(0.045, 9);
    expect(body.loads[0]!.mix / gallons).toBeCloseTo(4, 9);
    expect(body.loads[0]!.steps[0]).toBe('Fill half: 2 gal of water, agitate.');
    expect(body.warnings).toEqual([]);
  });
  test('a cap of its own, two mixes, a jar for what is new, and labels that will not have each other', async () => {
    const { body } = await ask(
      'mix',
      morning({
        stops: [stop('a', 4, 0), stop('b', 2, 0, 1)],
        labels: [{ ...dry, notWith: ['iron'] }, iron],
        tools: [
          { name: 'scale', step_g: 1 },
          { name: 'green cap', label: 0, step_g: 11.3, by_the_fill: true },
        ],
      }),
    );
    expect(body.loads.map((l) => l.stops.map((s) => s.id))).toEqual([['a'], ['b']]);
    expect(body.loads[0]!.products[0]).toMatchObject({ tool: 'green cap', fills: 4 });
    expect(body.loads.map((l) => l.jar_test.length > 0)).toEqual([false, true]);
    expect(body.warnings[0]).toContain('will not have iron in one tank');
    expect(body.warning_codes).toHaveLength(body.warnings.length);
    expect(body.warning_codes[0]).toMatch(/^[a-z-]+$/);
    const known = await ask('mix', morning({ stops: [stop('b', 2, 0, 1)], known_mixes: [[1, 0]] }));
    expect(known.body.loads[0]!.jar_test).toEqual([]);
  });
  test('names what is wrong by field and row', async () => {
    const first = async (over: object) => (await ask('mix', morning(over))).body.errors[0]!;
    expect(await first({ stops: [stop('a', 4, 7)] })).toMatchObject({ field: 'stops[0].products[0].label' });
    expect(await first({ equipment: { kind: 'tank', size: 4 } })).toMatchObject({
      field: 'equipment.carrier_l_ha',
    });
    expect(await first({ equipment: { kind: 'hopper', size: 4 } })).toMatchObject({
      field: 'stops[0].products[0].label',
    });
    const coarse = await first({ tools: [{ name: 'kitchen scale', step_g: 500 }] });
    expect(coarse).toMatchObject({ field: 'stops[0]' });
    expect(coarse.remedy).toContain('A scale that reads to 5 g would do');
    expect(await first({ stops: [] })).toMatchObject({ field: 'stops' });
  });
});

describe('a route', () => {
  const stop = (id: string, place: number, over: object = {}) => ({
    id,
    place,
    minutes: 20,
    regret: 1,
    ...over,
  });
  // in a row, ten minutes apart
  const row = Array.from({ length: 4 }, (_, a) => Array.from({ length: 4 }, (_x, b) => 10 * Math.abs(a - b)));
  const day = (over: object = {}) => ({
    matrix_min: row,
    stops: [stop('a', 1, { hours: [{ from: '08:00', to: '10:00' }] }), stop('b', 2)],
    trucks: [{ id: 't', from: '07:00', to: '17:00', start: 0 }],
    ...over,
  });
  // by hand
  test('waits for hours, and says when it is home, held to the document', async () => {
    expect(await misfits(day(), 'RouteQuestion')).toEqual([]);
    const { status, body } = await ask('route', day());
    expect([status, await misfits(body, 'RouteAnswer')]).toEqual([200, []]);
    const [tour] = body.tours;
    expect(tour!.stops.map((s) => `${s.id} ${s.begin}`)).toEqual(['b 07:20', 'a 08:00']);
    expect(tour).toMatchObject({ truck: 't', drive_min: 40, finish: '08:30' });
    expect([body.left_out, body.regret_left]).toEqual([[], 0]);
  });
  test('goes by places, fills up, and says what is left out and why', async () => {
    const places = [0, 0.1, 0.2].map((longitude_deg) => ({ latitude_deg: 40, longitude_deg }));
    const tank = { volume_l: 100, shop: 0, minutes: 15 };
    const { body } = await ask('route', {
      places,
      speed_km_h: 60,
      detour: 1,
      stops: [
        stop('a', 1, { draws_l: 80 }),
        stop('b', 2, { draws_l: 80 }),
        stop('c', 1, { draws_l: 101, hours: [{ from: '05:00', to: '06:00' }] }),
      ],
      trucks: [{ id: 't', from: '07:00', to: '17:00', start: 0, tank }],
    });
    expect(body.tours[0]!.stops.map((s) => s.refill_before)).toEqual([false, true]);
    expect(body.left_out).toEqual([{ id: 'c', why: 'never open' }]);
    // a tenth of a degree at 40° north is 8.52 km; out and home to both at a kilometre a minute (arithmetic)
    expect(body.tours[0]!.drive_min).toBeCloseTo(6 * 8.518, 1);
  });
  test('fills a hopper from the bags that ride along', async () => {
    const question = day({
      stops: [1, 2].map((p) => stop(`s${p}`, p, { spreads_kg: 20, granule: 'g' })),
      trucks: [{ id: 't', from: '07:00', to: '17:00', start: 0, hopper: { holds_kg: 25, minutes: 4 } }],
    });
    expect(await misfits(question, 'RouteQuestion')).toEqual([]);
    const { body } = await ask('route', question);
    expect(await misfits(body, 'RouteAnswer')).toEqual([]);
    expect(body.tours[0]!.stops.map((s) => s.fills_there.hopper)).toEqual([0, 1]);
    expect(body.tours[0]).toMatchObject({ drive_min: 40, finish: '08:24' });
  });
  test('names what is wrong by field and row', async () => {
    const first = async (over: object) => (await ask('route', day(over))).body.errors[0]!;
    expect(await first({ stops: [stop('a', 9)] })).toMatchObject({ field: 'stops[0].place', row: 1 });
    expect(await first({ matrix_min: [[0, 1], [1]] })).toMatchObject({ field: 'matrix_min[1]', row: 2 });
    expect(await first({ trucks: [{ id: 't', from: '17:00', to: '07:00', start: 0 }] })).toMatchObject({
      field: 'trucks[0].to',
    });
    expect(await first({ stops: [stop('a', 1, { trucks: ['x'] })] })).toMatchObject({
      field: 'stops[0].trucks',
    });
  });
});

describe('which weed it is', () => {
  // trade practice: the folded bud and the white centre are goosegrass
  test('goosegrass by bud and centre, held to the document', async () => {
    const question = { seen: { leaf: 'blade', bud: 'folded', crown: 'white and flat' }, month: 7 };
    expect(await misfits(question, 'IdentifyQuestion')).toEqual([]);
    const { status, body } = await ask('identify', question);
    expect([status, await misfits(body, 'IdentifyAnswer')]).toEqual([200, []]);
    expect(body.candidates[0]).toMatchObject({
      weed: 'goosegrass',
      why: 'Fits: leaf, new leaf in the bud and centre of the plant.',
    });
    expect(body.candidates[0]!.odds + body.none_of_them).toBeLessThan(1);
  });
  test('crabgrasses are not told apart by their seed head, and it says what would', async () => {
    const { body } = await ask('identify', {
      seen: { leaf: 'blade', bud: 'rolled', 'seed head': 'fingers from one point' },
    });
    expect(body.candidates.slice(0, 3).every((c) => c.weed.endsWith('crabgrass') && c.odds < 0.6)).toBe(true);
    expect(body.next[0]!.character).toMatch(/hair|growth/);
    expect(body.tells_first_two_apart.map((a) => a.character)).toContain('sheath hair');
  });
  test('a state that a character does not have is named', async () => {
    const { status, body } = await ask('identify', { seen: { bud: 'square' } });
    expect(status).toBe(422);
    expect(body.errors[0]).toMatchObject({ field: 'seen.bud' });
  });
});
