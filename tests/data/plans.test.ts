import { isoDay } from '@/core/calendar/day';
import { Forbidden } from '@/data/actor';
import { L_PER_FL_OZ, toSquareFeet } from '@/core/units/trade';
import { productList } from '@/server/products/products';
import { recordApplication } from '@/server/record-application';
import { savePlan, type PlanInput } from '@/server/save-plan';
import { board, zoneSheet } from '@/server/season';
import { actor, zoneNamed, closeAll } from '../support/demo';

afterAll(closeAll);
const tech = actor();

async function inputFor(site: string, over: Partial<PlanInput> = {}): Promise<PlanInput> {
  const zone = await zoneNamed(site);
  const sheet = (await zoneSheet(tech, zone.id))!;
  const label = sheet.plan?.label ?? sheet.labels.now.find((l) => l.name.startsWith('Prodiamine 65'))!;
  return {
    zoneId: zone.id,
    seen: sheet.plan?.version ?? 0,
    productId: label.id,
    split: sheet.plan?.split ?? 'halves',
    total: String(sheet.plan?.typed.total ?? 0.8),
    unit: sheet.plan?.typed.unit ?? label.rateUnit,
    days: sheet.plan?.parts.map((p) => isoDay(p.plannedOn)) ?? ['2027-03-20', '2027-05-29'],
    use: 'pre-emergent',
    target: '',
    method: '',
    treated: '',
    partner: null,
    ...over,
  };
}
const labelled = async (name: string) =>
  (await zoneSheet(tech, (await zoneNamed('14 Quarry Lane · front')).id))!.labels.now.find((l) =>
    l.name.startsWith(name),
  )!;
/** What the refusal says, field by field. */
async function said(input: PlanInput) {
  const outcome = await savePlan(tech, input);
  if (outcome.ok) return 'saved';
  const { refusal } = outcome;
  if (refusal.kind === 'invalid') return refusal.issues.map((i) => `${i.field}: ${i.problem}. ${i.remedy}`);
  if (refusal.kind === 'bolted') return refusal.bolts.map((b) => `${b.part}: ${b.reason.code}`);
  return refusal.kind;
}

