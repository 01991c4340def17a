/** The call about loads, described: its question and its answer. */
import { Type } from '@sinclair/typebox';
import { FILL_WAYS } from '@/core/mixing/loads';
import { TURFS, USES } from '@/core/trade/terms';
import { rate } from './describe-gates';
import {
  bool,
  list,
  maybe,
  number,
  object,
  optional,
  sheet,
  text,
  told,
  whole,
  word,
  type Sent,
} from './parts';

const said = Type.String();
const place = whole('Its place in `labels`, from 0', { minimum: 0, maximum: 59 });
const volume = (description: string) => optional(number(description, { minimum: 0, maximum: 50_000 }));
const step = (description: string) =>
  optional(number(description, { exclusiveMinimum: 0, maximum: 100_000 }));

const stop = object({
  id: text(100),
  area_m2: number('What is treated, m²', { exclusiveMinimum: 0, maximum: 5_000_000 }),
  turf: optional(
    word(TURFS, { description: 'For the label’s least and most; without it the rate is the most' }),
  ),
  irrigated: optional(bool),
  trees: optional(bool),
  products: list(
    object({
      label: place,
      rate,
      use: optional(word(USES, { description: 'pre-emergent where it is not said' })),
      left: optional(told(rate, 'What the year’s limits leave for it here')),
    }),
    'What goes down together there.',
    { minItems: 1, maxItems: 8, uniqueItemProperties: ['label'] },
  ),
});

export const mixQuestion = object({
  stops: list(stop, 'In the order in which they are driven to.', { minItems: 1, maxItems: 200 }),
  labels: list(sheet, 'Product sheets.', { minItems: 1, maxItems: 60 }),
  equipment: object({
    kind: word(['tank', 'hopper']),
    size: number('L, or kg of a hopper', { exclusiveMinimum: 0, maximum: 50_000 }),
    dead_l: volume('What stays in pump and hose, L'),
    left_l: volume('What is in the tank before, L'),
    left_is_same_mix: optional(told(bool, 'Whether that is the first stops’ mix; so where it is not said')),
    carrier_l_ha: optional(
      number('Spray on an area, L/ha; a tank needs it', { exclusiveMinimum: 0, maximum: 50_000 }),
    ),
  }),
  tools: optional(
    list(
      object(
        {
          name: text(100),
          label: optional(told(place, 'A cap of this one product alone')),
          step_g: step('What it reads to, or a fill weighs, g'),
          step_ml: step('What it reads to, mL'),
          by_the_fill: optional(told(bool, 'Whole fills of it')),
        },
        { oneOf: [{ required: ['step_g'] }, { required: ['step_ml'] }] },
      ),
      'Each with one step; a gram and 5 mL where none is sent.',
      { maxItems: 60 },
    ),
  ),
  way: optional(word(FILL_WAYS, { description: 'even where it is not said' })),
  usual: optional(
    list(
      object({ label: place, amount: number('kg or L', { exclusiveMinimum: 0 }) }),
      'What a stop usually takes.',
      { maxItems: 60 },
    ),
  ),
  known_mixes: optional(
    list(list(place, 'One of them', { maxItems: 8 }), 'Mixes that were mixed before.', { maxItems: 1000 }),
  ),
});
export type MixQuestion = Sent<typeof mixQuestion>;

const amount = { label: place, amount: number('kg or L'), unit: word(['kg', 'L']) };
export const mixAnswer = object({
  loads: list(
    object({
      number: whole('From 1'),
      stops: list(
        object({
          id: said,
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
          name: said,
          exact: number('As computed, kg or L'),
          error: number('Measured against exact'),
          tool: said,
          fills: maybe(whole('Of a cap')),
        }),
        'In the order in which they go in.',
      ),
      surfactant_l: maybe(number('L')),
      steps: list(said, 'What is done, in words and trade units.'),
      jar_test: list(said, 'Of a mix that is new; else empty.'),
      remains: maybe(said, { description: 'What stays in the tank, and where it may go' }),
    }),
    'In their order.',
  ),
  totals: list(object({ ...amount, name: said }), 'Measured in all.'),
  mix: number('Mixed anew, L or kg'),
  water_l: number('L'),
  warnings: list(said, 'Labels that will not have each other, and what looks like a slip.'),
  warning_codes: list(said, 'What each warning is, for programs, in their order.'),
});
