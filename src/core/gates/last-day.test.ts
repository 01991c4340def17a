/** The last day that still helps. Right answers: by hand from the gates of the same context; ours. */
import { addDays, type Day } from '@/core/calendar/day';
import { context, outlook, product, sky, today } from '../../../tests/support/gate-context';
import type { GateContext } from './gate';
import type { GateKey } from './gate-names';
import { lastDayOf } from './last-day';
import { tooLateBy } from './window-lane';
import { windowOf } from './window';
import type { WindowLane } from './window-lane';

const day = (n: number) => addDays(today, n);
const lane = (
  ...spans: readonly [days: number, state: 'open' | 'ajar' | 'shut', ...by: GateKey[]][]
): WindowLane => {
  let at = today;
  return spans.map(([days, state, ...by]) => {
    const from = at;
    at = addDays(at, days);
    return { from, to: at, verdict: { state, by } };
  });
};
const said = (all: WindowLane, c: GateContext = context({ outlook: null })) => {
  const { sure, last, by } = lastDayOf(c, all, today);
  return [sure === null ? null : sure - today, last === null ? null : last - today, by.join(' ')];
};

test.each([
  ['open, then shut by its line', lane([10, 'open'], [9, 'shut', 'soil-line']), [9, 9, 'soil-line']],
  [
    'open, a warning, then shut',
    lane([10, 'open'], [5, 'ajar', 'soil-line'], [9, 'shut', 'soil-line']),
    [9, 14, 'soil-line'],
  ],
  [
    'three days of wind end nothing',
    lane([2, 'open'], [3, 'shut', 'wind'], [5, 'open'], [9, 'shut', 'year-limit']),
    [9, 9, 'year-limit'],
  ],
  [
    'a warning of the weather is no warning of its own',
    lane([10, 'ajar', 'wind'], [9, 'shut', 'interval']),
    [9, 9, 'interval'],
  ],
  [
    'wind on the very last day: the day before it',
    lane([10, 'open'], [1, 'shut', 'wind'], [9, 'shut', 'soil-line']),
    [9, 9, 'soil-line'],
  ],
  [
    'wind and the line together: the line',
    lane([10, 'open'], [9, 'shut', 'soil-line', 'wind']),
    [9, 9, 'soil-line'],
  ],
  [
    'shut today by an interval: the next stretch',
    lane([5, 'shut', 'interval'], [10, 'open'], [9, 'shut', 'soil-line']),
    [14, 14, 'soil-line'],
  ],
  ['never', lane([19, 'shut', 'label-turf']), [null, null, '']],
  ['never, by the weather alone', lane([5, 'shut', 'wind'], [9, 'shut', 'soil-line']), [null, null, '']],
  ['no end in sight', lane([19, 'open']), [null, null, '']],
  ['open, and a warning to the end', lane([9, 'open'], [10, 'ajar', 'soil-line']), [8, null, '']],
] as const)('%s', (_, all, right) => {
  expect(said(all)).toEqual(right);
});

test('what ended yesterday is no day that is left', () => {
  const all: WindowLane = [
    { from: day(-10), to: today, verdict: { state: 'open', by: [] } },
    { from: today, to: day(20), verdict: { state: 'shut', by: ['soil-line'] } },
  ];
  expect(said(all)).toEqual([null, null, '']);
});

describe('asked of the gates themselves', () => {
  const dated = (p10: number, p50: number): GateContext =>
    context({ outlook: outlook({ p10: day(p10), p50: day(p50), p90: day(p50 + 5) }) });
  const answer = (c: GateContext, planned: Day = today) =>
    lastDayOf(c, windowOf(c, { from: today, to: day(60) }).all, planned);
  test('its line ends it the day before even odds; from the 10 % date on it may be too late', () => {
    const { last, by, p10, p50 } = answer(dated(20, 25));
    expect([last, by, p10, p50]).toEqual([day(24), ['soil-line'], day(20), day(25)]);
  });
  test('a gale today and tomorrow moves nothing', () => {
    const c = dated(20, 25);
    const gale = { ...c, forecast: sky(30, 0.1) };
    expect(answer(gale).last).toBe(answer(c).last);
  });
  test('a later part goes by no line', () => {
    const tie = {
      id: 't',
      kind: 'split',
      part: 2,
      of: 2,
      spacing: { leastDays: 1, mostDays: 90 },
      previous: { day: day(-70), done: true },
    } as const;
    expect(answer({ ...dated(20, 25), product: { ...product, tie } }).p10).toBeNull();
  });
});

test('how likely it is too late already', () => {
  const odds = { p10: day(5), p50: day(9) };
  expect([4, 5, 8, 9].map((d) => tooLateBy(odds, day(d)))).toEqual([null, '1 in 10', '1 in 10', 'even odds']);
  expect(tooLateBy({ p10: null, p50: null }, today)).toBeNull();
});
