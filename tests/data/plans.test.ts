import { saidOf } from '../support/told';
import { isoDay, parseDay } from '@/core/calendar/day';
import { rateIn } from '@/core/units/rate';
import { L_PER_FL_OZ, toSquareFeet } from '@/core/units/trade';
import { areaOf } from '@/core/products/application';
import { standingOf } from '@/core/season/standing';
import { NEW_PRODUCT, type TypedProduct } from '@/core/season/typed-fields';
import { Forbidden } from '@/data/actor';
import { computeWindows } from '@/server/worker/windows';
import { board } from '@/server/programme/board';
import { changeStanding, copyApplication, type StandingInput } from '@/server/programme/change-standing';
import { saveApplication, type ApplicationInput } from '@/server/programme/save-application';
import { zoneSheet } from '@/server/programme/view';
import { productList } from '@/server/products/products';
import {
  actor,
  applicationInput,
  closeAll,
  programmeOf,
  record,
  recordInput,
  zoneNamed,
} from '../support/demo';

afterAll(closeAll);
const tech = actor();

const labelled = async (name: string) =>
  (await zoneSheet(tech, (await zoneNamed('14 Quarry Lane · front')).id))!.labels.now.find((l) =>
    l.name.startsWith(name),
  )!;
const productOf = async (name: string, over: Partial<TypedProduct>): Promise<TypedProduct> => {
  const label = await labelled(name);
  return { ...NEW_PRODUCT, productId: label.id, unit: label.rateUnit, ...over };
};
/** What the refusal says, field by field. */
async function said(input: ApplicationInput) {
  const outcome = await saveApplication(tech, input);
  if (outcome.ok) return 'saved';
  const { refusal } = outcome;
  if (refusal.kind === 'invalid') return refusal.issues.map((i) => `${i.field}: ${saidOf(i)}`);
  if (refusal.kind === 'bolted') return refusal.bolts.map((b) => `${isoDay(b.day)} ${b.reason.code}`);
  return refusal.kind;
}
const FRONT = '14 Quarry Lane · front';

