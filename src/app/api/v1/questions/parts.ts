/**
 * The few shapes that calls are described with. A description is the only one of its call: the type, the check and the
 * published document come from it.
 */
import { Type, type Static, type TProperties, type TSchema } from '@sinclair/typebox';

/** A question as it is read: nobody changes it. */
export type Sent<T extends TSchema> = Deeply<Static<T>>;
type Deeply<T> = T extends readonly (infer Item)[]
  ? readonly Deeply<Item>[]
  : T extends object
    ? { readonly [K in keyof T]: Deeply<T[K]> }
    : T;

export const number = (description: string, more: object = {}) => Type.Number({ description, ...more });
export const whole = (description: string, more: object = {}) => Type.Integer({ description, ...more });
export const text = (most = 200, more: object = {}) => Type.String({ maxLength: most, ...more });
export const words = (description: string) => Type.String({ description });
export const bool = Type.Boolean();
export const date = Type.String({
  format: 'date',
  pattern: '^\\d{4}-\\d{2}-\\d{2}$',
  examples: ['2027-03-18'],
});
export const localTime = (description: string) =>
  Type.String({
    pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}$',
    examples: ['2027-03-18T10:30'],
    description,
  });
/** One of some words. */
export const word = <const T extends string>(of: readonly T[], more: object = {}) =>
  Type.Unsafe<T>({ type: 'string', enum: of, ...more });
export const list = <T extends TSchema>(items: T, description: string, more: object = {}) =>
  Type.Array(items, { description, ...more });
/** Nothing else may stand in it. */
export const object = <T extends TProperties>(properties: T, more: object = {}) =>
  Type.Object(properties, { additionalProperties: false, ...more });
export const optional = <T extends TSchema>(schema: T) => Type.Optional(schema);
/** Each of them may be left out. */
export const some = <T extends TProperties>(properties: T, more: object = {}) =>
  Type.Partial(Type.Object(properties), { additionalProperties: false, ...more });
export const maybe = <T extends TSchema>(schema: T, more: object = {}) =>
  Type.Unsafe<Static<T> | null>({ ...schema, type: [schema['type'] as string, 'null'], ...more });
/** The same shape with more said of it. */
export const told = <T extends TSchema>(schema: T, description: string, more: object = {}): T => ({
  ...schema,
  description,
  ...more,
});
/** A product sheet: looked through by its own schema. */
export const sheet = Type.Unsafe<unknown>({ $ref: '#/components/schemas/ProductSheet' });

const season = { begins: date, crossed: maybe(date), p10: maybe(date), p50: maybe(date), p90: maybe(date) };
/** A line of the soil: the season that counts today, and the next. */
export const soilLine = object({ ...season, next: object(season) });
/** As it is asked with: nothing of it is required. */
export const sentLine = some({ ...season, next: some(season) });
export const sentSeason = season;
