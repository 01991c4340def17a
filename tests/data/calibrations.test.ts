/** Equipment is measured: what comes of it is kept, counts, and is refused where the runs lie too far apart. */
import { problemOf, saidOf } from '../support/told';
import { sql } from 'drizzle-orm';
import { rateIn } from '@/core/units/rate';
import { L_PER_GAL } from '@/core/units/trade';
import { Forbidden } from '@/data/actor';
import { inOrganisation } from '@/data/connection';
import { equipmentOf, toolsOf } from '@/data/equipment';
import { labelsOf } from '@/data/products';
import {
  calibrationShape,
  calibrationSheet,
  saveCalibration,
  type CalibrationInput,
} from '@/server/house/calibrations';
import {
  noteEquipment,
  putToolAway,
  saveDetails,
  saveTool,
  weighCap,
  type DetailsInput,
  type ToolInput,
} from '@/server/house/equipment';
import { saveEquipment } from '@/server/settings/gate-house';
import { morningSheet } from '@/server/mixing/loads';
import { actor, closeAll } from '../support/demo';

afterAll(closeAll);
const lead = actor('lead');
const named = async (name: string) =>
  (await inOrganisation(lead, equipmentOf)).find((e) => e.name.startsWith(name))!;
const input = (equipmentId: string, over: Partial<CalibrationInput> = {}): CalibrationInput => ({
  sendKey: crypto.randomUUID(),
  equipmentId,
  how: 'catch',
  fitted: ' wide fan, 30 psi ',
  area: '1,000',
  caught: '64',
  caughtSeconds: '60',
  runs: ['120', '118', '122'],
  size: '',
  course: '',
  swath: '',
  nozzles: [],
  pans: [],
  panArea: '',
  panSwath: '',
  ...over,
});
/** As its form sends it. */
const sent = (equipmentId: string, over: Partial<CalibrationInput>) => {
  const typed = input(equipmentId, over);
  expect(calibrationShape.validate(typed).error).toBeUndefined();
  return typed;
};
const kept = async (equipmentId: string, over: Partial<CalibrationInput>) => {
  const saved = await saveCalibration(lead, sent(equipmentId, over));
  if (!saved.ok) throw new Error(JSON.stringify(saved.refusal));
  return saved.value;
};
const said = async (equipmentId: string, over: Partial<CalibrationInput>) => {
  const saved = await saveCalibration(lead, sent(equipmentId, over));
  if (saved.ok || saved.refusal.kind !== 'invalid') throw new Error(JSON.stringify(saved));
  return saved.refusal.issues.map((i) => `${i.field}: ${saidOf(i)}`);
};

test('half a gallon a minute and two minutes to 1,000 sq ft are a gallon on them (published identity)', async () => {
  const { id, output } = await named('Backpack');
  expect(output).toBeNull();
  const first = input(id);
  const saved = await saveCalibration(lead, first);
  expect(saved).toMatchObject({ ok: true, value: { output: { by: 'volume' } } });
  if (saved.ok) expect(rateIn(saved.value.output, 'gal/1000sqft')).toBeCloseTo(1, 9);
  // its answer got lost: sent again it is kept once
  expect(await saveCalibration(lead, first)).toMatchObject({ ok: true });
  const sheet = (await calibrationSheet(lead, id))!;
  expect(sheet.history).toHaveLength(1);
  expect(sheet.history[0]).toMatchObject({ person: lead.name, fitted: 'wide fan, 30 psi' });
  expect(sheet.equipment.calibratedOn).toBe(sheet.history[0]!.on);
  expect(rateIn((await named('Backpack')).output!, 'gal/1000sqft')).toBeCloseTo(1, 9);
  // nobody changes what was measured
  await expect(
    inOrganisation(lead, (db) => db.execute(sql`update calibration set rate = 1`)),
  ).rejects.toThrow();
});

test('what is wrong is named by its field, and uneven runs are not kept', async () => {
  const { id } = await named('Backpack');
  const before = (await calibrationSheet(lead, id))!.history.length;
  const fields = async (over: Partial<CalibrationInput>) => {
    const outcome = await saveCalibration(lead, input(id, over));
    return outcome.ok || outcome.refusal.kind !== 'invalid'
      ? null
      : outcome.refusal.issues.map((i) => `${i.field}: ${problemOf(i)}`);
  };
  expect(await fields({ area: '0', caught: '', runs: ['120', 'x', '122'] })).toEqual([
    'Caught: Caught is missing',
    'Area: Area is 0 sq ft',
    'Run 2: Run 2 "x" is not a number',
  ]);
  expect(await fields({ runs: ['120', '120', '150'] })).toEqual([
    'Run 3: The runs lie 23 % apart, and run 3 most',
  ]);
  expect((await calibrationSheet(lead, id))!.history).toHaveLength(before);
  expect(await saveCalibration(lead, input(crypto.randomUUID()))).toMatchObject({
    refusal: { kind: 'gone' },
  });
  // a backpack is not weighed back
  expect(await saveCalibration(lead, input(id, { how: 'weigh', runs: ['3', '3', '3'] }))).toMatchObject({
    refusal: { kind: 'gone' },
  });
  await expect(saveCalibration(actor('viewer'), input(id))).rejects.toThrow(Forbidden);
});

