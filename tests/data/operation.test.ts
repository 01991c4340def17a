/** Faults that a review of operation found: many hands at once, dead workers, files that come twice, what logs hold. */
import { sql } from 'drizzle-orm';
import { inspect } from 'node:util';
import Joi from 'joi';
import { addDays, isoDay } from '@/core/calendar/day';
import { inOrganisation, signInDatabase } from '@/data/connection';
import { importOf } from '@/data/imports';
import { zonesOf, siteName } from '@/data/lawns';
import { observedWeather, stationsOf, storedForecast } from '@/data/weather';
import { daysIn } from '@/core/weather/series';
import people from '../../scripts/demo/people.json' with { type: 'json' };
import { auth } from '@/server/entry/auth';
import { Forbidden, type Actor } from '@/data/actor';
import { openAction } from '@/server/entry/action';
import { fileRoute } from '@/server/entry/file-route';
import { done } from '@/server/entry/outcome';
import { log, whyOf, withoutData } from '@/server/log';
import { metrics } from '@/server/entry/metrics';
import { actorOfToken, makeToken } from '@/server/entry/tokens';
import { anyIdShape, putThermometerAway } from '@/server/settings/view';
import { dropFilter } from '@/server/lawns/lawn-list';
import { removeLicence, saveEquipment, saveLicence } from '@/server/settings/gate-house';
import { checkLawnFile, checkWeatherFile } from '@/server/imports/imports';
import { runImport, runUndo } from '@/server/imports/run-imports';
import { beat, lastBeat, takeJob, takeOverFromDead } from '@/server/queue/alive';
import { noteFinding } from '@/server/lawns/note-finding';
import { productList, moveStock, type MoveInput } from '@/server/products/products';
import { saveStation, stationsSheet } from '@/server/house/stations';
import { addNewLawn, addLawnShape } from '@/server/lawns/save-lawn';
import { beginCompany } from '@/server/people/begin';
import { makeFirstLink } from '@/server/people/links';
import { EMPTY_LAWN } from '@/app/lawns/lawn-draft';
import { GET as metricsOf } from '@/app/api/metrics/route';
import { POST } from '@/app/api/v1/outlook/route';
import { readiness } from '@/server/entry/readiness';
import { moveImport } from '@/data/imports';
import { actor, closeAll, refusalOf, zoneNamed } from '../support/demo';
import type { WeatherMapping } from '@/formats/weather-mapping';

afterAll(closeAll);
const lead = actor('lead');
const key = () => crypto.randomUUID();
const DEMO_DAY = '2027-03-18';

describe('the shelf', () => {
  const out = async (amount: string, sendKey = key()): Promise<MoveInput> => ({
    sendKey,
    kind: 'out',
    lot: '',
    amount,
    unit: 'lb',
    price: '',
    on: DEMO_DAY,
    note: '',
    productId: (await productList(lead)).find((p) => p.label.name.startsWith('Prodiamine 65'))!.label.id,
  });
  test('eight people who take half of it at once: two get it, and nothing goes below nothing', async () => {
    const input = await out('4');
    const taken = await Promise.all(
      Array.from({ length: 8 }, () => moveStock(lead, { ...input, sendKey: key() })),
    );
    expect(taken.filter((t) => t.ok)).toHaveLength(2);
    const refused = taken.filter((t) => !t.ok).map((t) => refusalOf(t)?.issues?.[0]?.code);
    expect(refused[0]).toBe('stock-not-enough');
  });
  test('a line whose answer was lost is sent again: it stands once, and is no fault', async () => {
    const input = await out('1');
    const first = await moveStock(lead, input);
    const again = await moveStock(lead, input);
    expect(first.ok).toBe(true);
    expect(again).toEqual(first);
  });
});

