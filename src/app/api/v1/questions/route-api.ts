/** POST /api/v1/route: which stops for which truck, and in which order, from what is sent with the question. */
import 'server-only';
import Joi from 'joi';
import { planRoute, type RouteQuestion as Asked } from '@/core/day/route';
import { USUAL_DRIVING, driveMinutes } from '@/core/day/way';
import type { Answered } from '@/server/entry/question';
import { Wrong, wrong } from './api-weather';
import { fact } from '@/core/units/issue';

/** Where it is filled, and how long that takes; without a shop: at the lawn, from what rides along. */
type Filling = { shop?: number; minutes: number };
type Place = Readonly<{ latitude_deg: number; longitude_deg: number }>;
export type RouteQuestion = Readonly<{
  /** by their places in this list stops and trucks name where they are */
  places?: readonly Place[];
  speed_km_h?: number;
  /** the way by road against the way as the crow flies */
  detour?: number;
  /** instead of places: minutes from each to each */
  matrix_min?: readonly (readonly number[])[];
  stops: readonly Readonly<{
    id: string;
    place: number;
    minutes: number;
    regret: number;
    hours?: readonly Readonly<{ from: string; to: string }>[];
    draws_l?: number;
    mix?: string;
    spreads_kg?: number;
    granule?: string;
    trucks?: readonly string[];
    locked?: boolean;
  }>[];
  trucks: readonly Readonly<{
    id: string;
    from: string;
    to: string;
    start: number;
    end?: number;
    tank?: Readonly<{ volume_l: number } & Filling>;
    hopper?: Readonly<{ holds_kg: number } & Filling>;
  }>[];
  seed?: number;
}>;

const MOST_STOPS = 200;
const MOST_TRUCKS = 20;
/** Rounds of the search: as many as answer within seconds. */
const ROUNDS = 800;
const roundsFor = (stops: number) => Math.max(60, Math.round(ROUNDS * Math.min(1, 40 / stops)));

const clock = Joi.string().pattern(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/, 'a time like 07:30');
const place = Joi.number()
  .integer()
  .min(0)
  .max(MOST_STOPS + MOST_TRUCKS);
const minutes = Joi.number().min(0).max(1440);
const holds = Joi.number().greater(0).max(50_000).required();
export const routeQuestion = Joi.object<RouteQuestion>({
  places: Joi.array()
    .items(
      Joi.object({
        latitude_deg: Joi.number().min(-90).max(90).required(),
        longitude_deg: Joi.number().min(-180).max(180).required(),
      }),
    )
    .max(MOST_STOPS + MOST_TRUCKS),
  speed_km_h: Joi.number().min(1).max(200),
  detour: Joi.number().min(1).max(10),
  matrix_min: Joi.array()
    .items(
      Joi.array()
        .items(minutes)
        .max(MOST_STOPS + MOST_TRUCKS),
    )
    .max(MOST_STOPS + MOST_TRUCKS),
  stops: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().max(100).required(),
        place: place.required(),
        minutes: minutes.required(),
        regret: Joi.number().greater(0).max(1e6).required(),
        hours: Joi.array()
          .items(Joi.object({ from: clock.required(), to: clock.required() }))
          .max(24),
        draws_l: Joi.number().min(0).max(50_000),
        mix: Joi.string().max(100),
        locked: Joi.boolean(),
        spreads_kg: Joi.number().min(0).max(50_000),
        granule: Joi.string().max(100),
        trucks: Joi.array().items(Joi.string().max(100)).min(1).max(MOST_TRUCKS),
      }),
    )
    .min(1)
    .max(MOST_STOPS)
    .unique('id')
    .required(),
  trucks: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().max(100).required(),
        from: clock.required(),
        to: clock.required(),
        start: place.required(),
        end: place,
        tank: Joi.object({ volume_l: holds, shop: place, minutes: minutes.required() }),
        hopper: Joi.object({ holds_kg: holds, shop: place, minutes: minutes.required() }),
      }),
    )
    .min(1)
    .max(MOST_TRUCKS)
    .unique('id')
    .required(),
  seed: Joi.number().integer().min(0).max(4_294_967_295),
}).xor('places', 'matrix_min');

export function answerRoute(q: RouteQuestion): Answered {
  try {
    return { ok: true, body: answer(q) };
  } catch (error) {
    if (error instanceof Wrong) return { ok: false, errors: error.fields };
    throw error;
  }
}

