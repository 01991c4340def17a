/**
 * Which stops for which truck, and in which order: most regret avoided in the time there is, then the day that is over
 * soonest. Stops have hours in which they stand open, minutes that they take, and what they take from tank and hopper; a
 * truck that does not hold what the next stop takes goes by the shop first, or is filled there from what rides along. A
 * heuristic: insertion, local search, and parts of the day taken out and put back, from a seed, so that one question has
 * one answer. The order of a tour of up to eight stops is the best there is: all are looked at.
 */
import { ROUTE_HAIR } from '@/core/units/tolerance';
import { randomFrom } from '@/core/weather/random';

/** Minutes of the day, from midnight. */
type Minute = number;

export type RouteStop = Readonly<{
  /** its place in the matrix */
  place: number;
  /** what it takes there */
  minutes: number;
  /** what is lost if it is not done; more than 0 */
  regret: number;
  /** it is begun and finished within one of these; none: any time */
  hours: readonly Readonly<{ from: Minute; to: Minute }>[];
  /** L drawn from the tank; 0: nothing that is counted */
  draws: number;
  /** names what it draws: stops of one mix share a tank, for another it is rinsed and filled at the shop; not given: any */
  mix?: string;
  /** kg spread from the hopper; not given: nothing that is counted */
  spreads?: number;
  /** names what it spreads, as `mix` does: for another granule the hopper is emptied and filled */
  granule?: string;
  /** its minutes were seen there, and hold what is filled up during the work: only the first filling adds to them */
  isTimed?: boolean;
  /** trucks that may serve it, by their place in the list; null: any */
  trucks: readonly number[] | null;
  /** it is done today, whatever it costs */
  isLocked: boolean;
}>;

/** A tank (L) or a hopper (kg). */
type Store = Readonly<{
  /** when it is full */
  volume: number;
  /** where it is filled; null: where the truck stands, from what rides along */
  shop: number | null;
  /** what filling it takes, each time */
  minutes: number;
}>;

export type RouteTruck = Readonly<{
  start: number;
  end: number;
  from: Minute;
  to: Minute;
  /** it begins full; null: nothing is counted */
  tank: Store | null;
  /** as the tank; not given: nothing is counted */
  hopper?: Store | null;
}>;

export type RouteQuestion = Readonly<{
  stops: readonly RouteStop[];
  trucks: readonly RouteTruck[];
  /** minutes from a place to a place, row by row */
  drive: Float64Array;
  places: number;
}>;

export type Fills = Readonly<{ tank: number; hopper: number }>;
type Visit = Readonly<{
  stop: number;
  arrive: Minute;
  begin: Minute;
  end: Minute;
  /** by the shop first */
  refill: boolean;
  /** ways to the shop and back during the work, where it takes more than a full tank or hopper */
  trips: number;
  /** how often each is filled there, before the work and during it */
  fills: Fills;
}>;
type WhyLeft = 'never open' | 'too far';
type Tour = Readonly<{ visits: readonly Visit[]; drive: number; finish: Minute }>;
export type Route = Readonly<{
  tours: readonly Tour[];
  /** stops that nobody serves, and why none could even alone; null: the time goes to others */
  left: readonly Readonly<{ stop: number; why: WhyLeft | null }>[];
  regret: number;
}>;

export type Effort = Readonly<{
  seed?: number;
  /** rounds of taking out and putting back */
  rounds?: number;
  /** asked now and then: true ends it with the best so far */
  isOver?: () => boolean;
  /** told of the first answer and of each better one, and of the share of the rounds that are done */
  onBetter?: (route: Route, share: number) => void;
}>;

const USUAL_ROUNDS = 600;

