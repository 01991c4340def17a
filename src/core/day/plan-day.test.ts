/** Small days worked by hand; lawns and trucks are invented. */
import fc from 'fast-check';
import { addDays, dayOf } from '@/core/calendar/day';
import { minutesAt, type TimedVisit } from './minutes';
import {
  HOME,
  NO_WISHES,
  nextDoor,
  planDays,
  type DayQuestion,
  type DayStop,
  type DayTruck,
} from './plan-day';

const thursday = dayOf(2027, 3, 18);
const friday = addDays(thursday, 1);
/** One minute of driving is one thousandth of a degree north: at the equator's length of a degree, 111.19 km. */
const driving = { kmPerHour: 0.11119 * 60, detour: 1 };
const at = (minutes: number) => ({ latitude: minutes / 1000, longitude: 0 });
const stop = (lawnId: string, where: number | null, over: Partial<DayStop> = {}): DayStop => ({
  lawnId,
  address: lawnId,
  customer: '',
  at: where === null ? null : at(where),
  minutes: 20,
  spread: { low: 20, high: 20 },
  minutesBy: 'the house',
  draws: 0,
  mix: '',
  off: [],
  spreads: 0,
  granule: '',
  needs: { sprayer: true, spreader: false },
  lines: [{ applicationId: `a-${lawnId}`, zoneId: `z-${lawnId}`, zoneName: '', what: '', regret: 1 }],
  days: [{ day: thursday, hours: [{ from: 420, to: 1080 }] }],
  ...over,
});
const truck = (id: string, over: Partial<DayTruck> = {}): DayTruck => ({
  id,
  name: id,
  people: [],
  from: 420,
  to: 1080,
  at: at(0),
  tank: null,
  hopper: null,
  has: { sprayer: true, spreader: false },
  ...over,
});
const ask = (stops: readonly DayStop[], over: Partial<DayQuestion> = {}): DayQuestion => ({
  days: [thursday],
  stops,
  trucks: [truck('one')],
  driving,
  unknownMinutes: 10,
  fillMinutes: 15,
  lawnFillMinutes: 4,
  matrix: null,
  ...over,
});
const lawns = (q: DayQuestion, wishes = NO_WISHES, tour = 0) =>
  planDays(q, wishes).tours[tour]!.visits.map((v) => v.lawnId);

test('a day in its order, with its times, its driving and its points', () => {
  const plan = planDays(
    ask([stop('far', 30, { days: [{ day: thursday, hours: [{ from: 460, to: 600 }] }] }), stop('near', 10)]),
  );
  const [tour] = plan.tours;
  expect(tour!.visits.map((v) => [v.lawnId, Math.round(v.arrive), Math.round(v.end)])).toEqual([
    ['near', 430, 450],
    ['far', 470, 490],
  ]);
  expect([plan.drive, plan.minutes, plan.regret].map(Math.round)).toEqual([60, 100, 2]);
  expect(tour!.finish).toBeCloseTo(520, 1);
});

test('a hopper and a tank that is carried are filled at the lawn', () => {
  const trucks = [truck('one', { tank: { volume: 15, isCarried: true }, hopper: 25 })];
  const spread = { draws: 10, mix: 'x', spreads: 20, granule: 'g' };
  const [tour] = planDays(ask([stop('a', 10, spread), stop('b', 20, spread)], { trucks })).tours;
  expect(tour!.visits.map((v) => [v.refill, v.fills])).toEqual([
    [false, { tank: 0, hopper: 0 }],
    [false, { tank: 1, hopper: 1 }],
  ]);
  // two ways of filling, four minutes each
  expect(tour!.finish).toBeCloseTo(420 + 40 + 40 + 8, 1);
});

test('over two days each lawn stands on the day on which it may go', () => {
  const late = stop('late', 10, { days: [{ day: friday, hours: [{ from: 600, to: 700 }] }] });
  const plan = planDays(ask([stop('now', 10), late], { days: [thursday, friday] }));
  expect(plan.tours.map((t) => [t.day, t.visits.map((v) => v.lawnId)])).toEqual([
    [thursday, ['now']],
    [friday, ['late']],
  ]);
  expect(plan.tours[1]!.visits[0]).toMatchObject({ begin: 600, end: 620 });
});

