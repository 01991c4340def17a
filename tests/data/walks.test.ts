/** Scouting in the database: walks, what they feed, what products took. Lawns are invented. */
import { problemOf } from '../support/told';
import { addDays, isoDay, yearOf } from '@/core/calendar/day';
import { toSquareFeet } from '@/core/units/trade';
import { lastWalk } from '@/core/weeds/scouting';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { findingsOf } from '@/data/findings';
import { labelsOf } from '@/data/products';
import { walksOf } from '@/data/walks';
import { noteFinding } from '@/server/lawns/note-finding';
import { makeStrip } from '@/server/lawns/make-strip';
import { saveWalk, walkShape, type WalkInput } from '@/server/lawns/walk';
import { walkSheet } from '@/server/lawns/walk-view';
import { tookSheet } from '@/server/products/took';
import { actor, closeAll, record, recordInput, zoneNamed } from '../support/demo';

afterAll(closeAll);
const lead = actor('lead');
const key = () => crypto.randomUUID();
const today = async () => (await inOrganisation(lead, (db) => momentOf(db, lead))).today;
const weed = (over: Partial<WalkInput['found'][number]> = {}): WalkInput['found'][number] => ({
  weed: 'white-clover',
  stage: 'mature',
  cover: '4',
  counted: '',
  where: ['all over'],
  isInFlower: false,
  ...over,
});
async function input(over: Partial<WalkInput> = {}): Promise<WalkInput> {
  const zone = await zoneNamed('14 Quarry Lane · front');
  return { sendKey: key(), zoneId: zone.id, on: isoDay(await today()), found: [weed()], notes: '', ...over };
}

test('a walk stands with its weeds, feeds the gates, answers looks, and is kept once', async () => {
  const walked = await input({
    found: [
      weed({ counted: '2', where: ['shade', 'wet'] }),
      weed({ weed: 'smooth-crabgrass', stage: 'seedling', cover: '0.5' }),
      weed({ weed: 'smooth-crabgrass', stage: '1 tiller', cover: '1' }),
    ],
    notes: 'worst by the drive',
  });
  expect(walkShape.validate(walked).error).toBeUndefined();
  expect(await saveWalk(lead, walked)).toMatchObject({ ok: true });
  expect(await saveWalk(lead, walked)).toMatchObject({ ok: true });
  const sheet = (await walkSheet(lead, walked.zoneId))!;
  expect(sheet.walks).toHaveLength(1);
  expect(sheet.walks[0]).toMatchObject({ person: lead.name, notes: 'worst by the drive' });
  expect(sheet.walks[0]!.found.map((f) => [f.weed, f.stage, f.cover])).toEqual([
    ['white-clover', 'mature', 4],
    ['smooth-crabgrass', 'seedling', 0.5],
    ['smooth-crabgrass', '1 tiller', 1],
  ]);
  // two plants a square foot (arithmetic)
  expect(sheet.walks[0]!.found[0]!.perSquareMetre).toBeCloseTo(21.53, 2);
  // of two stages the furthest is what a label must take
  expect(sheet.sheet.facts.seen.stages.filter((s) => s.on === sheet.walks[0]!.on)).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ weed: 'white-clover', stage: 'mature' }),
      expect.objectContaining({ weed: 'smooth-crabgrass', stage: '1 tiller' }),
    ]),
  );
  const noted = await inOrganisation(lead, (db) => findingsOf(db, [walked.zoneId]));
  const looked = (noted.get(walked.zoneId) ?? []).filter((f) => f.kind === 'looked');
  expect(looked.map((f) => f.word)).toEqual(['walked: white clover, smooth crabgrass']);
});

test('of two walks of one day the one that was written down last counts', async () => {
  const zoneId = (await zoneNamed('230 Long Meadow · paddock')).id;
  for (const found of [[weed()], []])
    expect(await saveWalk(lead, await input({ zoneId, found }))).toMatchObject({ ok: true });
  expect(lastWalk((await walkSheet(lead, zoneId))!.walks)?.found).toEqual([]);
});

