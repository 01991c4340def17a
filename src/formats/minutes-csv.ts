/** A table of driving minutes between places: the first row and the first column name them. */
import { parse } from 'csv-parse/browser/esm/sync';

type Matrix = Readonly<{ names: readonly string[]; minutes: readonly (readonly number[])[] }>;
export type MinutesFile =
  Readonly<{ ok: true; matrix: Matrix }> | Readonly<{ ok: false; problem: string; remedy: string }>;

const MOST_PLACES = 500;
const MOST_MINUTES = 1440;

/** @returns minutes from the row's place to the column's, the rows in the order of the columns */
export function readMinutes(text: string): MinutesFile {
  const bad = (problem: string, remedy: string): MinutesFile => ({ ok: false, problem, remedy });
  const first = text.split('\n', 1)[0] ?? '';
  let rows: string[][];
  try {
    rows = parse(text, {
      bom: true,
      relax_column_count: true,
      skip_empty_lines: true,
      trim: true,
      delimiter: [';', '\t', ','].find((d) => first.includes(d)) ?? ',',
    });
  } catch (error) {
    return bad(`The file is no table: ${error instanceof Error ? error.message : ''}`, 'Save it as CSV.');
  }
  const names = (rows[0] ?? []).slice(1);
  if (names.length < 2)
    return bad('The first row names no places', 'Put their addresses into the first row.');
  if (names.length > MOST_PLACES)
    return bad(`It names ${names.length} places`, `Bring at most ${MOST_PLACES}.`);
  if (new Set(names).size < names.length)
    return bad('A place is named twice in the first row', 'Name each of them once.');
  const minutes: number[][] = [];
  for (const name of names) {
    const at = rows.findIndex((r, i) => i > 0 && r[0] === name);
    if (at < 0)
      return bad(`There is no row for ${name}`, 'Name the same places in the first row and column.');
    const row = rows[at]!.slice(1, names.length + 1).map((cell) => Number(cell === '' ? NaN : cell));
    const wrong = names.findIndex((_, i) => !(row[i]! >= 0 && row[i]! <= MOST_MINUTES));
    if (wrong >= 0)
      return bad(
        `From ${name} to ${names[wrong]} stands "${rows[at]![wrong + 1] ?? ''}"`,
        `Type minutes, 0 to ${MOST_MINUTES}.`,
      );
    minutes.push(row);
  }
  return { ok: true, matrix: { names, minutes } };
}
