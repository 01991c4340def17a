import fc from 'fast-check';
import tours from '../../../tests/support/tours.json' with { type: 'json' };
import { planRoute, type Route, type RouteQuestion, type RouteStop, type RouteTruck } from './route';

const truck: RouteTruck = { start: 0, end: 0, from: 420, to: 1020, tank: null };
const stopAt = (place: number, over: Partial<RouteStop> = {}): RouteStop => ({
  place,
  minutes: 20,
  regret: 1,
  hours: [],
  draws: 0,
  trucks: null,
  isLocked: false,
  ...over,
});
const matrixOf = (places: number, minutes: (a: number, b: number) => number) =>
  Float64Array.from({ length: places * places }, (_, i) => minutes(Math.floor(i / places), i % places));
type Point = readonly [number, number];
const flat = (points: readonly Point[], speed = 1) =>
  matrixOf(
    points.length,
    (a, b) => Math.hypot(points[a]![0] - points[b]![0], points[a]![1] - points[b]![1]) / speed,
  );
const order = (r: Route, of = 0) => r.tours[of]!.visits.map((v) => v.stop);

/** All orders of a subset, by the earliest end for every set and last stop (Held & Karp 1962): most regret, then the soonest. */
function exactly(q: RouteQuestion): { regret: number; finish: number } {
  const [{ start, end, from, to }] = q.trucks as [RouteTruck];
  const n = q.stops.length;
  const begin = (s: RouteStop, at: number) =>
    s.hours.length
      ? Math.min(
          Infinity,
          ...s.hours.map((h) => {
            const b = Math.max(at, h.from);
            return b + s.minutes <= h.to + 1e-7 ? b : Infinity;
          }),
        )
      : at;
  const leg = (a: number, b: number) => q.drive[a * q.places + b]!;
  const done = new Float64Array((1 << n) * n).fill(Infinity);
  let best = { regret: 0, finish: from + leg(start, end) };
  for (let set = 1; set < 1 << n; set++)
    for (let last = 0; last < n; last++) {
      if (!(set & (1 << last))) continue;
      const s = q.stops[last]!;
      const before = set ^ (1 << last);
      let at = Infinity;
      if (before === 0) at = begin(s, from + leg(start, s.place));
      else
        for (let p = 0; p < n; p++)
          if (before & (1 << p))
            at = Math.min(at, begin(s, done[before * n + p]! + leg(q.stops[p]!.place, s.place)));
      const ends = at + s.minutes;
      done[set * n + last] = ends;
      const finish = ends + leg(s.place, end);
      if (!(finish <= to + 1e-7)) continue;
      let regret = 0;
      for (let k = 0; k < n; k++) if (set & (1 << k)) regret += q.stops[k]!.regret;
      if (regret > best.regret + 1e-9 || (regret > best.regret - 1e-9 && finish < best.finish))
        best = { regret, finish };
    }
  return best;
}

const point = fc.tuple(
  fc.double({ min: 0, max: 60, noNaN: true }),
  fc.double({ min: 0, max: 60, noNaN: true }),
);
const someStop = fc.record({
  minutes: fc.integer({ min: 10, max: 60 }),
  regret: fc.integer({ min: 1, max: 20 }),
  from: fc.integer({ min: 420, max: 900 }),
  width: fc.option(fc.integer({ min: 60, max: 400 })),
});

test('up to eleven stops with hours: within 2 % of the exact optimum, by Held & Karp 1962', () => {
  let optimal = 0;
  let cases = 0;
  fc.assert(
    fc.property(fc.array(fc.tuple(point, someStop), { minLength: 2, maxLength: 11 }), (list) => {
      const q: RouteQuestion = {
        places: list.length + 1,
        trucks: [{ ...truck, to: 840 }],
        drive: flat([[30, 30], ...list.map(([p]) => p)]),
        stops: list.map(([, s], i) =>
          stopAt(i + 1, {
            minutes: s.minutes,
            regret: s.regret,
            hours: s.width === null ? [] : [{ from: s.from, to: s.from + s.width }],
          }),
        ),
      };
      const best = exactly(q);
      const got = planRoute(q);
      expect(got.regret).toBeGreaterThanOrEqual(best.regret * 0.98);
      if (got.regret > best.regret - 1e-9)
        expect(got.tours[0]!.finish - 420).toBeLessThanOrEqual((best.finish - 420) * 1.02 + 1e-6);
      cases++;
      if (got.regret > best.regret - 1e-9 && got.tours[0]!.finish <= best.finish + 1e-6) optimal++;
    }),
    { numRuns: 30, seed: 11, endOnFailure: true },
  );
  // nearly all of them are the optimum itself
  expect(optimal / cases).toBeGreaterThan(0.9);
});

