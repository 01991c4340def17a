/** The published JSON Schema of a product sheet (draft 2020-12): what may travel between companies, and what is kept. */
import { STAGES, ALL_WEEDS } from '@/core/weeds/weeds';
import { DEGREES, DORMANCIES, SEEDLINGS_SINCE, SETBACKS_FROM } from '@/core/products/label';
import { NONE_KEYS } from '@/core/products/label-terms';
import { SHEET_KEYS, fieldOf, isSheetKey, type SheetField } from '@/core/products/sheet-fields';
import { METHODS, SITES, TURFS, USES } from '@/core/trade/terms';
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
/** Fields written by hand that came after the first sheets: what is missing stands as on an empty sheet. */
const LATER: ReadonlySet<string> = new Set([
  'keepsFromFruit',
  'sites',
  'none',
  'since',
  'butNot',
  'degree',
  'ownSubstance',
  'notWith',
  'sprayPh',
  'monthsAt',
]);
const isLater = (key: string) => LATER.has(key) || (isSheetKey(key) && (fieldOf(key).since ?? 1) > 1);
const object = (properties: Record<string, object>) => ({
  type: 'object',
  properties,
  required: Object.keys(properties).filter((key) => !isLater(key)),
  additionalProperties: false,
});

/** A field of the table as the schema says it. */
function schemaOf(field: SheetField): object {
  const { help: description } = field;
  switch (field.kind) {
    case 'tick':
      return { type: 'boolean', description };
    case 'choice':
      return field.usual === null
        ? { enum: [...field.options, null], description }
        : oneOf(field.options, description);
    case 'text': {
      const { least, pattern, isOrNull } = field;
      const schema =
        pattern === undefined ? text(description, field.most) : { type: 'string', pattern, description };
      return {
        ...(isOrNull ? orNull(schema) : schema),
        ...(least === undefined ? {} : { minLength: least }),
      };
    }
    case 'figure': {
      const { whole, least, above, most } = field;
      if (whole) return orNull(count(description, most));
      if (least !== undefined) return orNull({ type: 'number', minimum: least, maximum: most, description });
      return orNull(amount(description, most, above === undefined ? {} : { exclusiveMinimum: above }));
    }
  }
}

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
    ...Object.fromEntries(SHEET_KEYS.map((key) => [key, schemaOf(fieldOf(key))])),
    registeredIn: {
      type: ['array', 'null'],
      items: { type: 'string', minLength: 1, maxLength: 60 },
      maxItems: 100,
      description: 'States in which it is registered; null: not said',
    },
    ingredients: list(ingredient, 'Active ingredients'),
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
    cautions: list(text('A caution', 1000), 'Cautions'),
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
    notWith: list(
      { ...text('An a.i., a kind of product or a name', 100), minLength: 1 },
      'What may not be in one tank with it',
    ),
    sprayPh: {
      ...object({ least: amount('pH, least', 14), most: amount('pH, most', 14) }),
      type: ['object', 'null'],
      description: 'pH of the spray water; null: not said',
    },
    setbacks: list(
      object({ from: oneOf(SETBACKS_FROM, 'From what'), feet: amount('Distance, ft', 5000) }),
      'Distances to keep',
    ),
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
    rateUnit: oneOf(Object.keys(RATE_UNITS), 'Unit of all rates on this sheet'),
    amountUnit: oneOf(Object.keys(AMOUNT_UNITS), 'Unit in which amounts are shown'),
    rates: list(rate, 'Rate table'),
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
