/** From the probe to the date: readings, what they move, whom else, and what is asked about them. */
import { problemOf, saidOf } from '../support/told';
import { eq } from 'drizzle-orm';
import { parseDay } from '@/core/calendar/day';
import { toFahrenheit } from '@/core/units/trade';
import { Forbidden } from '@/data/actor';
import { nowOf, todayOf, turnClock } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { houseOf } from '@/data/house';
import { zoneOf } from '@/data/lawns';
import { thermometersOf } from '@/data/readings';
import { reading as readingTable, zone as zoneTable } from '@/data/schema';
import { putThermometerAway, saveCrossings, saveThermometer } from '@/server/settings/view';
import { expectedAt, hindcastSheet, readingSheet, soilSheet } from '@/server/soil/view';
import { addSensor, fetchSensor, sensorsOf } from '@/server/soil/soil-station';
import { noteSign, takeReading, type ReadingInput } from '@/server/soil/take-reading';
import { board } from '@/server/programme/board';
import { zoneSheet } from '@/server/programme/view';
import { refusalOf, CROSSINGS_TYPED, actor, closeAll, zoneNamed } from '../support/demo';

afterAll(closeAll);
const tech = actor();
const lead = actor('lead');
const LOMAS = '12 Farrier Bend · whole lawn';
const FALLOW = '8 Fallow Street · whole lawn';

async function reading(site: string, over: Partial<ReadingInput> = {}): Promise<ReadingInput> {
  return {
    sendKey: crypto.randomUUID(),
    zoneId: (await zoneNamed(site)).id,
    spot: 'open',
    depth: '2',
    value: '50',
    unit: 'F',
    thermometerId: null,
    takenAt: '2027-03-17T10:30',
    confirmed: false,
    ...over,
  };
}
async function expected(site: string, at = '2027-03-17T15:30:00Z') {
  const { id } = await zoneNamed(site);
  return inOrganisation(tech, async (db) => {
    const zone = (await zoneOf(db, id))!;
    return (await expectedAt(
      db,
      tech.orgId,
      zone,
      await houseOf(db),
      await todayOf(db, tech),
      'open',
      (2 * 0.0254) as never,
      new Date(at),
    ))!;
  });
}
async function said(input: ReadingInput): Promise<string[]> {
  const outcome = await takeReading(tech, input);
  if (outcome.ok) return ['taken'];
  const { refusal } = outcome;
  if (refusal.kind === 'invalid') return refusal.issues.map((i) => `${i.field}: ${saidOf(i)}`);
  if (refusal.kind === 'questions') return refusal.questions.map(problemOf);
  return [refusal.kind];
}
const soil = async (
  site: string,
  spot: 'open' | 'shade' | 'warmest strip' = 'open',
  readingId: string | null = null,
) => (await soilSheet(tech, (await zoneNamed(site)).id, spot, readingId))!;

