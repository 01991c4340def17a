/**
 * Latch, for what must go into the soil: a soil that is full takes nothing in, and the product runs off. Best on dry soil,
 * after some dry days. What counts is how the day begins: rain that comes later washes the product in. By the bucket of
 * core/weather/soil-water.
 */
import { gateName } from './gate-names';
import { constantLane, laneByTick } from '@/core/calendar/span';
import type { Day } from '@/core/calendar/day';
import type { Millimetres } from '@/core/units/quantity';
import { ajar, open, shut, type Gate, type Verdict } from './gate';
import { rootZoneOf } from './root-zone';

/** Under this room a soil is wet, whatever the label asks for. Common practice, no source. */
const WET_MM = 3;
/** Before so many dry days it should have room for the label's watering-in as well. Common practice, no source. */
const DRY_DAYS = 4;

export const soilWater: Gate = {
  key: 'soil-water',
  name: gateName('soil-water'),
  asks: 'everything',
  isWeather: true,
  spans: (context, range) => {
    const { product } = context;
    if (!product.label.inSoil)
      return constantLane(range, open({ code: 'not-for-this-use', source: 'label', use: product.use }));
    const water = rootZoneOf(context);
    const missing = context.forecast ? 'recent-weather' : 'forecast';
    const unknown = ajar({ code: 'not-known', source: 'forecast', missing });
    const beyond = ajar({ code: 'not-known', source: 'forecast', missing: 'forecast' });
    if (!water) return constantLane(range, unknown);
    return laneByTick<Day, Verdict>(range, (day) => {
      // as the day begins: rain that comes after is watering-in
      const i = day - 1 - water.from;
      if (i < 0 || i >= water.room.length) return beyond;
      const facts = {
        source: 'forecast',
        room: (Math.round(water.room[i]! * 10) / 10) as Millimetres,
        dryDays: water.dryDays[i]!,
      } as const;
      if (water.surplus[i]! > 0.5) return shut('latch', { code: 'soil-saturated', ...facts });
      const needs = facts.dryDays < DRY_DAYS ? (product.label.wateringIn?.depth ?? 0) : 0;
      return facts.room < Math.max(WET_MM, needs)
        ? ajar({ code: 'soil-wet', ...facts })
        : open({ code: 'soil-takes-water', ...facts });
    });
  },
};