describe('what is not in it says why', () => {
  const why = (s: DayStop, over: Partial<DayQuestion> = {}, wishes = NO_WISHES) =>
    planDays(ask([s], over), wishes).left[0]?.why;
  test('no truck has a spreader', () => {
    expect(why(stop('x', 1, { needs: { sprayer: false, spreader: true } }))).toBe(
      'no truck has what it needs',
    );
  });
  test('it is mown that day; it is open on no hour; it was left out', () => {
    expect(why(stop('x', 1, { days: [], off: [{ day: thursday, why: 'mown' }] }))).toBe('others are there');
    expect(why(stop('x', 1, { days: [] }))).toBe('never open');
    expect(why(stop('x', 1), {}, { ...NO_WISHES, out: ['x'] })).toBe('left out');
  });
  test('more than the tank holds is no reason: it is fetched during the work', () => {
    const inTruck = { volume: 400, isCarried: false };
    const asked = ask([stop('x', 1, { draws: 500 })], { trucks: [truck('one', { tank: inTruck })] });
    const { left, tours } = planDays(asked, NO_WISHES);
    expect(left).toEqual([]);
    expect(tours[0]!.visits[0]).toMatchObject({ refill: true, trips: 1 });
  });
});

test('a lawn that was put somewhere by hand is there, and the rest goes round it', () => {
  const stops = [stop('a', 10), stop('b', 20), stop('c', 30)];
  const trucks = [truck('one'), truck('two')];
  const pin = { lawnId: 'b', truckId: 'two', day: thursday, from: 600, to: 700 };
  const plan = planDays(ask(stops, { trucks }), { ...NO_WISHES, pins: [pin] });
  const two = plan.tours.find((t) => t.truckId === 'two')!;
  const b = two.visits.find((v) => v.lawnId === 'b')!;
  expect(b.begin).toBeGreaterThanOrEqual(600);
  expect(b.end).toBeLessThanOrEqual(700);
  expect(plan.left).toEqual([]);
});

test('two trucks share a day that one could do, where nothing is lost by it', () => {
  const stops = Array.from({ length: 10 }, (_, i) => stop(`s${i}`, (i % 2 ? -1 : 1) * (10 + i)));
  const plan = planDays(ask(stops, { trucks: [truck('one'), truck('two')] }));
  expect(plan.left).toEqual([]);
  const back = plan.tours.map((t) => t.finish);
  expect(Math.max(...back)).toBeLessThan(420 + 0.75 * (planDays(ask(stops)).tours[0]!.finish - 420));
  // one of them stays at home
  const alone = planDays(ask(stops, { trucks: [truck('one'), truck('two')] }), {
    ...NO_WISHES,
    home: ['two'],
  });
  expect(alone.tours.map((t) => [t.truckId, t.visits.length])).toEqual([['one', 10]]);
});

test('where time is short what is locked stays, whatever it is worth', () => {
  const q = ask([stop('near', 5), stop('far', 25)], { trucks: [truck('one', { to: 420 + 75 })] });
  expect(lawns(q)).toEqual(['near']);
  expect(lawns(q, { ...NO_WISHES, locked: ['far'] })).toContain('far');
});

test('minutes of a file count before the crow’s, and the house’s where nobody knows the place', () => {
  const matrix = {
    names: [HOME, 'x'],
    minutes: [
      [0, 42],
      [40, 0],
    ],
  };
  const drive = (q: DayQuestion) => planDays(q).drive;
  expect(drive(ask([stop('x', 10)], { matrix }))).toBeCloseTo(82, 9);
  expect(drive(ask([stop('x', null)]))).toBeCloseTo(20, 9);
});

