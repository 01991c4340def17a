/** Customers and lawns as CSV: one row a zone. The same columns go out as come in. */
import { stringify } from 'csv-stringify/sync';
import { EXPOSURES, MOISTURES } from '@/core/ground/site';
import { TEXTURES, TURFS } from '@/core/trade/terms';
import { DRAINAGES, THATCHES } from '@/core/lawn/zone';
import { parseFigure } from '@/core/units/parse';
import type { LoggerFile, RowProblem } from './logger-csv';

/** Our columns, and other names under which files bring them. */
export const LAWN_COLUMNS = {
  customer: { words: 'Customer', also: ['name', 'client', 'owner'], needed: true },
  address: { words: 'Address', also: ['street', 'site', 'property', 'location'], needed: true },
  zone: { words: 'Zone', also: ['area name', 'part'], needed: false },
  turf: { words: 'Turf', also: ['grass', 'turf type', 'species'], needed: true },
  area: { words: 'Area, sq ft', also: ['sq ft', 'sqft', 'square feet', 'size', 'area'], needed: true },
  texture: { words: 'Soil', also: ['soil texture', 'texture'], needed: false },
  moisture: { words: 'Moisture', also: ['wetness'], needed: false },
  exposure: { words: 'Sun', also: ['exposure', 'light'], needed: false },
  drainage: { words: 'Drainage', also: [], needed: false },
  thatch: { words: 'Thatch', also: [], needed: false },
  notes: { words: 'Notes', also: ['note', 'comment', 'remarks'], needed: false },
  hazards: { words: 'Hazards', also: ['warnings', 'hazard'], needed: false },
} as const satisfies Record<string, Readonly<{ words: string; also: readonly string[]; needed: boolean }>>;
export type LawnColumn = keyof typeof LAWN_COLUMNS;
export const LAWN_KEYS = Object.keys(LAWN_COLUMNS) as LawnColumn[];
/** Column of the file for each of ours; −1: the file has none. */
export type LawnMapping = Readonly<Record<LawnColumn, number>>;

const plain = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z]+/g, ' ')
    .trim();

/** What the columns probably are, for a person to look at. */
export function matchColumns(header: readonly string[]): LawnMapping {
  const names = header.map(plain);
  const taken = new Set<number>();
  const find = (key: LawnColumn) => {
    const wanted = [plain(LAWN_COLUMNS[key].words), key, ...LAWN_COLUMNS[key].also];
    const i = names.findIndex((n, at) => !taken.has(at) && wanted.includes(n));
    if (i >= 0) taken.add(i);
    return i;
  };
  return Object.fromEntries(LAWN_KEYS.map((key) => [key, find(key)])) as LawnMapping;
}

export type LawnLine = Readonly<Record<LawnColumn, string> & { line: number }>;

/** Every row held to what a zone needs: good ones, and bad ones by line and reason. */
export function checkLawns(
  { rows }: LoggerFile,
  mapping: LawnMapping,
): { good: LawnLine[]; bad: RowProblem[]; repeated: number } {
  const good: LawnLine[] = [];
  const bad: RowProblem[] = [];
  const seen = new Set<string>();
  let repeated = 0;
  rows.forEach((cells, i) => {
    const line = i + 2;
    const cell = (key: LawnColumn) => (mapping[key] < 0 ? '' : (cells[mapping[key]] ?? '')).trim();
    const problems: string[] = [];
    const word = (key: LawnColumn, most: number) => {
      const text = cell(key);
      if (LAWN_COLUMNS[key].needed && !text) problems.push(`${LAWN_COLUMNS[key].words} is missing`);
      if (text.length > most)
        problems.push(`${LAWN_COLUMNS[key].words} has ${text.length} letters; at most ${most}`);
      return text;
    };
    const oneOf = (key: LawnColumn, list: readonly string[], usual: string) => {
      const text = cell(key);
      if (!text) {
        if (LAWN_COLUMNS[key].needed) problems.push(`${LAWN_COLUMNS[key].words} is missing`);
        return usual;
      }
      const found = list.find((w) => plain(w) === plain(text));
      if (!found)
        problems.push(`${LAWN_COLUMNS[key].words} "${text.slice(0, 40)}" is none of ${list.join(', ')}`);
      return found ?? usual;
    };
    const area = parseFigure(cell('area'), { field: 'Area', unit: 'sq ft', above: 0, most: 5_000_000 });
    if (!area.ok) problems.push(`${area.issue.problem}. ${area.issue.remedy}`);
    const row: LawnLine = {
      line,
      customer: word('customer', 200),
      address: word('address', 300),
      zone: word('zone', 100) || 'whole lawn',
      turf: oneOf('turf', TURFS, ''),
      area: area.ok ? String(area.value) : '',
      texture: oneOf('texture', TEXTURES, 'loam'),
      moisture: oneOf('moisture', MOISTURES, 'moist'),
      exposure: oneOf('exposure', EXPOSURES, 'full sun'),
      drainage: oneOf('drainage', DRAINAGES, 'good'),
      thatch: oneOf('thatch', THATCHES, 'none'),
      notes: word('notes', 4000),
      hazards: word('hazards', 4000),
    };
    const key = `${plain(row.address + row.zone)}|${row.address}|${row.zone}`;
    if (problems.length) bad.push({ line, problem: problems.join('. ') });
    else if (seen.has(key)) repeated++;
    else good.push(row);
    seen.add(key);
  });
  return { good, bad, repeated };
}

/** Rows as CSV with our header. Cells that a spreadsheet would run as a formula are made harmless. */
export const writeLawns = (rows: readonly Omit<LawnLine, 'line'>[]): string =>
  stringify(
    rows.map((r) => LAWN_KEYS.map((k) => r[k])),
    { header: true, columns: LAWN_KEYS.map((k) => LAWN_COLUMNS[k].words), escape_formulas: true },
  );
