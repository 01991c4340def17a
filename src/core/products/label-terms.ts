/** Terms of labels as codes: what a sheet may choose from. */

export const FORMULATIONS = ['WG', 'DF', 'WP', 'WSP', 'SC', 'CS', 'EC', 'EW', 'ME', 'SL', 'SG', 'G'] as const;
export type Formulation = (typeof FORMULATIONS)[number];

/** Places in the order of the tank, the first first. */
export const MIX_PLACES = [
  'water conditioner',
  'soluble packet',
  'dry, dispersible',
  'flowable',
  'emulsion',
  'solution',
  'adjuvant',
  'drift or foam agent',
] as const;
export type MixPlace = (typeof MIX_PLACES)[number];

export const WATER_TURNS = ['acid', 'alkaline'] as const;
/** What a product makes of the water that it is mixed in. */
export type WaterTurn = (typeof WATER_TURNS)[number];

export const SIGNAL_WORDS = ['Danger, poison', 'Danger', 'Warning', 'Caution', 'none'] as const;
export const TANK_MIXES = ['as its label says', 'alone only'] as const;
export type TankMix = (typeof TANK_MIXES)[number];

/** Figures of a label that it may set or not: what is not typed is asked for, unless somebody says that it sets none. */
export const NONE_KEYS = [
  'yearLimit',
  'mostApplications',
  'intervalDays',
  'ingredientLimits',
  'rainFreeHours',
  'wateringIn',
  'wind',
  'air',
  'mowing',
  'setbacks',
  'sites',
  'seedingWait',
  'seedlings',
  'reentryHours',
  'carrier',
  'surfactant',
  'mixHours',
] as const;
export type NoneKey = (typeof NONE_KEYS)[number];

/** What goes in with a leaf-active product: which of them is the label's word. */
export const ADJUVANTS = ['nonionic surfactant', 'methylated seed oil', 'crop oil concentrate'] as const;
export type Adjuvant = (typeof ADJUVANTS)[number];