describe('a reading', () => {
  test('moves its neighbours of the same kind the same way and less, and other kinds not at all', async () => {
    // both loam, moist, in full sun, nothing read before; the third is dry sand
    const sites = [LOMAS, '27 Orchard Close · front and side', FALLOW] as const;
    const offsets = async () =>
      Promise.all(sites.map(async (s) => (await soil(s)).outlook!.correction.offset as number));
    expect(await offsets()).toEqual([0, 0, 0]);
    const model = await expected(LOMAS);
    expect(await said(await reading(LOMAS, { value: (toFahrenheit(model.value) + 3).toFixed(1) }))).toEqual([
      'taken',
    ]);
    const [own, neighbour, other] = await offsets();
    expect(own!).toBeGreaterThan(0.3);
    expect(neighbour!).toBeGreaterThan(0.05);
    expect(neighbour!).toBeLessThan(own! * 0.7);
    expect(other).toBe(0);
    expect((await soil(sites[1])).outlook!.correction).toMatchObject({ readings: 0, neighbours: 1 });
  });

  test('moves the outlook of its zone at once, and says what it means', async () => {
    const before = await soil(FALLOW);
    const model = await expected(FALLOW);
    const input = await reading(FALLOW, { value: (toFahrenheit(model.value) + 3).toFixed(1) });
    const outcome = await takeReading(tech, input);
    if (!outcome.ok) throw new Error(JSON.stringify(outcome));
    const after = await soil(FALLOW, 'open', outcome.value.readingId);
    expect(after.outlook!.correction.readings).toBe(1);
    expect(after.outlook!.correction.offset).toBeGreaterThan(before.outlook!.correction.offset + 0.2);
    expect(after.outlook!.dates.p50!).toBeLessThanOrEqual(before.outlook!.dates.p50!);
    const width = (o: typeof before) => o.outlook!.correction.offsetVariance;
    expect(width(after)).toBeLessThan(width(before));
    const { meaning } = after;
    expect(meaning!.reading.met!.used).toBe(true);
    expect(meaning!.reading.met!.innovation * 1.8).toBeCloseTo(3, 0);
    expect(meaning!.waveAtHouse).toHaveLength(25);
    // a mid-morning reading lies below its day's mean
    expect(meaning!.dailyMean).toBeGreaterThan(meaning!.reading.value);
    // the gates of the lawn look at the same outlook
    const sheet = (await zoneSheet(tech, input.zoneId))!;
    expect(sheet.outlook!.dates).toEqual(after.outlook!.dates);
  });

  test('sent twice is taken once', async () => {
    const input = await reading('3 Mill Race · whole lawn', { confirmed: true });
    const [a, b] = [await takeReading(tech, input), await takeReading(tech, input)];
    expect(a).toEqual(b);
    expect((await soil('3 Mill Race · whole lawn')).readings).toHaveLength(1);
  });

  test('has the thermometer’s offset taken off', async () => {
    const { thermometers } = (await readingSheet(tech, (await zoneNamed(LOMAS)).id))!;
    const red = thermometers.find((t) => t.name.startsWith('Red'))!;
    expect(
      await said(
        await reading('7 Glazier Yard · court', { value: '49.6', thermometerId: red.id, confirmed: true }),
      ),
    ).toEqual(['taken']);
    const [r] = (await soil('7 Glazier Yard · court')).readings;
    expect(toFahrenheit(r!.value)).toBeCloseTo(49.0, 6);
    expect(r!.typed).toEqual({ value: 49.6, unit: 'F' });
  });

  test('that looks like the other scale, or like nothing near, is asked about; confirmed, it is kept and flagged', async () => {
    const [question] = await said(await reading('27 Orchard Close · front and side', { value: '10' }));
    expect(question).toContain('10.0 °C would fit (50.0 °F)');
    const far = await reading('27 Orchard Close · front and side', { value: '88' });
    expect((await said(far))[0]).toMatch(/^88\.0 °F is far from the \d+\.\d °F expected here$/);
    expect(await said({ ...far, confirmed: true })).toEqual(['taken']);
    const sheet = await soil('27 Orchard Close · front and side');
    expect(sheet.readings[0]!.met).toMatchObject({ used: false });
    expect(sheet.outlook!.correction.readings).toBe(0);
  });

  test('that swings more than the ground can is asked about', async () => {
    const site = '19 Kiln Hill · whole lawn';
    const model = await expected(site);
    const value = toFahrenheit(model.value);
    expect(await said(await reading(site, { value: value.toFixed(1), depth: '4', confirmed: true }))).toEqual(
      ['taken'],
    );
    const next = await said(
      await reading(site, { value: (value + 7).toFixed(1), depth: '4', takenAt: '2027-03-17T11:00' }),
    );
    expect(next.join(' ')).toMatch(
      /read 30 minutes ago; at this depth the soil changes by \d+\.\d °F at most/,
    );
  });

  test.each([
    [{ value: '' }, 'Temperature: Temperature is missing. Type a number in °F.'],
    [
      { value: 'warm' },
      'Temperature: Temperature "warm" is not a number. Type a number in °F, for example -9.',
    ],
    [
      { value: '327' },
      'Temperature: Temperature is 327 °F. More than 140 °F is taken for a slip. Check the figure and its unit.',
    ],
    [{ value: '-60' }, 'Temperature: Temperature is -60 °F. It must be at least -10 °F.'],
    [
      { depth: '40' },
      'Depth: Depth is 40 in. More than 12 in is taken for a slip. Check the figure and its unit.',
    ],
    [{ takenAt: 'soon' }, 'Time: Time "soon" is no day and hour. Type it as 2027-03-18 10:30.'],
    [
      { takenAt: '0000-01-01T10:00' },
      'Time: Time "0000-01-01T10:00" is no day and hour. Type it as 2027-03-18 10:30.',
    ],
    [
      { takenAt: '2027-04-01T10:00' },
      'Time: Time is 1 April, 10:00, which is still to come. Check the hour.',
    ],
    [{ takenAt: '2021-04-01T10:00' }, 'Time: Time is 1 April 2021, more than a year ago. Check the year.'],
  ])('with %j is refused by field, figure and remedy', async (over, words) => {
    expect(await said(await reading(LOMAS, over))).toEqual([words]);
  });

  test('is for those who work, and for zones that are ours', async () => {
    await expect(takeReading(actor('viewer'), await reading(LOMAS))).rejects.toBeInstanceOf(Forbidden);
    expect(await takeReading(actor('lead', 'other-company'), await reading(LOMAS))).toEqual({
      ok: false,
      refusal: { kind: 'gone' },
    });
  });

  test('of the warmest strip stands beside the open lawn’s mean', async () => {
    const sheet = await soil('14 Quarry Lane · front', 'warmest strip');
    const strip = sheet.readings.find((r) => r.spot === 'warmest strip')!;
    const { meaning } = await soil('14 Quarry Lane · front', 'warmest strip', strip.id);
    expect(meaning!.open).not.toBeNull();
    expect(meaning!.dailyMean).toBeGreaterThan(meaning!.open! + 1);
  });

  test('of today waits for no weather: the forecast’s first day carries it', async () => {
    const { now } = await inOrganisation(tech, nowOf);
    const site = '230 Long Meadow · paddock';
    const model = await expected(site, now.toISOString());
    expect(
      await said(await reading(site, { value: toFahrenheit(model.value).toFixed(1), takenAt: '' })),
    ).toEqual(['taken']);
    expect((await soil(site)).readings[0]!.met!.used).toBe(true);
  });
});

