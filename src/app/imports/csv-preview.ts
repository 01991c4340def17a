/** The header and the first rows of a CSV file, for choosing columns by eye; the server reads the whole file properly. */
import { isGeoJson, readLawnFeatures } from '@/formats/lawn-geojson';
import { parse } from 'csv-parse/browser/esm/sync';

export type CsvPreview = Readonly<{ columns: readonly string[]; rows: readonly (readonly string[])[] }>;
const LINES = 5;

export function previewCsv(text: string): CsvPreview | null {
  const start = text.split('\n', LINES + 1).join('\n');
  const first = start.slice(0, start.indexOf('\n') < 0 ? start.length : start.indexOf('\n'));
  const delimiter = [';', '\t', ','].find((d) => first.includes(d)) ?? ',';
  try {
    const rows: string[][] = parse(start, {
      bom: true,
      delimiter,
      relax_column_count: true,
      relax_quotes: true,
      skip_empty_lines: true,
      trim: true,
    });
    const [columns, ...rest] = rows;
    return columns && columns.length > 1 && rest.length ? { columns, rows: rest } : null;
  } catch {
    return null;
  }
}

/** Of a file of lawns, which may be GeoJSON. */
export function previewLawns(text: string): CsvPreview | null {
  if (!isGeoJson(text)) return previewCsv(text);
  const read = readLawnFeatures(text);
  return read.ok ? { columns: read.file.header, rows: read.file.rows.slice(0, LINES) } : null;
}
