/**
 * Bolt, for what works through the leaf: no rain inside the label's rain-free hours, where rain counts from the house's
 * chance on. Hours that the forecast does not reach are not known; a sheet without the figure keeps shut.
 */
import { isGranule } from '@/core/products/label';
import type { Hour } from '@/core/calendar/hour';
import { ajar, open, shut, type Verdict } from './gate';
import { hourlyGate, skyAt } from './sky';

/** Less does not wash anything off. Common practice, no source. */
export const WASHES_MM = 0.2;

export const rainFree = hourlyGate('rain-free', 'Rain-free', (context) => {
  const { label } = context.product;
  if (!label.onLeaf || isGranule(label)) return open({ code: 'no-rain-free-hours-needed', source: 'label' });
  const hours = label.rainFreeHours;
  if (hours === null) return shut('bolt', { code: 'not-known', source: 'label', missing: 'rain-free-hours' });
  const chance = context.rules.rainChance;
  return (hour): Verdict => {
    const until = (hour + Math.ceil(hours)) as Hour;
    for (let h = hour; h <= until; h = (h + 1) as Hour) {
      const sky = skyAt(context, h);
      if (!sky) return ajar({ code: 'not-known', source: 'forecast', missing: 'forecast' });
      if (sky.rain >= WASHES_MM && sky.chance >= chance)
        return shut('bolt', {
          code: 'rain-inside',
          source: 'label',
          hours,
          at: h,
          rain: sky.rain,
          chance: sky.chance,
        });
    }
    return open({ code: 'dry-long-enough', source: 'forecast', hours, until });
  };
});
