/**
 * Bolt where the label sets limits of air temperature; else, for what works through the leaf, the house's limit of heat,
 * a latch. Bare soil and granules do not mind.
 */
import { isGranule } from '@/core/products/label';
import { ajar, open, shut, type Verdict } from './gate';
import { hourlyGate, skyAt } from './sky';

export const airTemperature = hourlyGate('air-temperature', 'Air temperature', (context) => {
  const { product, rules } = context;
  const { label } = product;
  const { least, most: byLabel } = label.air;
  const minds = label.onLeaf && !isGranule(label);
  if (least === null && byLabel === null && !minds) return open({ code: 'no-air-limit', source: 'label' });
  return (hour): Verdict => {
    const { air } = skyAt(context, hour)!;
    const most = byLabel ?? (minds ? rules.heatLimit : null);
    const source = byLabel === null ? 'house rule' : 'label';
    const facts = { air, least, most } as const;
    if (least !== null && air < least)
      return shut('bolt', { code: 'air-too-cold', source: 'label', ...facts });
    if (most !== null && air > most)
      return shut(byLabel === null ? 'latch' : 'bolt', { code: 'air-too-warm', source, ...facts });
    if (minds && air > rules.heatCaution)
      return ajar({ code: 'air-warm', source: 'house rule', ...facts, most: rules.heatCaution });
    return open({ code: 'air-within', source, ...facts });
  };
});
