/** A morning of invented stops, its loads and its cards. */
import {
  equipmentFor,
  loadsOfMorning,
  settingsFor,
  type LoadKind,
  type LoadSettings,
  type Morning,
  type MorningStop,
} from '@/core/mixing/morning';
import { WHOLE_ZONE } from '@/core/products/application';
import type { Label } from '@/core/products/label';
import { litres, type Litres } from '@/core/units/quantity';
import { partOfRate, rateOf, type VolumeRate } from '@/core/units/rate';
import { L_PER_FL_OZ, L_PER_GAL, fromSquareFeet } from '@/core/units/trade';
import { label, today } from './gate-context';

export const liquid: Label = {
  ...label,
  id: 'liquid',
  name: 'Iron 6 SL',
  kind: 'iron',
  formulation: 'SL',
  ingredients: [],
  packages: [],
};
export const granule: Label = { ...label, id: 'granule', name: 'Granule', formulation: 'G', packages: [] };
export const inTank = (
  l: Label,
  rate: ReturnType<typeof rateOf>,
  tank = 1,
): MorningStop['passes'][number] => ({
  tank,
  isGranule: l.formulation === 'G',
  area: fromSquareFeet(4000),
  products: [
    {
      label: l,
      use: 'pre-emergent' as const,
      rate,
      left: null,
      minimum: partOfRate(rate, 0.5),
      maximum: partOfRate(rate, 2),
      place: WHOLE_ZONE,
      method: null,
      tie: null,
    },
  ],
});
export const dry = rateOf(0.4, 'oz/1000sqft');
export const stop = (id: string, ...passes: MorningStop['passes']): MorningStop => ({
  zoneId: id,
  applicationId: id,
  site: id,
  passes,
  held: [],
  at: null,
  ground: { hasIrrigation: false, hasTrees: false, beds: true, concrete: true },
});
const gallon = (rateOf(1, 'gal/1000sqft') as VolumeRate).rate;
export const sprayer = {
  id: 'e',
  name: 'Backpack',
  method: 'backpack' as const,
  fitted: 'blue tip',
  truck: '',
  output: null,
  tank: (4 * L_PER_GAL) as Litres,
  dead: 0 as Litres,
  hopper: null,
};
export const morning = (stops: readonly MorningStop[], over: Partial<Morning> = {}): Morning => ({
  today,
  stops,
  equipment: [],
  caps: [],
  known: [],
  usualAmounts: {},
  usual: { tank: litres(4 * L_PER_GAL), carrier: gallon, scaleStep: 0.001, jugStep: L_PER_FL_OZ / 4 },
  ...over,
});
export const loads = (m: Morning, over: Partial<LoadSettings> = {}, kind: LoadKind = 'tank') => {
  const made = loadsOfMorning(m, kind, { ...settingsFor(m, kind, equipmentFor(m, kind)), ...over });
  if (made.kind !== 'loads') throw new Error(made.kind);
  return made;
};
export const cards = (...of: Parameters<typeof loads>) => loads(...of).value.cards;

/** A backpack of two products and a surfactant. */
export const two = (over: Partial<LoadSettings> = {}, known: readonly string[] = []) => {
  const pass = inTank(label, dry);
  const other = inTank(
    { ...liquid, surfactantPercent: 0.25, adjuvant: 'nonionic surfactant', mixHours: 8, stains: true },
    rateOf(2, 'floz/1000sqft'),
  );
  const m = morning([stop('a', { ...pass, products: [...other.products, ...pass.products] })], { known });
  return cards(m, over)[0]!;
};
