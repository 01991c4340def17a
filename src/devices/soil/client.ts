/** A soil station over HTTP. Whatever it sends is checked before it is used. */
import Joi from 'joi';
import { askJson } from '@/devices/ask';
import type { SoilStation } from './service';

type Body = Readonly<{
  unit: 'F' | 'C';
  depthsIn: number[];
  rows: Readonly<{ at: string; values: (number | null)[] }>[];
}>;
const shape = {
  unit: Joi.string().valid('F', 'C').required(),
  depthsIn: Joi.array().items(Joi.number().min(0.5).max(40)).min(1).max(8).required(),
  rows: Joi.array()
    .items(
      Joi.object({
        at: Joi.string().isoDate().required(),
        values: Joi.array().items(Joi.number().allow(null)).required(),
      }),
    )
    .max(20_000)
    .required(),
};

/** @param base for example http://127.0.0.1:4011; @param patience ms before an answer is too slow */
export function soilStationOverHttp(base: string, patience = 4000): SoilStation {
  return {
    readings: async (station, from, to) => {
      const path = `/v1/soil/${encodeURIComponent(station)}?from=${from.toISOString()}&to=${to.toISOString()}`;
      const answer = await askJson<Body>(base + path, patience, shape);
      if (!answer.ok) return answer;
      const { unit, depthsIn, rows } = answer.value;
      return {
        ok: true,
        value: {
          unit,
          rows: rows.flatMap(({ at, values }) =>
            depthsIn.flatMap((depthIn, i) => {
              const value = values[i];
              return typeof value === 'number' ? [{ at: Date.parse(at), depthIn, value }] : [];
            }),
          ),
        },
      };
    },
  };
}
