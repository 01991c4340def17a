/** A table of driving minutes between places: the first row and the first column name them. */
import { fact, type Fact } from '@/core/units/issue';
import { parse } from 'csv-parse/browser/esm/sync';

type Matrix = Readonly<{ names: readonly string[]; minutes: readonly (readonly number[])[] }>;
export type MinutesFile = Readonly<{ ok: true; matrix: Matrix }> | Readonly<{ ok: false; why: Fact }>;

const MOST_PLACES = 500;
const MOST_MINUTES = 1440;

/** @returns minutes from the row's place to the column's, the rows in the order of the columns */
export function readMinutes(text: string): MinutesFile {
  const bad = (why: Fact): MinutesFile => ({ ok: false, why });
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
    return bad(fact('minutes-no-table', { detail: error instanceof Error ? error.message : '' }));
  }
  const names = (rows[0] ?? []).slice(1);
  if (names.length < 2) return bad(fact('minutes-no-places'));
  if (names.length > MOST_PLACES)
    return bad(fact('minutes-too-many-places', { count: names.length, most: MOST_PLACES }));
  if (new Set(names).size < names.length) return bad(fact('minutes-place-twice'));
  const minutes: number[][] = [];
  for (const name of names) {
    const at = rows.findIndex((r, i) => i > 0 && r[0] === name);
    if (at < 0) return bad(fact('minutes-no-row', { place: name }));
    const row = rows[at]!.slice(1, names.length + 1).map((cell) => Number(cell === '' ? NaN : cell));
    const wrong = names.findIndex((_, i) => !(row[i]! >= 0 && row[i]! <= MOST_MINUTES));
    if (wrong >= 0)
      return bad(
        fact('minutes-malformed', {
          from: name,
          to: names[wrong] ?? '',
          text: rows[at]![wrong + 1] ?? '',
          most: MOST_MINUTES,
        }),
      );
    minutes.push(row);
  }
  return { ok: true, matrix: { names, minutes } };
}
