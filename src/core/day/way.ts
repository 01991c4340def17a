/** The shortest way through places, wherever it begins and ends: by great circle, detour and speed. */
import { distanceKm, type Place } from '@/core/lawn/nearest';
import { planRoute } from './route';
import { HAIR } from '@/core/units/tolerance';

/** Usual driving in towns and between them, and ways by road against the crow's: common practice, no source. */
export const USUAL_DRIVING = { kmPerHour: 45, detour: 1.3 } as const;

type Driving = Readonly<{ kmPerHour: number; detour: number }>;

/** Minutes from a place to another. */
export const driveMinutes = (a: Place, b: Place, { kmPerHour, detour }: Driving = USUAL_DRIVING): number =>
  (distanceKm(a, b) * detour * 60) / kmPerHour;

const ROUNDS = 200;
const YEARS = 1e9;

/**
 * @returns the order, by the places' numbers, its minutes, and those of the order in which they came
 */
export function shortestWay(
  places: readonly Place[],
): Readonly<{ order: readonly number[]; minutes: number; before: number }> {
  const n = places.length;
  // from nowhere and to nowhere it costs nothing
  const drive = Float64Array.from({ length: (n + 1) ** 2 }, (_, i) => {
    const [a, b] = [Math.floor(i / (n + 1)), i % (n + 1)];
    return a === n || b === n || a === b ? 0 : driveMinutes(places[a]!, places[b]!);
  });
  const lengthOf = (order: readonly number[]) =>
    order.slice(1).reduce((sum, p, i) => sum + drive[order[i]! * (n + 1) + p]!, 0);
  const before = lengthOf(places.map((_, i) => i));
  const [tour] = planRoute(
    {
      drive,
      places: n + 1,
      trucks: [{ start: n, end: n, from: 0, to: YEARS, tank: null }],
      stops: places.map((_, place) => ({
        place,
        minutes: 0,
        regret: 1,
        hours: [],
        draws: 0,
        trucks: null,
        isLocked: false,
      })),
    },
    { rounds: ROUNDS },
  ).tours;
  const order = tour!.visits.map((v) => v.stop);
  const minutes = lengthOf(order);
  return minutes < before - HAIR
    ? { order, minutes, before }
    : { order: places.map((_, i) => i), minutes: before, before };
}
