/** The water in the root zone of a lawn as gates ask for it: through the weeks before the forecast, and the forecast. */
import { addDays, type Day } from '@/core/calendar/day';
import { seasonOf } from '@/core/lawn/turf';
import { daysIn, sliceDays, type HourlyWeather } from '@/core/weather/series';
import { bucketFor, soilWaterOf, type SoilWater } from '@/core/weather/soil-water';
import type { GateContext } from './gate';

const waterSeason = ({ turf, mixedWith }: GateContext['zone']) =>
  seasonOf(turf, mixedWith) === 'warm' ? 'warm' : 'cool';

/** What was observed and what is forecast, end to end, from a day on; null: one of them is not there. */
function weatherFrom({ recent, forecast }: GateContext, from: Day): HourlyWeather[] | null {
  if (!forecast || !recent) return null;
  const to = Math.min(recent.from + daysIn(recent), forecast.from) as Day;
  if (to <= recent.from) return null;
  const first = Math.max(recent.from, from) as Day;
  return first < to ? [sliceDays(recent, first, to), forecast] : [forecast];
}

/** The root zone day by day; null: the weather is not on file. */
export function rootZoneOf(
  context: GateContext,
  from: Day = -Infinity as Day,
  begins: 'half drawn' | 'wilting' = 'half drawn',
): SoilWater | null {
  const weather = weatherFrom(context, from);
  const { zone } = context;
  return weather && soilWaterOf(weather, zone.texture, waterSeason(zone), zone.latitude, begins);
}

/** What rain has done since a drought was seen. */
export type DroughtSince = Readonly<{
  /** the first day that begins with a root zone from which turf draws without trouble; null: none yet */
  refilled: Day | null;
  /** the first day of which nothing is known any more */
  knownTo: Day;
}>;

/**
 * A drought that somebody saw has drawn all that plants can draw. Rain alone ends it here: what a sprinkler gives is known
 * to whoever saw the turf. Null: the weather of those days is not on file.
 */
export function droughtSince(context: GateContext, seenOn: Day): DroughtSince | null {
  const water = rootZoneOf(context, seenOn, 'wilting');
  if (!water) return null;
  const { raw } = bucketFor(context.zone.texture, waterSeason(context.zone));
  const i = water.room.findIndex((room) => room <= raw);
  return {
    refilled: i < 0 ? null : addDays(water.from, i + 1),
    knownTo: addDays(water.from, water.room.length),
  };
}
