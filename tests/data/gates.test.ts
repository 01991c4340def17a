/** The gates over HTTP: answers held to the document that describes them and to the core, and problems by field. */
import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { Validator } from '@seriousme/openapi-schema-validator';
import { POST } from '@/app/api/v1/gates/route';
import { GET as schemaRoute } from '@/app/api/v1/label.schema.json/route';
import { GET as describe_ } from '@/app/api/v1/openapi.json/route';
import { GATE_KEYS } from '@/core/gates/gate-names';
import { makeToken } from '@/server/entry/tokens';
import { demoLabel } from '../../scripts/demo/labels';
import { actor, closeAll } from '../support/demo';

afterAll(closeAll);
type Span = {
  from: string;
  to: string;
  state: string;
  strength: string | null;
  reason: { code: string; source: string; figures: Record<string, unknown>; words: string };
};
type Body = {
  lanes: { gate: string; of: string; spans: Span[] }[];
  window: { from: string; to: string; state: string; by: string[] }[];
  next_open: { from: string; to: string } | null;
  errors: { field: string; row?: number; problem: string; remedy?: string }[];
};
let secret = '';
let document: { components: { schemas: Record<string, object> } };
beforeAll(async () => {
  const made = await makeToken(actor(), { name: 'gates', days: 90, calls: ['gates'] });
  secret = made.ok ? made.value.secret : '';
  document = (await describe_().json()) as typeof document;
});
async function ask(body: unknown) {
  const response = await POST(
    new Request('http://localhost/api/v1/gates', {
      method: 'POST',
      headers: { authorization: `Bearer ${secret}` },
      body: JSON.stringify(body),
    }),
  );
  return {
    status: response.status,
    type: response.headers.get('content-type') ?? '',
    body: (await response.json()) as Body,
  };
}
const hours = (from: string, days: number, at: (hour: number) => object = () => ({})) =>
  Array.from({ length: days * 24 }, (_, h) => ({
    time: new Date(Date.parse(`${from}T00:00Z`) + h * 3_600_000).toISOString().slice(0, 16),
    air_c: 12,
    precipitation_mm: 0,
    wind_m_s: 2,
    ...at(h),
  }));
const good = {
  today: '2027-03-18',
  hour: 7,
  range: { from: '2027-03-18', to: '2027-04-18' },
  zone: {
    turf: 'tall fescue',
    texture: 'clay loam',
    area_m2: 500,
    latitude_deg: 38.6,
    state: 'Merrow',
    irrigation_mm_per_h: 10,
    water: { kind: 'none' },
  },
  label: demoLabel('prodiamine'),
  application: { rate: { figure: 0.4, unit: 'oz/1000sqft' }, use: 'pre-emergent' },
  ledger: [{ date: '2027-01-25', rate: { figure: 0.2, unit: 'oz/1000sqft' } }],
  means: {
    licences: [{ person: 'Ada Fenn', categories: ['turf and ornamental'], valid_to: '2028-01-01' }],
    equipment: [{ name: 'Backpack', method: 'backpack', calibrated_on: '2027-03-10' }],
    on_hand: { figure: 3, unit: 'kg' },
  },
  outlook: {
    p10: '2027-04-10',
    p50: '2027-04-15',
    p90: null,
    observed_from: '2027-03-17',
    observed_c: [8],
    p50_c: Array.from({ length: 40 }, () => 9),
  },
  weather: { hourly: hours('2027-02-16', 40) },
};
const laneOf = (body: Body, gate: string) => body.lanes.find((l) => l.gate === gate)!.spans;

test('the document names the call, is a valid OpenAPI 3.1, and the label’s schema stands alone', async () => {
  expect(await new Validator().validate(structuredClone(document) as never)).toMatchObject({ valid: true });
  const published = (await schemaRoute().json()) as object;
  const valid = new Ajv2020({ allowUnionTypes: true }).compile(published);
  expect(valid(demoLabel('amine'))).toBe(true);
  expect(valid({})).toBe(false);
});

