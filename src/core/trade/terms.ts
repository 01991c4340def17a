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
/** When a grass grows: in the cool of spring and fall, or in the heat. */
export type TurfSeason = 'cool' | 'warm';

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
/**
 * How equipment is calibrated: by what is caught and the time that an area takes, by weight before and after, by pace over
 * a measured course, by a plot on which ounces read as gallons an acre, nozzle by nozzle, and by pans across the swath.
 */
export const CALIBRATION_WAYS = ['catch', 'weigh', 'pace', 'plot', 'boom', 'pan'] as const;
export type CalibrationWay = (typeof CALIBRATION_WAYS)[number];
/** What is noted of equipment over the years. */
export const EQUIPMENT_NOTES = ['worn', 'repaired', 'changed', 'cleaned'] as const;
export type EquipmentNoteKind = (typeof EQUIPMENT_NOTES)[number];
/** What product is measured with. A cap holds so much of one product. */
export const TOOL_KINDS = ['scale', 'jug', 'cap'] as const;
export type ToolKind = (typeof TOOL_KINDS)[number];

/** What ground is used for: labels set limits by it. */
export const SITES = ['home lawn', 'public ground', 'sports field', 'golf course', 'sod farm'] as const;
export type Site = (typeof SITES)[number];

/** Of the soil's upper hand's breadth, as felt between the fingers. */
export const TEXTURES = ['sand', 'sandy loam', 'loam', 'clay loam', 'clay'] as const;
export type Texture = (typeof TEXTURES)[number];
