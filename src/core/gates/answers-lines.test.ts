/**
 * Questions with their right answers about the soil's lines: whose line it is, in which season, with what doubt. Lines of
 * weeds: the project's facts (memory and practice); the rest common practice without a source.
 */
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { WATCHES, WATCH_KEYS, DEFAULT_CROSSING, DEFAULT_FALL, type WatchKey } from '@/core/ground/crossing';
import type { Line } from '@/core/ground/outlook';
import { ALL_WEEDS, WEEDS, type Stage, type Weed } from '@/core/weeds/weeds';
import { germinationLine } from '@/core/weeds/germination';
import { putToApi, ask, barrier, leaf, onDay, seen } from '../../../tests/support/ask';
import { context, line, outlook, product, secondOf, today, zone } from '../../../tests/support/gate-context';
import type { GateContext } from './gate';
import { growthStage } from './growth-stage';
import { lineDay, soilLine } from './soil-line';

const days = (n: number): Day => addDays(today, n);
const about = (middle: Day, spread = 5) => ({
  p10: addDays(middle, -spread),
  p50: middle,
  p90: addDays(middle, spread),
});
const crossedOn = (day: Day, begins?: Day): Line => line(about(day, 0), day, begins);
/** The house's line by its even odds, and others. */
const lines = (house: Day, watches: Partial<Record<WatchKey, Line>> = {}) => ({
  outlook: { ...outlook(about(house), house < today ? house : null), watches },
});
const against = (...targets: Weed[]) => barrier({ before: targets }, { targets });
const on = (weed: Weed, upTo: Stage = '1 tiller') => leaf({ after: [{ weed, upTo }] }, { targets: [weed] });
const autumn = dayOf(2026, 7, 24);

ask('whose line it is', [
  [
    'goosegrass, 55 °F crossed ten days ago, 60 °F in three weeks',
    'open ahead-of-line',
    () =>
      onDay(soilLine, {
        ...against('goosegrass'),
        ...lines(days(-10), { goosegrass: line(about(days(20))) }),
      }),
  ],
  [
    'crabgrass on the same day',
    'shut latch line-likely-crossed',
    () => onDay(soilLine, { ...against('smooth-crabgrass'), outlook: outlook(about(days(-10), 3)) }),
  ],
  [
    'both in one: late for one, ahead of the other',
    'ajar some-targets-late',
    () =>
      onDay(soilLine, {
        ...against('smooth-crabgrass', 'goosegrass'),
        ...lines(days(-10), { goosegrass: line(about(days(20))) }),
      }),
  ],
  [
    'both in one, ahead of both: opens by the earlier',
    'open ahead-of-line',
    () =>
      onDay(soilLine, {
        ...against('smooth-crabgrass', 'goosegrass'),
        ...lines(days(20), { goosegrass: line(about(days(45))) }),
      }),
  ],
  [
    'knotweed in March: its 36 °F was crossed a month ago',
    'shut latch line-crossed',
    () =>
      onDay(soilLine, {
        ...against('prostrate-knotweed'),
        ...lines(days(25), { knotweed: crossedOn(days(-30)) }),
      }),
  ],
  [
    'annual bluegrass in spring: last autumn\u2019s line is long crossed',
    'shut latch autumn-is-here',
    () =>
      onDay(soilLine, {
        ...against('annual-bluegrass'),
        ...lines(days(25), { autumn: crossedOn(dayOf(2026, 9, 20), autumn) }),
      }),
  ],
  [
    'crabgrass with annual bluegrass on the label\u2019s list: spring goes by crabgrass',
    'open ahead-of-line',
    () =>
      onDay(soilLine, {
        ...against('annual-bluegrass', 'smooth-crabgrass'),
        ...lines(days(25), { autumn: crossedOn(dayOf(2026, 9, 20), autumn) }),
      }),
  ],
  [
    'only dandelion: it comes from the root as well',
    'ajar no-line-of-its-own',
    () => onDay(soilLine, { ...against('dandelion'), ...lines(days(25)) }),
  ],
  [
    'a line of which nothing is known',
    'ajar not-known',
    () => onDay(soilLine, { ...against('chamberbitter'), ...lines(days(25)) }),
  ],
  [
    'no target named: the house\u2019s line',
    'open ahead-of-line',
    () => onDay(soilLine, { ...barrier({}), ...lines(days(25)) }),
  ],
]);

