/** The year's programme of a zone, proposed and taken over; the company's season. */
import { fact } from '@/core/units/issue';
import { addDays, inYear, isoDay, yearOf } from '@/core/calendar/day';
import { readRuns } from '@/core/ground/soil-runs';
import { planProgrammes } from '@/core/season/planner/planner';
import { usualTargets } from '@/core/season/planner/question';
import { typedProgramme } from '@/core/season/planner/typed';
import { isOpen } from '@/core/season/standing';
import { planningRulesFrom } from '@/data/planning-rules';
import { Forbidden } from '@/data/actor';
import { savePlanning, type PlanningInput } from '@/server/settings/planning';
import { computeSeason } from '@/server/worker/season';
import { computeWindows } from '@/server/worker/windows';
import { seasonFile } from '@/server/season/files';
import { askSeason, copyYear, planMany } from '@/server/season/plan-many';
import { rowsOfSeason, seasonSheet, startQuestion } from '@/server/season/view';
import { answerStart } from '@/core/season/start';
import { houseSheet } from '@/server/settings/view';
import { sql } from 'drizzle-orm';
import { inOrganisation } from '@/data/connection';
import { markWindowsStale } from '@/data/windows';
import { changeStanding } from '@/server/programme/change-standing';
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
      facts: sheet.facts,
      labels: sheet.labels.now,
      runs,
      planned,
      kept: [],
      targets: usualTargets(sheet.applications, sheet.facts.seen, sheet.today),
      rules: planningRulesFrom(sheet.house.planning),
    }),
  };
}
const sent = (zoneId: string, over: Partial<ProgrammeInput>): ProgrammeInput => ({
  zoneId,
  sendKey: crypto.randomUUID(),
  applications: [],
  instead: [],
  why: '',
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
          wished.label.id,
          wished.use,
          wished.tie?.part,
          wished.tie?.of,
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
    // five times what is proposed, months apart, is more than any year's limit
    const later = ['2027-06-20', '2027-08-20', '2027-10-20', '2027-12-20'];
    const over = later.reduce(
      (all, plannedOn) => [...all, ...once.map((a) => ({ ...a, plannedOn, earliest: '', latest: '' }))],
      once,
    );
    const parted = once.map((a) => ({ ...a, ties: [{ of: 'x', part: 2 }] }));
    expect(await takeProgramme(lead, sent(id, { applications: parted }))).toMatchObject({
      refusal: {
        kind: 'invalid',
        issues: [{ field: 'ties', code: 'parts-not-whole', figures: { of: 'x' } }],
      },
    });
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
    seen: planningVersion,
    school: planning.school,
    autumn: 'never',
    tender: planning.tender,
    yearOff: planning.yearOff,
    perennials: planning.perennials,
    ceilings: [{ turf: 'tall fescue', ingredient: 'Prodiamine', lbPerAcre: '0.5' }],
    stopMinutes: '12',
    driveMinutes: '8',
    trucks: '2',
    daysAWeek: '6',
    broadcastAbove: '12',
    callbackUsd: '80',
    hourUsd: '45',
    rootVisits: '1',
    limitVisits: '0.5',
    seedSlackDays: '21',
    ...over,
  });
  expect(
    await savePlanning(
      lead,
      typed({
        trucks: '1.5',
        seedSlackDays: '1.5',
        callbackUsd: 'x',
        ceilings: [{ turf: 'zoysiagrass', ingredient: ' ', lbPerAcre: '-1' }],
      }),
    ),
  ).toMatchObject({
    refusal: {
      issues: [
        { field: 'Ingredient 1' },
        { field: 'Ceiling 1' },
        { field: 'Trucks' },
        { field: 'Callback' },
        { field: 'Days before seeding' },
      ],
    },
  });
  expect(await savePlanning(lead, typed())).toMatchObject({ ok: true });
  expect((await houseSheet(lead)).planning).toMatchObject({
    trucks: 2,
    daysAWeek: 6,
    autumn: 'never',
    callbackUsd: 80,
    seedSlackDays: 21,
  });
  const { id } = await zoneNamed('12 Farrier Bend · whole lawn');
  const { plans } = await proposedFor(id);
  const put = plans.programmes.filter((p) => p.kind !== 'as planned').flatMap((p) => p.figures.ingredients);
  // half a pound of it an acre, in kg/ha
  for (const i of put) if (i.name === 'prodiamine') expect(i.ai).toBeLessThanOrEqual(0.5604);
  expect(put.length).toBeGreaterThan(0);
});