describe('files', () => {
  const lawns = async () => {
    const made = await checkLawnFile(lead, {
      fileName: 'lawns.csv',
      body: 'customer,address,zone,turf,area\nA,1 Sedge Row,front,tall fescue,4000\nB,2 Sedge Row,front,tall fescue,4000\n',
      mapping: Object.fromEntries(
        [
          'customer',
          'address',
          'zone',
          'turf',
          'area',
          'texture',
          'moisture',
          'exposure',
          'drainage',
          'thatch',
          'notes',
          'hazards',
        ].map((k, i) => [k, i < 5 ? i : -1]),
      ) as Parameters<typeof checkLawnFile>[1]['mapping'],
    });
    if (!made.ok) throw new Error(JSON.stringify(made.refusal));
    await inOrganisation(lead, (db) =>
      moveImport(db, made.value.importId, ['checked'], { status: 'waiting' }),
    );
    await runImport(lead, made.value.importId);
    return made.value.importId;
  };
  test('lawns are taken out again but for the one at which something was written down', async () => {
    const importId = await lawns();
    const zone = await zoneNamed('1 Sedge Row · front');
    await noteFinding(lead, {
      sendKey: key(),
      zoneId: zone.id,
      kind: 'mown',
      word: '',
      stage: '',
      figure: '',
      on: DEMO_DAY,
    });
    await runUndo(lead, importId);
    const left = (await inOrganisation(lead, zonesOf)).map(siteName).filter((s) => s.includes('Sedge Row'));
    expect(left).toEqual(['1 Sedge Row · front']);
    expect((await inOrganisation(lead, (db) => importOf(db, importId)))?.trouble).toContain('"stay":1');
  });

  const hours = (from: string, count: number, air: number) => {
    const start = Date.parse(`${from}T00:00Z`);
    const rows = Array.from(
      { length: count },
      (_, h) => `${new Date(start + h * 3_600_000).toISOString().slice(0, 16)},${air},0,3`,
    );
    return ['time,air,rain,wind', ...rows].join('\n');
  };
  const take = async (body: string, stationId: string) => {
    const mapping: WeatherMapping = {
      stationId,
      format: 'hours',
      series: '',
      isReadInTheMorning: false,
      dayFirst: false,
      columns: { time: 0, air: 1, rain: 2, wind: 3, min: -1, max: -1, chance: -1 },
      temperature: 'C',
      water: 'mm',
      windIn: 'm/s',
    };
    const made = await checkWeatherFile(lead, { fileName: 'w.csv', body, mapping });
    if (!made.ok) throw new Error(JSON.stringify(made.refusal));
    const { importId } = made.value;
    await inOrganisation(lead, (db) => moveImport(db, importId, ['checked'], { status: 'waiting' }));
    await runImport(lead, importId);
    return (await inOrganisation(lead, (db) => importOf(db, importId)))!;
  };
  test('weather that is on file stays; earlier days come before it; days ahead are the forecast; all goes out again', async () => {
    const [station] = await inOrganisation(lead, stationsOf);
    const before = (await inOrganisation(lead, (db) => observedWeather(db, station!.id)))!;
    // three days before the first, and the first itself once more, hotter
    const earlier = await take(hours(isoDay(addDays(before.from, -3)), 96, 30), station!.id);
    expect(earlier).toMatchObject({ status: 'done', added: 3, skipped: 1 });
    const after = (await inOrganisation(lead, (db) => observedWeather(db, station!.id)))!;
    expect(daysIn(after)).toBe(daysIn(before) + 3);
    expect([after.air[0], after.air[72]]).toEqual([30, before.air[0]]);
    const ahead = await take(hours(DEMO_DAY, 48, 21), station!.id);
    expect(ahead).toMatchObject({ status: 'done', added: 2 });
    expect((await inOrganisation(lead, (db) => storedForecast(db, station!.id)))!.air[5]).toBe(21);
    // the same again does nothing
    expect(await take(hours(isoDay(addDays(before.from, -3)), 96, 30), station!.id)).toMatchObject({
      added: 0,
      skipped: 4,
    });
    await runUndo(lead, earlier.id);
    expect((await stationsSheet(lead)).stations.find((s) => s.id === station!.id)!.from).toBe(before.from);
  });
  test('another company’s station takes no file', async () => {
    const [station] = await inOrganisation(lead, stationsOf);
    const made = await checkWeatherFile(
      { ...lead, orgId: 'other' },
      {
        fileName: 'w.csv',
        body: hours('2026-01-01', 24, 5),
        mapping: {
          stationId: station!.id,
          format: 'hours',
          series: '',
          isReadInTheMorning: false,
          dayFirst: false,
          columns: { time: 0, air: 1, rain: 2, wind: 3, min: -1, max: -1, chance: -1 },
          temperature: 'C',
          water: 'mm',
          windIn: 'm/s',
        },
      },
    );
    expect(refusalOf(made)?.kind).toBe('gone');
  });
});