/** @throws RangeError for a matrix that is not `places` by `places`, or a stop, truck or figure that is none */
export function planRoute(
  q: RouteQuestion,
  { seed = 1, rounds = USUAL_ROUNDS, isOver, onBetter }: Effort = {},
): Route {
  check(q);
  const random = randomFrom(seed);
  const day: Day = { q, near: neighbours(q), plain: isPlain(q), isSymmetric: isSymmetric(q) };
  let best = improve(day, insertAll(day, empty(q)));
  let here = best;
  onBetter?.(answer(q, best), 0);
  for (let round = 0; round < rounds && !isOver?.(); round++) {
    const { plan, gone } = takeOut(day, here, random);
    const put = putBack(day, plan, random);
    const next = improve(day, put, [...new Set([...besides(put, gone), ...besides(here, gone)])]);
    // what is a little worse may lead on: less and less so
    const warm = 1 - round / rounds;
    const mayLead =
      next.regret >= best.regret * (1 - 0.1 * warm * random()) &&
      next.minutes < best.minutes * (1 + 0.03 * warm);
    if (isBetter(next, best)) {
      best = here = next;
      onBetter?.(answer(q, best), (round + 1) / rounds);
    } else if (isBetter(next, here) || mayLead) here = next;
    else if (round % 50 === 49) here = best;
  }
  return answer(q, inBestOrder(q, best));
}

/** Stops of a tour of which all orders are looked at. */
const MOST_ENUMERATED = 8;

/** Each short tour in the order that ends it soonest. */
function inBestOrder(q: RouteQuestion, plan: Plan): Plan {
  const routes = plan.routes.map((route, truck) =>
    route.length > 2 && route.length <= MOST_ENUMERATED ? soonest(q, truck, route) : route,
  );
  return planOf(
    q,
    routes,
    routes.map((r, k) => walk(q, k, r)),
  );
}

/** Of all orders of a tour the one that ends soonest; of several the one that was there. */
function soonest(q: RouteQuestion, truck: number, route: readonly number[]): readonly number[] {
  let best = route;
  let end = walk(q, truck, route);
  const order = [...route];
  const visit = (from: number): void => {
    if (from === order.length) {
      const home = walk(q, truck, order);
      if (home < end - ROUTE_HAIR) [best, end] = [[...order], home];
      return;
    }
    for (let k = from; k < order.length; k++) {
      [order[from], order[k]] = [order[k]!, order[from]!];
      visit(from + 1);
      [order[from], order[k]] = [order[k]!, order[from]];
    }
  };
  visit(0);
  return best;
}

type Plan = Readonly<{
  routes: readonly (readonly number[])[];
  /** of each route, when it ends */
  ends: readonly number[];
  regret: number;
  /** of all routes, from begin to end */
  minutes: number;
}>;

const isBetter = (a: Plan, b: Plan): boolean =>
  a.regret > b.regret + ROUTE_HAIR ||
  (a.regret > b.regret - ROUTE_HAIR && a.minutes < b.minutes - ROUTE_HAIR);

function check({ stops, trucks, drive, places }: RouteQuestion): void {
  if (drive.length !== places * places)
    throw new RangeError(`A matrix of ${drive.length} for ${places} places`);
  const isPlace = (p: number) => Number.isInteger(p) && p >= 0 && p < places;
  stops.forEach((s, i) => {
    if (
      !isPlace(s.place) ||
      !(s.regret > 0) ||
      !(s.minutes >= 0) ||
      !(s.draws >= 0) ||
      !((s.spreads ?? 0) >= 0)
    )
      throw new RangeError(`Stop ${i} is none: ${JSON.stringify(s)}`);
  });
  trucks.forEach((t, i) => {
    const isStore = (s: Store | null | undefined) =>
      !s || (s.volume > 0 && s.minutes >= 0 && (s.shop === null || isPlace(s.shop)));
    if (!isPlace(t.start) || !isPlace(t.end) || !(t.to > t.from) || !isStore(t.tank) || !isStore(t.hopper))
      throw new RangeError(`Truck ${i} is none: ${JSON.stringify(t)}`);
  });
}

