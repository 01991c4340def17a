/** The published JSON Schema of a product sheet (draft 2020-12): what may travel between companies, and what is kept. */
import { STAGES, ALL_WEEDS } from '@/core/weeds/weeds';
import {
  ADJUVANTS,
  DEGREES,
  DORMANCIES,
  FORMULATIONS,
  NONE_KEYS,
  SEEDLINGS_SINCE,
  SETBACKS_FROM,
  SIGNAL_WORDS,
  TANK_MIXES,
  MIX_PLACES,
  WATER_TURNS,
} from '@/core/products/label';
import { METHODS, PRODUCT_KINDS, SITES, TURFS, USES } from '@/core/trade/terms';
import { CARRIER_UNITS, CONTENT_UNITS, SHEET_FORMAT } from '@/core/products/sheet';
import { AMOUNT_UNITS, RATE_UNITS } from '@/core/units/rate';

const text = (description: string, maxLength = 200) => ({ type: 'string', maxLength, description });
const amount = (description: string, maximum: number, more: object = {}) => ({
  type: 'number',
  minimum: 0,
  maximum,
  description,
  ...more,
});
const count = (description: string, maximum: number) => ({
  type: 'integer',
  minimum: 0,
  maximum,
  description,
});
const orNull = <S extends Readonly<{ type: string }>>(schema: S) => ({
  ...schema,
  type: [schema.type, 'null'],
});
const oneOf = (words: readonly string[], description: string) => ({
  type: 'string',
  enum: words,
  description,
});
const list = (items: object, description: string, more: object = {}) => ({
  type: 'array',
  items,
  maxItems: 100,
  description,
  ...more,
});
/** Fields that came after the first sheets were written: what is missing stands as on an empty sheet. */
const LATER: ReadonlySet<string> = new Set([
  'kind',
  'keepsFromFruit',
  'sites',
  'none',
  'since',
  'adjuvant',
  'airDayMostF',
  'butNot',
  'degree',
  'ownSubstance',
  'addedAs',
  'notWith',
  'sprayPh',
  'turnsWater',
  'monthsAt',
]);
const object = (properties: Record<string, object>) => ({
  type: 'object',
  properties,
  required: Object.keys(properties).filter((key) => !LATER.has(key)),
  additionalProperties: false,
});

const ingredient = object({
  name: { ...text('Common name', 100), minLength: 1 },
  ownSubstance: {
    type: 'boolean',
    description: 'The name is none that is known here, and the substance is one of its own in every limit',
  },
  group: orNull(count('Site of action group, HRAC/WSSA number; 0: none', 40)),
  content: amount('How much of it is in the product', 2000, { exclusiveMinimum: 0 }),
  contentUnit: oneOf(CONTENT_UNITS, 'Unit of the content'),
  acidEquivalent: orNull(amount('Content as acid equivalent, in the same unit', 2000)),
  yearLimitLbPerAcre: orNull(amount('Most in the period over all products, lb/acre', 500)),
  limitCounts: oneOf(['a.i.', 'a.e.'], 'What the limit counts'),
});

const rate = object({
  turfs: list({ enum: TURFS }, 'Turfs of this row', { minItems: 1, uniqueItems: true }),
  uses: list({ enum: USES }, 'Uses of this row', { minItems: 1, uniqueItems: true }),
  region: orNull(text('Region as the label words it')),
  low: amount('Lowest rate of one application, in rateUnit', 5000, { exclusiveMinimum: 0 }),
  high: amount('Highest rate of one application, in rateUnit', 5000, { exclusiveMinimum: 0 }),
  months: orNull(amount('Months of control at the highest rate', 24)),
  monthsAt: list(
    object({
      rate: amount('A rate of the row, in rateUnit', 5000, { exclusiveMinimum: 0 }),
      months: amount('Months of control at that rate', 24, { exclusiveMinimum: 0 }),
    }),
    'Months of control at other rates of the row, as a label prints them by rate',
    { maxItems: 12 },
  ),
  yearLimit: orNull(amount('Most product in the period on these turfs, in rateUnit', 20_000)),
  mostApplications: orNull(count('Most applications in the period', 50)),
  intervalDays: orNull(count('Least days between applications', 730)),
  dormancy: oneOf(DORMANCIES, 'State of warm-season turf in which it may be used'),
});

