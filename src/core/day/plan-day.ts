/**
 * The trucks' days: from what may go on which days and in which hours to stops in their order, for one day or for a week.
 * Each truck is a truck of its own on each day; a stop is one lawn with all its lines that may go.
 */
import type { Day } from '@/core/calendar/day';
import { distanceKm, type Place } from '@/core/lawn/nearest';
import { planRoute, type Effort, type Fills, type Route, type RouteQuestion, type RouteStop } from './route';
import { driveMinutes } from './way';
import { HAIR } from '@/core/units/tolerance';

type Hours = readonly Readonly<{ from: number; to: number }>[];

export type DayLine = Readonly<{
  applicationId: string;
  zoneId: string;
  zoneName: string;
  what: string;
  /** points that are lost by waiting */
  regret: number;
}>;

export type DayStop = Readonly<{
  lawnId: string;
  address: string;
  customer: string;
  at: Place | null;
  /** what it takes there, with its spread, and whence that is known */
  minutes: number;
  spread: Readonly<{ low: number; high: number }>;
  minutesBy: 'this lawn' | 'its products' | 'the house';
  /** L that it draws from a tank, and of which mix: stops of one share it; empty: nothing */
  draws: number;
  mix: string;
  /** kg that it takes from a hopper, and of which granule */
  spreads: number;
  granule: string;
  /** what must be on the truck */
  needs: Readonly<{ sprayer: boolean; spreader: boolean }>;
  lines: readonly DayLine[];
  /** days on which all its lines may go, with the hours, in minutes from midnight */
  days: readonly Readonly<{ day: Day; hours: Hours }>[];
  /** days on which it would be open, and others are there */
  off: readonly Readonly<{ day: Day; why: 'mown' | 'watered' }>[];
}>;

export type DayTruck = Readonly<{
  id: string;
  name: string;
  people: readonly string[];
  /** minutes from midnight */
  from: number;
  to: number;
  at: Place | null;
  /** L, filled at the shop, or at the lawn where it is carried; null: not said, and then nothing is counted */
  tank: Readonly<{ volume: number; isCarried: boolean }> | null;
  /** kg, filled from bags that ride along; null: not said */
  hopper: number | null;
  has: Readonly<{ sprayer: boolean; spreader: boolean }>;
}>;

export type DayQuestion = Readonly<{
  days: readonly Day[];
  stops: readonly DayStop[];
  trucks: readonly DayTruck[];
  driving: Readonly<{ kmPerHour: number; detour: number }>;
  /** from or to a lawn whose place nobody has said */
  unknownMinutes: number;
  fillMinutes: number;
  /** to fill what is filled at a lawn */
  lawnFillMinutes: number;
  /** minutes from a file, by address; null: none */
  matrix: Readonly<{ names: readonly string[]; minutes: readonly (readonly number[])[] }> | null;
}>;

/** What a person wants of the plan; by lawn. */
export type DayWishes = Readonly<{
  /** done whatever it costs */
  locked: readonly string[];
  /** not now */
  out: readonly string[];
  /** put there by hand: with that truck on that day, between two minutes */
  pins: readonly Readonly<{ lawnId: string; truckId: string; day: Day; from: number; to: number }>[];
  /** trucks that stay at home */
  home: readonly string[];
}>;
export const NO_WISHES: DayWishes = { locked: [], out: [], pins: [], home: [] };

export type PlannedVisit = Readonly<{
  lawnId: string;
  /** minutes from midnight of its day */
  arrive: number;
  begin: number;
  end: number;
  /** by the shop first, and so often again during the work; days that were saved earlier do not know it */
  refill: boolean;
  trips?: number;
  /** how often tank and hopper are filled there */
  fills: Fills;
}>;
export type TruckDay = Readonly<{
  truckId: string;
  day: Day;
  visits: readonly PlannedVisit[];
  drive: number;
  finish: number;
}>;
export type LeftWhy =
  | Route['left'][number]['why']
  | 'left out'
  | 'no truck has what it needs'
  | 'others are there';