// by another walk than its own: at the shop the tank is filled before a stop that it does not hold
test('up to seven stops with hours and a tank: no order of the same stops ends sooner', () => {
  const permuted = (list: readonly number[]): number[][] =>
    list.length < 2
      ? [[...list]]
      : list.flatMap((x, i) => permuted(list.toSpliced(i, 1)).map((rest) => [x, ...rest]));
  let cases = 0;
  fc.assert(
    fc.property(fc.array(fc.tuple(point, someStop), { minLength: 3, maxLength: 7 }), (list) => {
      const tank = { volume: 60, shop: 0, minutes: 15 };
      const q: RouteQuestion = {
        places: list.length + 1,
        trucks: [{ ...truck, tank }],
        drive: flat([[30, 30], ...list.map(([p]) => p)]),
        stops: list.map(([, s], i) =>
          stopAt(i + 1, {
            minutes: s.minutes,
            regret: s.regret,
            draws: 15 + ((i * 13) % 35),
            hours: s.width === null ? [] : [{ from: s.from, to: s.from + s.width }],
          }),
        ),
      };
      const finish = (route: readonly number[]): number => {
        let [now, at, left] = [420, 0, tank.volume];
        for (const i of route) {
          const s = q.stops[i]!;
          if (s.draws > left + 1e-9) {
            now += q.drive[at * q.places]! + tank.minutes;
            [at, left] = [0, tank.volume];
          }
          left -= s.draws;
          now += q.drive[at * q.places + s.place]!;
          const begins = s.hours
            .map((h) => Math.max(now, h.from))
            .filter((b, k) => b + s.minutes <= s.hours[k]!.to + 1e-7);
          now = (s.hours.length ? Math.min(Infinity, ...begins) : now) + s.minutes;
          at = s.place;
        }
        return now + q.drive[at * q.places]!;
      };
      const got = planRoute(q, { rounds: 60 });
      const least = Math.min(...permuted(order(got)).map(finish));
      expect(got.tours[0]!.finish).toBeCloseTo(least, 6);
      cases++;
    }),
    { numRuns: 60, seed: 5, endOnFailure: true },
  );
  expect(cases).toBe(60);
});

// published: TSPLIB (Reinelt 1991), its distances by its own rules
describe.each(tours.instances)('the tour of $name', ({ kind, points, optimum }) => {
  const radians = (d: number) => {
    const deg = Math.trunc(d);
    return (3.141592 * (deg + (5 * (d - deg)) / 3)) / 180;
  };
  const distance = (a: readonly number[], b: readonly number[]): number => {
    if (kind !== 'GEO') return Math.round(Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!));
    const [latA, lonA, latB, lonB] = [a[0]!, a[1]!, b[0]!, b[1]!].map(radians) as [
      number,
      number,
      number,
      number,
    ];
    const q1 = Math.cos(lonA - lonB);
    const q2 = Math.cos(latA - latB);
    const q3 = Math.cos(latA + latB);
    return Math.floor(6378.388 * Math.acos(0.5 * ((1 + q1) * q2 - (1 - q1) * q3)) + 1);
  };
  test(`is within 3 % of ${optimum}`, () => {
    const drive = matrixOf(points.length, (a, b) => (a === b ? 0 : distance(points[a]!, points[b]!)));
    const got = planRoute({
      places: points.length,
      drive,
      trucks: [{ ...truck, from: 0, to: 1e9 }],
      stops: points.slice(1).map((_, i) => stopAt(i + 1, { minutes: 0 })),
    });
    expect(got.left).toEqual([]);
    expect(got.tours[0]!.drive).toBeGreaterThanOrEqual(optimum);
    expect(got.tours[0]!.drive).toBeLessThanOrEqual(optimum * 1.03);
  });
});

