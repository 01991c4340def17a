/** The call about a day's route, described: its question and its answer. */
import { list, number, object } from './openapi-parts';

const text = { type: 'string' };
const place = { type: 'integer', minimum: 0, description: 'From 0, in `places` or `matrix_min`' };
const clock = { type: 'string', pattern: '^([01]\\d|2[0-3]):[0-5]\\d$|^24:00$', description: 'Of the day' };
const filled = {
  ...place,
  description: 'Where it is filled; at the lawn, from what rides along, without it',
};
const times = { type: 'integer', minimum: 0, description: 'Times that it is filled at the lawn' };
const minutes = number('Minutes', { minimum: 0 });

export const routeQuestionSchema = {
  ...object(
    {
      places: list(
        object({
          latitude_deg: number('°', { minimum: -90, maximum: 90 }),
          longitude_deg: number('°', { minimum: -180, maximum: 180 }),
        }),
        'Driving is by great circle, detour and speed.',
      ),
      speed_km_h: number('45 where it is not said'),
      detour: number('The way by road against the crow’s; 1.3 where it is not said', { minimum: 1 }),
      matrix_min: list({ type: 'array', items: minutes }, 'Minutes from each place to each, row by row.'),
      stops: list(
        object(
          {
            id: text,
            place,
            minutes,
            regret: number('What is lost if it is not done', { exclusiveMinimum: 0 }),
            hours: list(
              object({ from: clock, to: clock }),
              'It is begun and finished within one of them; any time without them.',
            ),
            draws_l: number('Drawn from the tank, L', { minimum: 0 }),
            mix: { ...text, description: 'What it draws: stops of one mix share a tank' },
            spreads_kg: number('Spread from the hopper, kg', { minimum: 0 }),
            granule: {
              ...text,
              description: 'What it spreads: for another the hopper is emptied and filled',
            },
            trucks: list(text, 'Those that may serve it; any without it.'),
            locked: { type: 'boolean', description: 'It is done, whatever it costs' },
          },
          ['id', 'place', 'minutes', 'regret'],
        ),
        'What may be done.',
        { minItems: 1, maxItems: 200 },
      ),
      trucks: list(
        object(
          {
            id: text,
            from: clock,
            to: clock,
            start: place,
            end: { ...place, description: 'Where it ends; where it starts, if it is not said' },
            tank: object({ volume_l: number('L'), shop: filled, minutes }, ['volume_l', 'minutes']),
            hopper: object({ holds_kg: number('kg'), shop: filled, minutes }, ['holds_kg', 'minutes']),
          },
          ['id', 'from', 'to', 'start'],
        ),
        'Each with its working hours.',
        { minItems: 1, maxItems: 20 },
      ),
      seed: { type: 'integer', minimum: 0, description: 'One question has one answer for a seed' },
    },
    ['stops', 'trucks'],
  ),
  description: 'Either places or matrix_min.',
};

export const routeAnswer = object({
  tours: list(
    object({
      truck: text,
      stops: list(
        object({
          id: text,
          arrive: clock,
          begin: clock,
          end: clock,
          refill_before: { type: 'boolean', description: 'By the shop first' },
          refills_during: { type: 'integer', description: 'Ways to the shop and back during the work' },
          fills_there: object({ tank: times, hopper: times }),
        }),
        'In their order.',
      ),
      drive_min: minutes,
      finish: clock,
    }),
    'One for each truck.',
  ),
  left_out: list(object({ id: text, why: text }), 'Stops that nobody serves.'),
  regret_avoided: number('Of the stops that are served'),
  regret_left: number('Of those that are not'),
});