const minuteOf = (text: string): number => Number(text.slice(0, 2)) * 60 + Number(text.slice(3));
const clockOf = (minute: number): string => {
  const m = Math.round(minute);
  return `${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`;
};

function answer(q: RouteQuestion) {
  const count = q.places?.length ?? q.matrix_min!.length;
  q.matrix_min?.forEach((r, i) => {
    if (r.length !== count)
      wrong(`matrix_min[${i}]`, fact('api-matrix-row', { minutes: r.length, places: count }), i + 1);
  });
  const placeAt = (p: number, field: string, row: number): number =>
    p < count ? p : wrong(field, fact('api-no-place', { index: p, count }), row);
  const spanOf = (from: string, to: string, field: string, row: number) =>
    minuteOf(to) > minuteOf(from)
      ? { from: minuteOf(from), to: minuteOf(to) }
      : wrong(`${field}.to`, fact('api-times-out-of-order', { to, from }), row);
  const driving = {
    kmPerHour: q.speed_km_h ?? USUAL_DRIVING.kmPerHour,
    detour: q.detour ?? USUAL_DRIVING.detour,
  };
  const at = (i: number) => ({
    latitude: q.places![i]!.latitude_deg,
    longitude: q.places![i]!.longitude_deg,
  });
  const drive = Float64Array.from({ length: count * count }, (_, i) => {
    const [a, b] = [Math.floor(i / count), i % count];
    return q.matrix_min ? q.matrix_min[a]![b]! : a === b ? 0 : driveMinutes(at(a), at(b), driving);
  });
  const storeOf = (volume: number, { shop, minutes: its }: Filling, field: string, row: number) => ({
    volume,
    minutes: its,
    shop: shop === undefined ? null : placeAt(shop, field, row),
  });
  const asked: Asked = {
    drive,
    places: count,
    trucks: q.trucks.map((t, i) => ({
      ...spanOf(t.from, t.to, `trucks[${i}]`, i + 1),
      start: placeAt(t.start, `trucks[${i}].start`, i + 1),
      end: placeAt(t.end ?? t.start, `trucks[${i}].end`, i + 1),
      tank: t.tank ? storeOf(t.tank.volume_l, t.tank, `trucks[${i}].tank.shop`, i + 1) : null,
      hopper: t.hopper ? storeOf(t.hopper.holds_kg, t.hopper, `trucks[${i}].hopper.shop`, i + 1) : null,
    })),
    stops: q.stops.map((s, i) => ({
      place: placeAt(s.place, `stops[${i}].place`, i + 1),
      minutes: s.minutes,
      regret: s.regret,
      draws: s.draws_l ?? 0,
      isLocked: s.locked ?? false,
      spreads: s.spreads_kg ?? 0,
      ...(s.mix === undefined ? {} : { mix: s.mix }),
      ...(s.granule === undefined ? {} : { granule: s.granule }),
      hours: (s.hours ?? []).map((h, k) => spanOf(h.from, h.to, `stops[${i}].hours[${k}]`, i + 1)),
      trucks:
        s.trucks?.map((id) => {
          const k = q.trucks.findIndex((t) => t.id === id);
          return k >= 0
            ? k
            : wrong(`stops[${i}].trucks`, fact('api-no-truck', { id }), i + 1);
        }) ?? null,
    })),
  };
  const route = planRoute(asked, { seed: q.seed ?? 1, rounds: roundsFor(q.stops.length) });
  return {
    tours: route.tours.map((t, k) => ({
      truck: q.trucks[k]!.id,
      stops: t.visits.map((v) => ({
        id: q.stops[v.stop]!.id,
        refill_before: v.refill,
        refills_during: v.trips,
        fills_there: v.fills,
        arrive: clockOf(v.arrive),
        begin: clockOf(v.begin),
        end: clockOf(v.end),
      })),
      drive_min: t.drive,
      finish: clockOf(t.finish),
    })),
    left_out: route.left.map((l) => ({ id: q.stops[l.stop]!.id, why: l.why ?? 'the time goes to others' })),
    regret_avoided: route.regret,
    regret_left: route.left.reduce((sum, l) => sum + q.stops[l.stop]!.regret, 0),
  };
}
