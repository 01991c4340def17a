/** Exact numerics of the database as figures for the core, and back. */

/** @throws RangeError if the database holds something that is no number: a migration went wrong */
export function fromNumeric(text: string): number {
  const value = Number(text);
  if (text.trim() === '' || !Number.isFinite(value))
    throw new RangeError(`Not a numeric: ${JSON.stringify(text)}`);
  return value;
}
export const toNumeric = (value: number): string => value.toFixed(6);