export type DayPlan = Readonly<{
  tours: readonly TruckDay[];
  left: readonly Readonly<{ lawnId: string; why: LeftWhy }>[];
  /** points that are avoided */
  regret: number;
  /** of all trucks together, on the road and at lawns */
  minutes: number;
  drive: number;
}>;

const MINUTES_A_DAY = 1440;
/** Work that loses nothing by waiting is still worth doing while there is time. Ours. */
const WORTH_DOING = 0.2;

const regretOf = (s: DayStop) => s.lines.reduce((sum, l) => sum + l.regret, 0);

/** Truck-days in their order: all trucks of the first day, then of the second. */
const truckDays = ({ days, trucks }: DayQuestion) =>
  days.flatMap((day, d) => trucks.map((truck) => ({ day, truck, shift: d * MINUTES_A_DAY })));

/** @param onBetter told of a better plan as soon as there is one, and of the share of the search that is done */
export function planDays(
  q: DayQuestion,
  wishes: DayWishes = NO_WISHES,
  effort: Omit<Effort, 'onBetter'> = {},
  onBetter?: (plan: DayPlan, share: number) => void,
): DayPlan {
  const out = { ...q, trucks: q.trucks.filter((t) => !wishes.home.includes(t.id)) };
  const { question, asked, left } = questionOf(out, wishes);
  const back = (route: Route): DayPlan => planFrom(out, asked, route, left);
  if (!asked.length || !question.trucks.length)
    return {
      tours: emptyTours(out),
      regret: 0,
      minutes: 0,
      drive: 0,
      left: [...left, ...asked.map((s) => ({ lawnId: s.lawnId, why: null }))],
    };
  const rounds = effort.rounds ?? ROUNDS;
  const first = Math.ceil(rounds * FIRST_SHARE);
  const told = (done: number, of: number) =>
    onBetter
      ? { onBetter: (route: Route, share: number) => onBetter(back(route), (done + share * of) / rounds) }
      : {};
  const whole = planRoute(question, { ...effort, rounds: first, ...told(0, first) });
  return back(evened(question, whole, { ...effort, rounds: rounds - first, ...told(first, rounds - first) }));
}

const ROUNDS = 800;
/** Of the search: what is left evens the trucks out. */
const FIRST_SHARE = 0.6;
/** Each truck is given its share of the day and so much more: the first that loses nothing stands. */
const ROOM = [1.08, 1.2, 1.4];

/**
 * The least driving sends one truck out and leaves the other at home: the same stops with each truck back at about the same
 * time, where nothing is lost by it. Days of a week are left as they are: what is done on the first waits for nobody.
 */
function evened(q: RouteQuestion, whole: Route, effort: Effort): Route {
  const isOneDay = q.trucks.every((t) => t.from < MINUTES_A_DAY);
  const out = whole.tours.filter((t) => t.visits.length).length;
  if (!isOneDay || q.trucks.length < 2 || !out) return whole;
  const worked = whole.tours.map((t, k) => (t.visits.length ? t.finish - q.trucks[k]!.from : 0));
  const share = worked.reduce((a, b) => a + b, 0) / q.trucks.length;
  for (const room of ROOM) {
    if (Math.max(...worked) <= share * room) return whole;
    const trucks = q.trucks.map((t) => ({ ...t, to: Math.min(t.to, t.from + share * room) }));
    const even = planRoute(
      { ...q, trucks },
      { ...effort, rounds: Math.ceil((effort.rounds ?? 0) / ROOM.length) },
    );
    const isLocked = (i: number) => q.stops[i]!.isLocked;
    if (even.regret >= whole.regret - HAIR && !even.left.some((l) => isLocked(l.stop))) return even;
    if (effort.isOver?.()) return whole;
  }
  return whole;
}

