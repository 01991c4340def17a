/**
 * Zones with every field of their sheet as GeoJSON (RFC 7946): one feature a zone, drawn where its outline is known, else
 * a point where its lawn lies. The properties are the columns of the CSV file, so that both are read by the same rules.
 */
import { fact, type Fact } from '@/core/units/issue';
import type { Measure } from '@/core/lawn/measure';
import { toSquareFeet } from '@/core/units/trade';
import { polygonArea } from '@/geometry/region';
import { polygonsOf } from './geojson';
import { LAWN_COLUMNS, LAWN_KEYS, type LawnColumn } from './lawn-columns';
import { cellsOf } from './lawn-csv';
import type { LoggerFile } from './logger-csv';

/** Columns that are numbers to other programs; an outline stands in the geometry and not beside it. */
const NUMBERS: readonly LawnColumn[] = [
  'area',
  'latitude',
  'longitude',
  'elevation',
  'noticeHours',
  'areaError',
  'excluded',
  'visitPrice',
  'slope',
  'concreteEdge',
  'bedEdge',
  'irrigation',
];
type Rows = Parameters<typeof cellsOf>[0][];
const { measure: SHAPES, area: AREA, latitude: LATITUDE, longitude: LONGITUDE } = LAWN_COLUMNS;
const MOST_FEATURES = 100_000;

/** All zones as one FeatureCollection. */
export function writeLawnsGeoJson(rows: Readonly<Rows>): string {
  const features = rows.map((row) => {
    const cells = cellsOf(row);
    const measure = row.zone['measure'] as Measure;
    const [longitude, latitude] = [row.lawn['longitude'], row.lawn['latitude']];
    const isDrawn = measure.by === 'polygon';
    const geometry = isDrawn
      ? { type: 'MultiPolygon', coordinates: measure.polygons }
      : longitude != null && latitude != null
        ? { type: 'Point', coordinates: [Number(longitude), Number(latitude)] }
        : null;
    const properties = Object.fromEntries(
      LAWN_KEYS.flatMap((key, i) => {
        const text = cells[i] ?? '';
        if (text === '' || (isDrawn && key === 'measure')) return [];
        return [[LAWN_COLUMNS[key].words, NUMBERS.includes(key) ? Number(text) : text]];
      }),
    );
    return { type: 'Feature', geometry, properties };
  });
  return JSON.stringify({ type: 'FeatureCollection', features });
}

type Read = Readonly<{ ok: true; file: LoggerFile }> | Readonly<{ ok: false; why: Fact }>;
const no = (why: Fact): Read => ({ ok: false, why });

/** A value of a property as a cell: a text without its quotes, anything else as JSON. */
const plainly = (value: unknown): string =>
  typeof value === 'string' ? value : (JSON.stringify(value) ?? '');

/** A feature's properties, with its outline or its place; or why it is no zone. @param number of the feature, from 1 */
function propertiesOf(feature: unknown, number: number): Map<string, string> | Fact {
  const { geometry, properties } = (feature ?? {}) as { geometry?: unknown; properties?: unknown };
  const cells = new Map<string, string>();
  for (const [name, value] of Object.entries((properties ?? {}) as Record<string, unknown>))
    if (value !== null) cells.set(name, plainly(value));
  const kind = (geometry as { type?: unknown } | null | undefined)?.type ?? null;
  if (kind === 'Polygon' || kind === 'MultiPolygon') {
    const polygons = polygonsOf(geometry);
    if ('code' in polygons) return fact('lawn-feature', { feature: number, why: polygons });
    cells.set(SHAPES.words, JSON.stringify({ by: 'polygon', polygons, file: 'GeoJSON' }));
    // a drawing that says nothing of its size has the size that is drawn
    if (!cells.has(AREA.words)) cells.set(AREA.words, toSquareFeet(polygonArea(polygons)).toFixed(1));
  } else if (kind === 'Point') {
    const [longitude, latitude] = (geometry as { coordinates?: unknown[] }).coordinates ?? [];
    if (!cells.has(LONGITUDE.words)) cells.set(LONGITUDE.words, plainly(longitude));
    if (!cells.has(LATITUDE.words)) cells.set(LATITUDE.words, plainly(latitude));
  } else if (kind !== null) return fact('feature-not-a-zone', { feature: number, kind: plainly(kind) });
  return cells;
}

/** The features as a table: a column for each property, and the outline as the sheet keeps it. */
export function readLawnFeatures(text: string): Read {
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch (error) {
    return no(fact('lawns-not-json', { detail: error instanceof Error ? error.message : '' }));
  }
  const { type, features } = body as { type?: unknown; features?: unknown };
  if (type !== 'FeatureCollection' || !Array.isArray(features)) return no(fact('lawns-not-geojson'));
  if (!features.length) return no(fact('lawns-no-feature'));
  if (features.length > MOST_FEATURES)
    return no(fact('lawns-too-many', { count: features.length, most: MOST_FEATURES }));
  const lines: Map<string, string>[] = [];
  for (const [i, f] of (features as unknown[]).entries()) {
    const cells = propertiesOf(f, i + 1);
    if ('code' in cells) return no(cells);
    lines.push(cells);
  }
  const header = [...new Set(lines.flatMap((cells) => [...cells.keys()]))];
  if (header.length < 2) return no(fact('features-without-properties'));
  return { ok: true, file: { header, rows: lines.map((cells) => header.map((h) => cells.get(h) ?? '')) } };
}

/** Whether a file is to be read as GeoJSON. */
export const isGeoJson = (text: string): boolean => text.trimStart().startsWith('{');
