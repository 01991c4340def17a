/**
 * Two limits of heat, each with its own strength: outside the label's a bolt; for what works through the leaf, above the
 * house's a latch, whichever is the lower. Bare soil and granules do not mind.
 */
import { worksOnLeaf } from '@/core/products/application';
import { isGranule, setsNone } from '@/core/products/label';
import { celsius } from '@/core/units/quantity';
import { fromFahrenheit } from '@/core/units/trade';
import { ajar, open, shut, type Verdict } from './gate';
import { hourlyGate, skyAt } from './sky';

/** Below it weeds take up little through the leaf. Common practice, no source. */
const COLD = celsius(fromFahrenheit(50));

export const airTemperature = hourlyGate('air-temperature', 'Air temperature', (context) => {
  const { product, rules } = context;
  const { label } = product;
  const { least, most: byLabel } = label.air;
  const minds = worksOnLeaf(product) && !isGranule(label);
  const isTyped = least !== null || byLabel !== null || setsNone(label, 'air');
  if (least === null && byLabel === null && !minds)
    return isTyped || isGranule(label)
      ? open({ code: 'no-air-limit', source: 'label' })
      : ajar({ code: 'not-known', source: 'label', missing: 'air-limits' });
  return (hour): Verdict => {
    const { air } = skyAt(context, hour)!;
    const byHouse = minds ? rules.heatLimit : null;
    const facts = { air, least } as const;
    if (least !== null && air < least)
      return shut('bolt', { code: 'air-too-cold', source: 'label', ...facts, most: byLabel });
    if (byLabel !== null && air > byLabel)
      return shut('bolt', { code: 'air-too-warm', source: 'label', ...facts, most: byLabel });
    if (byHouse !== null && air > byHouse)
      return shut('latch', { code: 'air-too-warm', source: 'house rule', ...facts, most: byHouse });
    if (minds && air > rules.heatCaution)
      return ajar({ code: 'air-warm', source: 'house rule', ...facts, most: rules.heatCaution });
    if (!isTyped) return ajar({ code: 'not-known', source: 'label', missing: 'air-limits' });
    // by the label it is not too cold; what works through the leaf works slowly all the same
    if (minds && air < COLD)
      return ajar({ code: 'air-cold', source: 'house rule', air, least: COLD, most: byLabel });
    const isHouses = byHouse !== null && (byLabel === null || byHouse < byLabel);
    return open({
      ...{ code: 'air-within', source: isHouses ? 'house rule' : 'label', ...facts },
      most: isHouses ? byHouse : byLabel,
    });
  };
});
