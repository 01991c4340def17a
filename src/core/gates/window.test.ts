import fc from 'fast-check';
import { addDays } from '@/core/calendar/day';
import { holeIn, spanAt, worseState, type State } from '@/core/calendar/span';
import {
  anyContext,
  anyRange,
  context,
  entry,
  leafProduct,
  range,
  sky,
  today,
} from '../../../tests/support/gate-context';
import { GATES, HOURLY_GATES } from './all';
import { hoursWindowOf, nextTenDays, windowOf, worseOf, worst } from './window';
import { nextOpen, type WindowVerdict } from './window-lane';
import type { Weed } from '@/core/weeds/weeds';
import { NOTHING_SEEN } from '@/core/facts/facts';
import type { GateKey } from './gate-names';

/** Freezes plain data to its depth: a function that writes into its arguments then throws. */
function deepFreeze<T>(value: T): T {
  if (typeof value !== 'object' || value === null || ArrayBuffer.isView(value)) return value;
  for (const part of Object.values(value)) deepFreeze(part);
  return Object.freeze(value);
}

const verdict: fc.Arbitrary<WindowVerdict> = fc.oneof(
  fc.constant<WindowVerdict>({ state: 'open', by: [] }),
  fc
    .tuple(
      fc.constantFrom('ajar' as const, 'shut' as const),
      fc.uniqueArray(fc.constantFrom(...GATES.map((g) => g.key)), { minLength: 1 }),
    )
    .map(([state, by]) => worseOf({ state, by }, { state: 'open', by: [] })),
);

describe('the worst of two verdicts', () => {
  test('commutes, associates and is idempotent', () => {
    fc.assert(
      fc.property(verdict, verdict, verdict, (a, b, c) => {
        expect(worseOf(a, b)).toEqual(worseOf(b, a));
        expect(worseOf(worseOf(a, b), c)).toEqual(worseOf(a, worseOf(b, c)));
        expect(worseOf(a, a)).toEqual(a);
      }),
    );
  });
});

describe('every gate', () => {
  test.each(GATES.map((g) => [g.key, g] as const))(
    '%s covers any range in any context, without hole or overlap',
    (_, gate) => {
      fc.assert(
        fc.property(anyContext, anyRange, (c, r) => expect(holeIn(gate.spans(c, r), r)).toBeNull()),
        { numRuns: 100 },
      );
    },
  );

  test.each(GATES.map((g) => [g.key, g] as const))(
    '%s says the same of a day whatever range is asked for',
    (_, gate) => {
      fc.assert(
        fc.property(anyContext, anyRange, (c, r) => {
          const wide = gate.spans(c, { from: addDays(r.from, -20), to: addDays(r.to, 20) });
          const narrow = gate.spans(c, r);
          for (let d = r.from; d < r.to; d = addDays(d, 7))
            expect(spanAt(narrow, d)?.verdict).toEqual(spanAt(wide, d)?.verdict);
        }),
        { numRuns: 50 },
      );
    },
  );

  test('has a key of its own and leaves its arguments alone', () => {
    const frozen = deepFreeze(
      context({ ledger: [entry(today, 0.4)], beside: [{ ...leafProduct, position: 2 }] }),
    );
    windowOf(frozen, range);
    hoursWindowOf(frozen, nextTenDays(today));
    expect(new Set(GATES.map((g) => g.key)).size).toBe(GATES.length);
  });
});

describe('the window', () => {
  test('asks every product of a tank about its own weeds', () => {
    const stage = (targets: Weed[]) => {
      const { lanes } = windowOf(
        context({
          beside: [{ ...leafProduct, position: 2, targets }],
          seen: { ...NOTHING_SEEN, stages: [{ weed: 'dandelion', stage: 'seedling', on: today }] },
        }),
        range,
      );
      const lane = lanes.find((l) => l.of === 2 && l.gate.key === 'growth-stage')?.lane;
      return lane && spanAt(lane, today)?.verdict.reason;
    };
    expect(stage([])).toMatchObject({ code: 'not-known', missing: 'target' });
    expect(stage(['dandelion'])).toMatchObject({ code: 'stage-controlled', target: 'dandelion' });
    // the worst of several decides: nobody has looked at the clover, and the label does not name it
    expect(stage(['dandelion', 'white-clover'])).toMatchObject({ code: 'target-not-on-label' });
  });
  test('covers, and on every day is the worst of its lanes and names those that make it so; where the sky has its hours and never the same ones, worse', () => {
    fc.assert(
      fc.property(anyContext, anyRange, (c, r) => {
        const { lanes, all } = windowOf(c, r);
        expect(holeIn(all, r)).toBeNull();
        for (let d = r.from; d < r.to; d = addDays(d, 1)) {
          const states = lanes.map(
            (l) => [l.gate.key, spanAt(l.lane, d)!.verdict.state] as [GateKey, string],
          );
          const expected: State = states.some(([, s]) => s === 'shut')
            ? 'shut'
            : states.some(([, s]) => s === 'ajar')
              ? 'ajar'
              : 'open';
          const v = spanAt(all, d)!.verdict;
          const by = new Set(states.filter(([, s]) => s === expected).map(([k]) => k));
          const reached = c.forecast && d >= c.today && d < c.forecast.from + 10;
          if (reached && expected !== 'shut') {
            expect(worseState(v.state, expected)).toBe(v.state);
            const hourly = new Set(HOURLY_GATES.map((g) => g.key));
            expect(v.by.every((k) => hourly.has(k) || by.has(k))).toBe(true);
          } else {
            expect(v.state).toBe(expected);
            expect(new Set(v.by)).toEqual(expected === 'open' ? new Set() : by);
          }
        }
      }),
    );
  });

  test('does not depend on the order of the lanes', () => {
    const { lanes } = windowOf(context({ forecast: sky(8, 0.05) }), range);
    expect(worst([...lanes].reverse(), range)).toEqual(worst(lanes, range));
  });
});

describe('nextOpen', () => {
  const { all } = windowOf(context(), range);
  test('is today when all gates stand open today, up to the first that does not', () => {
    expect(nextOpen(all, today)).toEqual({ from: today, to: addDays(today, 4) }); // rain is known for 10 days; 6 noons at 9 in 10 after the work reach 0.5 in
  });
  test('takes ajar for enough when asked', () => {
    expect(nextOpen(all, addDays(today, 12), 'ajar')?.from).toBe(addDays(today, 12));
  });
  test('is null when nothing opens', () => {
    expect(
      nextOpen(
        windowOf(context({ zone: { ...context().zone, turf: 'centipedegrass' } }), range).all,
        today,
        'ajar',
      ),
    ).toBeNull();
  });
});