/** The first minute from `at` on at which work of so many minutes can be begun and finished; Infinity: never. */
function beginAt({ hours }: RouteStop, minutes: number, at: Minute): Minute {
  if (!hours.length) return at;
  let first = Infinity;
  for (const { from, to } of hours) {
    const begin = Math.max(at, from);
    if (begin + minutes <= to + ROUTE_HAIR && begin < first) first = begin;
  }
  return first;
}

/** What is in a tank or hopper on its way through the day. */
type Filled = { holds: number; of: string | undefined };

/** Takes what a stop takes. @returns how often it is filled for that */
function take(store: Store, filled: Filled, amount: number, of: string | undefined): number {
  const isOther = of !== undefined && filled.of !== undefined && of !== filled.of;
  const there = isOther ? 0 : filled.holds;
  filled.of = of ?? filled.of;
  const lacks = amount - there;
  // at the shop it is filled up, and at a lawn as often as it is empty
  const begins = lacks > ROUTE_HAIR && store.shop !== null ? 0 : there;
  const fills = lacks > ROUTE_HAIR ? Math.ceil((amount - begins - ROUTE_HAIR) / store.volume) : 0;
  filled.holds = begins + fills * store.volume - amount;
  return fills;
}

/** Walks a route through its day. @param on told of each visit @returns when it ends; Infinity: it cannot be done */
function walk(
  { stops, trucks, drive, places }: RouteQuestion,
  truck: number,
  route: readonly number[],
  on?: (visit: Visit, driven: number) => void,
): Minute {
  const { start, end, from, to, tank, hopper } = trucks[truck]!;
  const inTank: Filled = { holds: tank?.volume ?? 0, of: undefined };
  const inHopper: Filled = { holds: hopper?.volume ?? 0, of: undefined };
  let at = start;
  let now = from;
  for (const stop of route) {
    const s = stops[stop]!;
    let driven = 0;
    let [refill, filling, trips, during] = [false, 0, 0, 0];
    const fills = { tank: 0, hopper: 0 };
    for (let k = 0; k < 2; k++) {
      const store = k === 0 ? tank : hopper;
      const amount = k === 0 ? s.draws : (s.spreads ?? 0);
      if (!store || !(amount > 0)) continue;
      const times = take(store, k === 0 ? inTank : inHopper, amount, k === 0 ? s.mix : s.granule);
      if (times === 0) continue;
      if (store.shop === null) {
        fills[k === 0 ? 'tank' : 'hopper'] = times;
        filling += store.minutes * (s.isTimed ? 1 : times);
        continue;
      }
      refill = true;
      driven += drive[at * places + store.shop]!;
      now += store.minutes;
      at = store.shop;
      // what a full one does not hold is fetched while the work goes on
      const way = drive[s.place * places + store.shop]! + drive[store.shop * places + s.place]!;
      trips += times - 1;
      during += (times - 1) * (way + store.minutes);
    }
    driven += drive[at * places + s.place]!;
    const arrive = now + driven;
    const begin = beginAt(s, s.minutes + during, arrive + filling);
    if (begin === Infinity) return Infinity;
    now = begin + s.minutes + during;
    at = s.place;
    on?.({ stop, arrive, begin, end: now, refill, trips, fills }, driven);
  }
  const home = now + drive[at * places + end]!;
  return home <= to + ROUTE_HAIR ? home : Infinity;
}

/** Whether every way is as long there as back. */
function isSymmetric({ drive, places }: RouteQuestion): boolean {
  for (let a = 0; a < places; a++)
    for (let b = 0; b < a; b++) if (drive[a * places + b] !== drive[b * places + a]) return false;
  return true;
}

/** Nothing but the way decides when a stop is begun: what putting it in adds is told by three legs. */
const isPlain = ({ stops, trucks }: RouteQuestion): boolean =>
  stops.every((s) => !s.hours.length) && trucks.every((t) => !t.tank && !t.hopper);

