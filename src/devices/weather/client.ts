/** A weather service over HTTP. Whatever it sends is checked before it is used: lengths, numbers, what the sky can do. */
import Joi from 'joi';
import { isoDay } from '@/core/calendar/day';
import { askJson } from '@/devices/ask';
import type { WeatherService } from './service';

const hours = (n: number, least: number, most: number) =>
  Joi.array().items(Joi.number().min(least).max(most).required()).length(n).required();
/** Limits of the possible, a little beyond the records: °C, mm in an hour, m/s. From memory. */
const columns = (n: number) => ({ air: hours(n, -90, 60), rain: hours(n, 0, 400), wind: hours(n, 0, 110) });
const FORECAST_HOURS = 240;

type Columns = Readonly<{ air: number[]; rain: number[]; wind: number[] }>;

/** @param base for example http://127.0.0.1:4010; @param patience ms before an answer is too slow */
export function weatherOverHttp(base: string, patience = 4000): WeatherService {
  return {
    observed: async (station, from, to) => {
      const path = `/v1/stations/${encodeURIComponent(station)}/observed?from=${isoDay(from)}&to=${isoDay(to)}`;
      const answer = await askJson<Columns>(base + path, patience, columns((to - from) * 24));
      return answer.ok ? { ok: true, value: { from, ...floats(answer.value) } } : answer;
    },
    forecast: async (station, issuedOn) => {
      const path = `/v1/stations/${encodeURIComponent(station)}/forecast?issued=${isoDay(issuedOn)}`;
      const shape = {
        ...columns(FORECAST_HOURS),
        airError: hours(FORECAST_HOURS, 0, 30),
        rainChance: hours(FORECAST_HOURS, 0, 1),
      };
      const answer = await askJson<Columns & { airError: number[]; rainChance: number[] }>(
        base + path,
        patience,
        shape,
      );
      if (!answer.ok) return answer;
      const airError = Float64Array.from(answer.value.airError);
      const rainChance = Float64Array.from(answer.value.rainChance);
      return { ok: true, value: { from: issuedOn, ...floats(answer.value), airError, rainChance } };
    },
  };
}

const floats = ({ air, rain, wind }: Columns) => ({
  air: Float64Array.from(air),
  rain: Float64Array.from(rain),
  wind: Float64Array.from(wind),
});
