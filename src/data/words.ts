/** A stored word that must be one of a closed list. @throws RangeError: the database was written by something else */
export function oneOf<T extends string>(list: readonly T[], word: string, what: string): T {
  const found = list.find((x) => x === word);
  if (found === undefined) throw new RangeError(`Unknown ${what}: ${word}`);
  return found;
}