type Day = Readonly<{ q: RouteQuestion; near: readonly number[][]; plain: boolean; isSymmetric: boolean }>;
/** Minutes of a leg of a truck's route, from the stop at one place of it to that at another; beyond its ends its own. */
function leg({ q }: Day, truck: number, a: number | undefined, b: number | undefined): number {
  const { start, end } = q.trucks[truck]!;
  const from = a === undefined ? start : q.stops[a]!.place;
  return q.drive[from * q.places + (b === undefined ? end : q.stops[b]!.place)]!;
}

const planOf = (q: RouteQuestion, routes: readonly (readonly number[])[], ends: readonly number[]): Plan => ({
  routes,
  ends,
  regret: routes.reduce((sum, r) => sum + r.reduce((s, i) => s + worth(q.stops[i]!), 0), 0),
  minutes: ends.reduce((sum, e, k) => sum + e - q.trucks[k]!.from, 0),
});
/** What is locked is worth more than all that is not. */
const LOCKED = 1e9;
const worth = (s: RouteStop) => (s.isLocked ? LOCKED : s.regret);

const empty = (q: RouteQuestion): Plan => {
  const routes = q.trucks.map(() => []);
  return planOf(
    q,
    routes,
    routes.map((r, k) => walk(q, k, r)),
  );
};

/** The nearest stops of each stop, in both directions together. */
const NEAR = 12;
function neighbours({ stops, drive, places }: RouteQuestion): number[][] {
  const between = (a: number, b: number) =>
    drive[stops[a]!.place * places + stops[b]!.place]! + drive[stops[b]!.place * places + stops[a]!.place]!;
  return stops.map((_, i) =>
    stops
      .map((_s, j) => j)
      .filter((j) => j !== i)
      .toSorted((a, b) => between(i, a) - between(i, b))
      .slice(0, NEAR),
  );
}

type Place = Readonly<{ truck: number; at: number; end: Minute; added: number }>;

/** Where a stop adds the fewest minutes; null: nowhere. @param blink share of places that are not looked at */
function bestPlace(
  day: Day,
  routes: readonly (readonly number[])[],
  ends: readonly Minute[],
  stop: number,
  random: () => number = () => 1,
  blink = 0,
): Place | null {
  const { q, plain } = day;
  const { trucks, minutes } = q.stops[stop]!;
  let best: Place | null = null;
  for (const [truck, route] of routes.entries()) {
    if (trucks && !trucks.includes(truck)) continue;
    for (let at = 0; at <= route.length; at++) {
      if (blink > 0 && random() < blink) continue;
      const [before, after] = [route[at - 1], route[at]];
      const way =
        minutes +
        leg(day, truck, before, stop) +
        leg(day, truck, stop, after) -
        leg(day, truck, before, after);
      const end = plain ? ends[truck]! + way : walk(q, truck, route.toSpliced(at, 0, stop));
      const added = end - ends[truck]!;
      if (end <= q.trucks[truck]!.to + ROUTE_HAIR && (!best || added < best.added))
        best = { truck, at, end, added };
    }
  }
  return best;
}

/** Puts in every stop that fits, the one first that is worth most for the minutes that it adds. */
function insertAll(day: Day, plan: Plan): Plan {
  const { q } = day;
  const routes = plan.routes.map((r) => [...r]);
  const ends = routes.map((r, k) => walk(q, k, r));
  const places = new Map(q.stops.map((_, stop) => [stop, bestPlace(day, routes, ends, stop)]));
  for (;;) {
    let chosen = -1;
    let best: Place | null = null;
    let most = 0;
    for (const [stop, place] of places) {
      const score = place ? worth(q.stops[stop]!) / (1 + Math.max(0, place.added)) : 0;
      if (place && score > most) [chosen, best, most] = [stop, place, score];
    }
    if (!best) break;
    routes[best.truck]!.splice(best.at, 0, chosen);
    ends[best.truck] = best.end;
    places.delete(chosen);
    for (const stop of places.keys()) places.set(stop, bestPlace(day, routes, ends, stop));
  }
  return planOf(q, routes, ends);
}

