/** What Iron Gate asks of a weather service, described so that a real one can fill it (OpenAPI 3.1). */
import { date, list, number, object } from './parts';

const hours = (what: string, most?: number) =>
  list(
    number(what),
    `${what}, one figure an hour, in order, none missing`,
    most === undefined ? {} : { minItems: most, maxItems: most },
  );
const columns = (most?: number) => ({
  air: hours('°C at the beginning of the hour, −90 to 60', most),
  rain: hours('mm of water in the hour, 0 to 400', most),
  wind: hours('m/s, mean of the hour at 10 m, 0 to 110', most),
});
const FORECAST_HOURS = 240;
const station = {
  name: 'station',
  in: 'path',
  required: true,
  schema: { type: 'string' },
  description: 'As it is typed under House, Weather, “key at the weather service”',
};
const query = (name: string, description: string) => ({
  name,
  in: 'query',
  required: true,
  schema: date,
  description,
});
const answer = (description: string, schema: object) => ({
  '200': { description, content: { 'application/json': { schema } } },
  default: {
    description: 'Anything else: what was known before stays in use, and screens say how old it is',
  },
});

export const weatherServiceApi = {
  openapi: '3.1.0',
  info: {
    title: 'Weather service for Iron Gate',
    version: '1',
    license: { name: 'Apache-2.0', identifier: 'Apache-2.0' },
    description:
      'Set WEATHER_URL to the address under which these paths stand. Days and hours are the station’s standard time all year. An answer that takes longer than four seconds, or holds what no sky can do, is not used. Iron Gate asks for up to a year at once, and once a day for the forecast.',
  },
  servers: [{ url: 'http://127.0.0.1', description: 'WEATHER_URL' }],
  paths: {
    '/v1/stations/{station}/observed': {
      get: {
        operationId: 'observed',
        summary: 'Hourly observations of whole days',
        parameters: [station, query('from', 'The first day'), query('to', 'The day after the last')],
        responses: answer('24 figures for each day from `from` up to the day before `to`', object(columns())),
      },
    },
    '/v1/stations/{station}/forecast': {
      get: {
        operationId: 'forecast',
        summary: 'The forecast as issued on a day, hourly for ten days',
        parameters: [
          station,
          query('issued', 'The day on which it was issued, and whose hour 0 it begins with'),
        ],
        responses: answer(
          'Ten days of hours',
          object({
            ...columns(FORECAST_HOURS),
            airError: hours('Standard error of the air temperature, K, 0 to 30', FORECAST_HOURS),
            rainChance: hours('Chance of rain in the hour, 0 to 1', FORECAST_HOURS),
          }),
        ),
      },
    },
  },
} as const;
