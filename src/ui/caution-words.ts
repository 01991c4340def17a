import type { Caution } from '@/core/products/cautions';
import { plural } from './text';

/** A caution of the trade, in a sentence. */
export function cautionWords(c: Caution): string {
  switch (c.code) {
    case 'bees':
      return 'Clover or dandelions in bloom carry bees: mow the flowers off first, or wait until they are gone.';
    case 'clippings':
      return `Leave the clippings where they fall, and put none on a compost heap or under beds: ${c.ingredient} lasts in them.`;
    case 'no-mowing-after':
      return `No mowing for ${plural(c.days, 'day')} after it, by the label: tell the customer.`;
    case 'irrigation-off':
      return `Switch the irrigation off for ${plural(c.hours, 'hour')} after it, and say when it goes on again.`;
    case 'ester-in-heat':
      return 'An emulsion or ester can drift as vapour in heat: not on a hot afternoon near beds, vegetables or vines.';
    case 'roots-of-trees':
      return `${c.ingredient} is taken up by roots: keep off the ground under the drip line of trees and shrubs.`;
    case 'off-pavement':
      return `Sweep or blow granules off walks, drives and gutters back onto turf.${c.hasPhosphorus ? ' It carries phosphate: some states allow that only by a soil test or for new turf.' : ''}`;
    case 'dry-leaf':
      return 'On dry leaf only: on a wet one it sticks and burns.';
    case 'backflow':
      return 'Filling from a tap: an air gap over the tank, or a backflow preventer on the hose.';
    case 'rinse':
      return 'Rinse empty jugs three times into the tank, and spray the rinse on ground that may still have it.';
    case 'sign':
      return 'Set the sign where code or customer asks, with what, when and until when to keep off.';
    case 'adjuvant':
      return c.kind
        ? `The surfactant is a ${c.kind}: another kind is not the same.`
        : 'Which kind of surfactant the label asks for is not typed yet: read it before you pour.';
  }
}
