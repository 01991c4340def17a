/** Latch: no frost on the leaf, no frozen ground, no snow. Snow lies from a day with frost and precipitation: practice. */
import { dayOfHour } from '@/core/calendar/hour';
import { soilOn } from '@/core/lawn/green-up';
import type { Celsius, Millimetres } from '@/core/units/quantity';
import { open, shut, type Verdict } from './gate';
import { hourlyGate, hoursBefore, skyAt } from './sky';

const FROZEN_C = 0.5;
const SNOW_AIR_C = 1;
const SNOW_MM = 2;

export const frost = hourlyGate('frost', 'Frost', (context) => (hour): Verdict => {
  const { air } = skyAt(context, hour)!;
  const soil = context.outlook && soilOn(context.outlook, dayOfHour(hour));
  if (soil !== null && soil <= FROZEN_C)
    return shut('latch', { code: 'ground-frozen', source: 'outlook', soil: soil as Celsius });
  if (air <= 0) return shut('latch', { code: 'frost-in-air', source: 'forecast', air });
  let water = 0;
  if (air < 5)
    for (const h of hoursBefore(hour, 24)) {
      const then = skyAt(context, h);
      if (then && then.air < SNOW_AIR_C) water += then.rain;
    }
  if (water >= SNOW_MM)
    return shut('latch', { code: 'snow', source: 'forecast', water: water as Millimetres });
  return open({ code: 'no-frost', source: 'forecast' });
});
