import { randomUUID } from 'node:crypto';
import { isoDay, addDays } from '@/core/calendar/day';
import { nextOpen, windowOf } from '@/core/gates/window';
import { productTotal } from '@/core/records/ledger';
import { contextOf, restOfYear } from '@/core/season/plan';
import { rateIn } from '@/core/units/rate';
import { Forbidden } from '@/data/actor';
import { recordApplication, type RecordInput } from '@/server/record-application';
import { board, recordBook, recordSheet, zoneSheet } from '@/server/season';
import { actor, zoneNamed, closeAll } from '../support/demo';

afterAll(closeAll);
const tech = actor();

async function inputFor(site: string, over: Partial<RecordInput> = {}): Promise<RecordInput> {
  const zone = await zoneNamed(site);
  return {
    sendKey: randomUUID(),
    zoneId: zone.id,
    part: 1,
    area: '6240',
    amount: '70',
    amountUnit: 'g',
    water: '6.24',
    appliedOn: '2027-03-18',
    appliedBy: 'Tobin Asher',
    wind: '4',
    air: '55',
    notes: '',
    confirmed: false,
    corrects: null,
    ...over,
  };
}
const QUARRY = '14 Quarry Lane · front';
async function said(input: RecordInput): Promise<string> {
  const outcome = await recordApplication(tech, input);
  if (outcome.ok) return 'recorded';
  const { refusal } = outcome;
  const issues =
    refusal.kind === 'invalid' ? refusal.issues : refusal.kind === 'questions' ? refusal.questions : [];
  return `${refusal.kind}: ${issues.map((i) => `${i.problem}. ${i.remedy}`).join(' ')}`;
}

describe('bad figures are refused by name, all at once', () => {
  test.each<[Partial<RecordInput>, string]>([
    [{ area: '-5' }, 'Treated area is -5 sq ft'],
    [{ area: '0' }, 'Treated area is 0 sq ft'],
    [{ area: '99999999' }, 'Treated area is 99999999 sq ft'],
    [{ area: 'big' }, 'Treated area "big" is not a number'],
    [{ amount: '' }, 'Product used is missing'],
    [{ amount: '-1' }, 'Product used is -1 g'],
    [{ wind: '' }, 'Wind is missing'],
    [{ wind: '200' }, 'Wind is 200 mph'],
    [{ air: '400' }, 'Air temperature is 400 °F'],
    [{ water: 'half' }, 'Water used "half" is not a number'],
    [{ appliedOn: '2027-02-30' }, 'Day "2027-02-30" is no day'],
    [{ appliedOn: '2027-03-19' }, 'Day is 2027-03-19, after today'],
    [{ appliedOn: '2020-03-19' }, 'more than a year ago'],
    [{ appliedBy: ' ' }, 'Applied by is missing'],
    [{ amountUnit: 'floz' }, 'weight and volume do not mix'],
  ])('%j', async (over, words) => {
    const answer = await said(await inputFor(QUARRY, over));
    expect(answer).toMatch(/^invalid/);
    expect(answer).toContain(words);
  });

  test('several at once are all named', async () => {
    const answer = await said(await inputFor(QUARRY, { wind: '', air: 'warm', area: '0' }));
    for (const field of ['Wind', 'Air temperature', 'Treated area']) expect(answer).toContain(field);
  });
});

