/** The call about loads, described: its question and its answer. */
import { FILL_WAYS } from '@/core/mixing/loads';
import { TURFS, USES } from '@/core/trade/terms';
import { RATE_UNITS } from '@/core/units/rate';
import { list, maybe, number, object } from './openapi-parts';

const word = (words: readonly string[]) => ({ type: 'string', enum: words });
const text = { type: 'string' };
const bool = { type: 'boolean' };
const place = { type: 'integer', minimum: 0, description: 'Its place in `labels`, from 0' };
const rate = object({
  figure: number('In its unit', { exclusiveMinimum: 0 }),
  unit: word(Object.keys(RATE_UNITS)),
});

export const mixQuestionSchema = object(
  {
    stops: list(
      object(
        {
          id: text,
          area_m2: number('What is treated, m²', { exclusiveMinimum: 0 }),
          turf: {
            ...word(TURFS),
            description: 'For the label’s least and most; without it the rate is the most',
          },
          irrigated: bool,
          trees: bool,
          products: list(
            object(
              {
                label: place,
                rate,
                use: { ...word(USES), description: 'pre-emergent where it is not said' },
                left: { ...rate, description: 'What the year’s limits leave for it here' },
              },
              ['label', 'rate'],
            ),
            'What goes down together there.',
            { minItems: 1, maxItems: 8 },
          ),
        },
        ['id', 'area_m2', 'products'],
      ),
      'In the order in which they are driven to.',
      { minItems: 1, maxItems: 200 },
    ),
    labels: list({ $ref: '#/components/schemas/ProductSheet' }, 'Product sheets.', {
      minItems: 1,
      maxItems: 60,
    }),
    equipment: object(
      {
        kind: word(['tank', 'hopper']),
        size: number('L, or kg of a hopper', { exclusiveMinimum: 0 }),
        dead_l: number('What stays in pump and hose, L', { minimum: 0 }),
        left_l: number('What is in the tank before, L', { minimum: 0 }),
        left_is_same_mix: {
          ...bool,
          description: 'Whether that is the first stops’ mix; so where it is not said',
        },
        carrier_l_ha: number('Spray on an area, L/ha; a tank needs it', { exclusiveMinimum: 0 }),
      },
      ['kind', 'size'],
    ),
    tools: list(
      object(
        {
          name: text,
          label: { ...place, description: 'A cap of this one product alone' },
          step_g: number('What it reads to, or a fill weighs, g'),
          step_ml: number('What it reads to, mL'),
          by_the_fill: { ...bool, description: 'Whole fills of it' },
        },
        ['name'],
      ),
      'Each with one step; a gram and 5 mL where none is sent.',
    ),
    way: { ...word(FILL_WAYS), description: 'even where it is not said' },
    usual: list(object({ label: place, amount: number('kg or L') }), 'What a stop usually takes.'),
    known_mixes: list({ type: 'array', items: place }, 'Mixes that were mixed before.'),
  },
  ['stops', 'labels', 'equipment'],
);

const amount = { label: place, amount: number('kg or L'), unit: word(['kg', 'L']) };
export const mixAnswer = object({
  loads: list(
    object({
      number: { type: 'integer' },
      stops: list(
        object({
          id: text,
          area_m2: number('m²'),
          volume: number('L, or kg of a hopper'),
          products: list(object(amount), 'What it gets.'),
        }),
        'In their order.',
      ),
      mix: number('In the tank once it is mixed, L or kg'),
      before: number('Of that in it before'),
      water_l: number('To be filled, L'),
      area_m2: number('m²'),
      rinse_first: bool,
      products: list(
        object({
          ...amount,
          name: text,
          exact: number('As computed, kg or L'),
          error: number('Measured against exact'),
          tool: text,
          fills: { ...maybe({ type: 'integer' }), description: 'Of a cap' },
        }),
        'In the order in which they go in.',
      ),
      surfactant_l: maybe({ type: 'number' }),
      steps: list(text, 'What is done, in words and trade units.'),
      jar_test: list(text, 'Of a mix that is new; else empty.'),
      remains: { ...maybe(text), description: 'What stays in the tank, and where it may go' },
    }),
    'In their order.',
  ),
  totals: list(object({ ...amount, name: text }), 'Measured in all.'),
  mix: number('Mixed anew, L or kg'),
  water_l: number('L'),
  warnings: list(text, 'Labels that will not have each other, and what looks like a slip.'),
  warning_codes: list(text, 'What each warning is, for programs, in their order.'),
});
