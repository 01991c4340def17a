/** Files of up to a million rows looked through, in a thread: what comes back is counts and what a person is shown. */
import type { RowProblem, Fact } from '@/core/units/issue';
import { isGeoJson, readLawnFeatures } from '@/formats/lawn-geojson';
import type { LawnMapping } from '@/formats/lawn-columns';
import { checkLawns } from '@/formats/lawn-csv';
import { checkLogger, readCsv, type LoggedRow, type LoggerMapping } from '@/formats/logger-csv';
import { checkWeather } from '@/formats/weather-file';
import type { WeatherMapping } from '@/formats/weather-mapping';
import { offsetIn } from '@/server/soil/clock-offset';

export const PROBLEMS_SHOWN = 200;
/** The latest rows, for a look at whether the scale is right. */
const LATEST = 2000;

export type Looked = Readonly<{
  rows: number;
  good: number;
  bad: number;
  repeated: number;
  /** the first of them */
  problems: readonly RowProblem[];
  warnings: readonly Fact[];
}>;
type Unread = Readonly<{ ok: false; why: Fact }>;

export function lookAtReadings({
  body,
  mapping,
  now,
}: Readonly<{ body: string; mapping: LoggerMapping; now: number }>):
  | Unread
  | Readonly<{ ok: true; looked: Looked; header: readonly string[]; latest: readonly LoggedRow[] }> {
  const read = readCsv(body);
  if (!read.ok) return read;
  const check = checkLogger(read.file, mapping, offsetIn, now);
  return {
    ok: true,
    header: read.file.header,
    latest: check.good.slice(-LATEST),
    looked: {
      rows: read.file.rows.length,
      good: check.good.length,
      repeated: check.repeated,
      bad: check.bad.length,
      problems: check.bad.slice(0, PROBLEMS_SHOWN),
      warnings: check.warnings,
    },
  };
}

/** A file of lawns, as GeoJSON where it begins like one, else as CSV. */
export const readLawnTable = (text: string) => (isGeoJson(text) ? readLawnFeatures(text) : readCsv(text));

export function lookAtLawns({
  body,
  mapping,
  stations,
}: Readonly<{ body: string; mapping: LawnMapping; stations: readonly string[] }>):
  | Unread
  | Readonly<{ ok: true; looked: Looked }> {
  const read = readLawnTable(body);
  if (!read.ok) return read;
  const { good, bad, repeated } = checkLawns(read.file, mapping, stations);
  return {
    ok: true,
    looked: {
      rows: read.file.rows.length,
      good: good.length,
      repeated,
      warnings: [],
      bad: bad.length,
      problems: bad.slice(0, PROBLEMS_SHOWN),
    },
  };
}

export const lookAtWeather = ({ body, mapping }: Readonly<{ body: string; mapping: WeatherMapping }>) =>
  checkWeather(body, mapping);