const emptyTours = (q: DayQuestion): TruckDay[] =>
  truckDays(q).map(({ day, truck }) => ({
    truckId: truck.id,
    day,
    visits: [],
    drive: 0,
    finish: truck.from,
  }));

function questionOf(
  q: DayQuestion,
  { locked, out, pins }: DayWishes,
): { question: RouteQuestion; asked: DayStop[]; left: DayPlan['left'] } {
  const units = truckDays(q);
  const left: { lawnId: string; why: LeftWhy }[] = [];
  const asked: DayStop[] = [];
  const stops: RouteStop[] = [];
  for (const s of q.stops) {
    const pin = pins.find((p) => p.lawnId === s.lawnId);
    if (out.includes(s.lawnId)) {
      left.push({ lawnId: s.lawnId, why: 'left out' });
      continue;
    }
    const able = units.flatMap((u, k) =>
      (!s.needs.sprayer || u.truck.has.sprayer) && (!s.needs.spreader || u.truck.has.spreader) ? [k] : [],
    );
    const open = s.days.filter((d) => q.days.includes(d.day));
    const hours = open.flatMap((d) => routeHours(q, d, pin));
    const trucks = pin
      ? able.filter((k) => units[k]!.truck.id === pin.truckId && units[k]!.day === pin.day)
      : able;
    if (!hours.length || !trucks.length) {
      const isOff = !open.length && s.off.some((o) => q.days.includes(o.day));
      left.push({ lawnId: s.lawnId, why: whyLeft(able.length > 0, isOff) });
      continue;
    }
    asked.push(s);
    stops.push({
      place: asked.length - 1,
      minutes: s.minutes,
      hours,
      draws: s.draws,
      mix: s.mix,
      spreads: s.spreads,
      granule: s.granule,
      isTimed: s.minutesBy !== 'the house',
      regret: regretOf(s) + WORTH_DOING * s.lines.length,
      trucks: trucks.length === units.length ? null : trucks,
      isLocked: pin !== undefined || locked.includes(s.lawnId),
    });
  }
  const homes = q.trucks.map((t) => t.at ?? middleOf(asked));
  const places = asked.length + q.trucks.length;
  return {
    asked,
    left,
    question: {
      stops,
      places,
      drive: drivesOf(q, asked, homes),
      trucks: units.map((u) => routeTruck(q, u, asked.length + q.trucks.indexOf(u.truck))),
    },
  };
}

/** The hours of a day in which a stop may go, in minutes of the whole stretch of days. */
function routeHours(
  { days }: DayQuestion,
  { day, hours }: DayStop['days'][number],
  pin: DayWishes['pins'][number] | undefined,
): { from: number; to: number }[] {
  if (pin && pin.day !== day) return [];
  const shift = days.indexOf(day) * MINUTES_A_DAY;
  return hours.flatMap((h) => {
    const from = Math.max(h.from, pin?.from ?? 0) + shift;
    const to = Math.min(h.to, pin?.to ?? MINUTES_A_DAY) + shift;
    return to > from ? [{ from, to }] : [];
  });
}

const whyLeft = (isAble: boolean, isOff: boolean): LeftWhy =>
  isAble ? (isOff ? 'others are there' : 'never open') : 'no truck has what it needs';

/** @param home the place of the truck, where it begins, ends and fills */
function routeTruck(
  { fillMinutes, lawnFillMinutes }: DayQuestion,
  { truck, shift }: ReturnType<typeof truckDays>[number],
  home: number,
): RouteQuestion['trucks'][number] {
  return {
    start: home,
    end: home,
    from: truck.from + shift,
    to: truck.to + shift,
    tank: truck.tank && {
      volume: truck.tank.volume,
      ...(truck.tank.isCarried
        ? { shop: null, minutes: lawnFillMinutes }
        : { shop: home, minutes: fillMinutes }),
    },
    hopper: truck.hopper === null ? null : { volume: truck.hopper, shop: null, minutes: lawnFillMinutes },
  };
}

