/**
 * What is measured, in the two systems that people read and type: US trade units and metric.
 *
 * Figures that people type are kept, sent and bounded in trade units, as labels there print them; a company that works
 * in metric reads and types the same figures in metric, and the change is made here. The core and the HTTP interface
 * are in SI. Source of the factors: see trade.ts; kilometre, litre and hectare: the SI brochure, table 8.
 */
import { SQUARE_METRES_PER_HECTARE } from './quantity';
import { RATE_UNITS } from './rate';
import {
  G_PER_L_IN_LB_PER_GAL,
  KG_PER_LB,
  KG_PER_OZ,
  L_PER_FL_OZ,
  L_PER_GAL,
  M2_PER_SQ_FT,
  fromFeet,
  fromInches,
  fromMilesPerHour,
} from './trade';

export const UNIT_SYSTEMS = ['trade', 'metric'] as const;
/** In which units a company reads and types. */
export type UnitSystem = (typeof UNIT_SYSTEMS)[number];
export const isUnitSystem = (text: string): text is UnitSystem => UNIT_SYSTEMS.some((s) => s === text);

/** One of it is `inSi` of the core's unit, counted from `zero`. */
type Unit = Readonly<{ words: string; inSi: number; zero?: number }>;
const METRES_PER_SECOND_IN_KM_PER_HOUR = 1000 / 3600;

export const MEASURES = {
  temperature: { trade: { words: '°F', inSi: 1 / 1.8, zero: -32 / 1.8 }, metric: { words: '°C', inSi: 1 } },
  /** how much warmer: a difference has no zero of its own */
  warmth: { trade: { words: '°F', inSi: 1 / 1.8 }, metric: { words: '°C', inSi: 1 } },
  degreeDays: { trade: { words: '°F·days', inSi: 1 / 1.8 }, metric: { words: '°C·days', inSi: 1 } },
  /** of soil */
  depth: { trade: { words: 'in', inSi: fromInches(1) }, metric: { words: 'cm', inSi: 0.01 } },
  /** of rain or irrigation; the core's unit is the millimetre */
  water: { trade: { words: 'in', inSi: fromInches(1) * 1000 }, metric: { words: 'mm', inSi: 1 } },
  waterRate: {
    trade: { words: 'in/hour', inSi: fromInches(1) * 1000 },
    metric: { words: 'mm/hour', inSi: 1 },
  },
  length: { trade: { words: 'ft', inSi: fromFeet(1) }, metric: { words: 'm', inSi: 1 } },
  area: { trade: { words: 'sq ft', inSi: M2_PER_SQ_FT }, metric: { words: 'm²', inSi: 1 } },
  wind: {
    trade: { words: 'mph', inSi: fromMilesPerHour(1) },
    metric: { words: 'km/h', inSi: METRES_PER_SECOND_IN_KM_PER_HOUR },
  },
  /** of a tank */
  volume: { trade: { words: 'gal', inSi: L_PER_GAL }, metric: { words: 'L', inSi: 1 } },
  /** of a jug */
  pour: { trade: { words: 'fl oz', inSi: L_PER_FL_OZ }, metric: { words: 'mL', inSi: 0.001 } },
  /** of a bag */
  weight: { trade: { words: 'lb', inSi: KG_PER_LB }, metric: { words: 'kg', inSi: 1 } },
  carrier: {
    trade: { words: 'gal/1,000 sq ft', inSi: RATE_UNITS['gal/1000sqft'].inSi },
    metric: { words: 'L/100 m²', inSi: SQUARE_METRES_PER_HECTARE / 100 },
  },
  /** product in the mix, by weight */
  mixedWeight: {
    trade: { words: 'oz in a gallon', inSi: KG_PER_OZ / L_PER_GAL },
    metric: { words: 'g in a litre', inSi: 0.001 },
  },
  /** product in the mix, by volume */
  mixedVolume: {
    trade: { words: 'fl oz in a gallon', inSi: L_PER_FL_OZ / L_PER_GAL },
    metric: { words: 'mL in a litre', inSi: 0.001 },
  },
  /** active ingredient on an area */
  ingredient: {
    trade: { words: 'lb a.i./acre', inSi: RATE_UNITS['lb/acre'].inSi },
    metric: { words: 'kg a.i./ha', inSi: 1 },
  },
  /** the same as acid equivalent */
  acid: {
    trade: { words: 'lb a.e./acre', inSi: RATE_UNITS['lb/acre'].inSi },
    metric: { words: 'kg a.e./ha', inSi: 1 },
  },
  /** product on an area, where the label's own unit says nothing */
  product: {
    trade: { words: 'lb product/acre', inSi: RATE_UNITS['lb/acre'].inSi },
    metric: { words: 'kg product/ha', inSi: 1 },
  },
  nitrogen: {
    trade: { words: 'lb N/1,000 sq ft', inSi: RATE_UNITS['lb/1000sqft'].inSi },
    metric: { words: 'kg N/ha', inSi: 1 },
  },
  density: { trade: { words: 'lb/gal', inSi: G_PER_L_IN_LB_PER_GAL }, metric: { words: 'g/L', inSi: 1 } },
} as const satisfies Record<string, Readonly<Record<UnitSystem, Unit>>>;
export type Measure = keyof typeof MEASURES;
export const isMeasure = (text: string): text is Measure => Object.hasOwn(MEASURES, text);