test('a lawn that is left and lies beside a stop is told, on a day on which it may go', () => {
  const beside = { latitude: 0.01, longitude: 0.005 };
  const both = [{ day: thursday, hours: [{ from: 420, to: 1080 }] }];
  const q = ask([
    stop('there', 10),
    stop('left', 10, { at: beside, days: both, needs: { sprayer: true, spreader: true } }),
  ]);
  const plan = planDays(q);
  expect(nextDoor(q, plan)).toMatchObject([{ lawnId: 'left', besides: 'there', day: thursday }]);
  const far = ask([stop('there', 10), { ...q.stops[1]!, at: { latitude: 0.03, longitude: 0 } }]);
  expect(nextDoor(far, planDays(far))).toEqual([]);
});

test('better plans are told as they are found, the last is the answer', () => {
  const stops = Array.from({ length: 14 }, (_, i) => stop(`s${i}`, ((i * 37) % 60) + 1));
  const told: number[] = [];
  const plan = planDays(ask(stops), NO_WISHES, {}, (p) => told.push(p.minutes));
  expect(told.length).toBeGreaterThan(0);
  expect(told.at(-1)).toBeCloseTo(plan.minutes, 9);
  expect(told).toEqual(told.toSorted((a, b) => b - a));
});

test('any day: each lawn once or left with a reason, none outside its hours', () => {
  const someStop = fc.record({
    where: fc.option(fc.integer({ min: 0, max: 60 })),
    from: fc.integer({ min: 400, max: 900 }),
    width: fc.integer({ min: 10, max: 300 }),
    isFriday: fc.boolean(),
  });
  fc.assert(
    fc.property(fc.array(someStop, { maxLength: 10 }), (list) => {
      const stops = list.map((s, i) =>
        stop(`s${i}`, s.where, {
          days: [{ day: s.isFriday ? friday : thursday, hours: [{ from: s.from, to: s.from + s.width }] }],
        }),
      );
      const q = ask(stops, { days: [thursday, friday], trucks: [truck('one'), truck('two')] });
      const plan = planDays(q, NO_WISHES, { rounds: 20 });
      const served = plan.tours.flatMap((t) => t.visits.map((v) => v.lawnId));
      expect([...served, ...plan.left.map((l) => l.lawnId)].toSorted()).toEqual(
        stops.map((s) => s.lawnId).toSorted(),
      );
      for (const t of plan.tours)
        for (const v of t.visits) {
          const open = stops.find((s) => s.lawnId === v.lawnId)!.days[0]!;
          expect(open.day).toBe(t.day);
          expect(v.begin).toBeGreaterThanOrEqual(open.hours[0]!.from - 1e-6);
          expect(v.end).toBeLessThanOrEqual(open.hours[0]!.to + 1e-6);
        }
    }),
    { numRuns: 40 },
  );
});

describe('minutes at a lawn', () => {
  const zone = (zoneId: string, area = 500) => ({ zoneId, area, productIds: ['p'] });
  const visit = (zoneId: string, minutes: number, area = 500): TimedVisit => ({
    zoneId,
    minutes,
    area,
    productIds: ['p'],
  });
  test('are the house’s where nothing was timed, and half as long again for each further zone', () => {
    expect(minutesAt([zone('a')], [], 12)).toEqual({
      minutes: 12,
      spread: { low: 12, high: 12 },
      minutesBy: 'the house',
    });
    expect(minutesAt([zone('a'), zone('b')], [visit('a', 40)], 12).minutes).toBe(18);
  });
  test('are the lawn’s own from two visits on: their middle, with its spread, and four minutes around', () => {
    const seen = [visit('a', 10), visit('a', 30), visit('a', 12), visit('b', 90)];
    expect(minutesAt([zone('a')], seen, 12)).toEqual({
      minutes: 16,
      spread: { low: 14, high: 34 },
      minutesBy: 'this lawn',
    });
  });
  test('else its products’ by the area: three minutes and what is left in proportion', () => {
    const seen = Array.from({ length: 5 }, (_, i) => visit(`o${i}`, 13, 1000));
    // 3 + 10 minutes on twice the ground, so 3 + 5 here, and 4 around
    expect(minutesAt([zone('a', 500)], seen, 12)).toMatchObject({ minutes: 12, minutesBy: 'its products' });
  });
});