test('question and answer follow the document; every gate has a lane that covers the range', async () => {
  const { components } = document;
  const ajv = new Ajv2020({ strict: false, allErrors: true });
  // a CommonJS module: its function is its default
  (formats as unknown as { default: (to: Ajv2020) => void }).default(ajv);
  ajv.addSchema({ $id: 'doc', components });
  const follows = (name: string, value: unknown) => {
    const check = ajv.getSchema(`doc#/components/schemas/${name}`)!;
    expect([check(value), check.errors]).toEqual([true, null]);
  };
  follows('GatesQuestion', good);
  const { status, body } = await ask(good);
  expect(status).toBe(200);
  follows('GatesAnswer', body);
  expect(body.lanes.map((l) => l.gate)).toEqual([...GATE_KEYS]);
  for (const { spans } of body.lanes) {
    expect([spans[0]!.from, spans.at(-1)!.to]).toEqual(['2027-03-18', '2027-04-18']);
    spans.slice(1).forEach((s, i) => expect(s.from).toBe(spans[i]!.to));
  }
});

test('days, figures, units and words: the interval of 56 days after 25 January ends on 22 March', async () => {
  const { body } = await ask(good);
  const [shut, open] = laneOf(body, 'interval');
  expect([shut?.state, shut?.strength, shut?.to, open?.state]).toEqual([
    'shut',
    'bolt',
    '2027-03-22',
    'open',
  ]);
  expect(shut?.reason).toMatchObject({
    code: 'too-soon-after',
    source: 'label',
    figures: { last: '2027-01-25', days: 56, opens: '2027-03-22', done: true },
  });
  expect(shut?.reason.words).toContain('56 days between');
  expect(body.next_open).toEqual({ from: '2027-03-22', to: '2027-03-28' });
  expect(laneOf(body, 'stock')[0]!.state).toBe('open');
});

test('by the hour: wind at noon shuts noon', async () => {
  const gusty = {
    ...good,
    ledger: [],
    range: { from: '2027-03-18', to: '2027-03-20', by: 'hour' },
    weather: { hourly: hours('2027-02-16', 40, (h) => ({ wind_m_s: h % 24 === 12 ? 9 : 2 })) },
  };
  const { body } = await ask(gusty);
  const shut = laneOf(body, 'wind').filter((s) => s.state === 'shut');
  expect(shut.map((s) => [s.from, s.to])).toEqual([
    ['2027-03-18T12:00', '2027-03-18T13:00'],
    ['2027-03-19T12:00', '2027-03-19T13:00'],
  ]);
});

test('what is not sent is not known, and never open', async () => {
  const { weather: _, outlook: __, ...bare } = good;
  const { body } = await ask(bare);
  for (const gate of ['wind', 'frost', 'soil-water', 'soil-line'])
    expect(laneOf(body, gate).every((s) => s.state === 'ajar' && s.reason.code === 'not-known')).toBe(true);
  expect(body.next_open).toBeNull();
  const { means: ___, ...poor } = good;
  expect(laneOf((await ask(poor)).body, 'licence')[0]!.state).toBe('shut');
});

