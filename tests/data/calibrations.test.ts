/** Equipment is measured: what comes of it is kept, counts, and is refused where the runs lie too far apart. */
import { sql } from 'drizzle-orm';
import { rateIn } from '@/core/units/rate';
import { Forbidden } from '@/data/actor';
import { inOrganisation } from '@/data/connection';
import { equipmentOf } from '@/data/resources';
import { calibrationSheet, saveCalibration, type CalibrationInput } from '@/server/house/calibrations';
import { actor, closeAll } from '../support/demo';

afterAll(closeAll);
const lead = actor('lead');
const named = async (name: string) =>
  (await inOrganisation(lead, equipmentOf)).find((e) => e.name.startsWith(name))!;
const input = (equipmentId: string, over: Partial<CalibrationInput> = {}): CalibrationInput => ({
  ...{ sendKey: crypto.randomUUID(), equipmentId, how: 'catch', fitted: ' wide fan, 30 psi ' },
  ...{ area: '1,000', caught: '64', caughtSeconds: '60', runs: ['120', '118', '122'], ...over },
});

test('half a gallon a minute and two minutes to 1,000 sq ft are a gallon on them (published identity)', async () => {
  const { id, output } = await named('Backpack');
  expect(output).toBeNull();
  const sent = input(id);
  const saved = await saveCalibration(lead, sent);
  expect(saved).toMatchObject({ ok: true, value: { output: { by: 'volume' } } });
  if (saved.ok) expect(rateIn(saved.value.output, 'gal/1000sqft')).toBeCloseTo(1, 9);
  // its answer got lost: sent again it is kept once
  expect(await saveCalibration(lead, sent)).toMatchObject({ ok: true });
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
      : outcome.refusal.issues.map((i) => `${i.field}: ${i.problem}`);
  };
  expect(await fields({ area: '0', caught: '', runs: ['120', 'x', '122'] })).toEqual([
    'Area: Area is 0 sq ft',
    'Caught: Caught is missing',
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
