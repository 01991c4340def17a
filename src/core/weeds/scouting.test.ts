/** Figures by hand; lawns are invented. Timing: trade practice. */
import { dayOf } from '@/core/calendar/day';
import { efficacyOf, noLongerWorks, type Sprayed } from './efficacy';
import { favouredBy, isWorthwhile, lastWalk, timingOf, weedPlanOf, type Found, type Walk } from './scouting';
import type { SquareMetres } from '@/core/units/quantity';

const zone = { area: 500 as SquareMetres };
const found = (over: Partial<Found> = {}): Found => ({
  weed: 'white-clover',
  stage: 'mature',
  cover: 4,
  perSquareMetre: null,
  where: ['all over'],
  isInFlower: false,
  ...over,
});
const walk = (on: Walk['on'], list: readonly Found[], id = 'w'): Walk => ({
  id,
  on,
  person: 'Tobin Asher',
  found: list,
  notes: '',
});

test('under the house’s threshold spots with their ring, over it the whole zone, of nothing nothing', () => {
  expect(weedPlanOf([found()], zone, 10)).toEqual({ cover: 4, by: 'spots', area: 30 });
  expect(weedPlanOf([found(), found({ weed: 'dandelion', cover: 6 })], zone, 10)).toEqual({
    cover: 10,
    by: 'whole zone',
    area: 500,
  });
  expect(weedPlanOf([found({ cover: 0.1 })], zone, 10).area).toBe(2.5);
  expect(weedPlanOf([], zone, 10)).toEqual({ cover: 0, by: 'nothing', area: 0 });
});

test('annual grasses are small or not worth it, perennials want autumn, winter annuals the cold', () => {
  const on = (month: number, weed: Found['weed'], stage: Found['stage']) =>
    timingOf({ weed, stage }, dayOf(2027, month, 15));
  expect(on(5, 'smooth-crabgrass', 'seedling')).toBe('small, now');
  expect(on(6, 'smooth-crabgrass', '2 to 4 tillers')).toBe('tillered, hard');
  expect(on(9, 'smooth-crabgrass', 'mature')).toBe('frost takes it');
  expect([on(10, 'dandelion', 'mature'), on(4, 'dandelion', 'mature'), on(7, 'dandelion', 'mature')]).toEqual(
    ['autumn is best', 'spring is second', 'wait for autumn'],
  );
  expect(on(3, 'henbit', '2 to 4 tillers')).toBe('before it seeds');
  expect([on(11, 'henbit', 'seedling'), on(5, 'henbit', 'mature')]).toEqual(['small, now', 'heat takes it']);
  expect([on(6, 'yellow-nutsedge', 'seedling'), on(9, 'yellow-nutsedge', 'mature')]).toEqual([
    'before its tubers',
    'tubers are made',
  ]);
  expect(on(6, 'quackgrass', 'mature')).toBe('no selective');
  expect([isWorthwhile('frost takes it'), isWorthwhile('small, now')]).toEqual([false, true]);
});

test('what favours most of it is said first', () => {
  const both = favouredBy([found({ weed: 'goosegrass' }), found({ weed: 'prostrate-knotweed' })]);
  expect(both[0]).toEqual({ favour: 'compaction', weeds: ['goosegrass', 'prostrate-knotweed'] });
});

test('of two walks of a day the later one counts', () => {
  const day = dayOf(2027, 6, 1);
  expect(
    lastWalk([walk(day, [found()], 'a'), walk(day, [], 'b'), walk(dayOf(2027, 5, 1), [], 'c')])?.id,
  ).toBe('b');
  expect(lastWalk([])).toBeNull();
});

describe('what a product took here', () => {
  const sprayed = (zoneId: string, year: number): Sprayed => ({
    zoneId,
    on: dayOf(year, 10, 1),
    productId: 'p',
    targets: ['white-clover'],
  });
  const looks = (year: number, before: number, after: number) => [
    walk(dayOf(year, 9, 20), [found({ cover: before })]),
    // too soon to tell
    walk(dayOf(year, 10, 5), [found({ cover: before })]),
    walk(dayOf(year, 10, 25), after ? [found({ cover: after })] : []),
  ];
  test('the middle share of the cover that was gone, by year', () => {
    const taken = efficacyOf(
      [sprayed('a', 2026), sprayed('b', 2026), sprayed('c', 2026), sprayed('nobody looked', 2026)],
      new Map([
        ['a', looks(2026, 10, 0)],
        ['b', looks(2026, 8, 2)],
        ['c', looks(2026, 4, 2)],
      ]),
    );
    expect(taken).toEqual([{ productId: 'p', weed: 'white-clover', year: 2026, looks: 3, share: 0.75 }]);
  });
  test('what took a weed once and does not any more', () => {
    const at = (year: number, share: number, n = 3) => ({
      productId: 'p',
      weed: 'white-clover' as const,
      year,
      looks: n,
      share,
    });
    expect(noLongerWorks([at(2024, 0.95), at(2025, 0.85), at(2026, 0.5)])).toMatchObject([
      { before: { year: 2024 }, now: { year: 2026 } },
    ]);
    // too few looks, a small fall, and one that came back
    expect(noLongerWorks([at(2024, 0.95), at(2026, 0.5, 2)])).toEqual([]);
    expect(noLongerWorks([at(2024, 0.85), at(2026, 0.75)])).toEqual([]);
    expect(noLongerWorks([at(2024, 0.95), at(2025, 0.5), at(2026, 0.9)])).toEqual([]);
  });
});