// asked in December for the spring that comes
const nextSpring = { ...outlook(about(dayOf(2027, 4, 10), 0), dayOf(2027, 4, 10)) };
const withNext = {
  outlook: { ...nextSpring, next: { ...nextSpring.next, dates: about(dayOf(2028, 4, 12), 8) } },
};
ask('a year ahead of any day', [
  [
    'the coming December: too early for the spring after it',
    'shut latch before-useful-start',
    () => onDay(soilLine, { ...barrier({}), ...withNext }, dayOf(2027, 12, 15)),
  ],
  [
    'the March after it',
    'open ahead-of-line',
    () => onDay(soilLine, { ...barrier({}), ...withNext }, dayOf(2028, 3, 20)),
  ],
  [
    'the October between: this spring\u2019s line is behind',
    'shut latch line-crossed',
    () =>
      onDay(
        soilLine,
        { ...barrier({}), ...withNext, outlook: { ...withNext.outlook, today: dayOf(2027, 10, 1) } },
        dayOf(2027, 10, 1),
      ),
  ],
  [
    'two springs on: nothing is known',
    'ajar not-known',
    () => onDay(soilLine, { ...barrier({}), ...withNext }, dayOf(2029, 3, 20)),
  ],
]);

ask('crossed, with doubt', [
  [
    'the soil may have crossed, and half of what is likely has not',
    'ajar line-may-be-crossed',
    () =>
      onDay(soilLine, {
        ...barrier({}),
        outlook: { ...outlook({ p10: days(-4), p50: days(9), p90: days(20) }), crossed: days(-4) },
      }),
  ],
  [
    'most of what is likely has crossed, not all',
    'shut latch line-likely-crossed',
    () =>
      onDay(soilLine, {
        ...barrier({}),
        outlook: { ...outlook({ p10: days(-6), p50: days(-4), p90: days(14) }), crossed: days(-4) },
      }),
  ],
  [
    'all has',
    'shut latch line-crossed',
    () =>
      onDay(soilLine, {
        ...barrier({}),
        outlook: { ...outlook({ p10: days(-6), p50: days(-4), p90: days(-1) }), crossed: days(-4) },
      }),
  ],
]);

const strip = (p10: Day) => {
  const at = outlook(about(p10, 0));
  return {
    rule: DEFAULT_CROSSING,
    fall: DEFAULT_FALL,
    begins: at.begins,
    crossed: null,
    dates: at.dates,
    next: at.next,
    watches: {},
  };
};
ask('the warmest strip opens the start', [
  [
    '45 days ahead of the open lawn\u2019s line: too early',
    'shut latch before-useful-start',
    () => onDay(soilLine, { ...barrier({}), outlook: outlook(about(days(50), 5)) }),
  ],
  [
    'the same with a strip that comes 11 days before',
    'open ahead-of-line',
    () =>
      onDay(soilLine, {
        ...barrier({}),
        outlook: { ...outlook(about(days(50), 5)), strip: strip(days(34)) },
      }),
  ],
  [
    'a strip that is no earlier changes nothing',
    'shut latch before-useful-start',
    () =>
      onDay(soilLine, {
        ...barrier({}),
        outlook: { ...outlook(about(days(50), 5)), strip: strip(days(60)) },
      }),
  ],
]);

const lately = (weed: Weed, stage: Stage, day: Day) => seen({ stages: [{ weed, stage, on: day }] });
ask('each weed\u2019s own clock, and annuals end with their season', [
  [
    'goosegrass, soil just at 60 °F, crabgrass up for five weeks',
    'ajar stage-expected',
    () =>
      onDay(growthStage, { ...on('goosegrass'), ...lines(days(-35), { goosegrass: crossedOn(days(-1)) }) }),
  ],
  [
    'crabgrass on the same day: past one tiller',
    'shut latch past-stage',
    () => onDay(growthStage, { ...on('smooth-crabgrass'), ...lines(days(-35)) }),
  ],
  [
    'prostrate knotweed in mid-March: up since the soil left 36 °F',
    'ajar stage-expected',
    () =>
      onDay(growthStage, {
        ...on('prostrate-knotweed', 'mature'),
        ...lines(days(25), { knotweed: crossedOn(days(-20)) }),
      }),
  ],
  [
    'crabgrass seen mature last August, asked in March',
    'shut latch target-not-up',
    () =>
      onDay(growthStage, {
        ...on('smooth-crabgrass'),
        ...lines(days(25)),
        ...lately('smooth-crabgrass', 'mature', dayOf(2026, 8, 20)),
      }),
  ],
  [
    'the same without any outlook: nobody knows',
    'ajar not-known',
    () =>
      onDay(growthStage, {
        ...on('smooth-crabgrass'),
        outlook: null,
        ...lately('smooth-crabgrass', 'mature', dayOf(2026, 8, 20)),
      }),
  ],
  [
    'henbit seen in November, asked in March: it stands through the winter',
    'open stage-controlled',
    () =>
      onDay(growthStage, {
        ...on('henbit', 'mature'),
        ...lines(days(25), { 'autumn broadleaf': crossedOn(dayOf(2026, 10, 10), autumn) }),
        ...lately('henbit', 'seedling', dayOf(2026, 11, 10)),
      }),
  ],
  [
    'henbit seen in November, asked in July: dead',
    'shut latch target-not-up',
    () =>
      onDay(
        growthStage,
        {
          ...on('henbit', 'mature'),
          outlook: {
            ...outlook(about(dayOf(2027, 4, 10), 0), dayOf(2027, 4, 10)),
            watches: { 'autumn broadleaf': line(about(dayOf(2027, 10, 10)), null, dayOf(2027, 7, 24)) },
          },
          ...lately('henbit', 'mature', dayOf(2026, 11, 10)),
        },
        dayOf(2027, 7, 1),
      ),
  ],
  [
    'south of the equator without an outlook: crabgrass seen in February counts in March',
    'open stage-controlled',
    () =>
      onDay(growthStage, {
        ...on('smooth-crabgrass', 'mature'),
        outlook: null,
        zone: { ...zone, latitude: -38 },
        ...lately('smooth-crabgrass', '1 tiller', dayOf(2027, 2, 20)),
      }),
  ],
  [
    'dandelion seen last September: nobody has looked for too long',
    'ajar not-known',
    () =>
      onDay(growthStage, {
        ...on('dandelion', 'mature'),
        ...lines(days(25)),
        ...lately('dandelion', 'mature', dayOf(2026, 9, 1)),
      }),
  ],
]);

