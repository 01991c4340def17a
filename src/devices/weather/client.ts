/** A weather service over HTTP. Whatever it sends is checked before it is used: lengths, numbers, what the sky can do. */
import Joi from 'joi';
import { isoDay } from '@/core/calendar/day';
import type { Answer, WeatherService } from './service';

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
      const answer = await ask<Columns>(base + path, patience, columns((to - from) * 24));
      return answer.ok ? { ok: true, value: { from, ...floats(answer.value) } } : answer;
    },
    forecast: async (station, issuedOn) => {
      const path = `/v1/stations/${encodeURIComponent(station)}/forecast?issued=${isoDay(issuedOn)}`;
      const shape = { ...columns(FORECAST_HOURS), airError: hours(FORECAST_HOURS, 0, 30) };
      const answer = await ask<Columns & { airError: number[] }>(base + path, patience, shape);
      if (!answer.ok) return answer;
      const airError = Float64Array.from(answer.value.airError);
      return { ok: true, value: { from: issuedOn, ...floats(answer.value), airError } };
    },
  };
}

const floats = ({ air, rain, wind }: Columns) => ({
  air: Float64Array.from(air),
  rain: Float64Array.from(rain),
  wind: Float64Array.from(wind),
});

async function ask<T>(url: string, patience: number, shape: Joi.SchemaMap): Promise<Answer<T>> {
  let text: string;
  try {
    const response = await fetch(url, { signal: AbortSignal.timeout(patience), cache: 'no-store' });
    if (!response.ok)
      return { ok: false, trouble: { kind: 'not answering', detail: `HTTP ${response.status}` } };
    text = await response.text();
  } catch (error) {
    if (error instanceof SyntaxError)
      return { ok: false, trouble: { kind: 'answering nonsense', detail: 'not JSON' } };
    if (error instanceof DOMException && error.name === 'TimeoutError')
      return { ok: false, trouble: { kind: 'too slow', detail: `no answer in ${patience / 1000} s` } };
    return { ok: false, trouble: { kind: 'not answering', detail: 'no connection' } };
  }
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    return { ok: false, trouble: { kind: 'answering nonsense', detail: 'not JSON' } };
  }
  const checked = Joi.object(shape).unknown(true).validate(body, { convert: false });
  return checked.error
    ? { ok: false, trouble: { kind: 'answering nonsense', detail: checked.error.message } }
    : { ok: true, value: checked.value as T };
}
