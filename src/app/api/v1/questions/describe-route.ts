/** The call about a day's route, described: its question and its answer. */
import { Type } from '@sinclair/typebox';
import { bool, list, number, object, optional, text, told, whole, type Sent } from './parts';

const MOST_STOPS = 200;
const MOST_TRUCKS = 20;
const MOST_PLACES = MOST_STOPS + MOST_TRUCKS;
const said = Type.String();
const place = whole('From 0, in `places` or `matrix_min`', { minimum: 0, maximum: MOST_PLACES });
const clock = Type.String({
  pattern: '^([01]\\d|2[0-3]):[0-5]\\d$|^24:00$',
  examples: ['07:30'],
  description: 'Of the day',
});
const minutes = number('Minutes', { minimum: 0, maximum: 1440 });
const drawn = (description: string) => optional(number(description, { minimum: 0, maximum: 50_000 }));
const holds = (description: string) => number(description, { exclusiveMinimum: 0, maximum: 50_000 });
const filling = {
  shop: optional(told(place, 'Where it is filled; at the lawn, from what rides along, without it')),
  minutes,
};

export const routeQuestion = object(
  {
    places: optional(
      list(
        object({
          latitude_deg: number('°', { minimum: -90, maximum: 90 }),
          longitude_deg: number('°', { minimum: -180, maximum: 180 }),
        }),
        'Driving is by great circle, detour and speed.',
        { maxItems: MOST_PLACES },
      ),
    ),
    speed_km_h: optional(number('45 where it is not said', { minimum: 1, maximum: 200 })),
    detour: optional(
      number('The way by road against the crow’s; 1.3 where it is not said', { minimum: 1, maximum: 10 }),
    ),
    matrix_min: optional(
      list(
        list(minutes, 'From one', { maxItems: MOST_PLACES }),
        'Minutes from each place to each, row by row.',
        { maxItems: MOST_PLACES },
      ),
    ),
    stops: list(
      object({
        id: text(100),
        place,
        minutes,
        regret: number('What is lost if it is not done', { exclusiveMinimum: 0, maximum: 1e6 }),
        hours: optional(
          list(
            object({ from: clock, to: clock }),
            'It is begun and finished within one of them; any time without them.',
            { maxItems: 24 },
          ),
        ),
        draws_l: drawn('Drawn from the tank, L'),
        mix: optional(text(100, { description: 'What it draws: stops of one mix share a tank' })),
        spreads_kg: drawn('Spread from the hopper, kg'),
        granule: optional(
          text(100, { description: 'What it spreads: for another the hopper is emptied and filled' }),
        ),
        trucks: optional(
          list(text(100), 'Those that may serve it; any without it.', { minItems: 1, maxItems: MOST_TRUCKS }),
        ),
        locked: optional(told(bool, 'It is done, whatever it costs')),
      }),
      'What may be done.',
      { minItems: 1, maxItems: MOST_STOPS, uniqueItemProperties: ['id'] },
    ),
    trucks: list(
      object({
        id: text(100),
        from: clock,
        to: clock,
        start: place,
        end: optional(told(place, 'Where it ends; where it starts, if it is not said')),
        tank: optional(object({ volume_l: holds('L'), ...filling })),
        hopper: optional(object({ holds_kg: holds('kg'), ...filling })),
      }),
      'Each with its working hours.',
      { minItems: 1, maxItems: MOST_TRUCKS, uniqueItemProperties: ['id'] },
    ),
    seed: optional(whole('One question has one answer for a seed', { minimum: 0, maximum: 4_294_967_295 })),
  },
  {
    description: 'Either places or matrix_min.',
    oneOf: [{ required: ['places'] }, { required: ['matrix_min'] }],
  },
);
export type RouteQuestion = Sent<typeof routeQuestion>;

const times = whole('Times that it is filled at the lawn', { minimum: 0 });
const ANY = number('Minutes', { minimum: 0 });
export const routeAnswer = object({
  tours: list(
    object({
      truck: said,
      stops: list(
        object({
          id: said,
          arrive: clock,
          begin: clock,
          end: clock,
          refill_before: told(bool, 'By the shop first'),
          refills_during: whole('Ways to the shop and back during the work'),
          fills_there: object({ tank: times, hopper: times }),
        }),
        'In their order.',
      ),
      drive_min: ANY,
      finish: clock,
    }),
    'One for each truck.',
  ),
  left_out: list(object({ id: said, why: said }), 'Stops that nobody serves.'),
  regret_avoided: number('Of the stops that are served'),
  regret_left: number('Of those that are not'),
});
