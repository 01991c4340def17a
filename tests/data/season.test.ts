/** The year's programme of a zone, proposed and taken over; the company's season. */
import { isoDay } from '@/core/calendar/day';
import { readRuns } from '@/core/ground/soil-runs';
import { planProgrammes } from '@/core/season/planner/planner';
import { usualTargets } from '@/core/season/planner/question';
import { typedProgramme } from '@/core/season/planner/typed';
import { isOpen } from '@/core/season/programme';
import { planningRulesFrom } from '@/data/planning-rules';
import { Forbidden } from '@/data/actor';
import { savePlanning, type PlanningInput } from '@/server/house/planning';
import { houseSheet } from '@/server/house/house-rules';
import { soilRunsOfZone, zoneSheet } from '@/server/programme/view';
import { takeProgramme, type ProgrammeInput } from '@/server/programme/take-programme';
import { actor, closeAll, programmeOf, zoneNamed } from '../support/demo';

afterAll(closeAll);
const lead = actor('lead');

/** What the screen asks the planner for a zone. */
async function proposedFor(zoneId: string) {
  const sheet = (await zoneSheet(lead, zoneId))!;
  const runs = readRuns((await soilRunsOfZone(lead, zoneId))!);
  const planned = sheet.applications.filter(isOpen);
  return {
    planned,
    plans: planProgrammes({
      ...{ facts: sheet.facts, labels: sheet.labels.now, runs, planned, kept: [] },
      targets: usualTargets(sheet.applications, sheet.facts.seen, sheet.today),
      rules: planningRulesFrom(sheet.house.planning),
    }),
  };
}
const sent = (zoneId: string, over: Partial<ProgrammeInput>): ProgrammeInput => ({
  ...{ zoneId, sendKey: crypto.randomUUID(), applications: [], instead: [], why: '' },
  ...over,
});

describe('a proposed programme', () => {
  const SITE = '12 Farrier Bend · whole lawn';
  test('is written whole: days, windows, rates and the parts of its total', async () => {
    const { id } = await zoneNamed(SITE);
    const { plans } = await proposedFor(id);
    const two = plans.programmes.find((p) => p.kind === 'in two')!;
    const input = sent(id, { applications: typedProgramme(two) });
    const outcome = await takeProgramme(lead, input);
    expect(outcome).toMatchObject({ ok: true, value: { added: two.applications.length, skipped: 0 } });
    const stands = await programmeOf(id);
    expect(stands.map((a) => [a.plannedOn, a.earliest, a.latest])).toEqual(
      two.applications.map((a) => [a.plannedOn, a.earliest, a.latest]),
    );
    stands.forEach((a, n) =>
      a.products.forEach((p, k) => {
        const wished = two.applications[n]!.products[k]!;
        expect([p.label.id, p.use, p.tie?.part, p.tie?.of]).toEqual([
          ...[wished.label.id, wished.use],
          ...[wished.tie?.part, wished.tie?.of],
        ]);
        // cut to four decimals of its unit, never rounded up
        expect(p.rate.rate).toBeLessThanOrEqual(wished.rate.rate * (1 + 1e-12));
        expect(p.rate.rate).toBeGreaterThan(wished.rate.rate * 0.999);
      }),
    );
    // the answer was lost: the same again adds nothing
    expect((await takeProgramme(lead, input)).ok).toBe(true);
    expect(await programmeOf(id)).toHaveLength(stands.length);
  });

  test('stands for what was planned, which is skipped with its reason; a stale view of it is refused', async () => {
    const { id } = await zoneNamed(SITE);
    const { plans, planned } = await proposedFor(id);
    expect(plans.programmes.some((p) => p.kind === 'as planned' && p.hold!.p50 > 0.3)).toBe(true);
    const once = plans.programmes.find((p) => p.kind === 'once')!;
    const instead = planned.map((a) => ({ id: a.id, base: a.version }));
    const input = { applications: typedProgramme(once), instead };
    const stale = sent(id, { ...input, instead: instead.map((i) => ({ ...i, base: i.base + 1 })), why: 'x' });
    expect(await takeProgramme(lead, stale)).toMatchObject({
      ok: false,
      refusal: { kind: 'invalid', issues: [{ field: 'Instead of' }] },
    });
    expect(await takeProgramme(lead, sent(id, input))).toMatchObject({
      refusal: { kind: 'invalid', issues: [{ field: 'Reason' }] },
    });
    expect(await takeProgramme(lead, sent(id, { ...input, why: 'one visit is enough' }))).toMatchObject({
      ok: true,
    });
    const all = await programmeOf(id);
    expect(all.filter((a) => a.skipped).map((a) => a.skipped!.why)).toEqual(
      planned.map(() => 'one visit is enough'),
    );
    expect(all.filter((a) => !a.skipped).map((a) => isoDay(a.plannedOn))).toEqual(
      once.applications.map((a) => isoDay(a.plannedOn)),
    );
  });

  test('over a limit nothing of it is written, and who may not plan may not', async () => {
    const { id } = await zoneNamed(SITE);
    const before = await programmeOf(id);
    const { plans } = await proposedFor(id);
    const once = typedProgramme(plans.programmes.find((p) => p.kind === 'once')!);
    const over = [...once, ...once.map((a) => ({ ...a, plannedOn: '2027-09-20', earliest: '', latest: '' }))];
    const outcome = await takeProgramme(lead, sent(id, { applications: over }));
    expect(outcome).toMatchObject({ ok: false, refusal: { kind: 'bolted' } });
    expect(await programmeOf(id)).toEqual(before);
    await expect(
      (async () => takeProgramme(actor('viewer'), sent(id, { applications: once })))(),
    ).rejects.toThrow(Forbidden);
  });
});

test('season and crews: saved with their reasons checked, in the book, and kept by what is proposed', async () => {
  const { planning, planningVersion } = await houseSheet(lead);
  const typed = (over: Partial<PlanningInput> = {}): PlanningInput => ({
    ...{ seen: planningVersion, school: planning.school, autumn: 'never', tender: planning.tender },
    ceilings: [{ turf: 'tall fescue', ingredient: 'Prodiamine', lbPerAcre: '0.5' }],
    ...{ stopMinutes: '12', driveMinutes: '8', trucks: '2', daysAWeek: '6', ...over },
  });
  expect(
    await savePlanning(
      lead,
      typed({ trucks: '1.5', ceilings: [{ turf: 'zoysiagrass', ingredient: ' ', lbPerAcre: '-1' }] }),
    ),
  ).toMatchObject({
    refusal: { issues: [{ field: 'Ingredient 1' }, { field: 'Ceiling 1' }, { field: 'Trucks' }] },
  });
  expect(await savePlanning(lead, typed())).toMatchObject({ ok: true });
  expect((await houseSheet(lead)).planning).toMatchObject({ trucks: 2, daysAWeek: 6, autumn: 'never' });
  const { id } = await zoneNamed('12 Farrier Bend · whole lawn');
  const { plans } = await proposedFor(id);
  const put = plans.programmes.filter((p) => p.kind !== 'as planned').flatMap((p) => p.figures.ingredients);
  // half a pound of it an acre, in kg/ha
  for (const i of put) if (i.name === 'prodiamine') expect(i.ai).toBeLessThanOrEqual(0.5604);
  expect(put.length).toBeGreaterThan(0);
});