describe('a thermometer', () => {
  const save = (over: object) =>
    saveThermometer(tech, { id: null, name: 'Blue', offsetF: '0.4', calibratedOn: '2027-03-01', ...over });
  test.each([
    [{ name: ' ' }, 'The thermometer has no name'],
    [{ offsetF: 'a bit' }, 'Offset "a bit" is not a number'],
    [{ offsetF: '25' }, 'Offset is 25 °F'],
    [{ calibratedOn: '2028-01-01' }, 'Compared on "2028-01-01" is no day up to today'],
    [{ calibratedOn: 'lately' }, 'Compared on "lately" is no day up to today'],
  ])('with %j is refused with the reason', async (over, problem) => {
    expect(await save(over)).toMatchObject({ ok: false, refusal: { kind: 'invalid' } });
    expect(refusalOf(await save(over))?.issues?.map((i) => i.problem)).toEqual([problem]);
  });
  test('is kept with its offset, compared anew, and put away: then no reading can name it', async () => {
    expect((await save({})).ok).toBe(true);
    const known = async () => (await inOrganisation(tech, thermometersOf)).find((t) => t.name === 'Blue');
    const blue = (await known())!;
    expect(blue.offsetF).toBe(0.4);
    expect((await save({ id: blue.id, offsetF: '−0.2', calibratedOn: '' })).ok).toBe(true);
    expect(await known()).toMatchObject({ offsetF: -0.2, calibratedOn: null });
    await putThermometerAway(tech, { id: blue.id });
    expect(await known()).toBeUndefined();
    // what is put away, and what never was, is not changed by anybody
    for (const id of [blue.id, crypto.randomUUID()])
      expect(await save({ id, offsetF: '1' })).toEqual({ ok: false, refusal: { kind: 'gone' } });
    expect(await said(await reading(LOMAS, { thermometerId: blue.id }))).toEqual([
      'Thermometer: This thermometer has been put away. Choose another, or none.',
    ]);
  });
});

describe('the schools', () => {
  test('stand side by side with past years; the demo’s sign is learnt from three years of notes', async () => {
    const { schools, signLag, past } = await soil('14 Quarry Lane · front');
    expect(schools).toHaveLength(6);
    expect(schools[0]!.past.map((p) => p.year)).toEqual(past.map((p) => p.year));
    expect(signLag).not.toBeNull();
  });

  test('a house rule changes every lawn but those with a school of their own; the loser of two editors is told', async () => {
    const house = await inOrganisation(tech, houseOf);
    const base = { ...CROSSINGS_TYPED, use: 'early bird', seen: house.version } as const;
    expect(await saveCrossings(lead, { ...base, runLineF: '550', airDays: 'few' })).toMatchObject({
      ok: false,
      refusal: {
        issues: [
          { code: 'beyond', figures: { name: 'Run of days, line', value: '550' } },
          { code: 'not-a-number', figures: { name: 'Air, days', text: 'few' } },
        ],
      },
    });
    expect((await saveCrossings(lead, base)).ok).toBe(true);
    expect((await soil(LOMAS)).outlook!.rule.school).toBe('early bird');
    const late = await saveCrossings(lead, { ...base, use: 'signs' });
    expect(refusalOf(late)?.issues?.[0]?.problem).toContain('Somebody else has changed these figures');
    expect((await board(tech)).groups.reduce((sum, g) => sum + g.total, 0)).toBeGreaterThan(5);
    expect((await saveCrossings(lead, { ...base, use: 'run of days', seen: house.version + 1 })).ok).toBe(
      true,
    );
  });

  test('a sign noted on a day of the future or of no calendar is refused', async () => {
    const note = async (seenOn: string) =>
      noteSign(tech, {
        sendKey: crypto.randomUUID(),
        zoneId: (await zoneNamed(LOMAS)).id,
        sign: 'lilac opening',
        seenOn,
        note: '',
      });
    expect(await note('2027-05-01')).toMatchObject({
      ok: false,
      refusal: { issues: [{ code: 'sign-to-come' }] },
    });
    expect(await note('in spring')).toMatchObject({ ok: false });
    expect((await note('2027-03-17')).ok).toBe(true);
    expect((await soil(LOMAS)).observations[0]).toMatchObject({
      sign: 'lilac opening',
      day: parseDay('2027-03-17'),
    });
  });

  test('the hindcast panel has a case for each past year, kept for the next who asks', async () => {
    const { id } = await zoneNamed(LOMAS);
    const first = (await hindcastSheet(tech, id, 'open'))!;
    expect(first.score.cases).toBeGreaterThanOrEqual(8);
    expect(first.score.held).toBeGreaterThan(0.4);
    expect(await hindcastSheet(tech, id, 'open')).toEqual(first);
  });
});

