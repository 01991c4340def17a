/** Shapes, outlines and trees of a zone as JSON in a file, held to their form before they are kept. */
import { fact, type Fact } from '@/core/units/issue';
import Joi from 'joi';
import { TREE_KINDS } from '@/core/lawn/zone';

const MOST_POINTS = 5000;
const length = Joi.number().greater(0).max(5000).required();
const place = Joi.object({
  x: Joi.number().min(-5000).max(5000).required(),
  y: Joi.number().min(-5000).max(5000).required(),
});
const shape = (kind: string, more: Record<string, Joi.Schema>) =>
  Joi.object({
    kind: Joi.valid(kind).required(),
    sign: Joi.valid('add', 'subtract').required(),
    name: Joi.string().allow('').max(60).required(),
    at: place.required(),
    ...more,
  });
const shapes = Joi.array()
  .items(
    Joi.alternatives(
      shape('rectangle', { width: length, height: length }),
      shape('triangle', { base: length, height: length }),
      shape('circle', { radius: length }),
      shape('sector', { radius: length, degrees: Joi.number().greater(0).max(360).required() }),
      shape('trapezoid', { base: length, top: length, height: length }),
    ),
  )
  .max(60)
  .required();
const point = Joi.array().ordered(
  Joi.number().min(-180).max(180).required(),
  Joi.number().min(-90).max(90).required(),
);
const FORMS = {
  measure: Joi.alternatives(
    Joi.object({ by: Joi.valid('typed').required(), how: Joi.string().allow('').max(60).required() }),
    Joi.object({ by: Joi.valid('takeoff').required(), shapes }),
    Joi.object({
      by: Joi.valid('polygon').required(),
      file: Joi.string().allow('').max(200).required(),
      polygons: Joi.array()
        .items(Joi.array().items(Joi.array().items(point).min(3).max(MOST_POINTS)).min(1))
        .min(1)
        .max(50)
        .required(),
    }),
  ),
  trees: Joi.array()
    .items(
      Joi.object({
        name: Joi.string().allow('').max(60).required(),
        kind: Joi.valid(...TREE_KINDS).required(),
        at: place.allow(null).required(),
        dripLine: length,
        keepOut: Joi.boolean().required(),
      }),
    )
    .max(60),
} as const;

/** What a cell holds, or what is wrong with it. */
export function readDrawn(
  what: keyof typeof FORMS,
  text: string,
): Readonly<{ value: unknown }> | Readonly<{ problem: Fact }> {
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    return { problem: fact('cell-not-json', { text: text.slice(0, 40) }) };
  }
  const checked = FORMS[what].validate(read, { convert: false });
  return checked.error
    ? { problem: fact('cell-drawing-malformed', { detail: checked.error.message }) }
    : { value: read };
}
