/**
 * Bolt: no rain inside the label's rain-free hours, for whatever the label sets them for, and for whatever works through
 * the leaf. Rain counts by its sum over those hours: what is as likely as the house's chance shuts, what is less likely
 * but not unlikely is ajar. Hours that the forecast does not reach are not known; a sheet without the figure keeps shut.
 */
import type { Hour } from '@/core/calendar/hour';
import { worksOnLeaf } from '@/core/products/application';
import { setsNone } from '@/core/products/label';
import type { Millimetres } from '@/core/units/quantity';
import { ajar, open, shut, type Verdict } from './gate';
import { hourlyGate, skyAt } from './sky';

/** Less in all does not wash anything off. Common practice, no source. */
export const WASHES_MM = 0.2;
/** From this chance on rain is worth a warning: one time in six. Common practice, no source. */
const POSSIBLE = 0.15;

export const rainFree = hourlyGate('rain-free', 'herbicide', (context) => {
  const { label } = context.product;
  const hours = label.rainFreeHours;
  if (hours === null)
    return worksOnLeaf(context.product) && !setsNone(label, 'rainFreeHours')
      ? shut('bolt', { code: 'not-known', source: 'label', missing: 'rain-free-hours' })
      : open({ code: 'no-rain-free-hours-needed', source: 'label' });
  const likely = context.rules.rainChance;
  return (hour): Verdict => {
    const until = (hour + Math.ceil(hours)) as Hour;
    let [likelyMm, possibleMm, chance] = [0, 0, 0];
    for (let h = hour; h <= until; h = (h + 1) as Hour) {
      const sky = skyAt(context, h);
      if (!sky) return ajar({ code: 'not-known', source: 'forecast', missing: 'forecast' });
      if (sky.chance >= likely) likelyMm += sky.rain;
      if (sky.chance >= Math.min(POSSIBLE, likely) && sky.rain > 0) {
        possibleMm += sky.rain;
        chance = Math.max(chance, sky.chance);
      }
      if (likelyMm >= WASHES_MM)
        return shut('bolt', {
          code: 'rain-inside',
          source: 'label',
          hours,
          at: h,
          rain: likelyMm as Millimetres,
          chance: sky.chance,
        });
    }
    if (possibleMm >= WASHES_MM)
      return ajar({ code: 'rain-possible', source: 'label', hours, rain: possibleMm as Millimetres, chance });
    return open({ code: 'dry-long-enough', source: 'forecast', hours, until });
  };
});
