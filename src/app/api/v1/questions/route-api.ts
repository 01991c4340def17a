/** POST /api/v1/route: which stops for which truck, and in which order, from what is sent with the question. */
import 'server-only';
import { planRoute, type RouteQuestion as Asked } from '@/core/day/route';
import { USUAL_DRIVING, driveMinutes } from '@/core/day/way';
import { fact } from '@/core/units/issue';
import { wrong } from './check';
import type { RouteQuestion } from './describe-route';

/** Rounds of the search: as many as answer within seconds. */
const ROUNDS = 800;
const roundsFor = (stops: number) => Math.max(60, Math.round(ROUNDS * Math.min(1, 40 / stops)));

const minuteOf = (text: string): number => Number(text.slice(0, 2)) * 60 + Number(text.slice(3));
const clockOf = (minute: number): string => {
  const m = Math.round(minute);
  return `${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`;
};

/** @throws Wrong where what was sent does not allow an answer */
export function answerRoute(q: RouteQuestion) {
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
  const storeOf = (
    volume: number,
    { shop, minutes: its }: Readonly<{ shop?: number; minutes: number }>,
    field: string,
    row: number,
  ) => ({ volume, minutes: its, shop: shop === undefined ? null : placeAt(shop, field, row) });
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
          return k >= 0 ? k : wrong(`stops[${i}].trucks`, fact('api-no-truck', { id }), i + 1);
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