ask('a pre-emergent keeps back what its label names', [
  ['a target that the label names', 'open target-held-back', () => onDay(growthStage, against('goosegrass'))],
  [
    'one that it does not name',
    'shut latch target-not-on-label',
    () => onDay(growthStage, barrier({ before: ['goosegrass'] }, { targets: ['henbit'] })),
  ],
]);

// facts: weeds.json, germination trigger and life cycle
test('every annual has a line in the direction of its life, and no perennial has one', () => {
  for (const weed of ALL_WEEDS) {
    const key = germinationLine(weed);
    const { life } = WEEDS[weed];
    if (life === 'perennial') expect(key).toBeNull();
    else {
      const direction = key && (key === 'house' ? 'rising' : WATCHES[key].direction);
      expect([weed, direction]).toEqual([weed, life === 'summer annual' ? 'rising' : 'falling']);
    }
  }
  expect(
    WATCH_KEYS.filter((k) => k !== 'nitrogen').every((k) => ALL_WEEDS.some((w) => germinationLine(w) === k)),
  ).toBe(true);
});

test('a good part of these questions was put to the HTTP interface too, and answered alike', () => {
  if (!process.env['CORE_ALONE']) expect(putToApi()).toBeGreaterThanOrEqual(20);
});

test('the day of the line that an application goes by: of several the first, in the season of its day', () => {
  const dayFor = (over: object, planned = days(5)) => lineDay(context({ ...over }), planned);
  const goosegrass = { goosegrass: line(about(days(40))) };
  expect(dayFor({ ...against('smooth-crabgrass', 'goosegrass'), ...lines(days(20), goosegrass) })).toBe(
    days(20),
  );
  expect(dayFor({ ...against('goosegrass'), ...lines(days(20), goosegrass) })).toBe(days(40));
  // what is crossed stands where it was, and of the next season nothing is known here
  expect(dayFor({ ...against('smooth-crabgrass'), ...lines(days(-10)) })).toBe(days(-10));
  expect(dayFor({ ...against('smooth-crabgrass'), ...lines(days(20)) }, days(360))).toBeNull();
  // what follows a first part, works on the leaf, or has no outlook goes by none
  const part = { ...context().product, tie: { ...secondOf(null), part: 2 } };
  expect(dayFor({ product: part, ...lines(days(20)) })).toBeNull();
  expect(dayFor({ ...on('dandelion'), ...lines(days(20)) })).toBeNull();
  expect(dayFor({ ...against('smooth-crabgrass'), outlook: null })).toBeNull();
});

describe('a later part and the soil', () => {
  const part = (ago: number | null) => ({
    product: {
      ...product,
      tie: {
        id: 't',
        kind: 'split',
        part: 2,
        of: 2,
        spacing: { leastDays: 42, mostDays: 84 },
        previous: ago === null ? null : { day: days(-ago), done: true },
      },
    } as GateContext['product'],
    outlook: outlook(about(days(-30))),
  });
  test.each([
    ['two months after its first it follows that', 60, 'open later-part'],
    ['eight months after it still does: a spring and a fall share', 240, 'open later-part'],
    [
      'fifteen months after it is another year’s, and late by its own line',
      450,
      'shut latch line-likely-crossed',
    ],
    ['a first part that nobody knows the day of', null, 'open later-part'],
  ] as const)('%s', (_, ago, answer) => {
    expect(onDay(soilLine, part(ago))).toBe(answer);
  });
});
