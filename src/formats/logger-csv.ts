/**
 * Readings of a soil logger from CSV: a time and one or several depth columns.
 *
 * Nothing is guessed silently: scale, time zone, depth and spot of each column are said by a person once and come in as
 * a mapping. A bad row is named by its line and its reason; a column that shows one value for a whole month is called
 * stuck. Reading is csv-parse's; the meaning of the cells is ours.
 */
import { fact, type Fact, type RowProblem, rowProblem } from '@/core/units/issue';
import { parse } from 'csv-parse/sync';
import { POSSIBLE } from '@/core/ground/plausible';
import type { Spot } from '@/core/lawn/zone';

/** How the times of a file are to be read. */
type LoggerClock = Readonly<{ kind: 'offset'; hours: number }> | Readonly<{ kind: 'zone'; name: string }>;

export type LoggerMapping = Readonly<{
  zoneId: string;
  timeColumn: number;
  /** 3/4 is 4 March or 3 April */
  dayFirst: boolean;
  clock: LoggerClock;
  unit: 'F' | 'C';
  columns: readonly Readonly<{ column: number; depthIn: number; spot: Spot }>[];
}>;

export type LoggedRow = Readonly<{ line: number; at: number; column: number; value: number }>;
export type LoggerFile = Readonly<{ header: readonly string[]; rows: readonly (readonly string[])[] }>;

/** @returns the header and all rows as text, or why it is no table */
export function readCsv(text: string): { ok: true; file: LoggerFile } | { ok: false; why: Fact } {
  let rows: string[][];
  try {
    const first = text.slice(0, text.indexOf('\n') < 0 ? text.length : text.indexOf('\n'));
    const delimiter = [';', '\t', ','].find((d) => first.includes(d)) ?? ',';
    rows = parse(text, {
      bom: true,
      delimiter,
      relax_column_count: true,
      skip_empty_lines: true,
      trim: true,
    });
  } catch (error) {
    return { ok: false, why: fact('no-table', { detail: error instanceof Error ? error.message : '' }) };
  }
  const [header, ...rest] = rows;
  if (!header || header.length < 2) return { ok: false, why: fact('no-columns') };
  if (!rest.length) return { ok: false, why: fact('no-rows') };
  return { ok: true, file: { header, rows: rest } };
}

const ISO =
  /^(\d{4})-(\d{1,2})-(\d{1,2})(?:[T ](\d{1,2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?)?\s*(Z|[+-]\d{2}:?\d{2})?$/;
const SLASHED = /^(\d{1,2})[/.](\d{1,2})[/.](\d{4})(?:,?\s+(\d{1,2}):(\d{2})(?::(\d{2}))?\s*([AaPp][Mm])?)?$/;

/** Milliseconds since 1970 as if the file's clock were UTC, and the offset written beside it in minutes, if any; null: no time. */
export function parseLoggerTime(
  text: string,
  dayFirst: boolean,
): { ms: number; offset: number | null } | null {
  const iso = ISO.exec(text);
  const slashed = iso ? null : SLASHED.exec(text);
  if (!iso && !slashed) return null;
  const n = (s: string | undefined) => Number(s ?? 0);
  const [year, month, day] = iso
    ? [n(iso[1]), n(iso[2]), n(iso[3])]
    : dayFirst
      ? [n(slashed![3]), n(slashed![2]), n(slashed![1])]
      : [n(slashed![3]), n(slashed![1]), n(slashed![2])];
  const m = iso ?? slashed!;
  let hour = n(m[4]);
  const half = slashed?.[7]?.toLowerCase();
  if (half) hour = (hour % 12) + (half === 'pm' ? 12 : 0);
  const ms = Date.UTC(year, month - 1, day, hour, n(m[5]), n(m[6]));
  const back = new Date(ms);
  if (back.getUTCMonth() !== month - 1 || back.getUTCDate() !== day || hour > 23 || n(m[5]) > 59) return null;
  const zone = iso?.[7];
  if (!zone) return { ms, offset: null };
  if (zone === 'Z') return { ms, offset: 0 };
  const sign = zone.startsWith('-') ? -1 : 1;
  const digits = zone.slice(1).replace(':', '');
  return { ms, offset: sign * (Number(digits.slice(0, 2)) * 60 + Number(digits.slice(2))) };
}

export type LoggerCheck = Readonly<{
  good: readonly LoggedRow[];
  bad: readonly RowProblem[];
  /** rows of the file that repeat another's time */
  repeated: number;
  warnings: readonly Fact[];
}>;

/**
 * Reads every cell by the mapping.
 * @param offsetAt minutes that a clock stands ahead of UTC at a local time, for `clock.kind === 'zone'`
 * @param now readings of the future are bad rows
 */
export function checkLogger(
  { header, rows }: LoggerFile,
  mapping: LoggerMapping,
  offsetAt: (localMs: number, zone: string) => number,
  now: number,
): LoggerCheck {
  const { least, most } = POSSIBLE[mapping.unit];
  const good: LoggedRow[] = [];
  const bad: RowProblem[] = [];
  const seen = new Set<number>();
  let repeated = 0;
  rows.forEach((cells, i) => {
    const line = i + 2;
    const text = cells[mapping.timeColumn] ?? '';
    const time = parseLoggerTime(text, mapping.dayFirst);
    if (!time) return void bad.push(rowProblem(line, fact('row-no-time', { text: text.slice(0, 40) })));
    const minutes =
      time.offset ??
      (mapping.clock.kind === 'offset' ? mapping.clock.hours * 60 : offsetAt(time.ms, mapping.clock.name));
    const at = time.ms - minutes * 60_000;
    if (at > now + 86_400_000) return void bad.push(rowProblem(line, fact('row-to-come', { text })));
    if (seen.has(at)) return void repeated++;
    seen.add(at);
    let why: Fact | null = null;
    for (const { column } of mapping.columns) {
      const cell = cells[column] ?? '';
      if (cell === '') continue;
      const value = Number(cell);
      if (!Number.isFinite(value))
        why = fact('figure-no-number', { text: cell.slice(0, 40), column: header[column] ?? '' });
      else if (value < least || value > most)
        why = fact('figure-impossible', {
          value,
          unit: mapping.unit,
          column: header[column] ?? '',
          least,
          most,
        });
      else good.push({ line, at, column, value });
    }
    if (why) bad.push(rowProblem(line, why));
  });
  return { good, bad, repeated, warnings: stuckMonths(good, header) };
}

/** Fewer equal values are a calm spell. Ours. */
const LEAST_STUCK = 48;

function stuckMonths(rows: readonly LoggedRow[], header: readonly string[]): Fact[] {
  const months = new Map<
    string,
    { column: number; month: string; value: number; n: number; same: boolean }
  >();
  for (const { at, column, value } of rows) {
    const month = new Date(at).toISOString().slice(0, 7);
    const key = `${column}|${month}`;
    const m = months.get(key);
    if (!m) months.set(key, { column, month, value, n: 1, same: true });
    else {
      m.n++;
      if (m.value !== value) m.same = false;
    }
  }
  return [...months.values()]
    .filter((m) => m.same && m.n >= LEAST_STUCK)
    .map((m) =>
      fact('sensor-stuck', { column: header[m.column] ?? '', value: m.value, readings: m.n, month: m.month }),
    );
}