describe('the soil station', () => {
  test('reports two depths, with dropouts left out and stuck days not used; asked again, it adds only what is new', async () => {
    const { id } = await zoneNamed('14 Quarry Lane · back');
    const rows = async () => (await soil('14 Quarry Lane · back')).readings;
    const [sensor] = await sensorsOf(tech);
    expect(sensor!.trouble).toMatch(/^stuck, not used: .* in on 2027-/);
    const before = await inOrganisation(tech, async (db) => (await zoneOf(db, id))!.readingsVersion);
    await fetchSensor(tech, sensor!.id);
    expect(await inOrganisation(tech, async (db) => (await zoneOf(db, id))!.readingsVersion)).toBe(before);
    const latest = await rows();
    expect([...new Set(latest.map((r) => Math.round(r.depth / 0.0254)))].sort()).toEqual([2, 4]);
    await turnClock(tech, 1);
    await fetchSensor(tech, sensor!.id);
    expect((await rows())[0]!.takenAt.getTime()).toBeGreaterThan(latest[0]!.takenAt.getTime());
    // its ground is made six tenths of a degree warmer than loam in full sun; this zone is clay loam in full sun
    const { correction } = (await soil('14 Quarry Lane · back')).outlook!;
    expect(correction.readings).toBeGreaterThan(100);
    expect(Math.sqrt(correction.offsetVariance)).toBeLessThan(0.4);
  });
  test('that is not known, or speaks the other scale, is refused with the remedy', async () => {
    const { id } = await zoneNamed(LOMAS);
    const add = (serviceKey: string, unit: 'F' | 'C') =>
      addSensor(tech, { zoneId: id, spot: 'open', serviceKey, unit });
    expect(await add(' ', 'C')).toMatchObject({
      ok: false,
      refusal: { issues: [{ field: 'Station', code: 'field-missing', figures: { name: 'Station' } }] },
    });
    expect(await add('nobody', 'C')).toMatchObject({
      ok: false,
      refusal: { issues: [{ code: 'soil-station-trouble', figures: { key: 'nobody', detail: 'HTTP 404' } }] },
    });
    expect(await add('quarry-1', 'F')).toMatchObject({
      ok: false,
      refusal: { issues: [{ code: 'soil-station-scale', figures: { told: 'C', chosen: 'F' } }] },
    });
  });
});

test('what was learnt last spring still speaks this year, for less; what is older than a year does not', async () => {
  const site = '102 Cooper Rise · under the limes';
  const { id } = await zoneNamed(site);
  const at = '2026-04-20T10:30';
  const model = await expected(site, '2026-04-20T15:30:00Z');
  expect(
    await said(await reading(site, { takenAt: at, value: (toFahrenheit(model.value) + 3).toFixed(1) })),
  ).toEqual(['taken']);
  const { outlook, readings } = await soil(site);
  expect(readings[0]!.met).toMatchObject({ used: true });
  expect(outlook!.correction.offset).toBeGreaterThan(0.2);
  // the transient of a year ago has faded, and the lasting part has had a year to wander
  expect(Math.abs(outlook!.correction.transient)).toBeLessThan(1e-6);
  const model2 = await expected(site, '2027-03-17T15:30:00Z');
  await takeReading(
    tech,
    await reading(site, { value: (toFahrenheit(model2.value) + 1).toFixed(1), confirmed: true }),
  );
  expect((await soil(site)).outlook!.correction.readings).toBe(2);
  await inOrganisation(tech, async (db) => {
    await db
      .update(readingTable)
      .set({ takenAt: new Date('2026-03-01T15:00:00Z') })
      .where(eq(readingTable.zoneId, id));
    await db.update(zoneTable).set({ readingsVersion: 99 }).where(eq(zoneTable.id, id));
  });
  expect((await soil(site)).outlook!.correction.readings).toBe(0);
});