describe('a plan', () => {
  test('is saved for a lawn without one, and read back as it was typed', async () => {
    expect(await said(await inputFor('12 Farrier Bend · whole lawn', { total: '0.75' }))).toBe('saved');
    const sheet = (await zoneSheet(tech, (await zoneNamed('12 Farrier Bend · whole lawn')).id))!;
    expect(sheet.plan?.typed).toEqual({ total: 0.75, unit: 'oz/1000sqft' });
    expect(sheet.plan?.parts.map((p) => isoDay(p.plannedOn))).toEqual(['2027-03-20', '2027-05-29']);
    expect(sheet.plan?.changedBy).toBe('Tobin Asher');
  });

  test('of spots has their area: in the plan, on the board and in what the season needs', async () => {
    const site = '19 Kiln Hill · whole lawn';
    const amine = await labelled('2,4-D');
    const need = async () =>
      (await productList(tech)).find((l) => l.label.id === amine.id)!.purchase.need / L_PER_FL_OZ;
    const before = await need();
    const input = await inputFor(site, {
      ...{ productId: amine.id, unit: amine.rateUnit, total: '1', split: 'single', days: ['2027-04-20'] },
      ...{ use: 'spot', treated: '500' },
    });
    expect(await said({ ...input, treated: '900,000' })).toEqual([
      expect.stringMatching(/^Area of the spots: Area of the spots is 900,000 sq ft, and the zone has /),
    ]);
    expect(await said(input)).toBe('saved');
    const { plan, zone } = (await zoneSheet(tech, input.zoneId))!;
    expect(toSquareFeet(plan!.treated!)).toBeCloseTo(500, 6);
    const line = (await board(tech)).lines.find((l) => l.zoneId === zone.id);
    expect(toSquareFeet(line!.area)).toBeCloseTo(500, 6);
    expect((await need()) - before).toBeCloseTo(0.5, 6);
    // put down as planned it is not asked about; on the whole zone it is
    const put = (area: string, amount: string) =>
      recordApplication(tech, {
        ...{ sendKey: crypto.randomUUID(), zoneId: zone.id, part: 1, area, amount, amountUnit: 'floz' },
        ...{ water: '0.5', appliedOn: '2027-03-18', appliedBy: 'Tobin Asher', wind: '4', air: '60' },
        ...{ notes: '', confirmed: false, corrects: null },
      });
    expect(JSON.stringify(await put('8050', '8.05'))).toContain('spots of 500 sq ft were planned');
    expect(await put('500', '0.5')).toMatchObject({ ok: true });
  });

  test.each([
    ['-0.4', 'Rate: Rate is -0.4 oz/1,000 sq ft. It must be more than 0 oz/1,000 sq ft.'],
    ['0', 'Rate: Rate is 0 oz/1,000 sq ft. It must be more than 0 oz/1,000 sq ft.'],
    [
      '40000',
      'Rate: Rate is 40000 oz/1,000 sq ft. More than 1,000 oz/1,000 sq ft is taken for a slip. Check the figure and its unit.',
    ],
    ['a lot', 'Rate: Rate "a lot" is not a number. Type a number in oz/1,000 sq ft, for example 1.'],
    ['', 'Rate: Rate is missing. Type a number in oz/1,000 sq ft.'],
  ])('with a rate of %j is refused, and says so with figure and remedy', async (total, words) => {
    expect(await said(await inputFor('14 Quarry Lane · front', { total }))).toEqual([words]);
  });

  test.each([
    ['2027-02-30', 'Day of part 1 "2027-02-30" is no day'],
    ['soon', 'Day of part 1 "soon" is no day'],
    ['2031-03-20', 'Day of part 1 is 2031-03-20. A plan is for one year'],
    ['2027-06-30', 'not after the part before'],
  ])('with its first day on %s is refused', async (day, words) => {
    expect(
      JSON.stringify(await said(await inputFor('14 Quarry Lane · front', { days: [day, '2027-05-28'] }))),
    ).toContain(words.replaceAll('"', '\\"'));
  });

  test('above the label on this turf is stopped by the bolt, part by part', async () => {
    expect(await said(await inputFor('14 Quarry Lane · front', { total: '1.8' }))).toEqual([
      '1: rate-over',
      '1: over-ingredient-limit',
      '2: rate-over',
      '2: over-ingredient-limit',
    ]);
    expect(await said(await inputFor('14 Quarry Lane · front', { total: '0.84' }))).toEqual([
      '2: over-year-limit',
    ]);
    expect(await said(await inputFor('14 Quarry Lane · front', { total: '0.3' }))).toEqual([
      '1: rate-under',
      '2: rate-under',
    ]);
  });

  test('in fluid ounces for a dry product is refused', async () => {
    expect(
      JSON.stringify(await said(await inputFor('14 Quarry Lane · front', { unit: 'floz/1000sqft' }))),
    ).toContain('weight and volume do not mix');
  });

  test('with a turf that is not on the label is stopped', async () => {
    const mesotrione = await labelled('Mesotrione');
    const input = await inputFor('3 Mill Race · whole lawn');
    expect(await said({ ...input, productId: mesotrione.id, unit: 'floz/acre', total: '8' })).toEqual(
      expect.arrayContaining([expect.stringContaining('Product: Part 1 of this plan has been put down')]),
    );
    const undone = await inputFor('230 Long Meadow · paddock');
    expect(await said({ ...undone, productId: mesotrione.id, unit: 'floz/acre', total: '6' })).toEqual([
      '1: turf-not-on-label',
      '1: turf-not-on-label',
    ]);
  });

  test('that somebody else has changed meanwhile is not overwritten: the second is shown both', async () => {
    const mine = await inputFor('41 Tannery Row · lawn', { total: '0.9' });
    const theirs = { ...mine, total: '1.1' };
    expect((await savePlan({ ...tech, name: 'Lise Corran' }, theirs)).ok).toBe(true);
    const outcome = await savePlan(tech, mine);
    expect(outcome).toMatchObject({
      ok: false,
      refusal: { kind: 'changed-by-other', by: 'Lise Corran', theirs: { typed: { total: 1.1 } } },
    });
    if (!outcome.ok && outcome.refusal.kind === 'changed-by-other')
      expect(await said({ ...mine, seen: outcome.refusal.theirs.version })).toBe('saved');
  });

  test('saved by two at the same moment is saved once', async () => {
    const input = await inputFor('14 Quarry Lane · front');
    const outcomes = await Promise.all([savePlan(tech, input), savePlan(tech, { ...input, total: '0.7' })]);
    expect(outcomes.filter((o) => o.ok)).toHaveLength(1);
  });

  test('is not for a viewer, nor for another organisation', async () => {
    const input = await inputFor('14 Quarry Lane · front');
    await expect(savePlan(actor('viewer'), input)).rejects.toBeInstanceOf(Forbidden);
    expect(await savePlan(actor('lead', 'other-company'), input)).toEqual({
      ok: false,
      refusal: { kind: 'gone' },
    });
  });
});