test('500 points at random: near the constant of Beardwood, Halton & Hammersley 1959, 0.7124', () => {
  let seed = 7;
  const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
  const points = Array.from({ length: 501 }, (): Point => [random(), random()]);
  const got = planRoute(
    {
      places: 501,
      drive: flat(points),
      trucks: [{ ...truck, from: 0, to: 1e9 }],
      stops: points.slice(1).map((_, i) => stopAt(i + 1, { minutes: 0 })),
    },
    { rounds: 30 },
  );
  const constant = got.tours[0]!.drive / Math.sqrt(501);
  // with the edge of so few points some 4 % above the constant; from memory
  expect(constant).toBeGreaterThan(0.7);
  expect(constant).toBeLessThan(0.8);
});

test('for any day: nobody out of their hours, no tank or hopper over its volume, no truck after its time, each stop once', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(point, someStop, fc.integer({ min: 0, max: 120 }), fc.boolean()), {
        minLength: 1,
        maxLength: 14,
      }),
      (list) => {
        const q: RouteQuestion = {
          places: list.length + 1,
          drive: flat([[10, 10], ...list.map(([p]) => p)]),
          trucks: [
            {
              ...truck,
              tank: { volume: 100, shop: 0, minutes: 15 },
              hopper: { volume: 50, shop: null, minutes: 4 },
            },
            { ...truck, to: 780 },
          ],
          stops: list.map(([, s, draws, isSecond], i) =>
            stopAt(i + 1, {
              minutes: s.minutes,
              regret: s.regret,
              draws,
              trucks: isSecond ? [1] : null,
              spreads: 120 - draws,
              hours: s.width === null ? [] : [{ from: s.from, to: s.from + s.width }],
            }),
          ),
        };
        const got = planRoute(q, { rounds: 20 });
        const served = got.tours.flatMap((t) => t.visits.map((v) => v.stop));
        expect(new Set(served).size).toBe(served.length);
        expect([...served, ...got.left.map((l) => l.stop)].toSorted((a, b) => a - b)).toEqual(
          list.map((_, i) => i),
        );
        got.tours.forEach((t, k) => {
          let holds = 100;
          let bags = 50;
          let at = q.trucks[k]!.from;
          for (const v of t.visits) {
            const s = q.stops[v.stop]!;
            if (v.refill) holds = 100 * (1 + v.trips);
            expect(v.trips > 0).toBe(k === 0 && s.draws > 100);
            holds -= s.draws;
            bags += 50 * v.fills.hopper - s.spreads!;
            if (k === 0) expect(holds).toBeGreaterThanOrEqual(-1e-6);
            if (k === 0) expect(bags >= -1e-6 && bags <= 50 + 1e-6).toBe(true);
            if (v.fills.hopper) expect(v.begin - v.arrive).toBeGreaterThanOrEqual(4 - 1e-6);
            expect(s.trucks === null || s.trucks.includes(k)).toBe(true);
            expect(v.arrive).toBeGreaterThanOrEqual(at - 1e-6);
            if (s.hours.length)
              expect(s.hours.some((h) => v.begin >= h.from - 1e-6 && v.end <= h.to + 1e-6)).toBe(true);
            at = v.end;
          }
          expect(t.finish).toBeLessThanOrEqual(q.trucks[k]!.to + 1e-6);
        });
      },
    ),
    { numRuns: 40, endOnFailure: true },
  );
});

