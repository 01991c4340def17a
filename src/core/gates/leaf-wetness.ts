/**
 * Latch: a granule with fertilizer, or with what burns on wet leaf, goes on dry leaf, where it does not stick; one that works through the leaf
 * goes on a moist one, which holds it; a spray does not go on a leaf that drips. Rain keeps a leaf wet for some hours; dew lies, on most clear nights, until two hours after sunrise: no station
 * of ours says, so it is likely and no more. Hours: common practice, no source.
 */
import { dayOfHour, hourOf, type Hour } from '@/core/calendar/hour';
import { worksOnLeaf } from '@/core/products/application';
import { burnsWetLeaf } from '@/core/products/ingredient-facts';
import { isGranule } from '@/core/products/label';
import { daylight } from '@/core/weather/evaporation';
import { ajar, open, shut, type Verdict } from './gate';
import { aheadOn, hourlyGate, hoursBefore, skyAt, solarHour } from './sky';

const DRIPS_HOURS = 1;
const DAMP_HOURS = 4;
const WETS_MM = 0.1;
const DEW_AFTER_SUNRISE = 2;

export const leafWetness = hourlyGate('leaf-wetness', 'everything', (context) => {
  const { product, zone } = context;
  const { label } = product;
  const wantsMoist = isGranule(label) && label.onLeaf;
  const burns =
    isGranule(label) && !wantsMoist && (label.analysis !== null || burnsWetLeaf(label.ingredients));
  if (isGranule(label) ? !burns && !wantsMoist : !worksOnLeaf(product))
    return open({ code: 'leaf-irrelevant', source: 'label' });
  const isWet = (hour: Hour) => (skyAt(context, hour)?.rain ?? 0) > WETS_MM;
  return (hour): Verdict => {
    const raining = isWet(hour);
    const lastRain = raining ? hour : ([...hoursBefore(hour, DAMP_HOURS)].find(isWet) ?? null);
    const since = lastRain === null ? Infinity : hour - lastRain;
    const facts = { source: 'forecast', lastRain } as const;
    if (since <= DRIPS_HOURS)
      return wantsMoist
        ? ajar({ code: 'leaf-dripping', ...facts })
        : shut('latch', { code: 'leaf-dripping', ...facts });
    if (since <= DAMP_HOURS && wantsMoist) return open({ code: 'leaf-moist', ...facts });
    if (since <= DAMP_HOURS)
      return burns ? shut('latch', { code: 'leaf-damp', ...facts }) : ajar({ code: 'leaf-damp', ...facts });
    const day = dayOfHour(hour);
    const { rise, set } = daylight(zone.latitude, day);
    const dries = rise + DEW_AFTER_SUNRISE;
    const sun = solarHour(context, hour);
    if (wantsMoist)
      return sun < dries || sun > set
        ? open({ code: 'leaf-moist', ...facts })
        : shut('latch', { code: 'leaf-too-dry', ...facts });
    if (burns && (sun < dries || sun > set))
      return ajar({
        code: 'dew-likely',
        source: 'forecast',
        until: hourOf(day, Math.ceil(dries + aheadOn(context, day)) + (sun > set ? 24 : 0)),
      });
    return open({ code: 'leaf-dry', ...facts });
  };
});
