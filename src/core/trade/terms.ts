/** The words of the trade that every part of the core shares: grasses, soils, what work is for, how it is put down. */
export const TURFS = [
  'tall fescue',
  'Kentucky bluegrass',
  'perennial ryegrass',
  'fine fescue',
  'creeping bentgrass',
  'bermudagrass',
  'zoysiagrass',
  'centipedegrass',
  'St. Augustinegrass',
  'bahiagrass',
  'buffalograss',
  'seashore paspalum',
] as const;
export type Turf = (typeof TURFS)[number];

/** What a product is. All but herbicides are asked no herbicide's gates. */
export const PRODUCT_KINDS = [
  'herbicide',
  'fertilizer',
  'lime',
  'iron',
  'wetting agent',
  'biostimulant',
  'other',
] as const;
export type ProductKind = (typeof PRODUCT_KINDS)[number];

/** What a row of the rate table is for. */
export const USES = ['pre-emergent', 'autumn pre-emergent', 'post-emergent', 'spot', 'turf care'] as const;
export type Use = (typeof USES)[number];
/** Counts on the ground for as long as the barrier stands: soil line and watering-in ask it. */
export const isPreEmergent = (use: Use): boolean => use === 'pre-emergent' || use === 'autumn pre-emergent';

export const METHODS = ['boom', 'hand gun', 'backpack', 'spreader', 'hose-end'] as const;
export type Method = (typeof METHODS)[number];
/** How equipment is calibrated: what it sprays is caught and timed, what it spreads is weighed before and after. */
export const CALIBRATION_WAYS = ['catch', 'weigh'] as const;
export type CalibrationWay = (typeof CALIBRATION_WAYS)[number];

/** What ground is used for: labels set limits by it. */
export const SITES = ['home lawn', 'public ground', 'sports field', 'golf course', 'sod farm'] as const;
export type Site = (typeof SITES)[number];

/** Of the soil's upper hand's breadth, as felt between the fingers. */
export const TEXTURES = ['sand', 'sandy loam', 'loam', 'clay loam', 'clay'] as const;
export type Texture = (typeof TEXTURES)[number];
