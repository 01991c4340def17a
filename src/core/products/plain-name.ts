/** A product's name, or a list of names, without the mark of invented labels: where space is short, a line says it once. */
export const plainName = (name: string): string => name.replaceAll(', demo label', '');
