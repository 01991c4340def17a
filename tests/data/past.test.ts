/** What past years say beyond the forecast is kept by a job, by the way in which an application is asked. */
import { tenthsOn } from '@/core/gates/past-odds';
import { pastYearsKey } from '@/core/gates/past-years';
import { addDays } from '@/core/calendar/day';
import { contextOf } from '@/core/season/programme';
import { nextOf } from '@/core/season/standing';
import { inOrganisation } from '@/data/connection';
import { outlook } from '@/data/schema';
import { zoneSheet } from '@/server/programme/view';
import { runJob } from '@/server/worker/worker';
import { saveApplication } from '@/server/programme/save-application';
import { actor, applicationInput, closeAll, zoneNamed } from '../support/demo';

afterAll(closeAll);
const SITE = '14 Quarry Lane · front';
const sheet = async () => (await zoneSheet(actor(), (await zoneNamed(SITE)).id))!;
const rows = () =>
  inOrganisation(actor(), async (db) =>
    (await db.select({ key: outlook.siteKey }).from(outlook)).filter((r) => r.key.startsWith('past|')),
  );

test('the demo\u2019s next application has its odds, for every day of the year', async () => {
  const s = await sheet();
  const next = nextOf(s.applications)!;
  const odds = s.past[pastYearsKey(contextOf(s.applications, next.id, s.facts))]!;
  expect(odds.years.length).toBeGreaterThanOrEqual(10);
  for (let d = 0; d < 365; d++) {
    const all = tenthsOn(odds, 'all', addDays(s.today, d))!;
    expect(all).toBeGreaterThanOrEqual(0);
    expect(all).toBeLessThanOrEqual(tenthsOn(odds, 'wind', addDays(s.today, d))!);
  }
});

test('an application that is asked otherwise gets a row of its own, once', async () => {
  const before = (await rows()).length;
  const input = await applicationInput(SITE);
  const other = { ...input, products: [{ ...input.products[0]!, use: 'autumn pre-emergent' as const }] };
  expect((await saveApplication(actor('lead'), other)).ok).toBe(true);
  await runJob({ kind: 'windows', orgId: 'quillmoor' });
  const after = (await rows()).length;
  expect(after).toBe(before + 1);
  await runJob({ kind: 'windows', orgId: 'quillmoor' });
  expect(await rows()).toHaveLength(after);
});
