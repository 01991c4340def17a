/** What the demo promises: enough lawns, people and labels, and a season half planned, shut for different reasons. */
import { weighed } from '@/core/barrier/barrier';
import { CONTROL } from '@/core/barrier/control';
import { readRuns } from '@/core/ground/soil-runs';
import { SHOWS } from '@/core/units/format';
import { lawnDesk } from '@/server/programme/view';
import { holdsOn } from '@/app/lawns/[zoneId]/programme/answers';
import { lawnViewOf } from '@/app/lawns/[zoneId]/lawn-view';
import { isoDay } from '@/core/calendar/day';
import { nextOpen } from '@/core/gates/window-lane';
import { ingredientRate, isHerbicide } from '@/core/products/content';
import { inOrganisation } from '@/data/connection';
import { zonesOf } from '@/data/lawns';
import { labelsOf } from '@/data/products';
import { peopleOf } from '@/server/people/names';
import { board } from '@/server/programme/board';
import { recordBook } from '@/server/records/view';
import { actor, closeAll } from '../support/demo';

afterAll(closeAll);
const lead = actor('lead');

test('at least 12 lawns of cool- and warm-season turf, two technicians and a lead', async () => {
  const zones = await inOrganisation(lead, zonesOf);
  expect(new Set(zones.map((z) => z.lawnId)).size).toBeGreaterThanOrEqual(12);
  expect(new Set(zones.map((z) => z.facts.turf)).size).toBeGreaterThanOrEqual(6);
  expect(await peopleOf(lead)).toEqual(['Lise Corran', 'Mara Venn', 'Tobin Asher']);
});

test('labels of all kinds, all marked as demo, consistent with themselves', async () => {
  const { now: labels } = await inOrganisation(lead, labelsOf);
  const groups = (g: number) => labels.filter((l) => l.ingredients.some((i) => i.group === g));
  expect(groups(3).filter((l) => l.inSoil && l.status === 'registered').length).toBeGreaterThanOrEqual(2);
  expect(groups(3).some((l) => l.reachesBack)).toBe(true);
  expect([groups(14), groups(29), groups(2)].every((g) => g.length > 0)).toBe(true);
  expect(
    labels.filter((l) => l.onLeaf && l.after.some((a) => a.weed === 'white-clover')).length,
  ).toBeGreaterThanOrEqual(3);
  expect(groups(5).some((l) => l.restrictedUse)).toBe(true);
  expect(labels.some((l) => l.status === 'cancelled')).toBe(true);
  expect(labels.some((l) => (l.analysis?.n ?? 0) > 0 && l.ingredients.some((i) => i.group === 3))).toBe(true);
  expect(labels.some((l) => l.seedingWait[0]?.days === 0)).toBe(true);
  for (const label of labels) expect(label.demo && label.name.endsWith('demo label')).toBe(true);
  for (const label of labels.filter(isHerbicide)) {
    expect(label.demo && label.name.endsWith('demo label')).toBe(true);
    for (const { low, high, yearLimit } of label.rates) {
      const year = (yearLimit ?? label.yearLimit)!;
      expect(low.by).toBe(year.by);
      expect(low.rate).toBeLessThan(high.rate);
      expect(high.rate).toBeLessThanOrEqual(year.rate);
    }
    expect(label.seedingWait.map((w) => w.days)).toEqual(
      label.seedingWait.map((w) => w.days).toSorted((a, b) => a - b),
    );
    for (const i of label.ingredients) {
      const most = ingredientRate(label.yearLimit!, i, label.density);
      expect(most).not.toBeNull();
      // the product's limit keeps the a.i.'s, to the rounding of a label
      if (i.yearLimit !== null) expect(most! / i.yearLimit).toBeLessThan(1.02);
    }
  }
});

test('on 18 March 2027 some are done, some can go, some are ajar, and some are shut for different reasons', async () => {
  const { today, groups, finished, unplanned } = await board(lead);
  expect(isoDay(today)).toBe('2027-03-18');
  expect((await recordBook(lead)).records.length).toBeGreaterThanOrEqual(5);
  expect(finished).toBeGreaterThan(0);
  expect(unplanned).toBeGreaterThan(0);
  expect(groups.filter((g) => g.total > 0).map((g) => g.group)).toEqual(
    expect.arrayContaining(['open', 'ajar', 'shut']),
  );
  // a lead looks at a board that shows what can hold an application: label, limit, line, customer, seed
  const held = groups.flatMap((g) =>
    g.stops.flatMap((s) => s.lines.flatMap((l) => (g.group === 'open' ? [] : (l.window?.hold?.gate ?? [])))),
  );
  expect(new Set(held).size).toBeGreaterThanOrEqual(4);
});

test('what a lawn’s page brings of a barrier says what the whole of it does, and the page brings no facts', async () => {
  const zones = await inOrganisation(lead, zonesOf);
  let asked = 0;
  for (const { id } of zones.slice(0, 8)) {
    const desk = (await lawnDesk(lead, id))!;
    const view = lawnViewOf(desk, { wished: null, mayPlan: true, shows: SHOWS.trade });
    expect(Object.keys(view)).not.toContain('facts');
    expect(JSON.stringify(view).length).toBeLessThan(80_000);
    const sent = view.first.soil?.holds[0]?.full;
    if (!sent || !desk.runs) continue;
    asked++;
    const runs = weighed(readRuns(desk.runs), desk.sheet.house.planning.school);
    const whole = holdsOn(desk.sheet, runs, view.first.applications ?? desk.sheet.applications)[0]!;
    const isHeld = (h: typeof whole) => h.effect.map((e) => e >= CONTROL);
    expect(isHeld(sent)).toEqual(isHeld(whole));
    // the share of the flush that comes on other days, as the page tells it
    const outside = (h: typeof whole) => h.flush.reduce((sum, f, d) => (isHeld(h)[d] ? sum : sum + f), 0);
    expect(Math.abs(outside(sent) - outside(whole))).toBeLessThan(2e-4);
  }
  expect(asked).toBeGreaterThan(3);
});

test('what can go stands by what is lost if it does not, then by its last day; what cannot, by the day on which it may', async () => {
  const { groups } = await board(lead);
  for (const { stops, group } of groups) {
    const isNow = group === 'open' || group === 'ajar';
    const keys = stops.map((s) => {
      const lost = Math.max(...s.lines.map((l) => l.window!.regret?.points ?? 0));
      const last = Math.min(...s.lines.map((l) => l.window!.regret?.until ?? Infinity));
      const opens = Math.min(
        ...s.lines.map(({ window }) => {
          const { all } = window!;
          const from = all[0]!.from;
          return (nextOpen(all, from) ?? nextOpen(all, from, 'ajar'))?.from ?? Infinity;
        }),
      );
      return isNow ? ([-lost, last] as const) : ([opens, 0] as const);
    });
    for (let i = 1; i < keys.length; i++) {
      const [a, b] = [keys[i - 1]!, keys[i]!];
      // the last day weighs a thousandth of a point a day, and a point at most
      expect(a[0]).toBeLessThanOrEqual(b[0] + 1);
      if (a[0] === b[0]) expect(a[1]).toBeLessThanOrEqual(b[1]);
    }
    expect(new Set(stops.map((s) => s.lawnId)).size).toBe(stops.length);
  }
});