export const LABEL_SCHEMA = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'urn:iron-gate:label:1',
  title: 'Product sheet',
  description:
    'A herbicide label as it is typed in from the printed one. Figures in the units named; null: the label does not say. The printed label is the law.',
  ...object({
    format: { const: SHEET_FORMAT, description: 'Names this format and its version' },
    name: { ...text('Name of the product'), minLength: 1 },
    registrationNumber: text('Registration number', 60),
    labelDate: {
      type: 'string',
      pattern: '^\\d{4}-\\d{2}-\\d{2}$',
      description: 'Date of the label, for example 2027-01-15',
    },
    demo: { type: 'boolean', description: 'An invented label, never for use' },
    status: oneOf(['registered', 'cancelled'], 'Registration'),
    registeredIn: {
      type: ['array', 'null'],
      items: { type: 'string', minLength: 1, maxLength: 60 },
      maxItems: 100,
      description: 'States in which it is registered; null: not said',
    },
    kind: oneOf(PRODUCT_KINDS, 'What it is; a herbicide where it is not said'),
    signalWord: oneOf(['', ...SIGNAL_WORDS], 'Signal word; empty: not typed'),
    restrictedUse: { type: 'boolean', description: 'Restricted-use product' },
    category: orNull(text('Licence category that covers it', 60)),
    formulation: oneOf(FORMULATIONS, 'Formulation'),
    ingredients: list(ingredient, 'Active ingredients'),
    densityLbPerGal: orNull(amount('Density, lb/gal', 30, { exclusiveMinimum: 0 })),
    analysis: {
      ...object({
        n: amount('Nitrogen, % by weight', 60),
        p: amount('Phosphate, % by weight', 60),
        k: amount('Potash, % by weight', 60),
      }),
      type: ['object', 'null'],
      description: 'Analysis of a granule on fertilizer',
    },
    packages: list(
      object({
        size: amount('Size', 100_000, { exclusiveMinimum: 0 }),
        unit: oneOf(Object.keys(AMOUNT_UNITS), 'Unit of the size'),
        priceUsd: orNull(amount('Price, USD', 1_000_000)),
      }),
      'Packages it is sold in',
    ),
    ppe: text('What to wear', 2000),
    reentry: text('Re-entry, as the label words it', 2000),
    reentryHours: orNull(amount('Hours before re-entry', 720)),
    cautions: list(text('A caution', 1000), 'Cautions'),
    inSoil: { type: 'boolean', description: 'Works in the soil' },
    onLeaf: { type: 'boolean', description: 'Works through the leaf' },
    reachesBack: { type: 'boolean', description: 'Controls seedlings that are already up' },
    before: list({ enum: ALL_WEEDS }, 'Weeds it keeps from coming up', { uniqueItems: true }),
    after: list(
      object({
        weed: { enum: ALL_WEEDS, description: 'Weed' },
        upTo: oneOf(
          STAGES.filter((s) => s !== 'not up'),
          'Last stage it controls',
        ),
        butNot: {
          enum: [...STAGES.filter((s) => s !== 'not up'), null],
          description: 'A stage on the way at which it does not take it',
        },
        degree: oneOf(DEGREES, 'How well, in the label’s words; missing: control'),
      }),
      'Weeds it takes once they are up',
    ),
    wateringIn: {
      ...object({ inches: amount('Depth of water, in', 5), withinDays: count('Within so many days', 365) }),
      type: ['object', 'null'],
      description: 'Watering-in',
    },
    rainFreeHours: orNull(amount('Hours without rain that the leaf needs', 240)),
    airLeastF: orNull({
      type: 'number',
      minimum: -20,
      maximum: 130,
      description: 'Not below this air temperature, °F',
    }),
    airMostF: orNull({
      type: 'number',
      minimum: -20,
      maximum: 130,
      description: 'Not above this air temperature, °F',
    }),
    airDayMostF: orNull({
      type: 'number',
      minimum: -20,
      maximum: 130,
      description: 'Not on a day whose high is above this, °F',
    }),
    windMostMph: orNull(amount('Not above this wind, mph', 60)),
    methods: list({ enum: METHODS }, 'Equipment the label allows', { uniqueItems: true }),
    carrier: {
      ...object({
        least: amount('Least spray volume', 100_000),
        most: amount('Most spray volume', 100_000),
        unit: oneOf(CARRIER_UNITS, 'Unit'),
      }),
      type: ['object', 'null'],
      description: 'Spray volume',
    },
    surfactantPercent: orNull(amount('Surfactant wanted, % v/v', 10)),
    adjuvant: { enum: [...ADJUVANTS, null], description: 'Which kind of surfactant; null: not typed' },
    tankMix: oneOf(TANK_MIXES, 'Tank mixing'),
    addedAs: {
      enum: [...MIX_PLACES, null],
      description: 'Where the label puts it in the order of the tank; null: by its formulation',
    },
    notWith: list(
      { ...text('An a.i., a kind of product or a name', 100), minLength: 1 },
      'What may not be in one tank with it',
    ),
    sprayPh: {
      ...object({ least: amount('pH, least', 14), most: amount('pH, most', 14) }),
      type: ['object', 'null'],
      description: 'pH of the spray water; null: not said',
    },
    turnsWater: {
      enum: [...WATER_TURNS, null],
      description: 'What it makes of the water: acid or alkaline; null: neither, or not said',
    },
    compatibility: text('Notes on mixing', 2000),
    setbacks: list(
      object({ from: oneOf(SETBACKS_FROM, 'From what'), feet: amount('Distance, ft', 5000) }),
      'Distances to keep',
    ),
    noMowingDaysBefore: orNull(count('Days without mowing before', 60)),
    noMowingDaysAfter: orNull(count('Days without mowing after', 60)),
    keepsFromFruit: { type: ['boolean', 'null'], description: 'Not where fruit is grown; null: not typed' },
    sites: {
      type: ['array', 'null'],
      items: { enum: SITES },
      minItems: 1,
      uniqueItems: true,
      description: 'Ground on which it may be used; null: not typed, or none set',
    },
    none: list({ enum: NONE_KEYS }, 'What the label sets none of: what is empty and not here was not typed', {
      uniqueItems: true,
    }),
    stains: { type: 'boolean', description: 'Stains hard surfaces' },
    mixHours: orNull(amount('Hours that a mix may stand', 720)),
    rateUnit: oneOf(Object.keys(RATE_UNITS), 'Unit of all rates on this sheet'),
    amountUnit: oneOf(Object.keys(AMOUNT_UNITS), 'Unit in which amounts are shown'),
    rates: list(rate, 'Rate table'),
    period: oneOf(['calendar year', '12 months'], 'Period of the limits'),
    yearLimit: orNull(amount('Most product in the period, in rateUnit', 20_000)),
    mostApplications: orNull(count('Most applications in the period', 50)),
    intervalDays: orNull(count('Least days between applications', 730)),
    seedingWait: list(
      object({
        upTo: amount('For rates up to this, in rateUnit', 5000, { exclusiveMinimum: 0 }),
        days: count('Days before seeding', 1500),
      }),
      'Wait before seeding, by rate',
    ),
    seedlings: {
      ...object({
        weeks: orNull(amount('Weeks since they were sown', 104)),
        mowings: orNull(count('Mowings', 20)),
        since: oneOf(SEEDLINGS_SINCE, 'From when the weeks count; sown where it is not said'),
      }),
      type: ['object', 'null'],
      description: 'How far seedlings must be before it goes on them',
    },
  }),
} as const;