describe('an application', () => {
  test('in halves is saved for a lawn without any, and read back as it was typed', async () => {
    const site = '12 Farrier Bend · whole lawn';
    expect(await said(await applicationInput(site, {}, { rate: '0.75' }))).toBe('saved');
    const all = await programmeOf((await zoneNamed(site)).id);
    expect(all.map((a) => isoDay(a.plannedOn))).toEqual(['2027-03-20', '2027-05-29']);
    expect(all.map((a) => a.products[0]!.typed)).toEqual([
      { rate: 0.375, unit: 'oz/1000sqft' },
      { rate: 0.375, unit: 'oz/1000sqft' },
    ]);
    expect(all.map((a) => [a.products[0]!.tie?.part, a.products[0]!.tie?.of])).toEqual([
      [1, 2],
      [2, 2],
    ]);
    expect(all[0]!.changedBy).toBe('Tobin Asher');
  });

  test('of spots has their area: in the programme, on the board and in what the season needs', async () => {
    const site = '19 Kiln Hill · whole lawn';
    const amine = await labelled('2,4-D');
    const need = async () =>
      (await productList(tech)).find((l) => l.label.id === amine.id)!.purchase.need / L_PER_FL_OZ;
    const before = await need();
    const spots = await productOf('2,4-D', { rate: '1', use: 'spot', place: 'spots', area: '500' });
    const input = await applicationInput(site, { plannedOn: '2027-03-18', products: [spots] }, {}, 'new');
    expect(await said({ ...input, products: [{ ...spots, area: '900,000' }] })).toEqual([
      expect.stringMatching(/^products.0.area: 900,000 sq ft is more than the zone, which has /),
    ]);
    expect(await said(input)).toBe('saved');
    const zone = await zoneNamed(site);
    const planned = (await programmeOf(zone.id)).find((a) => a.products[0]!.label.id === amine.id)!;
    expect(toSquareFeet(areaOf(planned.products[0]!.place, zone))).toBeCloseTo(500, 6);
    await computeWindows(actor('lead'));
    const lines = (await board(tech)).groups.flatMap((g) => g.stops.flatMap((s) => s.lines));
    const line = lines.find((l) => l.applicationId === planned.id);
    expect(toSquareFeet(line!.products[0]!.area)).toBeCloseTo(500, 6);
    expect((await need()) - before).toBeCloseTo(0.5, 6);
    // put down as planned it is not asked about; on the whole zone it is
    const put = async (area: string, amount: string) => {
      const sent = await recordInput(site);
      const used = { plannedProductId: planned.products[0]!.id, productId: amine.id, use: 'spot' as const };
      return record({
        ...sent,
        applicationId: planned.id,
        products: [
          {
            ...used,
            targets: [],
            place: 'spots',
            ground: '',
            area,
            amount,
            amountUnit: 'floz',
            tank: 1,
            lot: '',
          },
        ],
      });
    };
    expect(await put('8050', '8.05')).toMatchObject({
      refusal: { questions: [{ code: 'area-off-plan', figures: { expectedSqFt: 500, of: 'spots' } }] },
    });
    expect(await put('500', '0.5')).toMatchObject({ ok: true });
  });

  test('of a strip along an edge is as large as its length and width', async () => {
    const strip = await productOf('Dithiopyr', {
      rate: '0.5',
      use: 'pre-emergent',
      place: 'strip',
      length: '84',
      width: '2',
    });
    const site = '230 Long Meadow · paddock';
    const input = await applicationInput(site, { plannedOn: '2027-09-01', products: [strip] }, {}, 'new');
    expect(await said({ ...input, products: [{ ...strip, width: '' }] })).toEqual([
      'products.0.width: Width of the strip is missing. Type a number in ft.',
    ]);
    expect(await said(input)).toBe('saved');
    const zone = await zoneNamed(site);
    const planned = (await programmeOf(zone.id)).at(-1)!;
    expect(toSquareFeet(areaOf(planned.products[0]!.place, zone))).toBeCloseTo(168, 6);
  });

  test.each([
    ['-0.4', 'Rate of Prodiamine 65 WG, demo label is -0.4 oz/1,000 sq ft. It must be more than 0'],
    ['0', 'It must be more than 0 oz/1,000 sq ft.'],
    ['40000', 'More than 1,000 oz/1,000 sq ft is taken for a slip. Check the figure and its unit.'],
    ['a lot', '"a lot" is not a number. Type a number in oz/1,000 sq ft, for example 1.'],
    ['', 'is missing. Type a number in oz/1,000 sq ft.'],
  ])('with a rate of %j is refused, and says so with figure and remedy', async (rate, words) => {
    const [issue, ...more] = (await said(await applicationInput(FRONT, {}, { rate }))) as string[];
    expect(more).toEqual([]);
    expect(issue).toMatch(/^products.0.rate: /);
    expect(issue).toContain(words);
  });

  test.each([
    ['2027-02-30', 'Day "2027-02-30" is no day'],
    ['soon', 'Day "soon" is no day'],
    ['', 'Day is missing'],
  ])('with its day %j is refused', async (plannedOn, words) => {
    expect(JSON.stringify(await said(await applicationInput(FRONT, { plannedOn })))).toContain(
      words.replaceAll('"', '\\"'),
    );
  });

  test('with a window whose days are not in order is refused by name', async () => {
    const input = await applicationInput(FRONT, { earliest: '2027-04-01', latest: '2027-03-01' });
    expect(await said(input)).toEqual([
      expect.stringMatching(/^earliest: Not before 2027-04-01 is after the planned day/),
      expect.stringMatching(/^latest: Not after 2027-03-01 is before the planned day/),
    ]);
  });

  test('above the label on this turf is stopped by the bolt, and so is a total above the year', async () => {
    expect(await said(await applicationInput(FRONT, {}, { rate: '0.9' }))).toEqual([
      '2027-03-19 rate-over',
      '2027-03-19 over-ingredient-limit',
    ]);
    // 0.4 are planned for May: 0.44 with them are above 0.83
    expect(await said(await applicationInput(FRONT, {}, { rate: '0.44' }))).toEqual([
      '2027-03-19 over-year-limit',
    ]);
    // under it is judgement: it is saved, and its gate says so
    expect(await said(await applicationInput(FRONT, {}, { rate: '0.1' }))).toBe('saved');
    expect(await said(await applicationInput(FRONT, {}, { rate: '0.4' }))).toBe('saved');
  });

  test('in fluid ounces for a dry product is refused', async () => {
    expect(
      JSON.stringify(await said(await applicationInput(FRONT, {}, { unit: 'floz/1000sqft' }))),
    ).toContain('weight and volume do not mix');
  });

  test('with a product or a use that is not known is refused by name, never dropped', async () => {
    const input = await applicationInput(FRONT);
    const ghost = { ...input.products[0]!, id: '', productId: '00000000-0000-4000-8000-00000000dead' };
    expect(await said({ ...input, products: [...input.products, ghost] })).toEqual([
      expect.stringMatching(/^products.1.productId: This product is not on the shelf list any more/),
    ]);
    expect(await said({ ...input, products: [{ ...input.products[0]!, unit: 'buckets' }] })).toEqual([
      expect.stringMatching(/^products.0.unit: .*"buckets" is not known here/),
    ]);
    expect(await said({ ...input, products: [] })).toEqual([
      'products: No product is chosen. Add at least one.',
    ]);
  });

  test('with a turf that is not on the label is stopped', async () => {
    const mesotrione = await productOf('Mesotrione', { rate: '6', unit: 'floz/acre', use: 'pre-emergent' });
    const input = await applicationInput('230 Long Meadow · paddock', { products: [mesotrione] }, {}, 'new');
    expect(await said(input)).toEqual(['2027-03-20 turf-not-on-label', '2027-03-20 turf-not-on-label']);
  });

  test('keeps what is down of it: another product in its place is refused', async () => {
    const zone = await zoneNamed('3 Mill Race · whole lawn');
    const done = (await programmeOf(zone.id)).find((a) => a.doneOn !== null)!;
    const other = await labelled('Dithiopyr');
    const input = await applicationInput('3 Mill Race · whole lawn', {}, {}, 'new');
    const product = { ...input.products[0]!, id: done.products[0]!.id, productId: other.id };
    const sent = { ...input, applicationId: done.id, base: done.version, products: [product] };
    expect(
      JSON.stringify(await said({ ...sent, products: [{ ...product, unit: other.rateUnit, rate: '0.5' }] })),
    ).toContain('of this application has been put down');
  });

  test('that somebody else has changed meanwhile is not overwritten: the second is shown both', async () => {
    const mine = await applicationInput('41 Tannery Row · lawn', {}, { rate: '0.45' });
    const theirs = { ...mine, products: [{ ...mine.products[0]!, rate: '0.55' }] };
    expect((await saveApplication({ ...tech, name: 'Lise Corran' }, theirs)).ok).toBe(true);
    const outcome = await saveApplication(tech, mine);
    expect(outcome).toMatchObject({
      ok: false,
      refusal: {
        kind: 'changed-by-other',
        by: 'Lise Corran',
        theirs: { products: [{ typed: { rate: 0.55 } }] },
      },
    });
    if (!outcome.ok && outcome.refusal.kind === 'changed-by-other')
      expect(await said({ ...mine, base: outcome.refusal.theirs.version })).toBe('saved');
  });

  test('sent again because its answer got lost is saved once, changed or new; another thing is another', async () => {
    const site = '102 Cooper Rise · under the limes';
    const key = () => crypto.randomUUID();
    const zone = await zoneNamed(site);
    for (const which of ['next', 'new'] as const) {
      const input = {
        ...(await applicationInput(
          site,
          // another calendar year has limits of its own
          { purpose: which, ...(which === 'new' ? { plannedOn: '2028-03-20' } : {}) },
          { rate: '0.3' },
          which,
        )),
        sendKey: key(),
      };
      const before = (await programmeOf(zone.id)).length;
      const first = await saveApplication(tech, input);
      if (!first.ok) throw new Error(JSON.stringify(first.refusal));
      const after = (await programmeOf(zone.id)).length;
      expect(await saveApplication(tech, input)).toMatchObject({
        ok: true,
        value: { applicationId: first.value.applicationId, version: first.value.version },
      });
      expect((await programmeOf(zone.id)).length).toBe(after);
      expect(after > before).toBe(which === 'new');
    }
    // twice at the same moment
    const twice = {
      ...(await applicationInput(site, { purpose: 'twice' }, { rate: '0.1' })),
      sendKey: key(),
    };
    const both = await Promise.all([saveApplication(tech, twice), saveApplication(tech, twice)]);
    expect(both.map((o) => o.ok)).toEqual([true, true]);
    // a key of another zone opens nothing here
    const elsewhere = { ...(await applicationInput(FRONT)), sendKey: twice.sendKey };
    expect(await saveApplication(tech, elsewhere)).toMatchObject({ ok: false, refusal: { kind: 'gone' } });
  });

  test('saved by two at the same moment is saved once', async () => {
    const input = await applicationInput(FRONT);
    const other = { ...input, products: [{ ...input.products[0]!, rate: '0.38' }] };
    const outcomes = await Promise.all([saveApplication(tech, input), saveApplication(tech, other)]);
    expect(outcomes.filter((o) => o.ok)).toHaveLength(1);
  });

  test('two that each keep the limit and together do not: of two saved at once one is stopped', async () => {
    const site = '27 Orchard Close · front and side';
    const first = await productOf('Prodiamine 65', { rate: '0.18', use: 'pre-emergent' });
    const on = (plannedOn: string) => applicationInput(site, { plannedOn, products: [first] }, {}, 'new');
    // on bluegrass 0.3 of 0.55 oz are planned already: one more fits, two do not
    const [a, b] = [await on('2027-08-01'), await on('2027-11-01')];
    const outcomes = await Promise.all([saveApplication(tech, a), saveApplication(tech, b)]);
    expect(outcomes.map((o) => (o.ok ? 'saved' : o.refusal.kind)).sort()).toEqual(['bolted', 'saved']);
  });

  test('is not for a viewer, nor for another organisation', async () => {
    const input = await applicationInput(FRONT);
    expect(() => saveApplication(actor('viewer'), input)).toThrow(Forbidden);
    expect(await saveApplication(actor('lead', 'other-company'), input)).toEqual({
      ok: false,
      refusal: { kind: 'gone' },
    });
  });
});

