import fc from 'fast-check';
import { addDays, dayOf } from '@/core/calendar/day';
import { windowOf } from '@/core/gates/window';
import { anyContext, anyRange, context, range, sky, today } from '../../tests/support/gate-context';
import { lastDayWords, laneWords, plural, reasonWords, shortDay, windowWords } from './words';

test('every reason that a gate can give is a sentence, with no figure missing', () => {
  fc.assert(
    fc.property(anyContext, anyRange, (c, r) => {
      for (const { lane } of windowOf(c, r).lanes)
        for (const { verdict } of lane) {
          const words = reasonWords(verdict.reason);
          expect(words).toMatch(/^[A-Z0-9].*\.$/);
          expect(words).not.toMatch(/undefined|null|NaN|Infinity|\[object/);
        }
    }),
    { numRuns: 300 },
  );
});

const all = (mph: number, inches = 0.1) => windowOf(context({ forecast: sky(mph, inches) }), range).all;

describe('the headline of a window', () => {
  test('open now, with its end', () => expect(windowWords(all(3), today)).toBe('Open today to Tue 23 March'));
  test('only with a warning', () =>
    expect(windowWords(all(8), today)).toBe('Ajar today: allowed, with a warning'));
  test('shut, and open with a warning later', () =>
    expect(windowWords(all(15), today)).toBe('Ajar from Sun 28 March'));
  test('never', () => {
    const none = windowOf(context({ zone: { ...context().zone, turf: 'bahiagrass' } }), range).all;
    expect(windowWords(none, today)).toBe('Shut for the rest of the year');
    expect(lastDayWords(none, today)).toBe('');
  });
  test('names the last day before the soil line shuts it', () => {
    expect(lastDayWords(all(3), today)).toBe('Last day before it shuts: Sun 11 April');
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