describe('the worker', () => {
  const jobOfNobody = async (seconds: number) => {
    const [row] = await signInDatabase().execute<{ id: string }>(sql`
      insert into pgboss.job (name, data, state, started_on)
      values ('iron-gate', '{}', 'active', now() - make_interval(secs => ${seconds})) returning id`);
    return row!.id;
  };
  const job = async (workerId: string) => {
    const id = await jobOfNobody(0);
    await takeJob(id, workerId);
    return id;
  };
  const stateOf = async (id: string) =>
    (
      await signInDatabase().execute<{ state: string }>(
        sql`select state from pgboss.job where id = ${id}::uuid`,
      )
    )[0]!.state;
  test('jobs of a worker that has been silent are handed in again, those of a living one are left', async () => {
    await beat('alive', new Set());
    await signInDatabase().execute(
      sql`insert into worker_beat (worker_id, seen_at) values ('silent', now() - interval '50 seconds')`,
    );
    const [mine, lost, unknown] = [await job('alive'), await job('silent'), await job('gone')];
    expect(await takeOverFromDead()).toBe(2);
    expect([await stateOf(mine), await stateOf(lost), await stateOf(unknown)]).toEqual([
      'active',
      'retry',
      'retry',
    ]);
    expect(Date.now() - (await lastBeat())!.getTime()).toBeLessThan(60_000);
  });
  test('a job that left the queue and came to no worker is handed in again, one just fetched is left', async () => {
    const [lost, fetched] = [await jobOfNobody(50), await jobOfNobody(0)];
    await takeOverFromDead();
    expect([await stateOf(lost), await stateOf(fetched)]).toEqual(['retry', 'active']);
  });
  test('a job whose end the queue did not hear of is handed in again, though its worker lives', async () => {
    const [ended, inHand] = [await jobOfNobody(50), await jobOfNobody(50)];
    for (const id of [ended, inHand]) await takeJob(id, 'busy');
    await beat('busy', new Set([inHand]));
    await takeOverFromDead();
    expect([await stateOf(ended), await stateOf(inHand)]).toEqual(['retry', 'active']);
  });
});

test('a token has an end', async () => {
  const made = await makeToken(lead, { name: 'short', days: 30, calls: ['outlook'] });
  if (!made.ok) throw new Error('no token');
  const { secret } = made.value;
  expect(await actorOfToken(secret)).not.toBeNull();
  await signInDatabase().execute(
    sql`update api_token set expires_at = now() - interval '1 second' where name = 'short'`,
  );
  expect(await actorOfToken(secret)).toBeNull();
});

test('the log names a failed query without what was put into it', async () => {
  const failed = await signInDatabase()
    .execute(sql`select 1 / (${'4 Secret Lane'}::text = '')::int`)
    .then(
      () => null,
      (error: unknown) => error,
    );
  expect(failed).not.toBeNull();
  const line = withoutData(failed);
  expect(line).toContain('select 1 /');
  expect(line).not.toContain('Secret Lane');
});

