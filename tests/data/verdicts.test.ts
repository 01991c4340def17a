/** One answer to each question: what the demo company's screens and the interface say of a zone, each asked of its owner. */
import { addDays, isoDay, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { lastDayOf } from '@/core/gates/last-day';
import { seedingAhead } from '@/core/gates/seeding-ahead';
import { windowOf } from '@/core/gates/window';
import { yearLimit } from '@/core/gates/year-limit';
import { stopToday } from '@/core/mixing/stop-today';
import { nameSubstance, substanceKey } from '@/core/products/substance';
import { entryOf } from '@/core/records/ledger';
import { limitsOn, mostOf, usedOf } from '@/core/records/limits';
import { safeToSeed } from '@/core/records/safe-to-seed';
import { heldBy, heldOf } from '@/core/barrier/held';
import { weighed } from '@/core/barrier/barrier';
import { readRuns } from '@/core/ground/soil-runs';
import { contextOf, plannedEntries, yearAhead } from '@/core/season/programme';
import { isOpen } from '@/core/season/standing';
import { suitedFor } from '@/core/season/suited';
import { inOrganisation } from '@/data/connection';
import { dueOf } from '@/data/season';
import { zonesOf } from '@/data/lawns';
import { houseOf } from '@/data/house';
import { computeWindows } from '@/server/worker/windows';
import { board, upTo } from '@/server/programme/board';
import { soilRunsOfZone, zoneSheet, type ZoneSheet } from '@/server/programme/view';
import { seasonAround, seasonSheet, startQuestion } from '@/server/season/view';
import { actor, closeAll } from '../support/demo';

const lead = actor('lead');
let sheets: ZoneSheet[];
beforeAll(async () => {
  await computeWindows(lead);
  const zones = await inOrganisation(lead, zonesOf);
  sheets = [];
  for (const { id } of zones) {
    const sheet = await zoneSheet(lead, id);
    if (sheet && !sheet.zone.closed) sheets.push(sheet);
  }
});
afterAll(closeAll);

const entriesOf = ({ facts, applications, today }: ZoneSheet) => [
  ...facts.ledger,
  ...plannedEntries(applications, facts.zone, today),
];

test('safe to seed: the lawn’s two dates, its follow-ups and its gate say the same day', () => {
  let asked = 0;
  for (const sheet of sheets) {
    const { facts, applications, today, followUps } = sheet;
    const { asIs, withPlan } = safeToSeed(entriesOf(sheet), today);
    // follow-ups speak of what was put down here, and of no earlier work
    const done = safeToSeed(
      facts.ledger.filter((e) => e.status === 'done'),
      today,
    ).asIs;
    const told = followUps.filter((f) => f.kind === 'seed').map((f) => f.from);
    if (done !== 'not known' && done > today)
      expect([sheet.zone.id, Math.max(...told)]).toEqual([sheet.zone.id, done]);
    if (withPlan === 'not known' || asIs === 'not known') continue;
    expect(withPlan).toBeGreaterThanOrEqual(asIs);
    // the gate of what is planned, of seed on that day and on the day before it
    const verdicts = (on: Day) =>
      applications
        .filter((a) => isOpen(a) && a.plannedOn >= today)
        .map((a) => {
          const zone = { ...facts.zone, seedings: [{ on, kind: 'seed' as const }] };
          const c = contextOf(applications, a.id, {
            ...facts,
            zone,
            seen: { ...facts.seen, seededOn: null },
          });
          const day = a.plannedOn;
          return spanAt(seedingAhead.spans(c, { from: day, to: addDays(day, 1) }), day)!.verdict.state;
        });
    if (withPlan > today) {
      asked++;
      expect([sheet.zone.id, verdicts(withPlan).includes('shut')]).toEqual([sheet.zone.id, false]);
      if (withPlan > asIs && applications.every((a) => !isOpen(a) || a.plannedOn >= today))
        expect([sheet.zone.id, verdicts(addDays(withPlan, -1)).includes('shut')]).toEqual([
          sheet.zone.id,
          true,
        ]);
    }
  }
  expect(asked).toBeGreaterThan(5);
});

test('the last day: Today, the lawn, rounds, start and regret ask one function', async () => {
  const { groups } = await board(lead, upTo(1000));
  const lines = groups.flatMap((g) => g.stops.flatMap((s) => s.lines)).filter((l) => l.isFresh && l.window);
  const lastOf = new Map<string, Day | null>();
  for (const line of lines) {
    const sheet = sheets.find((s) => s.zone.id === line.zoneId)!;
    const context = contextOf(sheet.applications, line.applicationId, sheet.facts);
    const { all } = windowOf(context, yearAhead(sheet.today, line.plannedOn));
    const owned = lastDayOf(context, all, line.plannedOn);
    expect([line.applicationId, line.window!.lastDay]).toEqual([line.applicationId, owned]);
    const { regret } = line.window!;
    if (regret?.until && owned.last !== null) expect(regret.until).toBeLessThanOrEqual(owned.last);
    if (regret) lastOf.set(line.applicationId, owned.last);
  }
  expect(lines.length).toBeGreaterThan(10);
  const { rounds, today } = await seasonSheet(lead);
  let compared = 0;
  for (const { name } of rounds) {
    const due = await inOrganisation(lead, (db) => dueOf(db, { name, ...seasonAround(today) }));
    const started = await startQuestion(lead, { round: name });
    for (const row of due) {
      const sheet = sheets.find((s) => s.zone.id === row.zoneId)!;
      const application = sheet.applications.find(
        (a) => isOpen(a) && a.plannedOn === row.planned && lastOf.has(a.id) && a.latest === null,
      );
      const last = application && lastOf.get(application.id);
      if (!last) continue;
      compared++;
      expect([row.site, isoDay(row.latest)]).toEqual([row.site, isoDay(last)]);
      if (started.ok)
        expect(started.value.question.lawns.find((l) => l.zoneId === row.zoneId)?.latest).toBe(last);
    }
  }
  expect(compared).toBeGreaterThan(3);
});

test('when to start: every lawn that goes by the line has its line from its own soil, whatever was proposed', async () => {
  const { rounds } = await seasonSheet(lead);
  let asked = 0;
  for (const { name } of rounds) {
    const started = await startQuestion(lead, { round: name });
    if (!started.ok) continue;
    const { lawns, lines, years } = started.value.question;
    for (const lawn of lawns) {
      if (lawn.line === null) continue;
      const { outlook } = sheets.find((s) => s.zone.id === lawn.zoneId)!.facts;
      asked++;
      const days = lines[lawn.line]!;
      const of = (line: 'rising' | 'falling', season: 0 | 1) =>
        years.map((y) => outlook!.members.find((m) => m.year === y)?.lines[line][season] ?? null);
      expect([of('rising', 0), of('rising', 1), of('falling', 0), of('falling', 1)]).toContainEqual(days);
      if (days.join() !== of('rising', 0).join()) continue;
      // and so within the odds that Today and the lawn state
      const known = days.filter((d) => d !== null).toSorted((a, b) => a - b);
      const middle = known[known.length >> 1]!;
      expect(middle).toBeGreaterThanOrEqual(outlook!.dates.p10!);
      expect(middle).toBeLessThanOrEqual(outlook!.dates.p90!);
    }
  }
  expect(asked).toBeGreaterThan(2);
});

test('what is left of a limit: the ledger, the gate and the load say the same', () => {
  let asked = 0;
  for (const sheet of sheets) {
    const { facts, applications, today, zone } = sheet;
    for (const a of applications.filter(isOpen)) {
      const context = contextOf(applications, a.id, facts);
      const rest = context.ledger;
      for (const pass of stopToday(applications, a.id, facts, today).passes)
        for (const p of pass.products) {
          const product = [context.product, ...context.beside].find((x) => x.label.id === p.label.id)!;
          const beside = [context.product, ...context.beside].filter((x) => x !== product);
          const { reason } = spanAt(
            yearLimit.spans({ ...context, product, beside }, { from: today, to: addDays(today, 1) }),
            today,
          )!.verdict;
          expect(p.left).toEqual('fits' in reason ? reason.fits : null);
          if (reason.code !== 'within-year-limit' || beside.length || p.place.on !== 'zone') continue;
          const limit = limitsOn([product], rest, zone.facts, []).find((l) => l.of === 'product')!;
          const inToday = rest.filter((e) => e.day <= today);
          const used = usedOf(limit, inToday, today).share!;
          const laterToo = rest.some((e) => e.day > today && limit.amount(e) !== undefined);
          if (laterToo) continue;
          asked++;
          expect(reason.fits.rate).toBeCloseTo(mostOf(limit) * (1 - used), 9);
        }
    }
  }
  expect(asked).toBeGreaterThan(5);
});

test('what a substance is: every ingredient of labels, ledgers and proposals has one key, whoever names it', () => {
  const named = new Set<string>();
  for (const { labels, facts } of sheets) {
    for (const l of labels.all.concat(labels.now)) for (const i of l.ingredients) named.add(i.name);
    for (const e of facts.ledger) for (const i of e.ingredients) named.add(i.name);
  }
  expect(named.size).toBeGreaterThan(10);
  for (const name of named) {
    const found = nameSubstance(name);
    expect([name, found.kind === 'known' ? substanceKey(found.substance.name) : substanceKey(name)]).toEqual([
      name,
      substanceKey(name),
    ]);
  }
});

test('what holds: the list of products and the barrier’s panel say the same of the same dose', async () => {
  const { planning } = await inOrganisation(lead, houseOf);
  let asked = 0;
  for (const sheet of sheets.slice(0, 6)) {
    const sent = await soilRunsOfZone(lead, sheet.zone.id);
    if (!sent) continue;
    const runs = weighed(readRuns(sent), planning.school);
    const { facts, labels, today } = sheet;
    const suited = suitedFor(labels.now, facts, {
      use: 'pre-emergent',
      targets: ['smooth-crabgrass'],
      place: { on: 'zone' },
      day: today,
      range: { from: today, to: addDays(today, 120) },
      runs,
    });
    for (const s of suited) {
      if (!s.hold || !s.ajar) continue;
      const at = { id: 'asked', status: 'planned', day: s.ajar.from, share: 1, ground: null } as const;
      const dose = entryOf(s.label, s.rate, at);
      asked++;
      expect(s.hold).toEqual(heldBy(dose, ['smooth-crabgrass'], facts, labels.now, runs));
      expect(s.hold.withAll).toEqual(
        heldOf('smooth-crabgrass', [...facts.ledger, dose], facts, labels.now, runs)!.hold,
      );
    }
  }
  expect(asked).toBeGreaterThan(5);
});
