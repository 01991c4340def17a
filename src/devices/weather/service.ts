/** What Iron Gate asks of a weather service. A real one fills this; the simulator beside it does so for the demo. */
import type { Day } from '@/core/calendar/day';
import type { Forecast, HourlyWeather } from '@/core/weather/series';

/** Why there is no answer to use. All three pass by themselves, and what was known before stays in use. */
type WeatherTrouble = Readonly<{ kind: 'too slow' | 'not answering' | 'answering nonsense'; detail: string }>;
export type Answer<T> = Readonly<{ ok: true; value: T }> | Readonly<{ ok: false; trouble: WeatherTrouble }>;

export type WeatherService = Readonly<{
  /** Whole local-standard-time days [from, to) of hourly observations. */
  observed: (station: string, from: Day, to: Day) => Promise<Answer<HourlyWeather>>;
  /** The forecast as issued on a day: hourly from that day's first hour, ten days. */
  forecast: (station: string, issuedOn: Day) => Promise<Answer<Forecast>>;
}>;
