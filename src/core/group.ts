/** Lists by key, in the order in which keys first come. (Node 20 has no Map.groupBy.) */
export function groupBy<T, K>(list: readonly T[], keyOf: (item: T) => K): Map<K, T[]> {
  const out = new Map<K, T[]>();
  for (const item of list) {
    const key = keyOf(item);
    const group = out.get(key);
    if (group) group.push(item);
    else out.set(key, [item]);
  }
  return out;
}