describe('a programme', () => {
  test('holds three products in two tanks on centipede, in its own order', async () => {
    const site = '8 Fallow Street · whole lawn';
    const products = [
      await productOf('Prodiamine 65', { rate: '0.2', use: 'pre-emergent' }),
      await productOf('Atrazine', { rate: '0.7', use: 'post-emergent' }),
      await productOf('Fertilizer 18-0-4', { rate: '3', use: 'turf care', tank: 2 }),
    ];
    const input = await applicationInput(site, { plannedOn: '2027-10-20', products }, {}, 'new');
    expect(await said(input)).toBe('saved');
    const zone = await zoneNamed(site);
    const saved = (await programmeOf(zone.id)).find((a) => a.products.length === 3)!;
    expect(saved.products.map((p) => [p.position, p.tank, p.label.kind])).toEqual([
      [1, 1, 'herbicide'],
      [2, 1, 'herbicide'],
      [3, 2, 'fertilizer'],
    ]);
  });

  test('goes over New Year: December’s and February’s work stand in each other’s way, or not', async () => {
    const site = '7 Glazier Yard · court';
    const half = await productOf('Prodiamine 65', { rate: '0.4', use: 'pre-emergent' });
    const on = async (plannedOn: string) =>
      said(await applicationInput(site, { plannedOn, products: [half] }, {}, 'new'));
    expect(await on('2027-12-30')).toBe('saved');
    expect(await on('2028-02-28')).toBe('saved');
    const days = (await programmeOf((await zoneNamed(site)).id)).map((a) => isoDay(a.plannedOn));
    expect(days.slice(-2)).toEqual(['2027-12-30', '2028-02-28']);
  });

  const change = async (site: string, to: StandingInput['change']) => {
    const zone = await zoneNamed(site);
    const a = (await programmeOf(zone.id)).find((x) => x.doneOn === null)!;
    return { a, outcome: await changeStanding(tech, { applicationId: a.id, base: a.version, change: to }) };
  };

  test('an application is skipped with a reason, counts no more, and is taken up again', async () => {
    const site = '66 Weir Walk · front';
    expect((await change(site, { what: 'skip', why: ' ' })).outcome).toMatchObject({
      refusal: { kind: 'invalid', issues: [{ field: 'Reason' }] },
    });
    const { a } = await change(site, { what: 'skip', why: 'Customer is away' });
    const again = async () => (await programmeOf(a.zoneId)).find((x) => x.id === a.id)!;
    const skipped = await again();
    expect(standingOf(skipped, parseDay('2027-03-18')!)).toBe('skipped');
    expect(skipped.skipped).toMatchObject({ why: 'Customer is away', by: 'Tobin Asher' });
    expect((await change(site, { what: 'take up' })).outcome.ok).toBe(true);
    expect((await again()).skipped).toBeNull();
  });

  test('an application is moved; onto a day on which a limit forbids it, it is not', async () => {
    const site = '102 Cooper Rise · under the limes';
    const { a, outcome } = await change(site, { what: 'move', to: '2027-04-02' });
    expect(outcome.ok).toBe(true);
    expect(isoDay((await programmeOf(a.zoneId)).find((x) => x.id === a.id)!.plannedOn)).toBe('2027-04-02');
    expect((await change(site, { what: 'move', to: 'soon' })).outcome).toMatchObject({
      refusal: { kind: 'invalid', issues: [{ code: 'no-day', figures: { text: 'soon' } }] },
    });
    // the version that was seen is not the one that stands
    const stale = await changeStanding(tech, {
      applicationId: a.id,
      base: a.version,
      change: { what: 'move', to: '2027-04-03' },
    });
    expect(stale).toMatchObject({ refusal: { kind: 'changed-by-other' } });
  });

  test('an application is copied to other zones, each judged by its own label row', async () => {
    const source = (await programmeOf((await zoneNamed('41 Tannery Row · drive strip')).id))[0]!;
    const fits = await zoneNamed('7 Glazier Yard · court');
    const not = await zoneNamed('102 Cooper Rise · under the limes');
    const outcome = await copyApplication(tech, { applicationId: source.id, zoneIds: [fits.id, not.id] });
    if (!outcome.ok) throw new Error(JSON.stringify(outcome));
    const by = new Map(outcome.value.copies.map((c) => [c.zoneId, c.left]));
    expect(by.get(not.id)).toMatchObject({ bolt: { reason: { code: 'turf-not-on-label' } } });
    expect(by.get(fits.id)).toBeNull();
    const copy = (await programmeOf(fits.id)).find((a) => a.plannedOn === source.plannedOn)!;
    expect(rateIn(copy.products[0]!.rate, 'floz/1000sqft')).toBeCloseTo(0.55, 9);
    expect(copy.products[0]!.tie).toBeNull();
  });
});