// arithmetic
describe('a small day', () => {
  const NONE = { tank: 0, hopper: 0 };
  // in a row, ten minutes apart, the shop at its head
  const row = (n: number) => flat(Array.from({ length: n + 1 }, (_, i): Point => [10 * i, 0]));
  const day = (stops: readonly RouteStop[], over: Partial<RouteTruck> = {}): RouteQuestion => ({
    stops,
    places: 6,
    drive: row(5),
    trucks: [{ ...truck, ...over }],
  });

  test('hours turn the order round, and the times are told', () => {
    const q = day([
      stopAt(1, { hours: [{ from: 480, to: 600 }] }),
      stopAt(2, { hours: [{ from: 420, to: 470 }] }),
    ]);
    const got = planRoute(q);
    expect(order(got)).toEqual([1, 0]);
    expect(got.tours[0]!.visits).toEqual([
      { stop: 1, arrive: 440, begin: 440, end: 460, refill: false, trips: 0, fills: NONE },
      { stop: 0, arrive: 470, begin: 480, end: 500, refill: false, trips: 0, fills: NONE },
    ]);
    expect(got.tours[0]).toMatchObject({ drive: 40, finish: 510 });
  });

  test('where there is no time for all, what is worth most is done; what is locked is done whatever it is worth', () => {
    const stops = [stopAt(1, { regret: 2 }), stopAt(5, { regret: 3 }), stopAt(2, { regret: 2 })];
    // an hour and a half: the two near ones, or the far one with nothing
    expect(new Set(order(planRoute(day(stops, { to: 510 }))))).toEqual(new Set([0, 2]));
    const locked = stops.map((s, i) => ({ ...s, isLocked: i === 1 }));
    const got = planRoute(day(locked, { to: 540 }));
    expect(order(got)).toContain(1);
    expect(got.left.every((l) => l.why === null)).toBe(true);
  });

  test('a tank that does not hold the next stop is filled at the shop, and the minutes count', () => {
    const tank = { volume: 100, shop: 0, minutes: 15 };
    const got = planRoute(day([stopAt(1, { draws: 60 }), stopAt(2, { draws: 60 })], { tank }));
    expect(got.tours[0]!.visits.map((v) => v.refill)).toEqual([false, true]);
    // out and home twice, a fill between them
    expect(got.tours[0]!.drive).toBe(60);
    expect(got.tours[0]!.finish).toBe(420 + 60 + 40 + 15);
  });

  test('stops of one mix share a tank: the other mix comes after them, with one way by the shop between', () => {
    const tank = { volume: 500, shop: 0, minutes: 15 };
    const mixed = (mixes: readonly string[]) =>
      planRoute(
        day(
          mixes.map((mix, i) => stopAt(i + 1, { draws: 20, mix })),
          { tank },
        ),
      ).tours[0]!;
    const got = mixed(['a', 'b', 'a', 'b']);
    expect(got.visits.filter((v) => v.refill)).toHaveLength(1);
    const order = got.visits.map((v) => ['a', 'b', 'a', 'b'][v.stop]);
    expect(['aabb', 'bbaa']).toContain(order.join(''));
    // of one mix there is none, nor where nothing is said or nothing is drawn
    expect(mixed(['a', 'a', 'a', 'a']).visits.some((v) => v.refill)).toBe(false);
    const dry = planRoute(day([stopAt(1, { mix: 'a' }), stopAt(2, { mix: 'b' })], { tank }));
    expect(dry.tours[0]!.visits.some((v) => v.refill)).toBe(false);
  });
  test('a hopper is filled at the lawn from its bags: minutes before the work, and none on the road', () => {
    const hopper = { volume: 25, shop: null, minutes: 4 };
    const spread = (spreads: number, granule: string) => ({ spreads, granule });
    const [tour] = planRoute(
      day([stopAt(1, spread(15, 'a')), stopAt(2, spread(15, 'a')), stopAt(3, spread(60, 'a'))], { hopper }),
    ).tours;
    // 25 kg: 15, 15 and 60 are 90 in all, which is three bags more
    expect(tour!.visits.reduce((sum, v) => sum + v.fills.hopper, 0)).toBe(3);
    expect(tour!.visits.every((v) => !v.refill && v.fills.tank === 0)).toBe(true);
    expect(tour!.drive).toBe(60);
    expect(tour!.visits.every((v) => v.begin === v.arrive + 4 * v.fills.hopper)).toBe(true);
    expect(tour!.finish).toBe(420 + 60 + 3 * 20 + 4 * 3);
    // minutes that were seen there hold the bags of the work itself
    const one = stopAt(1, { ...spread(90, 'a'), isTimed: true });
    expect(planRoute(day([one], { hopper })).tours[0]!.finish).toBe(420 + 20 + 20 + 4);
  });
  test('another granule empties the hopper: those of one come after each other; at the shop it costs the way', () => {
    const mixed = (hopper: NonNullable<RouteTruck['hopper']>) =>
      planRoute(
        day(
          ['a', 'b', 'a', 'b'].map((granule, i) => stopAt(i + 1, { spreads: 5, granule })),
          { hopper },
        ),
      );
    const there = mixed({ volume: 25, shop: null, minutes: 30 }).tours[0]!;
    expect(there.visits.filter((v) => v.fills.hopper > 0)).toHaveLength(1);
    const order = there.visits.map((v) => ['a', 'b', 'a', 'b'][v.stop]).join('');
    expect(['aabb', 'bbaa']).toContain(order);
    const atShop = mixed({ volume: 25, shop: 0, minutes: 30 }).tours[0]!;
    expect(atShop.visits.map((v) => v.refill).filter(Boolean)).toHaveLength(1);
    expect(atShop.visits.every((v) => v.fills.hopper === 0)).toBe(true);
    // one way by the shop goes for both
    const both = planRoute(
      day(
        [0, 1].map((i) => stopAt(i + 1, { draws: 60, spreads: 20, granule: 'a' })),
        { tank: { volume: 100, shop: 0, minutes: 15 }, hopper: { volume: 25, shop: 0, minutes: 5 } },
      ),
    ).tours[0]!;
    expect([both.drive, both.finish]).toEqual([60, 420 + 60 + 40 + 20]);
  });
  // by hand: full at the shop, 100 L of 250 put down, twice back for more: 2 × (10 + 15 + 10) minutes within the work
  test('what takes more than a full tank is fetched on the way, and the minutes count', () => {
    const tank = { volume: 100, shop: 0, minutes: 15 };
    const [tour] = planRoute(day([stopAt(1, { draws: 250 })], { tank })).tours;
    const there = tour!.visits[0]!.arrive - 420;
    const [visit] = tour!.visits;
    expect(visit).toMatchObject({ refill: true, trips: 2 });
    expect(visit!.end - visit!.begin).toBeCloseTo(20 + 2 * (2 * (there - 15) + 15), 6);
    // hours that are too short for it keep it off
    const short = { draws: 250, hours: [{ from: 420, to: 420 + there + 40 }] };
    expect(planRoute(day([stopAt(1, short)], { tank })).left[0]?.why).toBe('never open');
  });
  test('what no truck could do even alone says why', () => {
    const tank = { volume: 100, shop: 0, minutes: 15 };
    const why = (s: Partial<RouteStop>, over: Partial<RouteTruck> = {}) =>
      planRoute(day([stopAt(5, s)], { tank, ...over })).left[0]?.why;
    expect(why({ draws: 101 })).toBeUndefined();
    expect(why({ hours: [{ from: 0, to: 60 }] })).toBe('never open');
    expect(why({}, { to: 500 })).toBe('too far');
    expect(why({})).toBeUndefined();
  });

  test('one question has one answer, and it can be ended', () => {
    const q = day(
      [1, 2, 3, 4, 5].map((p) => stopAt(p, { regret: p })),
      { to: 540 },
    );
    expect(planRoute(q)).toEqual(planRoute(q));
    expect(planRoute(q, { isOver: () => true }).tours[0]!.visits.length).toBeGreaterThan(0);
    expect(() => planRoute({ ...q, places: 5 })).toThrow(RangeError);
    expect(() => planRoute({ ...q, stops: [stopAt(9)] })).toThrow(RangeError);
    expect(() => planRoute({ ...q, trucks: [{ ...truck, to: 0 }] })).toThrow(RangeError);
    const hopper = { volume: 0, shop: null, minutes: 4 };
    expect(() => planRoute({ ...q, trucks: [{ ...truck, hopper }] })).toThrow(RangeError);
  });
});
