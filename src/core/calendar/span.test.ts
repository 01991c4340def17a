import fc from 'fast-check';
import {
  constantLane,
  holeIn,
  intersectRanges,
  laneByTick,
  overlay,
  rangesWhere,
  spanAt,
  worseState,
  type Lane,
  type Range,
  type State,
} from './span';

const state = fc.constantFrom<State>('open', 'ajar', 'shut');
const range: fc.Arbitrary<Range<number>> = fc
  .tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: 0, max: 60 }))
  .map(([from, length]) => ({ from, to: from + length }));
/** A lane over a range, from a state for each tick. */
const laneOn = (r: Range<number>): fc.Arbitrary<Lane<number, State>> =>
  fc
    .array(state, { minLength: r.to - r.from, maxLength: r.to - r.from })
    .map((states) => laneByTick(r, (at) => states[at - r.from]!));
const several = range.chain((r) => fc.tuple(fc.constant(r), laneOn(r), laneOn(r), laneOn(r)));
const worse = (a: Lane<number, State>, b: Lane<number, State>) => overlay(a, b, worseState);
const ticks = (lane: Lane<number, State>, r: Range<number>) =>
  Array.from({ length: r.to - r.from }, (_, i) => spanAt(lane, r.from + i)?.verdict);

describe('lanes', () => {
  test('made tick by tick cover their range and give each tick its verdict', () => {
    fc.assert(
      fc.property(
        range.chain((r) =>
          fc.tuple(fc.constant(r), fc.array(state, { minLength: r.to - r.from, maxLength: r.to - r.from })),
        ),
        ([r, states]) => {
          const lane = laneByTick(r, (at) => states[at - r.from]!);
          expect(holeIn(lane, r)).toBeNull();
          expect(ticks(lane, r)).toEqual(states);
        },
      ),
    );
  });

  test('join neighbours: no two spans side by side say the same', () => {
    fc.assert(
      fc.property(several, ([, lane]) => {
        for (let i = 1; i < lane.length; i++) expect(lane[i]!.verdict).not.toBe(lane[i - 1]!.verdict);
      }),
    );
  });

  test('laid on each other still cover, without hole or overlap', () => {
    fc.assert(fc.property(several, ([r, a, b]) => expect(holeIn(worse(a, b), r)).toBeNull()));
  });

  test('worst-of commutes, associates and is idempotent, tick by tick', () => {
    fc.assert(
      fc.property(several, ([r, a, b, c]) => {
        expect(ticks(worse(a, b), r)).toEqual(ticks(worse(b, a), r));
        expect(ticks(worse(worse(a, b), c), r)).toEqual(ticks(worse(a, worse(b, c)), r));
        expect(ticks(worse(a, a), r)).toEqual(ticks(a, r));
      }),
    );
  });

  test('worst-of is never better than either, and open changes nothing', () => {
    fc.assert(
      fc.property(several, ([r, a, b]) => {
        const rank = { open: 0, ajar: 1, shut: 2 };
        const both = ticks(worse(a, b), r);
        ticks(a, r).forEach((s, i) => expect(rank[both[i]!]).toBe(Math.max(rank[s!], rank[ticks(b, r)[i]!])));
        expect(ticks(worse(a, constantLane<number, State>(r, 'open')), r)).toEqual(ticks(a, r));
      }),
    );
  });

  test('of different ranges, overlay holds just what is common', () => {
    fc.assert(
      fc.property(
        range.chain((r) => fc.tuple(fc.constant(r), laneOn(r))),
        range.chain((r) => fc.tuple(fc.constant(r), laneOn(r))),
        ([ra, a], [rb, b]) => {
          const common = intersectRanges(ra, rb);
          const lane = worse(a, b);
          if (common) expect(holeIn(lane, common)).toBeNull();
          else expect(lane).toEqual([]);
        },
      ),
    );
  });
});

describe('holeIn', () => {
  const r = { from: 0, to: 10 };
  const span = (from: number, to: number) => ({ from, to, verdict: 'open' });
  test.each([
    ['a gap', [span(0, 4), span(5, 10)], 4],
    ['an overlap', [span(0, 5), span(4, 10)], 4],
    ['a late start', [span(1, 10)], 0],
    ['an early end', [span(0, 9)], 9],
    ['a span of no length', [span(0, 0), span(0, 10)], 0],
    ['nothing at all', [], 0],
  ])('finds %s', (_, spans, at) => expect(holeIn(spans, r)).toBe(at));
  test('finds none in a cover', () => expect(holeIn([span(0, 5), span(5, 10)], r)).toBeNull());
});

test('rangesWhere joins neighbours that hold', () => {
  const lane: Lane<number, State> = [
    { from: 0, to: 2, verdict: 'open' },
    { from: 2, to: 3, verdict: 'ajar' },
    { from: 3, to: 5, verdict: 'shut' },
    { from: 5, to: 9, verdict: 'open' },
  ];
  expect(rangesWhere(lane, (v) => v !== 'shut')).toEqual([
    { from: 0, to: 3 },
    { from: 5, to: 9 },
  ]);
});

test('spanAt answers at both ends of a half-open span', () => {
  const lane: Lane<number, State> = [{ from: 3, to: 5, verdict: 'ajar' }];
  expect([2, 3, 4, 5].map((at) => spanAt(lane, at)?.verdict)).toEqual([undefined, 'ajar', 'ajar', undefined]);
});