test('a spreader is weighed before and after: 3.2 lb on 800 sq ft are 4 lb/1,000 sq ft (published)', async () => {
  const { id } = await named('Push spreader');
  const weigh = {
    how: 'weigh',
    area: '800',
    caught: '',
    caughtSeconds: '',
    runs: ['3.2', '3.15', '3.25'],
  } as const;
  const saved = await saveCalibration(lead, input(id, weigh));
  if (!saved.ok) throw new Error(JSON.stringify(saved.refusal));
  expect(rateIn(saved.value.output, 'lb/1000sqft')).toBeCloseTo(4, 9);
  expect(saved.value.spread).toBeCloseTo(0.1 / 3.2, 9);
});

test('pace over a course, 1/128 of an acre, a boom of 20 in. at 4 mph (published identities)', async () => {
  const { id: backpack } = await named('Backpack');
  const gpa = (output: Awaited<ReturnType<typeof kept>>['output']) => rateIn(output, 'gal/acre');
  // 200 ft in 30 s are 4.545 mph; 0.4 gpm over 20 in.: 5940 × 0.4 / (4.545 × 20)
  const paced = await kept(backpack, {
    how: 'pace',
    fitted: 'pace',
    caught: '51.2',
    caughtSeconds: '60',
    course: '200',
    swath: '20',
    runs: ['30', '30', '30'],
  });
  expect(gpa(paced.output)).toBeCloseTo((5940 * 0.4) / (4.5454545 * 20), 4);
  const plot = await kept(backpack, { how: 'plot', fitted: 'plot', runs: ['43', '43.56', '44.12'] });
  expect(gpa(plot.output)).toBeCloseTo(43.56, 6);
  const saved = await saveEquipment(lead, { name: 'Boom', method: 'boom', calibratedOn: '' });
  expect(saved.ok).toBe(true);
  const { id: boom } = await named('Boom');
  const driven: Partial<CalibrationInput> = {
    how: 'boom',
    fitted: 'flat fan',
    caughtSeconds: '60',
    course: '352',
    swath: '20',
    runs: ['60', '60', '60'],
  };
  // four nozzles of 0.4 gpm at 4 mph: 29.7 gallons an acre
  const even = await kept(boom, { ...driven, nozzles: ['51.2', '51.2', '51.2', '51.2'] });
  expect(gpa(even.output)).toBeCloseTo(29.7, 3);
  expect(await said(boom, { ...driven, nozzles: ['51', '51', '60', '51'] })).toEqual([
    'Nozzle 3: Nozzle 3 is 13 % over the mean of the boom. It is worn: replace it, and catch again.',
  ]);
  expect(await said(boom, { ...driven, nozzles: ['51'] })).toEqual([
    'Nozzle 1: There are fewer than 2 nozzles. Type what each nozzle caught.',
  ]);
});

test('pans across the swath: the poor swath is refused with one that is fair (published pattern)', async () => {
  const { id } = await named('Push spreader');
  const pans = ['6', '14', '20', '22', '24', '26', '24', '22', '18', '14', '6'];
  const across = { how: 'pan', fitted: 'gate 14', size: 'medium', pans, panArea: '155' } as const;
  const even = await kept(id, { ...across, panSwath: '8' });
  // 196 g in all over 8 lanes of 0.1 m²: 2,450 kg/ha
  expect(even.output.rate).toBeCloseTo(2450, 0);
  expect(even.spread).toBeCloseTo(0.079, 4);
  const [words] = await said(id, { ...across, panSwath: '10' });
  expect(words).toMatch(/^From pass to pass: At 10 pans between two passes the pattern varies by \d+ %\./);
  expect(words).toContain('9 pans between passes give 11 %');
  expect(await said(id, { ...across, pans: ['0', '0', '0', '0', '0'], panSwath: '2' })).toEqual([
    'Pan 1: The pans are empty. Spread over them once.',
  ]);
  expect((await calibrationSheet(lead, id))!.history[0]!.fitted).toBe('gate 14, medium granules');
});