/** A place in so many is passed over by chance. After Christiaens & Vanden Berghe 2020, from memory. */
const BLINK = 0.02;

/** Puts in what fits, each where it adds least, in one of several orders; now and then a place is passed over. */
function putBack(day: Day, plan: Plan, random: () => number): Plan {
  const { q } = day;
  const routes = plan.routes.map((r) => [...r]);
  const ends = routes.map((r, k) => walk(q, k, r));
  const served = new Set(routes.flat());
  const width = (s: RouteStop) => s.hours.reduce((sum, h) => sum + h.to - h.from, 0) || Infinity;
  const by = random();
  const chance = q.stops.map(random);
  const key = (i: number): number => {
    const s = q.stops[i]!;
    if (by < 0.35) return chance[i]!;
    if (by < 0.65) return -worth(s) * (0.5 + chance[i]!);
    if (by < 0.8) return width(s);
    return -q.drive[q.trucks[0]!.start * q.places + s.place]!;
  };
  const open = q.stops
    .map((_, i) => i)
    .filter((i) => !served.has(i))
    .map((i) => [key(i), i] as const)
    .toSorted((a, b) => a[0] - b[0]);
  for (const [, stop] of open) {
    const place = bestPlace(day, routes, ends, stop, random, BLINK);
    if (!place) continue;
    routes[place.truck]!.splice(place.at, 0, stop);
    ends[place.truck] = place.end;
  }
  return planOf(q, routes, ends);
}

/** Takes out some stops, mostly such as lie near each other. */
function takeOut(
  { q: { stops }, near }: Day,
  plan: Plan,
  random: () => number,
): Readonly<{ plan: Plan; gone: ReadonlySet<number> }> {
  const served = plan.routes.flat();
  if (!served.length) return { plan, gone: new Set() };
  const count = Math.min(served.length, 1 + Math.floor(random() * Math.min(12, 1 + served.length * 0.6)));
  const isTogether = random() < 0.7;
  const gone = new Set<number>();
  let seed = served[Math.floor(random() * served.length)]!;
  while (gone.size < count) {
    gone.add(seed);
    const close = near[seed]!.filter((j) => !gone.has(j) && served.includes(j));
    seed =
      close.length && isTogether
        ? close[Math.floor(random() * Math.min(4, close.length))]!
        : served[Math.floor(random() * served.length)]!;
  }
  const routes = plan.routes.map((r) => r.filter((i) => !gone.has(i)));
  const regret = routes.flat().reduce((s, i) => s + worth(stops[i]!), 0);
  return { plan: { ...plan, routes, regret }, gone };
}

/** Stops that were taken out, and those that stand beside one now. */
const besides = ({ routes }: Plan, gone: ReadonlySet<number>): number[] =>
  routes.flatMap((r) =>
    r.filter((s, i) => gone.has(s) || gone.has(r[i - 1] ?? -1) || gone.has(r[i + 1] ?? -1)),
  );

/**
 * Moves of local search until none helps: a stretch reversed, or put elsewhere, in its own route or another's.
 * @param touched stops that a move may begin with; without it, all
 */
function improve(day: Day, plan: Plan, touched?: readonly number[]): Plan {
  const { q, near } = day;
  const state: State = { routes: plan.routes.map((r) => [...r]), ends: [], slack: [], at: new Map() };
  state.routes.forEach((_, k) => settle(day, state, k));
  const queue = [...(touched ?? state.routes.flat())];
  const waits = new Set(queue);
  for (let stop = queue.shift(); stop !== undefined; stop = queue.shift()) {
    waits.delete(stop);
    if (!state.at.has(stop)) continue;
    for (const other of near[stop]!) {
      if (!state.at.has(other)) continue;
      const [a, i] = state.at.get(stop)!;
      const [b, j] = state.at.get(other)!;
      const beside = [
        state.routes[a]![i - 1],
        state.routes[a]![i + 1],
        state.routes[b]![j - 1],
        state.routes[b]![j + 1],
      ];
      if (!tryMoves(day, state, [a, i], [b, j])) continue;
      for (const again of [stop, other, ...beside])
        if (again !== undefined && !waits.has(again)) {
          waits.add(again);
          queue.push(again);
        }
      break;
    }
  }
  return planOf(q, state.routes, state.ends);
}