test('a zone on which nothing is up is a walk too', async () => {
  const empty = await input({ zoneId: (await zoneNamed('14 Quarry Lane · back')).id, found: [] });
  expect(await saveWalk(lead, empty)).toMatchObject({ ok: true });
  const walks = await inOrganisation(lead, (db) => walksOf(db, [empty.zoneId]));
  expect(walks.get(empty.zoneId)).toMatchObject([{ found: [] }]);
});

test.each<[string, Partial<WalkInput['found'][number]>, string]>([
  ['Weed 1', { weed: 'rose' }, 'Weed 1 has no name'],
  ['Stage 1', { stage: '' }, 'Weed 1 has no growth stage'],
  ['Stage 1', { stage: 'not up' }, 'Weed 1 has no growth stage'],
  ['Cover 1', { cover: '' }, 'Cover 1 is missing'],
  ['Cover 1', { cover: '120' }, 'Cover 1 is 120 %'],
  ['Cover 1', { cover: '0' }, 'Cover 1 is 0 %'],
  ['Counted 1', { counted: '-1' }, 'Counted 1 is -1 plants'],
])('%s that is wrong is named, with its figure', async (field, over, problem) => {
  const outcome = await saveWalk(lead, await input({ found: [weed(over)] }));
  expect(outcome).toMatchObject({ ok: false, refusal: { kind: 'invalid', issues: [{ field }] } });
  if (!outcome.ok && outcome.refusal.kind === 'invalid')
    expect(problemOf(outcome.refusal.issues[0]!)).toContain(problem);
});

test('a day ahead, a weed twice, and a zone of others', async () => {
  const ahead = await input({ on: isoDay(addDays(await today(), 1)) });
  expect(await saveWalk(lead, ahead)).toMatchObject({ refusal: { issues: [{ field: 'Day' }] } });
  const twice = await input({ found: [weed(), weed()] });
  expect(await saveWalk(lead, twice)).toMatchObject({
    refusal: {
      issues: [{ field: 'Weed 2', code: 'weed-twice', figures: { weed: 'white-clover', stage: 'mature' } }],
    },
  });
  const others = await input({ zoneId: key() });
  expect(await saveWalk(lead, others)).toMatchObject({ refusal: { kind: 'gone' } });
});

describe('why it came through', () => {
  const site = '14 Quarry Lane · front';
  const crabgrass = (over: Partial<WalkInput['found'][number]> = {}) =>
    weed({ weed: 'smooth-crabgrass', stage: 'seedling', cover: '3', ...over });
  const through = async (found: WalkInput['found']) => {
    const walked = await input({ found });
    expect(await saveWalk(lead, walked)).toMatchObject({ ok: true });
    return (await walkSheet(lead, walked.zoneId))!.through;
  };
  test('without a barrier this year nothing is said', async () => {
    expect(await through([crabgrass()])).toEqual([]);
  });
  // by hand: half of what the label's high rate gives to 6,240 sq ft
  test('half of the rate went down, all over: under-dosed stands first, with its clue', async () => {
    const down = await recordInput(
      site,
      { appliedOn: '2027-03-06', confirmed: true },
      { amount: '30', amountUnit: 'g' },
    );
    expect(await record(down)).toMatchObject({ ok: true });
    const [came] = await through([crabgrass(), weed()]);
    expect(came!.found.weed).toBe('smooth-crabgrass');
    expect(came!.clues).toMatchObject({ dose: 'very low', place: 'all over', label: 'has it' });
    expect(came!.causes[0]).toMatchObject({ cause: 'under-dosed' });
    // clover has no flush from seed that a barrier would stop
    expect(await through([weed()])).toEqual([]);
  });
  test('in a strip the edge that was missed is likelier than it was all over', async () => {
    const odds = async (where: WalkInput['found'][number]['where']) =>
      (await through([crabgrass({ where })]))[0]!.causes.find((c) => c.cause === 'missed edge')!.odds;
    expect(await odds(['missed strip'])).toBeGreaterThan(5 * (await odds(['all over'])));
  });
});

