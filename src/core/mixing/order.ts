/**
 * The order of the tank: by formulation, unless a label gives its product another place.
 * Source: common practice of the trade, no source; the label's own order wins.
 */
import type { Label } from '@/core/products/label';
import { MIX_PLACES, type Formulation, type MixPlace } from '@/core/products/label-terms';

const BY_FORMULATION: Readonly<Record<Formulation, MixPlace>> = {
  WSP: 'soluble packet',
  WP: 'dry, dispersible',
  WG: 'dry, dispersible',
  DF: 'dry, dispersible',
  SC: 'flowable',
  CS: 'flowable',
  EW: 'emulsion',
  EC: 'emulsion',
  ME: 'emulsion',
  SG: 'solution',
  SL: 'solution',
  // never in a tank
  G: 'solution',
};

export type Placed = Pick<Label, 'formulation' | 'addedAs'>;
export const mixPlaceOf = ({ formulation, addedAs }: Placed): MixPlace =>
  addedAs ?? BY_FORMULATION[formulation];

/** The same things in the order in which they go into the tank; those of one place keep theirs. */
export const inTankOrder = <T>(things: readonly T[], label: (thing: T) => Placed): T[] =>
  things.toSorted((a, b) => placeNumber(label(a)) - placeNumber(label(b)));
const placeNumber = (label: Placed) => MIX_PLACES.indexOf(mixPlaceOf(label));