type State = {
  routes: number[][];
  ends: Minute[];
  /** minutes of each route that are neither work nor the way from stop to stop: waiting, and filling up */
  slack: number[];
  at: Map<number, Spot>;
};

/** What follows from a route, once it has changed. */
function settle(day: Day, { routes, ends, slack, at }: State, k: number): void {
  const { q } = day;
  const route = routes[k]!;
  const end = walk(q, k, route);
  let direct = leg(day, k, route.at(-1), undefined);
  for (let i = 0; i < route.length; i++)
    direct += leg(day, k, route[i - 1], route[i]) + q.stops[route[i]!]!.minutes;
  ends[k] = end;
  slack[k] = end - q.trucks[k]!.from - direct;
  route.forEach((stop, i) => at.set(stop, [k, i]));
}

/** Minutes of driving that a stretch turned round adds. */
function reversed(day: Day, truck: number, route: readonly number[], x: number, y: number): number {
  let turned =
    leg(day, truck, route[x - 1], route[y]) +
    leg(day, truck, route[x], route[y + 1]) -
    leg(day, truck, route[x - 1], route[x]) -
    leg(day, truck, route[y], route[y + 1]);
  if (!day.isSymmetric)
    for (let i = x; i < y; i++)
      turned += leg(day, truck, route[i + 1], route[i]) - leg(day, truck, route[i], route[i + 1]);
  return turned;
}

/** Minutes of driving that a stretch taken out of one route and put into another, or its own, adds. */
function moved(
  day: Day,
  a: number,
  route: readonly number[],
  [i, length]: readonly [number, number],
  b: number,
  target: readonly number[],
  place: number,
  part: readonly number[],
): number {
  const out =
    leg(day, a, route[i - 1], route[i + length]) -
    leg(day, a, route[i - 1], route[i]) -
    leg(day, a, route[i + length - 1], route[i + length]);
  const into =
    leg(day, b, target[place - 1], part[0]) +
    leg(day, b, part.at(-1), target[place]) -
    leg(day, b, target[place - 1], target[place]);
  let inside = 0;
  if (!day.isSymmetric && part[0] !== route[i])
    for (let k = 1; k < part.length; k++)
      inside += leg(day, b, part[k - 1], part[k]) - leg(day, b, part[k], part[k - 1]);
  return out + into + inside;
}

const STRETCH = 3;
type Spot = readonly [truck: number, at: number];

/**
 * Whether a move that brings the stop at `from` beside the one at `to` helps: then it is done. One that adds more driving
 * than there is waiting to be saved cannot, and is not walked.
 */
function tryMoves(day: Day, state: State, [a, i]: Spot, [b, j]: Spot): boolean {
  const { q } = day;
  const { routes, ends, slack } = state;
  const before = ends[a]! + (a === b ? 0 : ends[b]!);
  const saved = slack[a]! + (a === b ? 0 : slack[b]!);
  const take: Take = (first, second) => {
    const endA = walk(q, a, first);
    if (endA === Infinity || endA >= before - ROUTE_HAIR) return false;
    const endB = second ? walk(q, b, second) : 0;
    if (endA + endB >= before - ROUTE_HAIR) return false;
    routes[a] = first;
    if (second) routes[b] = second;
    settle(day, state, a);
    if (second) settle(day, state, b);
    return true;
  };
  return (
    (a === b && tryTurned(day, routes[a]!, [a, i, j], saved, take)) ||
    tryStretches(day, state, [a, i], [b, j], saved, take)
  );
}
/** @returns whether it was better, and is done. @param second null: the first alone */
type Take = (first: number[], second: number[] | null) => boolean;

