/**
 * Limits of heat, each with its own strength: outside the label's, of the hour or of the day's high, a bolt; for what
 * works through the leaf, above the house's a latch, whichever is the lower. Bare soil does not mind, nor a granule that works in it.
 */
import { dayOfHour, hourOf, type Hour } from '@/core/calendar/hour';
import { worksOnLeaf } from '@/core/products/application';
import { isGranule, setsNone } from '@/core/products/label';
import { exceeds } from '@/core/units/tolerance';
import { celsius, type Celsius } from '@/core/units/quantity';
import { fromFahrenheit } from '@/core/units/trade';
import { ajar, open, shut, type GateContext, type Verdict } from './gate';
import { hourlyGate, skyAt } from './sky';

/** Below it weeds take up little through the leaf. Common practice, no source. */
const COLD = celsius(fromFahrenheit(50));

/** The highest temperature of an hour's day, and whether all of its hours are known. */
function highOf(context: GateContext, hour: Hour): Readonly<{ high: Celsius; isWhole: boolean }> {
  const day = dayOfHour(hour);
  const known = Array.from({ length: 24 }, (_, h) => skyAt(context, hourOf(day, h))).filter(
    (s) => s !== null,
  );
  return { high: celsius(Math.max(...known.map((s) => s.air))), isWhole: known.length === 24 };
}

export const airTemperature = hourlyGate('air-temperature', 'herbicide', (context) => {
  const { product, rules } = context;
  const { label } = product;
  const { least, most: byLabel, dayMost } = label.air;
  const minds = worksOnLeaf(product);
  const isTyped = least !== null || byLabel !== null || dayMost !== null || setsNone(label, 'air');
  if (least === null && byLabel === null && dayMost === null && !minds)
    return isTyped || isGranule(label)
      ? open({ code: 'no-air-limit', source: 'label' })
      : ajar({ code: 'not-known', source: 'label', missing: 'air-limits' });
  return (hour): Verdict => {
    const { air } = skyAt(context, hour)!;
    const day = dayMost === null ? null : highOf(context, hour);
    const byHouse = minds ? rules.heatLimit : null;
    const facts = { air, least } as const;
    if (least !== null && exceeds(least, air))
      return shut('bolt', { code: 'air-too-cold', source: 'label', ...facts, most: byLabel });
    if (byLabel !== null && exceeds(air, byLabel))
      return shut('bolt', { code: 'air-too-warm', source: 'label', ...facts, most: byLabel });
    if (day && exceeds(day.high, dayMost!))
      return shut('bolt', { code: 'day-too-warm', source: 'label', high: day.high, most: dayMost! });
    if (byHouse !== null && air > byHouse)
      return shut('latch', { code: 'air-too-warm', source: 'house rule', ...facts, most: byHouse });
    if (minds && air > rules.heatCaution)
      return ajar({ code: 'air-warm', source: 'house rule', ...facts, most: rules.heatCaution });
    if (day && !day.isWhole) return ajar({ code: 'not-known', source: 'forecast', missing: 'forecast' });
    if (!isTyped) return ajar({ code: 'not-known', source: 'label', missing: 'air-limits' });
    // by the label it is not too cold; what works through the leaf works slowly all the same
    if (minds && air < COLD)
      return ajar({ code: 'air-cold', source: 'house rule', air, least: COLD, most: byLabel });
    const isHouses = byHouse !== null && (byLabel === null || byHouse < byLabel);
    return open({
      code: 'air-within',
      source: isHouses ? 'house rule' : 'label',
      ...facts,
      most: isHouses ? byHouse : byLabel,
    });
  };
});