test('what is not there is not said to be done', async () => {
  const nothing = { id: key() };
  const answers = [
    await removeLicence(lead, nothing),
    await putThermometerAway(lead, nothing),
    await dropFilter(lead, nothing),
  ];
  expect(answers.map((a) => refusalOf(a)?.kind)).toEqual(['gone', 'gone', 'gone']);
});
test.each([
  ['2027-03-19', 'calibrated-to-come'],
  ['9999-12-31', 'calibrated-to-come'],
])('equipment calibrated on %s is refused', async (calibratedOn, code) => {
  const made = await saveEquipment(lead, { name: 'Drum', method: 'boom', calibratedOn });
  expect(refusalOf(made)?.issues?.[0]?.code).toBe(code);
});
test('a licence without an end in sight is refused', async () => {
  const made = await saveLicence(lead, {
    userId: '',
    person: 'A',
    number: '',
    categories: 'turf',
    validTo: '9999-12-31',
  });
  expect(refusalOf(made)?.issues?.[0]?.field).toBe('Valid to');
});

describe('signing in', () => {
  const from = (place: string) => new Headers({ 'x-forwarded-for': place });
  const tryIt = (email: string, password: string, place: string) =>
    auth()
      .api.signInEmail({ body: { email, password }, headers: from(place) })
      .then(
        () => 'in',
        (error: unknown) => (error as { status: string }).status,
      );
  const { password } = people;
  const EMAIL = 'tobin@quillmoor.example';
  test('a stranger who guesses shuts himself out, and not the person', async () => {
    for (let i = 0; i < 10; i++)
      expect(await tryIt(EMAIL, 'a guess that is wrong', '203.0.113.9')).toBe('UNAUTHORIZED');
    expect(await tryIt(EMAIL, password, '203.0.113.9')).toBe('TOO_MANY_REQUESTS');
    expect(await tryIt(EMAIL, password, '198.51.100.4')).toBe('in');
  });
  test('every try is counted and logged by what came of it, by the person’s id and never by an e-mail', async () => {
    const counted = async () =>
      Object.fromEntries(
        (await metrics().signIns.get()).values.map((v) => [String(v.labels['outcome']), v.value]),
      );
    const lines: string[] = [];
    const { info, warn } = log;
    log.info = log.warn = (fields: unknown) => void lines.push(JSON.stringify(fields));
    const before = await counted();
    await tryIt(EMAIL, 'a guess that is wrong', '198.51.100.9');
    await tryIt(EMAIL, password, '198.51.100.9');
    const after = await counted();
    Object.assign(log, { info, warn });
    for (const outcome of ['wrong e-mail or password', 'signed in'])
      expect(after[outcome]).toBe((before[outcome] ?? 0) + 1);
    expect(lines).toEqual([
      '{"outcome":"wrong e-mail or password"}',
      expect.stringMatching(/^{"outcome":"signed in","person":"person-\d"}$/),
    ]);
  });
  test('who was right begins to count anew', async () => {
    for (let round = 0; round < 3; round++) {
      for (let i = 0; i < 4; i++) await tryIt(EMAIL, 'a guess that is wrong', '198.51.100.5');
      expect(await tryIt(EMAIL, password, '198.51.100.5')).toBe('in');
    }
  });
  test('one place that tries many e-mails is shut out; an e-mail of kilobytes is no fault', async () => {
    const tries = await Promise.all(
      Array.from({ length: 70 }, (_, i) => tryIt(`nobody${i}@quillmoor.example`, 'x', '203.0.113.77')),
    );
    expect(tries.filter((t) => t === 'TOO_MANY_REQUESTS').length).toBeGreaterThanOrEqual(10);
    expect(await tryIt(`${'x'.repeat(5000)}@quillmoor.example`, 'x', '203.0.113.78')).toBe('UNAUTHORIZED');
  });
});

test('a query that has lost its way is ended by the database', async () => {
  const [row] = await signInDatabase().execute<Record<string, string>>(
    sql`select current_setting('statement_timeout') as statement,
               current_setting('idle_in_transaction_session_timeout') as idle`,
  );
  expect(row).toMatchObject({ statement: '5min', idle: '5min' });
});