describe('figures that may be a slip are asked about', () => {
  test('an amount above the label', async () => {
    const answer = await said(await inputFor(QUARRY, { amount: '200' }));
    expect(answer).toContain("This comes to 1.13 oz/1,000 sq ft, above the label's 0.83 oz/1,000 sq ft");
  });
  test('an amount more than 10 % off the plan', async () => {
    expect(await said(await inputFor(QUARRY, { amount: '100' }))).toMatch(/^questions: .* above the plan's/);
  });
  test('an area that is not the zone’s', async () => {
    expect(await said(await inputFor(QUARRY, { area: '3120', amount: '35' }))).toContain(
      '3,120 sq ft were treated, and the zone has 6,240 sq ft',
    );
  });
});

test('the path: recorded once however often it is sent, the ledger has it, and the next window moves', async () => {
  const zone = await zoneNamed('88 Chandler Street · front');
  const before = (await zoneSheet(tech, zone.id))!;
  expect(before.plan?.parts[0]?.recordId).toBeNull();
  const amount = { amount: '15.9', amountUnit: 'mL', area: '3900', water: '3.9' };
  const input = await inputFor('88 Chandler Street · front', amount);

  // a double click, and a resend after a lost answer
  const sent = await Promise.all([recordApplication(tech, input), recordApplication(tech, input)]);
  const again = await recordApplication(tech, input);
  const ids = [...sent, again].map((o) => (o.ok ? o.value.recordId : 'refused'));
  expect(new Set(ids).size).toBe(1);
  expect(ids[0]).not.toBe('refused');
  // another device, with a key of its own, is told that it stands already
  expect(await recordApplication(tech, { ...input, sendKey: randomUUID() })).toEqual({
    ok: false,
    refusal: { kind: 'already-recorded', recordId: ids[0] },
  });

  const after = (await zoneSheet(tech, zone.id))!;
  expect(after.records).toHaveLength(before.records.length + 1);
  expect(after.plan?.parts[0]?.recordId).toBe(ids[0]);
  const total = productTotal(after.facts.ledger, after.plan!.label, after.today).total;
  expect(rateIn({ by: 'volume', rate: total as never }, 'floz/acre')).toBeCloseTo(6.0, 1);
  // the second part now counts its 14 days from what was really done
  const { all } = windowOf(contextOf(after.plan!, 2, after.facts), restOfYear(after.today));
  expect(nextOpen(all, after.today, 'ajar')!.from).toBeGreaterThanOrEqual(addDays(after.today, 14));
  const line = (await board(tech)).lines.find((l) => l.zoneId === zone.id);
  expect(line?.part).toBe(2);
});

test('a correction is a new entry that names the old one; the old stays, and the ledger counts the new', async () => {
  const site = '102 Cooper Rise · under the limes';
  const first = await recordApplication(
    tech,
    await inputFor(site, { area: '2900', amount: '24.7', water: '2.9' }),
  );
  if (!first.ok) throw new Error(JSON.stringify(first));
  const corrects = { id: first.value.recordId, reason: 'Scale was off' };
  const input = await inputFor(site, { area: '2900', amount: '26', water: '2.9', corrects });
  expect(await said({ ...input, corrects: { ...corrects, reason: '' } })).toContain('Reason is missing');
  const second = await recordApplication(tech, input);
  if (!second.ok) throw new Error(JSON.stringify(second));

  const old = (await recordSheet(tech, first.value.recordId))!.record;
  const standing = (await recordSheet(tech, second.value.recordId))!.record;
  expect([old.amount, old.correctedById]).toEqual([24.7, second.value.recordId]);
  expect([standing.amount, standing.correctsId, standing.correctionReason]).toEqual([
    26,
    first.value.recordId,
    'Scale was off',
  ]);
  const sheet = (await zoneSheet(tech, standing.zoneId))!;
  expect(sheet.facts.ledger.map((e) => e.id)).toEqual([second.value.recordId]);
  // the same entry is not corrected twice
  expect(await recordApplication(tech, { ...input, sendKey: randomUUID() })).toMatchObject({
    ok: false,
    refusal: { kind: 'already-recorded' },
  });
});

test('a correction of last year’s entry stays with last year’s plan and product, and leaves this year’s plan alone', async () => {
  const site = '5 Saddler Court · whole lawn';
  const zone = await zoneNamed(site);
  const before = (await zoneSheet(tech, zone.id))!;
  const old = before.records.find((r) => isoDay(r.appliedOn) === '2026-09-14')!;
  expect(before.plan?.parts.map((p) => p.recordId)).toEqual([null]);
  const outcome = await recordApplication(
    tech,
    await inputFor(site, {
      area: '11200',
      amount: '25',
      amountUnit: 'floz',
      water: '11',
      appliedOn: '2026-09-14',
      corrects: { id: old.id, reason: 'Jug was read wrong' },
    }),
  );
  if (!outcome.ok) throw new Error(JSON.stringify(outcome));
  const after = (await zoneSheet(tech, zone.id))!;
  const entry = after.records.find((r) => r.id === outcome.value.recordId)!;
  expect([entry.productName, entry.plannedId, entry.gates]).toEqual([
    old.productName,
    old.plannedId,
    old.gates,
  ]);
  expect(after.plan?.parts.map((p) => p.recordId)).toEqual([null]);
  expect(after.facts.ledger.map((e) => e.id)).toEqual([entry.id]);
});

test('keeps the gates of the day with it, with their reasons', async () => {
  // 19 Kiln Hill has clay and no irrigation: a storm is forecast for the demo day
  const outcome = await recordApplication(
    tech,
    await inputFor('19 Kiln Hill · whole lawn', {
      area: '8050',
      amount: '28.2',
      amountUnit: 'lb',
      water: '0',
    }),
  );
  if (!outcome.ok) throw new Error(JSON.stringify(outcome));
  const { gates, appliedOn } = (await recordSheet(tech, outcome.value.recordId))!.record;
  expect(isoDay(appliedOn)).toBe('2027-03-18');
  expect(gates).toMatchObject({
    state: 'ajar',
    why: [{ gate: 'Watering-in', state: 'ajar', reason: { code: 'storm-runs-off' } }],
  });
});

test('is not for a viewer, and another organisation sees none', async () => {
  await expect(inputFor(QUARRY).then((i) => recordApplication(actor('viewer'), i))).rejects.toBeInstanceOf(
    Forbidden,
  );
  expect(await recordApplication(actor('lead', 'other-company'), await inputFor(QUARRY))).toEqual({
    ok: false,
    refusal: { kind: 'gone' },
  });
  const [ours] = (await recordBook(tech)).records;
  expect(await recordSheet(actor('lead', 'other-company'), ours!.id)).toBeNull();
});
