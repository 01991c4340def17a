/** A sheet of like stops, entered at the desk: each row becomes a visit of its own, with what was measured nearest to it. */
import type { ProductUsed } from './product-used';
import type { VisitTyped } from './visit';

/** Wind and air as the sheet has them, by the hour at which they were measured: "07:05". */
export type Measurement = Readonly<{ at: string; wind: string; windFrom: string; air: string }>;

/** What stands on the sheet for all of its rows. */
export type SheetHead = Readonly<{
  day: string;
  appliedBy: string;
  certifiedBy: string;
  measurements: readonly Measurement[];
}>;

/** One stop of it: as planned, or with what was otherwise. */
export type SheetRow = Readonly<{
  products: readonly ProductUsed[];
  water: string;
  startedAt: string;
  endedAt: string;
  method: string;
}>;

/** A measurement counts for work that began so many minutes before or after it; common practice, no source. */
const NEAR_MINUTES = 30;

const CLOCK = /^([01]\d|2[0-3]):([0-5]\d)$/;
/** Minutes from midnight; null: it is no time. */
function minutesOf(clock: string): number | null {
  const found = CLOCK.exec(clock);
  return found ? Number(found[1]) * 60 + Number(found[2]) : null;
}
const clockOf = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

/** The measurement nearest to a time, the earlier of two; null: none is near enough, or nobody said when it began. */
export function measuredNear(at: string, list: readonly Measurement[]): Measurement | null {
  const began = minutesOf(at);
  if (began === null) return null;
  let best: { far: number; minutes: number; m: Measurement } | null = null;
  for (const m of list) {
    const minutes = minutesOf(m.at);
    if (minutes === null || (m.wind.trim() === '' && m.air.trim() === '')) continue;
    const far = Math.abs(minutes - began);
    if (far > NEAR_MINUTES) continue;
    if (!best || far < best.far || (far === best.far && minutes < best.minutes)) best = { far, minutes, m };
  }
  return best?.m ?? null;
}

/** Begins and ends of rows one after the other; what would go past midnight is left open. */
export function timesFrom(
  first: string,
  minutesEach: number,
  rows: number,
): Readonly<{ startedAt: string; endedAt: string }>[] {
  const from = minutesOf(first);
  return Array.from({ length: rows }, (_, i) => {
    if (from === null || !(minutesEach > 0)) return { startedAt: i === 0 ? first : '', endedAt: '' };
    const [start, end] = [from + i * minutesEach, from + (i + 1) * minutesEach].map(Math.round);
    const isOfDay = (m: number) => m < 24 * 60;
    return { startedAt: isOfDay(start!) ? clockOf(start!) : '', endedAt: isOfDay(end!) ? clockOf(end!) : '' };
  });
}

/** A row as it would be typed into a record's form; what nobody measured near it stays empty. */
export function visitOfRow(row: SheetRow, head: SheetHead): VisitTyped {
  const near = measuredNear(row.startedAt, head.measurements);
  return {
    products: row.products,
    water: row.water,
    appliedOn: head.day,
    startedAt: row.startedAt,
    endedAt: row.endedAt,
    appliedBy: head.appliedBy,
    certifiedBy: head.certifiedBy,
    method: row.method,
    wind: near?.wind ?? '',
    windFrom: near?.windFrom ?? '',
    air: near?.air ?? '',
  };
}
