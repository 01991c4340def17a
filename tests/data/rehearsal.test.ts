/** A season rehearsed on a lawn of the demo, in threads as the screen asks for it. */
import { addDays } from '@/core/calendar/day';
import { weeksOf } from '@/core/rehearsal/rehearsal';
import { inOrganisation } from '@/data/connection';
import { recordsOfZones } from '@/data/records';
import {
  contestShape,
  moveShape,
  playContest,
  playEnding,
  playMove,
  playWeek,
  rehearsalSheet,
  weekShape,
} from '@/server/rehearsal/play';
import { actor, closeAll, zoneNamed } from '../support/demo';

afterAll(closeAll);
const lead = actor('lead');
const must = <T>(o: { ok: true; value: T } | { ok: false; refusal: unknown }): T => {
  if (!o.ok) throw new Error(JSON.stringify(o.refusal));
  return o.value;
};

test('four weeks of a year: what was known, a gate that is shut and why, something put down, how it went', async () => {
  const zone = await zoneNamed('14 Quarry Lane · front');
  const sheet = await rehearsalSheet(lead, zone.id);
  const year = sheet.years.at(-1)!;
  expect(sheet.products.some((p) => p.isBarrier)).toBe(true);
  const ask = (week: number, moves: Parameters<typeof playWeek>[1]['moves'] = []) => {
    const input = { zoneId: zone.id, year, moves, week, share: 1 };
    expect(weekShape.validate(input).error).toBeUndefined();
    return playWeek(lead, input);
  };
  const first = must(await ask(0));
  expect(first.from).toBe(weeksOf(year)[0]);
  const barrier = sheet.products.find((p) => p.name.startsWith('Prodiamine 65'))!;
  const early = first.choices.find((c) => c.productId === barrier.id && c.use === 'pre-emergent')!;
  expect(early.days).toHaveLength(7);
  expect(early.against.length).toBeGreaterThan(0);
  // week by week until it may go
  let found = -1;
  for (const w of [5, 6, 7, 8, 9, 10, 11]) {
    const week = must(await ask(w));
    const d = week.choices.find((c) => c.productId === barrier.id && c.use === 'pre-emergent')!.days;
    const at = d.findIndex((s) => s !== 'shut');
    if (at >= 0) {
      found = addDays(week.from, at);
      break;
    }
  }
  expect(found).toBeGreaterThan(first.from);
  const move = { on: found, productId: barrier.id, use: 'pre-emergent', share: 1 };
  const asked = { zoneId: zone.id, year, moves: [], move };
  expect(moveShape.validate(asked).error).toBeUndefined();
  const stands = must(await playMove(lead, asked));
  expect(stands === null || stands.length > 0).toBe(true);
  const end = must(await playEnding(lead, { zoneId: zone.id, year, moves: [move] }));
  expect(end.yours.hold).toBeGreaterThan(0.3);
  expect(end.yours.visits).toBe(1);
  expect(end.best!.score.hold!).toBeGreaterThanOrEqual(0.5);
  expect(end.planner.moves.length).toBeGreaterThan(0);
  // nothing of it is in the book
  const records = await inOrganisation(lead, (db) => recordsOfZones(db, [zone.id]));
  expect(records.every((r) => r.appliedOn !== found)).toBe(true);
}, 300_000);

test('schools play ten years', async () => {
  const zone = await zoneNamed('14 Quarry Lane · front');
  const { products } = await rehearsalSheet(lead, zone.id);
  const input = { zoneId: zone.id, productId: products.find((p) => p.isBarrier)!.id, years: 10 };
  expect(contestShape.validate(input).error).toBeUndefined();
  const contest = must(await playContest(lead, input));
  expect(contest.years.length + contest.generated).toBe(10);
  expect(contest.ways).toHaveLength(6);
  expect(contest.ways.every((w) => w.hold.p50 >= 0 && w.hold.p50 <= 1)).toBe(true);
}, 300_000);

test('a year that is not on file, a product that is none, and a lawn of others', async () => {
  const { id: zoneId } = await zoneNamed('14 Quarry Lane · front');
  expect(await playWeek(lead, { zoneId, year: 1950, moves: [], week: 0, share: 1 })).toMatchObject({
    refusal: {
      kind: 'invalid',
      issues: [{ field: 'Year', problem: '1950 cannot be played with the weather that is on file' }],
    },
  });
  const [year] = (await rehearsalSheet(lead, zoneId)).years;
  const move = { on: weeksOf(year!)[8]!, productId: crypto.randomUUID(), use: 'pre-emergent', share: 1 };
  expect(await playMove(lead, { zoneId, year: year!, moves: [], move })).toMatchObject({
    refusal: { kind: 'gone' },
  });
  const others = { zoneId: crypto.randomUUID(), year: 2025, moves: [], week: 0, share: 1 };
  expect(await playWeek(lead, others)).toMatchObject({ refusal: { kind: 'gone' } });
});
