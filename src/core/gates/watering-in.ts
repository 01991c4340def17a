/**
 * Latch: enough water comes inside the label's deadline to carry the barrier into the soil. An irrigation system can
 * always bring it; without one, rain must: what falls after the working day, weighed by its chance. Rain that the forecast
 * does not reach yet is not known: ajar. A storm above the soil's intake inside 24 hours runs off with the product: ajar.
 */
import { gateName } from './gate-names';
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { setsNone } from '@/core/products/label';
import { isPreEmergent } from '@/core/trade/terms';
import type { Millimetres } from '@/core/units/quantity';
import { INTAKE } from '@/core/weather/soil-water';
import { daysIn, type Forecast } from '@/core/weather/series';
import { ajar, open, shut, type Gate } from './gate';

const MINUTES_PER_DAY = 24 * 60;

export const wateringIn: Gate = {
  key: 'watering-in',
  name: gateName('watering-in'),
  asks: 'herbicide',
  isWeather: true,
  spans: ({ product: { label, use }, zone, forecast, rules }, range) => {
    // a label's figure is for what it sets it for: a foliar treatment of the same product is not watered in
    const need = isPreEmergent(use) || use === 'turf care' ? label.wateringIn : null;
    if (!need && isPreEmergent(use) && !setsNone(label, 'wateringIn'))
      return constantLane(range, ajar({ code: 'not-known', source: 'label', missing: 'watering-in' }));
    if (!need)
      return constantLane(
        range,
        open({ code: 'no-watering-in-needed', source: 'label', asked: label.wateringIn !== null, use }),
      );
    const { depth, withinDays } = need;
    const intake = INTAKE[zone.texture];
    const sprinkler = zone.irrigationPerHour;
    const minutes = sprinkler === null ? Infinity : Math.ceil((depth / sprinkler) * 60);
    // a drip that could not bring the depth inside the deadline is none
    const byIrrigation =
      minutes <= withinDays * MINUTES_PER_DAY
        ? open({ code: 'irrigation-waters-in', source: 'label', depth, minutes, withinDays })
        : null;
    const unknown = byIrrigation ?? ajar({ code: 'not-known', source: 'forecast', missing: 'forecast' });
    return laneByTick<Day, typeof unknown>(range, (day) => {
      if (!forecast || day < forecast.from || day >= forecast.from + daysIn(forecast)) return unknown;
      const hourly = heaviestHour(forecast, day, rules.workFrom);
      if (hourly > intake) return ajar({ code: 'storm-runs-off', source: 'forecast', hourly, intake });
      if (byIrrigation) return byIrrigation;
      const by = addDays(day, withinDays);
      const forecastTo = addDays(forecast.from, daysIn(forecast));
      const expected = rainBetween(forecast, day, rules.workTo, Math.min(by, forecastTo) as Day);
      if (expected >= depth)
        return open({ code: 'rain-waters-in', source: 'forecast', expected, depth, by, withinDays });
      if (by > forecastTo)
        return ajar({ code: 'rain-not-known-yet', source: 'forecast', expected, depth, by, forecastTo });
      return shut('latch', { code: 'too-little-rain', source: 'forecast', expected, depth, by, withinDays });
    });
  },
};

/** In the 24 hours after the working day begins. */
const heaviestHour = (f: Forecast, day: Day, workFrom: number): Millimetres => {
  const first = (day - f.from) * 24 + workFrom;
  return Math.max(...f.rain.subarray(first, first + 24)) as Millimetres;
};

/** Rain after the working day `from` is over, each hour weighed by its chance. */
function rainBetween(f: Forecast, from: Day, workTo: number, to: Day): Millimetres {
  let sum = 0;
  for (let h = (from - f.from) * 24 + workTo; h < (to - f.from) * 24; h++)
    sum += f.rain[h]! * f.rainChance[h]!;
  return sum as Millimetres;
}
