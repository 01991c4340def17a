/**
 * What a JSON column holds. A body says its form; one of a form that this program does not know was written by a later one,
 * before the server was set back. Lists leave its row out, and nothing of it is guessed.
 */
type Stored = Readonly<Record<string, unknown>>;

export const isObject = (v: unknown): v is Stored => typeof v === 'object' && v !== null && !Array.isArray(v);

/** A body of one of some forms; null: of another. @throws RangeError if it is no body at all */
export function bodyOf(stored: unknown, forms: readonly unknown[], name = 'form'): Stored | null {
  if (!isObject(stored)) throw new RangeError(`Not a stored body: ${JSON.stringify(stored)?.slice(0, 80)}`);
  return forms.includes(stored[name]) ? stored : null;
}

/** A list of a body; one that it does not have is empty. @throws RangeError if something else stands there */
export function listIn<T>(body: Stored, key: string): readonly T[] {
  const list = body[key] ?? [];
  if (!Array.isArray(list)) throw new RangeError(`"${key}" of a stored body is no list`);
  return list as readonly T[];
}

/** Rows as they are read, without those that a later program wrote. */
export const readable = <Row, T>(rows: readonly Row[], read: (row: Row) => T | null): T[] =>
  rows.flatMap((row) => read(row) ?? []);

const kindOf = (v: unknown): string => (v === null ? 'null' : Array.isArray(v) ? 'list' : typeof v);

/**
 * Figures with a usual value each: what is stored counts if it is of the same kind, or null where null is usual; a key of
 * another program is left out.
 */
export function withUsual<T extends object>(usual: T, stored: unknown): T {
  if (!isObject(stored)) return usual;
  const kept = Object.entries(usual).filter(
    ([key, value]) => key in stored && (value === null || kindOf(value) === kindOf(stored[key])),
  );
  return { ...usual, ...Object.fromEntries(kept.map(([key]) => [key, stored[key]])) };
}