test('a zone is never put on another company’s lawn', async () => {
  const words = 'harbour teaspoon velvet nine';
  const { url } = await makeFirstLink();
  const begun = await beginCompany({
    key: new URL(url).searchParams.get('key')!,
    company: 'Fenland Turf',
    timeZone: 'America/Chicago',
    units: 'metric',
    name: 'Una Reed',
    email: 'una@fenland.example',
    password: words,
    again: words,
  });
  expect(begun.ok).toBe(true);
  const [org] = await signInDatabase().execute<{ id: string }>(
    sql`select id from organisation where name = 'Fenland Turf'`,
  );
  const other = { ...lead, orgId: org!.id };
  const station = {
    id: null,
    name: 'Fen',
    latitude: '39',
    longitude: '-90',
    elevationFt: '',
    serviceKey: '',
  };
  const input = {
    ...EMPTY_LAWN,
    customer: 'A',
    address: '1 Drove',
    name: 'front',
    measure: { by: 'typed' as const, how: 'estimated', area: '4000' },
  };
  // without a station nothing can be computed: said with what to do
  const bare = refusalOf(await addNewLawn(other, { ...input, lawnId: null }))?.issues?.[0];
  expect(bare?.field).toBe('Weather station');
  expect((await saveStation(other, station)).ok).toBe(true);
  const { lawnId } = await zoneNamed('12 Farrier Bend · whole lawn');
  expect(refusalOf(await addNewLawn(other, { ...input, lawnId }))?.kind).toBe('gone');
  expect((await addNewLawn(other, { ...input, lawnId: null })).ok).toBe(true);
});

describe('what no form sends', () => {
  const named = openAction(
    Joi.object<{ name: string }>({ name: Joi.string().required() }).required(),
    (input) => Promise.resolve(done(input)),
  );
  test('a sign that no database keeps is refused, not a bug', async () => {
    expect((await named({ name: 'plain' })).ok).toBe(true);
    expect(refusalOf(await named({ name: 'a\0b' }))).toMatchObject({ kind: 'invalid' });
    expect(refusalOf(await named(undefined))).toMatchObject({ kind: 'invalid' });
  });
  test.each(['[GUID]', '(GUID)', '{GUID}', 'GUID', 'x'])(
    'an id as %s is refused but for the plain one',
    (form) => {
      const id = form.replace('GUID', '00000000-0000-4000-8000-000000000008');
      expect(anyIdShape.validate({ id }).error === undefined).toBe(form === 'GUID');
    },
  );
  test('a takeoff whose shapes lack a figure is none', () => {
    const rectangle = { kind: 'rectangle', sign: 'add', name: '', a: '40', b: '30', c: '', x: '', y: '' };
    const wrong = (shapes: readonly object[]) =>
      addLawnShape.validate({ ...EMPTY_LAWN, lawnId: null, measure: { by: 'takeoff', shapes } }).error
        ?.message;
    expect(wrong([rectangle])).toBeUndefined();
    const { a: _, ...rest } = rectangle;
    for (const shape of [{}, { kind: 'circle' }, rest]) expect(wrong([shape])).toContain(`"measure"`);
  });
  test('of a long wrong body the first fault is named, of a body too long its length, before it is read', async () => {
    const made = await makeToken(lead, { name: 'bodies', days: 30, calls: ['outlook'] });
    if (!made.ok) throw new Error('no token');
    const ask = (body: string, more: Record<string, string> = {}) =>
      POST(
        new Request('http://localhost/api/v1/outlook', {
          method: 'POST',
          headers: { authorization: `Bearer ${made.value.secret}`, ...more },
          body,
        }),
      );
    const errorsOf = async (rows: number) => {
      const answer = await ask(JSON.stringify({ weather: { daily: Array.from({ length: rows }, () => 0) } }));
      expect(answer.status).toBe(422);
      return ((await answer.json()) as { errors: unknown[] }).errors.length;
    };
    expect(await errorsOf(150_000)).toBe(1);
    expect(await errorsOf(5)).toBeGreaterThan(1);
    expect((await ask('{}', { 'content-length': '41000000' })).status).toBe(413);
  });
});

