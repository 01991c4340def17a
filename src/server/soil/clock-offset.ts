import { DateTime } from 'luxon';

const offsets = new Map<string, number>();
/** Minutes that a zone's clocks stand ahead of UTC, read once a zone and hour. */
export function offsetIn(localMs: number, zone: string): number {
  const key = `${zone}|${Math.floor(localMs / 3_600_000)}`;
  const known = offsets.get(key);
  if (known !== undefined) return known;
  const d = new Date(localMs);
  const offset = DateTime.fromObject(
    { year: d.getUTCFullYear(), month: d.getUTCMonth() + 1, day: d.getUTCDate(), hour: d.getUTCHours() },
    { zone },
  ).offset;
  if (offsets.size > 100_000) offsets.clear();
  offsets.set(key, offset);
  return offset;
}