const unitOf = (measure: Measure, system: UnitSystem): Unit => MEASURES[measure][system];

/** "sq ft", "m²". */
export const unitWords = (measure: Measure, system: UnitSystem): string => unitOf(measure, system).words;

/** A figure of the core, in SI, as that system counts it. */
export function inUnits(si: number, measure: Measure, system: UnitSystem): number {
  const { inSi, zero = 0 } = unitOf(measure, system);
  return (si - zero) / inSi;
}

/** A figure as it is typed and kept, in trade units, in the core's unit. */
export function inCoreUnit(trade: number, measure: Measure): number {
  const { inSi, zero = 0 } = unitOf(measure, 'trade');
  return trade * inSi + zero;
}

/** A figure in one system as the other counts it. */
export function between(value: number, measure: Measure, from: UnitSystem, to: UnitSystem): number {
  if (from === to) return value;
  const { inSi, zero = 0 } = unitOf(measure, from);
  return inUnits(value * inSi + zero, measure, to);
}

/** A number as people type it: "1,000.5", "−3". */
const NUMBER = /^[+\-−]?(?:\d+(?:\.\d*)?|\.\d+)$/;
/** Without the commas of thousands. */
export const withoutThousands = (text: string): string => text.trim().replace(/(?<=\d),(?=\d{3}(\D|$))/g, '');
/** Null: no number. */
export const numberIn = (text: string): number | null => {
  const plain = withoutThousands(text);
  return NUMBER.test(plain) ? Number(plain.replace('−', '-')) : null;
};
/** Thirteen digits, which no field refuses, and no exponent. */
const plainly = (value: number): string => {
  const text = String(Number(value.toPrecision(13)));
  return text.includes('e') ? Number(text).toFixed(12) : text;
};

/**
 * What was typed in `system`, as the figure in trade units that is kept and sent. What is no number stays as typed, so
 * that it is refused by its own words.
 */
export function asTrade(text: string, measure: Measure, system: UnitSystem): string {
  const value = system === 'trade' ? null : numberIn(text);
  return value === null ? text : plainly(between(value, measure, system, 'trade'));
}

/** A figure of so few digits was chosen in trade units; one that was typed in metric has more. */
const isRound = (trade: number): boolean => Number(trade.toPrecision(4)) === trade;
/** What a column of six decimals takes off a figure. */
const SAME = 6e-7;

/**
 * A figure kept in trade units, as it stands in a field of `system`: what was typed there comes back as it was; a round
 * trade figure has four digits.
 */
export function asTyped(trade: string, measure: Measure, system: UnitSystem): string {
  const value = system === 'trade' ? null : numberIn(trade);
  if (value === null) return trade;
  const there = between(value, measure, 'trade', system);
  const most = isRound(value) ? 4 : 10;
  for (let digits = 1; digits < most; digits += 1) {
    const near = Number(there.toPrecision(digits));
    if (Math.abs(between(near, measure, system, 'trade') - value) <= SAME) return plainly(near);
  }
  return plainly(Number(there.toPrecision(4)));
}

/** A figure kept in trade units with its unit, as a company of `system` reads it: "16.09 km/h". */
export const told = (trade: number, measure: Measure, system: UnitSystem): string =>
  `${asTyped(String(trade), measure, system)} ${unitWords(measure, system)}`;