test.each([
  [{ range: { from: '2027-03-18', to: '2027-03-18' } }, 'range.to', '0 days after'],
  [{ range: { from: '2027-03-18', to: '2028-12-31' } }, 'range.to', 'days after'],
  [{ range: { from: '2027-02-30', to: '2027-03-18' } }, 'range.from', 'no day of the calendar'],
  [{ label: { ...good.label, yearLimit: 'much' } }, 'label.yearLimit', 'number'],
  [
    { application: { ...good.application, rate: { figure: 1, unit: 'floz/acre' } } },
    'application.rate.unit',
    'measured the other way',
  ],
  [{ zone: { ...good.zone, turf: 'moss' } }, 'zone.turf', 'must be one of'],
  [
    { ledger: [good.ledger[0], { date: '2027-13-01', rate: good.application.rate }] },
    'ledger[1].date',
    'no day',
  ],
  [{ outlook: { ...good.outlook, observed_c: [8, 8] } }, 'outlook.observed_c', '2 days from'],
  [
    { weather: { hourly: good.weather.hourly.toSpliced(30, 1) } },
    'weather.hourly[30].time',
    'does not follow',
  ],
])('%# is a problem at its field', async (over, field, words) => {
  const { status, type, body } = await ask({ ...good, ...over });
  expect([status, type]).toEqual([422, 'application/problem+json']);
  expect(body.errors.find((e) => e.field === field)?.problem).toContain(words);
});

test('a label’s maximum holds for the ground that got most: spots elsewhere count on their own', async () => {
  const stateFor = async (over: object) => {
    const { status, body } = await ask({ ...good, ...over });
    expect(status).toBe(200);
    const [first] = laneOf(body, 'year-limit');
    return [first?.state, first?.strength, first?.reason.code];
  };
  const earlier = { date: '2027-01-10', rate: { figure: 0.7, unit: 'oz/1000sqft' } };
  const quarter = { ...good.application, treated_m2: 125, ground: 'the fence line' };
  // 0.4 oz on the 0.7 that the whole zone had is over the label's 0.83, on a quarter of it as on all of it
  expect(await stateFor({ ledger: [earlier] })).toEqual(['shut', 'bolt', 'over-ingredient-limit']);
  expect(await stateFor({ ledger: [earlier], application: quarter })).toEqual([
    'shut',
    'bolt',
    'over-ingredient-limit',
  ]);
  // where the 0.7 went on other ground, it does not
  const elsewhere = [{ ...earlier, area_share: 0.25, ground: 'the drive' }];
  expect((await stateFor({ ledger: elsewhere, application: quarter }))[0]).toBe('open');
  // nor may what is planned for later come to stand on too much
  const later = { planned: [{ ...earlier, date: '2027-09-10' }], ledger: [] };
  expect((await stateFor(later))[2]).toBe('over-ingredient-limit');
  const none = { ...good, application: { ...good.application, treated_m2: 0 } };
  expect((await ask(none)).body.errors[0]?.field).toBe('application.treated_m2');
});

test('a ledger that is not whole opens nothing that hangs on a whole year', async () => {
  const { body } = await ask({ ...good, ledger: [], ledger_from: '2027-02-15' });
  expect(laneOf(body, 'year-limit')[0]).toMatchObject({
    state: 'ajar',
    reason: { code: 'history-not-known', figures: { bookFrom: '2027-02-15' } },
  });
});

test('products of one application are each asked of, and of each other', async () => {
  const companion = (over: object = {}) => ({
    label: demoLabel('amine'),
    rate: { figure: 1.2, unit: 'floz/1000sqft' },
    use: 'post-emergent',
    target: 'dandelion',
    tank: 1,
    ...over,
  });
  const withOne = (over: object = {}) => ({
    ...good,
    ledger: [],
    application: { ...good.application, companions: [companion(over)] },
  });
  // of the further ones, the lanes that say anything: 50 fl oz is more than this label lets go on at once
  const { body } = await ask(withOne({ rate: { figure: 50, unit: 'floz/1000sqft' } }));
  const of = (gate: string) => body.lanes.filter((l) => l.gate === gate).map((l) => l.of);
  expect(of('label-rate')).toEqual(['application', 'companions[0]']);
  expect(of('partner')).toEqual(['application']);
  expect(body.next_open).toBeNull();
  const bad = await ask(withOne({ rate: { figure: 1, unit: 'oz/acre' } }));
  expect([bad.status, bad.body.errors[0]?.field]).toEqual([422, 'application.companions[0].rate.unit']);
});
