/**
 * Two limits of heat, each with its own strength: outside the label's a bolt; for what works through the leaf, above the
 * house's a latch, whichever is the lower. Bare soil and granules do not mind.
 */
import { worksOnLeaf } from '@/core/products/application';
import { isGranule } from '@/core/products/label';
import { ajar, open, shut, type Verdict } from './gate';
import { hourlyGate, skyAt } from './sky';

export const airTemperature = hourlyGate('air-temperature', 'Air temperature', (context) => {
  const { product, rules } = context;
  const { label } = product;
  const { least, most: byLabel } = label.air;
  const minds = worksOnLeaf(product) && !isGranule(label);
  if (least === null && byLabel === null && !minds) return open({ code: 'no-air-limit', source: 'label' });
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
    const isHouses = byHouse !== null && (byLabel === null || byHouse < byLabel);
    return open({
      ...{ code: 'air-within', source: isHouses ? 'house rule' : 'label', ...facts },
      most: isHouses ? byHouse : byLabel,
    });
  };
});
