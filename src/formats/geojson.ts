/**
 * Zones from a GeoJSON file (RFC 7946): every Polygon or MultiPolygon in it is one zone, holes are holes.
 * A wrong file is an issue that says which feature and why; nothing is guessed and nothing is repaired.
 */
import { fact, issue, type Fact, type Issue } from '@/core/units/issue';
import type { LonLatRings } from '@/core/lawn/measure';

export type DrawnZone = Readonly<{ name: string; polygons: readonly LonLatRings[] }>;
export type GeoJsonRead =
  | Readonly<{ ok: true; zones: readonly DrawnZone[] }>
  | Readonly<{ ok: false; issues: readonly Issue[] }>;

/** A lawn has no need for more; a file that has them is of something else. */
const MOST_ZONES = 50;
const MOST_POINTS = 20_000;

export function readGeoJson(text: string): GeoJsonRead {
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch (error) {
    return no(issue('File', 'geojson-not-json', { detail: error instanceof Error ? error.message : '' }));
  }
  const features = featuresOf(body);
  if (!features) return no(issue('File', 'not-geojson'));
  const issues: Issue[] = [];
  const zones: DrawnZone[] = [];
  features.forEach(({ geometry, name }, i) => {
    const field = `Feature ${i + 1}${name ? ` (${name})` : ''}`;
    const read = polygonsOf(geometry);
    if ('code' in read) issues.push(issue(field, 'geojson-feature', { feature: field, why: read }));
    else zones.push({ name: name || `zone ${i + 1}`, polygons: read });
  });
  if (!issues.length && !zones.length) return no(issue('File', 'geojson-no-polygon'));
  if (zones.length > MOST_ZONES)
    return no(issue('File', 'geojson-too-many', { count: zones.length, most: MOST_ZONES }));
  return issues.length ? { ok: false, issues } : { ok: true, zones };
}

const no = (...issues: Issue[]): GeoJsonRead => ({ ok: false, issues });
const isObject = (x: unknown): x is Record<string, unknown> =>
  typeof x === 'object' && x !== null && !Array.isArray(x);

function featuresOf(body: unknown): { geometry: unknown; name: string }[] | null {
  if (!isObject(body)) return null;
  const one = (f: unknown) => {
    const properties = isObject(f) && isObject(f['properties']) ? f['properties'] : {};
    const name = properties['name'] ?? properties['Name'] ?? properties['zone'];
    return {
      geometry: isObject(f) ? f['geometry'] : null,
      name: typeof name === 'string' ? name.trim().slice(0, 80) : '',
    };
  };
  switch (body['type']) {
    case 'FeatureCollection':
      return Array.isArray(body['features']) ? body['features'].map(one) : null;
    case 'Feature':
      return [one(body)];
    case 'Polygon':
    case 'MultiPolygon':
      return [{ geometry: body, name: '' }];
    default:
      return null;
  }
}

/** The polygons of a geometry, or why there are none. */
export function polygonsOf(geometry: unknown): readonly LonLatRings[] | Fact {
  if (!isObject(geometry)) return fact('geometry-missing');
  const { type, coordinates } = geometry;
  const list = type === 'Polygon' ? [coordinates] : type === 'MultiPolygon' ? coordinates : null;
  if (!Array.isArray(list)) return fact('geometry-without-area', { type: String(type) });
  let points = 0;
  for (const polygon of list as unknown[]) {
    if (!Array.isArray(polygon) || polygon.length === 0) return fact('polygon-without-ring');
    for (const ring of polygon as unknown[]) {
      const fault = faultOf(ring);
      if (fault) return fault;
      points += (ring as unknown[]).length;
    }
  }
  if (points > MOST_POINTS) return fact('too-many-points', { count: points, most: MOST_POINTS });
  return (list as [number, number][][][]).map((p) =>
    p.map((r) => r.map(([lon, lat]) => [lon, lat] as const)),
  );
}

/** What is wrong with a ring of points; null: nothing. */
function faultOf(ring: unknown): Fact | null {
  if (!Array.isArray(ring) || ring.length < 4) return fact('ring-too-short');
  for (const p of ring as unknown[]) {
    const [lon, lat] = Array.isArray(p) ? (p as unknown[]) : [];
    if (typeof lon !== 'number' || typeof lat !== 'number' || !Number.isFinite(lon + lat))
      return fact('point-no-pair');
    if (Math.abs(lon) > 180 || Math.abs(lat) > 90)
      return fact('point-off-earth', { longitude: lon, latitude: lat });
  }
  const [first, last] = [ring[0], ring.at(-1)] as [number[], number[]];
  return first[0] === last[0] && first[1] === last[1] ? null : fact('ring-not-closed');
}