test('why a job failed is said in words, without the query and what was in it', async () => {
  const failed = await signInDatabase()
    .execute(sql`select 1 / (${'4 Secret Lane'}::text = '')::int`)
    .then(
      () => null,
      (error: unknown) => error,
    );
  expect(whyOf(failed)).toBe('division by zero');
  expect(whyOf(new Error('The file is no table'))).toBe('The file is no table');
});

describe('a file that a person fetches', () => {
  const fetched = async (run: () => Promise<Response>, who: Actor | null = lead) => {
    const answer = await fileRoute(run, () => Promise.resolve(who))(new Request('http://localhost/x'), {});
    return [answer.status, await answer.text()] as const;
  };
  const whole = () => Promise.resolve(new Response('all of it'));
  const thrown = (error: Error) => () => Promise.reject(error);
  test('comes whole, or says in words why not', async () => {
    expect(await fetched(whole)).toEqual([200, 'all of it']);
    expect(await fetched(whole, null)).toEqual([401, 'Sign in first.']);
    const gone = Object.assign(new Error('connect'), { code: 'ECONNREFUSED' });
    expect(await fetched(thrown(gone))).toEqual([503, expect.stringContaining('database does not answer')]);
    expect(await fetched(thrown(new Forbidden(lead, 'manage people')))).toEqual([
      403,
      'Your role may not invite people and say what they may do. Ask your lead.',
    ]);
    const [status, text] = await fetched(thrown(new Error('select secret')));
    expect(status).toBe(500);
    expect(text).toMatch(/Reference: [0-9a-f]{8}$/);
    expect(text).not.toContain('secret');
  });
});

describe('who watches the server', () => {
  const ask = (authorization?: string) =>
    metricsOf(
      new Request('http://localhost/api/metrics', { headers: authorization ? { authorization } : {} }),
    );
  afterEach(() => delete process.env['METRICS_TOKEN']);

  test('figures are for the holder of the token, and where there is none there is no such place', async () => {
    expect((await ask('Bearer ')).status).toBe(404);
    process.env['METRICS_TOKEN'] = 'orchard';
    expect((await ask()).status).toBe(401);
    expect((await ask('Bearer orchardx')).status).toBe(401);
    const answer = await ask('Bearer orchard');
    expect(answer.status).toBe(200);
    const text = await answer.text();
    // Prometheus text format 0.0.4: a line of help and type for each, samples of name, labels and figure
    expect(answer.headers.get('content-type')).toContain('text/plain; version=0.0.4');
    for (const line of text.split('\n').filter(Boolean))
      expect(line).toMatch(
        /^(# (HELP|TYPE) [a-z0-9_]+ .+|[a-z0-9_]+(\{[a-z_]+="[^"]*"(,[a-z_]+="[^"]*")*\})? \S+)$/,
      );
    expect(text).toMatch(/^iron_gate_database_up\{.*\} 1$/m);
    expect(text).toMatch(/^iron_gate_jobs\{state="/m);
    expect(text).not.toContain('Farrier');
  });

  test('ready is who has the tables of this version and a worker that works; what is missing is said', async () => {
    await signInDatabase().execute(sql`delete from worker_beat`);
    expect(await readiness()).toEqual(['No worker works']);
    await beat('11111111-0000-4000-8000-000000000001', new Set());
    expect(await readiness()).toEqual([]);
  });

  test('an error that a query throws holds nothing of its rows, however it is printed', async () => {
    const failed = await inOrganisation(lead, (db) =>
      db.execute(
        sql`insert into lawn (org_id, station_id, customer, address) values ('quillmoor', null, ${'Wren Secret'}, 'x')`,
      ),
    ).then(
      () => null,
      (error: unknown) => error,
    );
    expect(failed).toBeInstanceOf(Error);
    expect(inspect(failed, { depth: 8 })).not.toContain('Secret');
    expect(inspect(failed)).toContain('insert into lawn');
  });
});
