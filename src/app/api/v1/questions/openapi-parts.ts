/** The few shapes that the description of the HTTP interface is built from. */
export const number = (description: string, more: object = {}) => ({ type: 'number', description, ...more });
export const date = { type: 'string', format: 'date' };
export const maybe = (schema: { type: string; format?: string }) => ({
  ...schema,
  type: [schema.type, 'null'],
});
export const list = (items: object, description: string, more: object = {}) => ({
  type: 'array',
  items,
  description,
  ...more,
});
export const object = (properties: Record<string, object>, required = Object.keys(properties)) => ({
  type: 'object',
  properties,
  required,
  additionalProperties: false,
});

const season = { begins: date, crossed: maybe(date), p10: maybe(date), p50: maybe(date), p90: maybe(date) };
/** A line of the soil: the season that counts today, and the next; as it is asked with, nothing of it is required. */
export const soilLine = (required?: readonly string[]) =>
  object(
    { ...season, next: object(season, required ? [...required] : undefined) },
    required ? [...required] : undefined,
  );
