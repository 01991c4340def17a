import type { LastDay } from '@/core/gates/window-lane';
import { SHOWS } from '@/core/units/format';
import fc from 'fast-check';
import { addDays, dayOf } from '@/core/calendar/day';
import { windowOf } from '@/core/gates/window';
import { anyContext, anyRange, context, range, sky, today } from '../../tests/support/gate-context';
import { SCHOOLS } from '@/core/ground/crossing';
import { expectationsOf } from '@/core/lawn/zone';
import { reasonWords } from './reason-words';
import {
  crossingWords,
  expectationWords,
  lastDayWords,
  plannedWords,
  laneWords,
  ruleWords,
  schoolWords,
  shortDay,
  windowWords,
} from './words';
import { plural } from './text';
import { DEFAULT_CROSSINGS } from '../../tests/support/soil-rules';

test('every reason that a gate can give is a sentence, with no figure missing', () => {
  fc.assert(
    fc.property(anyContext, anyRange, (c, r) => {
      const said = windowOf(c, r).lanes.flatMap(({ lane }) =>
        lane.map((s) => reasonWords(s.verdict.reason, SHOWS.trade)),
      );
      const bad = said.filter(
        (words) => !/^[A-Z0-9].*\.$/.test(words) || /undefined|null|NaN|Infinity|\[object/.test(words),
      );
      expect(bad).toEqual([]);
    }),
    { numRuns: 300 },
  );
});

const all = (mph: number, inches = 0.1) => windowOf(context({ forecast: sky(mph, inches) }), range).all;

describe('the headline of a window', () => {
  test('open now, with its end', () => expect(windowWords(all(3), today)).toBe('Open today to Sun 21 March'));
  test('only with a warning', () =>
    expect(windowWords(all(8), today)).toBe('Ajar today: allowed, with a warning'));
  test('shut, and open with a warning later', () =>
    expect(windowWords(all(15), today)).toBe('Ajar from Sun 28 March'));
  test('never', () => {
    const none = windowOf(context({ zone: { ...context().zone, turf: 'bahiagrass' } }), range).all;
    expect(windowWords(none, today)).toBe('Shut to Wed 21 April');
  });
  test('only in another year: that year is said', () => {
    const lane = (from: number, state: 'shut' | 'open' | 'ajar') => ({
      from: addDays(today, from),
      to: addDays(today, from + 300),
      verdict: { state, by: [] },
    });
    expect(windowWords([lane(0, 'shut'), lane(300, 'ajar')], today)).toBe(
      'Shut for the rest of the year; ajar from Wed 12 January 2028',
    );
    expect(windowWords([lane(0, 'shut'), lane(300, 'open')], today)).toContain('; opens Wed 12 January 2028');
  });
  test('far ahead: on its planned day', () => {
    const lane = (['shut', 'open', 'ajar'] as const).map((state, i) => ({
      from: addDays(today, i * 40),
      to: addDays(today, (i + 1) * 40),
      verdict: { state, by: [] },
    }));
    const on = (days: number) => plannedWords(lane, today, addDays(today, days));
    expect(on(5)).toBe('Opens Tue 27 April');
    expect(on(30)).toBe('Shut on that day. Opens Tue 27 April');
    expect(on(50)).toBe('Open on that day');
    expect(on(90)).toBe('Ajar on that day: allowed, with a warning');
    const brief = (days: number) => plannedWords(lane, today, addDays(today, days), true);
    expect([5, 30, 90].map(brief)).toEqual(['Opens Tue 27 April', 'Shut on that day', 'Ajar on that day']);
  });
  test('names the last day, and from when on it may be too late', () => {
    const day = (d: number) => addDays(today, d);
    const said = (over: Partial<LastDay>) =>
      lastDayWords({ sure: null, last: null, by: [], p10: null, p50: null, ...over }, today);
    expect(said({})).toBe('');
    expect(said({ last: day(24) })).toBe('Last day: Sun 11 April.');
    expect(said({ last: day(24), p10: day(20), p50: day(25) })).toBe(
      'Last day: Sun 11 April. From Wed 7 April on, 1 in 10 that it is too late.',
    );
    expect(said({ last: day(24), p10: day(-1), p50: day(25) })).toBe(
      'Last day: Sun 11 April. 1 in 10 that it is too late already.',
    );
    expect(said({ p10: day(-9), p50: day(-1) })).toBe('Even odds that it is too late already.');
    expect(said({ last: day(3), p10: day(20), p50: day(25) })).toBe('Last day: Sun 21 March.');
  });
});

test('a lane in three words', () => {
  const lane = (...spans: ['open' | 'ajar' | 'shut', number][]) => {
    let at = today;
    return spans.map(([state, days]) => {
      const from = at;
      at = addDays(at, days);
      return { from, to: at, verdict: { state } };
    });
  };
  expect(laneWords(lane(['open', 9]), today)).toBe('all clear');
  expect(laneWords(lane(['shut', 9]), today)).toBe('shut');
  expect(laneWords(lane(['open', 3], ['shut', 3]), today)).toBe('open to 20 Mar');
  expect(laneWords(lane(['open', 1], ['shut', 3]), today)).toBe('open today');
  expect(laneWords(lane(['shut', 3], ['ajar', 2], ['open', 3]), today)).toBe('opens 23 Mar');
  expect(laneWords(lane(['shut', 3], ['ajar', 2]), today)).toBe('ajar 21 Mar');
});

test('days and counts', () => {
  expect(shortDay(dayOf(2027, 9, 9))).toBe('9 Sept');
  expect([plural(1, 'zone'), plural(2, 'zone'), plural(1200, 'day')]).toEqual([
    '1 zone',
    '2 zones',
    '1,200 days',
  ]);
});

test('each school in a sentence and its line in few words, with figures and units', () => {
  const { rules } = DEFAULT_CROSSINGS;
  expect(SCHOOLS.map((s) => ruleWords(rules[s], SHOWS.trade))).toEqual([
    '55 °F at 2 in',
    '50 °F at 2 in',
    '55 °F at 2 in',
    '55 °F air',
    '“early yellow shrub in bloom”',
    '76 °F·days',
  ]);
  expect(schoolWords(rules['run of days'], SHOWS.trade)).toBe(
    'Daily mean at 2 in at or above 55 °F on 5 days in a row',
  );
  expect(schoolWords(rules['degree days'], SHOWS.trade)).toBe(
    '76 °F·days of soil over 53.6 °F since 1 April',
  );
});

test('when a line is crossed, in words', () => {
  const [a, b, c] = [dayOf(2027, 3, 24), dayOf(2027, 4, 12), dayOf(2027, 4, 30)];
  expect(crossingWords(a, { p10: a, p50: a, p90: a })).toBe('24 Mar, crossed');
  expect(crossingWords(null, { p10: a, p50: b, p90: c })).toBe('24 Mar – 30 Apr, even odds 12 Apr');
  expect(crossingWords(null, { p10: a, p50: null, p90: null })).toBe('24 Mar – year’s end');
  expect(crossingWords(null, { p10: null, p50: null, p90: null })).toBe('not likely this year');
});

test('what a lawn will not be is said in one line', () => {
  const [shade] = expectationsOf(['zoysiagrass'], { exposure: 'shade', moisture: 'moist' }, 'good');
  expect(expectationWords(shade!)).toBe(
    'Zoysiagrass does not grow well in shade, whatever is sprayed: expect thin turf and weeds. St. Augustinegrass would stand it.',
  );
  const [wet] = expectationsOf(['tall fescue'], { exposure: 'full sun', moisture: 'moist' }, 'ponds');
  expect(expectationWords(wet!)).toContain('water stands here');
});