describe('what a soil test decides', () => {
  const note = async (word: string) =>
    noteFinding(lead, {
      sendKey: key(),
      zoneId: (await zoneNamed('14 Quarry Lane · back')).id,
      kind: 'soil values' as const,
      word,
      stage: '',
      figure: '',
      on: isoDay(await today()),
    });
  test('its figures are held to what they can be, by name', async () => {
    expect(await note('|12||')).toMatchObject({ refusal: { issues: [{ field: 'pH' }] } });
    expect(await note('58|||')).toMatchObject({ refusal: { issues: [{ field: 'pH' }] } });
    expect(await note('6|x|-1|500')).toMatchObject({
      refusal: { issues: [{ field: 'Phosphorus' }, { field: 'Potassium' }, { field: 'Lime' }] },
    });
  });
  test('acid and poor in phosphorus: it is said where weeds are looked at, and the law’s gate knows', async () => {
    expect(await note('5.6|12||')).toMatchObject({ ok: true });
    const sheet = (await walkSheet(lead, (await zoneNamed('14 Quarry Lane · back')).id))!;
    expect(sheet.ground.map((g) => g.code)).toEqual(['acid', 'phosphorus-low']);
    expect(sheet.sheet.facts.seen.phosphorus).toMatchObject({ isWanted: true });
  });
});

describe('what a cause asks of next year', () => {
  const ask = async (zoneId: string, word: string) =>
    noteFinding(lead, {
      sendKey: key(),
      zoneId,
      kind: 'next year',
      word,
      stage: '',
      figure: '',
      on: isoDay(await today()),
    });
  const wished = async (zoneId: string) =>
    (await walkSheet(lead, zoneId))!.sheet.facts.seen.nextYear.map((w) => [w.wish, w.weed]);

  test('is written down for the plan, by weed, and taken back', async () => {
    const zoneId = (await zoneNamed('14 Quarry Lane · front')).id;
    for (const word of ['in parts|smooth-crabgrass', 'another group|smooth-crabgrass', 'year off|goosegrass'])
      expect(await ask(zoneId, word)).toMatchObject({ ok: true });
    expect(await wished(zoneId)).toEqual([
      ['in parts', 'smooth-crabgrass'],
      ['another group', 'smooth-crabgrass'],
      ['year off', 'goosegrass'],
    ]);
    expect(await ask(zoneId, '|smooth-crabgrass')).toMatchObject({ ok: true });
    expect(await wished(zoneId)).toEqual([['year off', 'goosegrass']]);
    expect(await ask(zoneId, 'more of it|goosegrass')).toMatchObject({
      refusal: { kind: 'invalid', issues: [{ field: 'Next year' }] },
    });
  });

  const walked = async (zoneId: string) => (await walkSheet(lead, zoneId))!.sheet;
  const madeOf = <T>(o: { ok: true; value: T } | { ok: false; refusal: unknown }): T => {
    if (!o.ok) throw new Error(JSON.stringify(o.refusal));
    return o.value;
  };
  test('the hot edge becomes a zone: the zone is smaller by it, and its soil is that beside pavement', async () => {
    const zoneId = (await zoneNamed('3 Mill Race · whole lawn')).id;
    const before = await walked(zoneId);
    expect([before.zone.measure.by, before.zone.concreteEdgeFt]).toEqual(['typed', 60]);
    const made = madeOf(await makeStrip(lead, { zoneId, length: '50', width: '2' }));
    expect(made.isTakenOff).toBe(true);
    const [strip, rest] = [await walked(made.zoneId), await walked(zoneId)];
    // 50 ft by 2 ft, and 10 ft of the edge are left (arithmetic)
    expect(toSquareFeet(strip.zone.area)).toBeCloseTo(100, 6);
    expect(toSquareFeet(before.zone.area) - toSquareFeet(rest.zone.area)).toBeCloseTo(100, 6);
    expect(strip.zone.site).toMatchObject({ besidePavement: true, exposure: 'full sun' });
    expect(rest.zone.concreteEdgeFt).toBeCloseTo(10, 6);
    expect(strip.zone.facts.turf).toBe(before.zone.facts.turf);
  });
  test('what lay on the zone counts on its edge; a zone that was drawn keeps its outline', async () => {
    const zoneId = (await zoneNamed('14 Quarry Lane · front')).id;
    const before = await walked(zoneId);
    expect(before.zone.measure.by).toBe('takeoff');
    const made = madeOf(await makeStrip(lead, { zoneId, length: '60', width: '2.5' }));
    expect(made.isTakenOff).toBe(false);
    const laid = ({ facts }: typeof before) =>
      facts.ledger.map((e) => [e.day, e.name, e.ingredients.map((i) => i.ai?.toFixed(4))]).toSorted();
    expect(laid(before).length).toBeGreaterThan(0);
    expect(laid(await walked(made.zoneId))).toEqual(laid(before));
    expect((await walked(zoneId)).zone.area).toBe(before.zone.area);
  });
  test('an edge wider than the lawn, figures that are none, and an edge that is there, are refused by name', async () => {
    const zoneId = (await zoneNamed('14 Quarry Lane · front')).id;
    const strip = async (length: string, width: string, of = zoneId) =>
      makeStrip(lead, { zoneId: of, length, width });
    const fields = async (o: ReturnType<typeof strip>) => {
      const outcome = await o;
      return outcome.ok || outcome.refusal.kind !== 'invalid'
        ? outcome
        : outcome.refusal.issues.map((x) => x.field);
    };
    expect(await fields(strip('400', '40'))).toEqual(['Width', 'Zone']);
    expect(await fields(strip('long', ''))).toEqual(['Length', 'Width', 'Zone']);
    expect(await fields(strip('60', '2'))).toEqual(['Zone']);
    expect(await strip('40', '2', key())).toMatchObject({ refusal: { kind: 'gone' } });
  });
});