describe('the season of all lawns', () => {
  test('is proposed in the background, planned where no pre-emergent is, and planned once', async () => {
    const before = await seasonSheet(lead);
    expect(before.totals.all).toBeGreaterThanOrEqual(15);
    expect(before.state).toMatchObject({ asked: 0, waiting: 0 });
    const asked = await askSeason(lead);
    expect(asked).toMatchObject({ ok: true, value: { zones: before.totals.all } });
    expect((await seasonSheet(lead)).state.waiting).toBe(before.totals.all);
    await computeSeason(lead);
    const { state, today } = await seasonSheet(lead);
    expect(state).toEqual({ asked: before.totals.all, waiting: 0, forDay: today });

    const rows = await rowsOfSeason(lead, { show: 'all', from: 0 });
    const list = rows.ok ? rows.value.rows : [];
    expect(list).toHaveLength(before.totals.all);
    // each has a proposal, or says why not
    for (const r of list) expect(r.problem !== null || r.best?.kind != null).toBe(true);
    expect(list.filter((r) => r.best?.hold != null).every((r) => r.best!.hold! > 0.2)).toBe(true);
    // Season proposes where the lawn's own screen does, and only there
    for (const r of list.slice(0, 6)) {
      const first = (await proposedFor(r.zoneId)).plans.programmes[0]?.kind ?? 'no pre-emergent';
      expect([r.zoneId, r.best?.kind != null]).toEqual([r.zoneId, first !== 'no pre-emergent']);
    }

    const bare = await rowsOfSeason(lead, { show: 'unplanned', from: 0 });
    const ids = (bare.ok ? bare.value.rows : []).map((r) => r.zoneId);
    expect(ids.length).toBeGreaterThan(0);
    const planned = await planMany(lead, { zoneIds: ids });
    const results = planned.ok ? planned.value.zones : [];
    expect(results).toHaveLength(ids.length);
    expect(results.some((r) => r.left === null && r.added > 0)).toBe(true);
    const again = await planMany(lead, { zoneIds: ids });
    for (const r of again.ok ? again.value.zones : [])
      if (results.find((x) => x.zoneId === r.zoneId)!.left === null)
        expect(r.left).toEqual({ facts: [fact('pre-emergent-planned')] });
    const after = await seasonSheet(lead);
    const gained = results.filter((r) => r.left === null).length;
    expect(after.totals.unplanned).toBe(before.totals.unplanned - gained);
    // applications without a name count in the round of their use and part
    const lawnsIn = (s: typeof after) => s.rounds.find((r) => r.name === 'Pre-emergent 1')!;
    expect(lawnsIn(after).lawns).toBe(lawnsIn(before).lawns + gained);
    expect(lawnsIn(after).done).toBe(lawnsIn(before).done);
    expect(lawnsIn(after).done).toBeGreaterThan(0);
  });

  test('a line that has moved is told on the lawn and the season, until its day is agreed on anew', async () => {
    const { id } = await zoneNamed('14 Quarry Lane · front');
    await computeWindows(lead);
    const sheet = (await zoneSheet(lead, id))!;
    expect(sheet.movedLines).toEqual([]);
    const first = sheet.applications.find(isOpen)!;
    const calm = (await seasonSheet(lead)).totals.exceptions;
    const agreed = await inOrganisation(lead, async (db) => {
      const [row] = await db.execute<{ line_on: number }>(
        sql`update application_window set agreed_line_on = line_on + 9 where application_id = ${first.id} returning line_on`,
      );
      return row!.line_on + 9;
    });
    expect((await zoneSheet(lead, id))!.movedLines).toEqual([
      { applicationId: first.id, agreed, now: agreed - 9 },
    ]);
    // computed again it stays told: nothing that is agreed on moves by itself
    await inOrganisation(lead, (db) => markWindowsStale(db, null));
    await computeWindows(lead);
    const told = (await zoneSheet(lead, id))!;
    expect(told.movedLines).toHaveLength(1);
    expect(told.applications.find((a) => a.id === first.id)?.plannedOn).toBe(first.plannedOn);
    const rows = await rowsOfSeason(lead, { show: 'exceptions', from: 0 });
    const row = rows.ok ? rows.value.rows.find((r) => r.zoneId === id) : undefined;
    expect(row?.applications.find((a) => a.id === first.id)?.moved).toBe(-9);
    expect((await seasonSheet(lead)).totals.exceptions).toBeGreaterThanOrEqual(calm);
    const { version } = first;
    const moved = await changeStanding(lead, {
      applicationId: first.id,
      base: version,
      change: { what: 'move', to: isoDay(addDays(first.plannedOn, -1)) },
    });
    expect(moved.ok).toBe(true);
    await computeWindows(lead);
    expect((await zoneSheet(lead, id))!.movedLines).toEqual([]);
  });

  test('a year is copied into the next, lawn by lawn, once', async () => {
    const { today } = await seasonSheet(lead);
    const { id } = await zoneNamed('14 Quarry Lane · front');
    const open = (await zoneSheet(lead, id))!.applications.filter(isOpen);
    const year = yearOf(today);
    expect(open.length).toBeGreaterThan(1);
    const copied = await copyYear(lead, { zoneIds: [id], year });
    expect(copied).toMatchObject({ ok: true, value: { zones: [{ left: null }] } });
    const after = (await zoneSheet(lead, id))!.applications.filter((a) => yearOf(a.plannedOn) === year + 1);
    for (const a of open) {
      const next = after.find((x) => x.plannedOn === inYear(a.plannedOn, year + 1));
      expect(next?.products.map((p) => [p.label.id, p.typed.rate, p.use])).toEqual(
        a.products.map((p) => [p.label.id, p.typed.rate, p.use]),
      );
      // halves stay halves, of a total of their own
      expect(next?.products.map((p) => [p.tie?.part, p.tie?.of])).toEqual(
        a.products.map((p) => [p.tie?.part, p.tie?.of]),
      );
      expect(next?.products[0]?.tie?.id).not.toBe(a.products[0]?.tie?.id ?? null);
    }
    expect(await copyYear(lead, { zoneIds: [id], year })).toMatchObject({
      value: { zones: [{ added: 0, left: { facts: [fact('next-year-planned', { year: year + 1 })] } }] },
    });
    // days that have gone are not planned, and where nothing was there is nothing to copy
    expect(await copyYear(lead, { zoneIds: [id], year: year - 20 })).toMatchObject({
      value: { zones: [{ added: 0 }] },
    });
  });

  test('when to start is asked of every past year on file, and who may only see may not plan', async () => {
    await computeWindows(lead);
    const asked = await startQuestion(lead, { round: 'Pre-emergent 1' });
    if (!asked.ok) throw new Error(JSON.stringify(asked.refusal));
    const { question } = asked.value;
    expect(question.years.length).toBeGreaterThan(1);
    expect(question.lawns.length).toBeGreaterThan(0);
    expect(question.lines.flat().some((d) => d !== null)).toBe(true);
    for (const row of question.workable) expect(row).toMatch(new RegExp(`^[01-]{${question.days}}$`));
    const says = answerStart({ question, crews: question.crews, start: question.today });
    expect(says.answer.down.p50).toBeGreaterThan(0);
    // crews without end do all that the windows allow; a start behind all windows does nothing
    const end = answerStart({
      question,
      start: addDays(question.first, question.days - 1),
      crews: { ...question.crews, trucks: 100 },
    });
    expect(end.answer.down.p90).toBe(0);
    expect(says.curve.at(0)!.p50).toBeGreaterThanOrEqual(says.curve.at(-1)!.p50);
    expect(await startQuestion(lead, { round: 'no such round' })).toMatchObject({
      refusal: { kind: 'gone' },
    });
    await expect((async () => askSeason(actor('viewer')))()).rejects.toThrow(Forbidden);
    await expect((async () => planMany(actor('viewer'), { zoneIds: [] }))()).rejects.toThrow(Forbidden);
  });

  test('a round of the fall has the fall’s line of each lawn’s own soil', async () => {
    const { id } = await zoneNamed('12 Farrier Bend · whole lawn');
    const { plans } = await proposedFor(id);
    const [typed] = typedProgramme(plans.programmes.find((p) => p.kind === 'once')!);
    const planned: ProgrammeInput['applications'][number] = {
      ...typed!,
      purpose: 'Fall round',
      plannedOn: '2027-08-25',
      earliest: '',
      latest: '',
      products: typed!.products.map((p) => ({
        ...p,
        rate: '0.18',
        use: 'autumn pre-emergent',
        targets: ['annual-bluegrass'],
      })),
      ties: [null],
    };
    expect(await takeProgramme(lead, sent(id, { applications: [planned] }))).toMatchObject({ ok: true });
    const asked = await startQuestion(lead, { round: 'Fall round' });
    if (!asked.ok) throw new Error(JSON.stringify(asked.refusal));
    const [lawn] = asked.value.question.lawns;
    const days = asked.value.question.lines[lawn!.line!]!.filter((d) => d !== null);
    expect(days.length).toBeGreaterThan(1);
    for (const day of days) expect(isoDay(day)).toMatch(/^2027-(08|09|1[0-2])/);
    const { latest } = answerStart({
      ...asked.value,
      crews: asked.value.question.crews,
      start: asked.value.question.today,
    });
    expect(latest).not.toBeNull();
    expect(latest!).toBeLessThan(Math.max(...days));
  });

  test('goes out as a calendar and as a table', async () => {
    expect(await seasonFile(lead, 'ics')).toMatch(
      /^BEGIN:VCALENDAR[\s\S]+Pre-emergent 1[\s\S]+END:VCALENDAR/,
    );
    expect(await seasonFile(lead, 'csv')).toMatch(/^site,turf,area_sqft,round,planned_on/);
  });
});