/** A truck whose place nobody has said begins in the middle of its stops; null: nobody knows where they are either. */
function middleOf(stops: readonly DayStop[]): Place | null {
  const known = stops.flatMap((s) => s.at ?? []);
  const mean = (of: (p: Place) => number) => known.reduce((sum, p) => sum + of(p), 0) / known.length;
  return known.length ? { latitude: mean((p) => p.latitude), longitude: mean((p) => p.longitude) } : null;
}

function drivesOf(
  { matrix, driving, unknownMinutes }: DayQuestion,
  stops: readonly DayStop[],
  homes: readonly (Place | null)[],
): Float64Array {
  const at = [...stops.map((s) => s.at), ...homes];
  const names = [...stops.map((s) => s.address), ...homes.map(() => HOME)];
  const rows = names.map((n) => matrix?.names.indexOf(n) ?? -1);
  const n = at.length;
  return Float64Array.from({ length: n * n }, (_, i) => {
    const [a, b] = [Math.floor(i / n), i % n];
    if (a === b) return 0;
    const filed = rows[a]! >= 0 && rows[b]! >= 0 ? matrix?.minutes[rows[a]!]?.[rows[b]!] : undefined;
    const [from, to] = [at[a], at[b]];
    return filed ?? (from && to ? driveMinutes(from, to, driving) : unknownMinutes);
  });
}
/** How a file of minutes calls the place where trucks begin. */
export const HOME = 'shop';

function planFrom(q: DayQuestion, asked: readonly DayStop[], route: Route, left: DayPlan['left']): DayPlan {
  const units = truckDays(q);
  const tours = route.tours.map((t, k): TruckDay => {
    const { day, truck, shift } = units[k]!;
    return {
      truckId: truck.id,
      day,
      drive: t.drive,
      finish: t.finish - shift,
      visits: t.visits.map((v) => ({
        lawnId: asked[v.stop]!.lawnId,
        refill: v.refill,
        trips: v.trips,
        fills: v.fills,
        arrive: v.arrive - shift,
        begin: v.begin - shift,
        end: v.end - shift,
      })),
    };
  });
  const served = new Set(tours.flatMap((t) => t.visits.map((v) => v.lawnId)));
  const out = tours.filter((t) => t.visits.length);
  return {
    tours,
    left: [...left, ...route.left.map((l) => ({ lawnId: asked[l.stop]!.lawnId, why: l.why }))],
    regret: q.stops.filter((s) => served.has(s.lawnId)).reduce((sum, s) => sum + regretOf(s), 0),
    minutes: out.reduce((sum, t) => sum + t.finish - q.trucks.find((x) => x.id === t.truckId)!.from, 0),
    drive: out.reduce((sum, t) => sum + t.drive, 0),
  };
}

/** A lawn that is not in the plan and lies beside a stop of it, on a day on which it may go too. */
export type NextDoor = Readonly<{ lawnId: string; besides: string; truckId: string; day: Day; km: number }>;
/** So near that the truck is there already. Common practice, no source. */
const NEXT_DOOR_KM = 0.8;

export function nextDoor(q: DayQuestion, plan: DayPlan): NextDoor[] {
  const byId = new Map(q.stops.map((s) => [s.lawnId, s]));
  return plan.left.flatMap(({ lawnId, why }): NextDoor[] => {
    const stop = byId.get(lawnId);
    if (!stop?.at || why === 'left out') return [];
    const near = plan.tours.flatMap((t) =>
      t.visits.flatMap((v): NextDoor[] => {
        const there = byId.get(v.lawnId)?.at;
        const km = there ? distanceKm(stop.at!, there) : Infinity;
        return km <= NEXT_DOOR_KM && stop.days.some((d) => d.day === t.day)
          ? [{ lawnId, besides: v.lawnId, truckId: t.truckId, day: t.day, km }]
          : [];
      }),
    );
    return near.toSorted((a, b) => a.km - b.km).slice(0, 1);
  });
}