test('what a product took is told from the walk before and the look after, by product, weed and year', async () => {
  const zone = await zoneNamed('3 Mill Race · whole lawn');
  const now = await today();
  const label = (await inOrganisation(lead, labelsOf)).now.find((l) => l.name.startsWith('2,4-D amine'))!;
  const squareFeet = toSquareFeet(zone.area);
  const walkOn = async (on: string, cover: string) =>
    saveWalk(lead, await input({ zoneId: zone.id, on, found: [weed({ weed: 'dandelion', cover })] }));
  const [before, on, after] = [-20, -18, -2].map((d) => isoDay(addDays(now, d)));
  expect(await walkOn(before!, '8')).toMatchObject({ ok: true });
  const sprayed = await recordInput('3 Mill Race · whole lawn', {
    applicationId: '',
    appliedOn: on!,
    confirmed: true,
    water: String(squareFeet / 1000),
    air: '62',
    products: [
      {
        plannedProductId: '',
        productId: label.id,
        use: 'post-emergent',
        targets: ['dandelion'],
        tank: 1,
        place: 'zone',
        ground: '',
        area: String(squareFeet),
        lot: '',
        amount: String(1.1 * (squareFeet / 1000)),
        amountUnit: 'floz',
      },
    ],
  });
  expect(await record(sprayed)).toMatchObject({ ok: true });
  // nobody has looked yet
  expect((await tookSheet(lead)).products.map((p) => p.id)).not.toContain(label.id);
  expect(await walkOn(after!, '2')).toMatchObject({ ok: true });
  const { products, fallen } = await tookSheet(lead);
  // 2 of 8 % are left (arithmetic)
  expect(products.find((p) => p.id === label.id)).toMatchObject({
    taken: [{ weed: 'dandelion', year: yearOf(now), looks: 1, share: 0.75 }],
  });
  expect(fallen).toEqual([]);
  // others see their own company's alone
  expect((await tookSheet(actor('lead', 'other'))).products).toEqual([]);
});