/** The stretch between two stops of one route turned round, so that they stand side by side. */
function tryTurned(
  day: Day,
  route: readonly number[],
  [a, i, j]: readonly [truck: number, i: number, j: number],
  saved: number,
  take: Take,
): boolean {
  const [lo, hi] = i < j ? [i, j] : [j, i];
  for (const [x, y] of [
    [lo + 1, hi],
    [lo, hi - 1],
  ] as const)
    if (
      x < y &&
      reversed(day, a, route, x, y) < saved - ROUTE_HAIR &&
      take([...route.slice(0, x), ...route.slice(x, y + 1).toReversed(), ...route.slice(y + 1)], null)
    )
      return true;
  return false;
}

/** A stop and those that follow it brought beside another, as they stand or turned round. */
function tryStretches(
  day: Day,
  { routes }: State,
  [a, i]: Spot,
  [b, j]: Spot,
  saved: number,
  take: Take,
): boolean {
  const { q } = day;
  const route = routes[a]!;
  for (let length = 1; length <= STRETCH && i + length <= route.length; length++) {
    if (a === b && j >= i && j < i + length) continue;
    const stretch = route.slice(i, i + length);
    if (a !== b && stretch.some((s) => q.stops[s]!.trucks && !q.stops[s]!.trucks.includes(b))) continue;
    const rest = route.toSpliced(i, length);
    const target = a === b ? rest : routes[b]!;
    const at = a === b && j > i ? j - length : j;
    for (const part of length === 1 ? [stretch] : [stretch, stretch.toReversed()])
      for (const place of [at, at + 1]) {
        if (a === b && place === i) continue;
        if (moved(day, a, route, [i, length], b, target, place, part) >= saved - ROUTE_HAIR) continue;
        const put = target.toSpliced(place, 0, ...part);
        if (a === b ? take(put, null) : take(rest, put)) return true;
      }
  }
  return false;
}

function answer(q: RouteQuestion, plan: Plan): Route {
  const tours = plan.routes.map((route, truck): Tour => {
    const visits: Visit[] = [];
    let drive = 0;
    const finish = walk(q, truck, route, (v, driven) => {
      visits.push(v);
      drive += driven;
    });
    const last = route.length ? q.stops[route.at(-1)!]!.place : q.trucks[truck]!.start;
    return { visits, finish, drive: drive + q.drive[last * q.places + q.trucks[truck]!.end]! };
  });
  const served = new Set(plan.routes.flat());
  return {
    tours,
    left: q.stops.flatMap((s, stop) => (served.has(stop) ? [] : [{ stop, why: whyNot(q, stop, s) }])),
    regret: [...served].reduce((sum, i) => sum + q.stops[i]!.regret, 0),
  };
}

/** Why a stop could be served by no truck that does nothing else; null: one could. */
function whyNot(q: RouteQuestion, stop: number, s: RouteStop): Route['left'][number]['why'] {
  const trucks = q.trucks.map((_, k) => k).filter((k) => !s.trucks || s.trucks.includes(k));
  if (trucks.some((k) => walk(q, k, [stop]) < Infinity)) return null;
  // its hours leave no room for the work with its ways to the shop
  const anyTime = { ...q, stops: q.stops.with(stop, { ...s, hours: [] }) };
  if (trucks.some((k) => walk(anyTime, k, [stop]) < Infinity)) return 'never open';
  const opens = beginAt(s, s.minutes, Math.min(...trucks.map((k) => q.trucks[k]!.from)));
  return opens === Infinity || trucks.every((k) => opens >= q.trucks[k]!.to) ? 'never open' : 'too far';
}