test('what puts out a tenth less than the time before says so at its gate', async () => {
  const { id } = await named('Backpack');
  const nozzle = { fitted: 'blue tip' };
  await kept(id, nozzle);
  await kept(id, { ...nozzle, caught: '56' });
  expect((await named('Backpack')).drift).toBeCloseTo(-0.125, 9);
  await kept(id, { fitted: 'another tip' });
  expect((await named('Backpack')).drift).toBeNull();
});

describe('what it is, what befell it, and the tools', () => {
  const details = async (over: Partial<DetailsInput> = {}) => {
    const { id, version, name } = await named('Backpack');
    return saveDetails(lead, {
      equipmentId: id,
      version,
      name,
      tank: '4',
      dead: '0.1',
      hopper: '',
      fitted: 'blue tip',
      truck: 'Truck 2',
      isRidden: false,
      ...over,
    });
  };
  test('a tank and what stays in its hose are kept, and a stale view is refused', async () => {
    expect((await details()).ok).toBe(true);
    expect((await named('Backpack')).tank).toBeCloseTo(4 * L_PER_GAL, 9);
    expect((await named('Backpack')).truck).toBe('Truck 2');
    expect(await details({ version: 1 })).toMatchObject({
      refusal: { issues: [{ code: 'equipment-changed-meanwhile' }] },
    });
    expect(await details({ dead: '4' })).toMatchObject({
      refusal: { issues: [{ field: 'Stays in pump and hose' }] },
    });
    expect(await details({ tank: 'x', name: ' ' })).toMatchObject({
      refusal: { issues: [{ field: 'Name' }, { field: 'Tank' }] },
    });
    expect(await details({ equipmentId: crypto.randomUUID() })).toMatchObject({ refusal: { kind: 'gone' } });
  });
  test('wear and repairs are added, once each, and never changed', async () => {
    const { id } = await named('Backpack');
    const note = {
      sendKey: crypto.randomUUID(),
      equipmentId: id,
      kind: 'repaired' as const,
      on: '2027-03-01',
      words: 'new seal in the pump',
    };
    expect((await noteEquipment(lead, note)).ok).toBe(true);
    expect((await noteEquipment(lead, note)).ok).toBe(true);
    expect((await calibrationSheet(lead, id))!.notes).toMatchObject([
      { kind: 'repaired', words: 'new seal in the pump', person: lead.name },
    ]);
    expect(await noteEquipment(lead, { ...note, on: '2099-01-01', words: '' })).toMatchObject({
      refusal: { issues: [{ field: 'On' }, { field: 'What' }] },
    });
  });
  test('a scale, and a cap that is weighed again', async () => {
    const product = (await inOrganisation(lead, labelsOf)).now.find((l) =>
      l.name.startsWith('Prodiamine 65'),
    )!;
    const tool = (over: Partial<ToolInput> = {}) =>
      saveTool(lead, {
        sendKey: crypto.randomUUID(),
        name: 'Green cap',
        kind: 'cap',
        figure: '11.3',
        productId: product.id,
        truck: '',
        ...over,
      });
    expect((await tool()).ok).toBe(true);
    expect((await tool({ name: 'Fine scale', kind: 'scale', figure: '0.1', productId: '' })).ok).toBe(true);
    const tools = () => inOrganisation(lead, toolsOf);
    const cap = (await tools()).find((t) => t.kind === 'cap')!;
    expect(cap).toMatchObject({ name: 'Green cap', productId: product.id });
    expect(cap.step).toBeCloseTo(0.0113, 9);
    const again = await weighCap(lead, { sendKey: crypto.randomUUID(), toolId: cap.id, figure: '11.9' });
    expect(again).toEqual({ ok: true, value: { words: '5 % more than before.' } });
    expect((await tools()).find((t) => t.kind === 'cap')!.step).toBeCloseTo(0.0119, 9);
    expect(await tool({ productId: '', figure: '', name: '' })).toMatchObject({
      refusal: { issues: [{ field: 'Tool' }, { field: 'A full cap weighs' }, { field: 'Product' }] },
    });
    const morning = await morningSheet(lead, []);
    expect(morning.caps).toEqual([{ name: 'Green cap', productId: product.id, step: 0.0119 }]);
    expect(morning.usual.scaleStep).toBeCloseTo(0.0001, 9);
    expect((await putToolAway(lead, { id: cap.id })).ok).toBe(true);
    expect(await putToolAway(lead, { id: cap.id })).toMatchObject({ refusal: { kind: 'gone' } });
  });
});
