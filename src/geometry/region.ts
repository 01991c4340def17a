/**
 * Shapes and polygons on the ground, laid over each other by standard libraries: polyclip-ts for union, difference and
 * intersection, @turf/area for the area of a polygon of longitude and latitude (on the sphere of GeoJSON's datum).
 */
import { area as sphereArea } from '@turf/area';
import { difference, intersection, union, type Geom } from 'polyclip-ts';
import {
  exclusionRadius,
  outlineOf,
  shapeArea,
  type LonLatRings,
  type Measure,
  type Shape,
  type Tree,
} from '@/core/lawn/measure';
import type { SquareMetres } from '@/core/units/quantity';

type Ring = [number, number][];
/** polygons, each an outside and its holes, in metres on a plane */
export type Region = Ring[][];

/** A micrometre: corners nearer than that are one corner, or the sweep of the clipping loses its way. */
const SNAP = 1e6;
const snapped = (m: number) => Math.round(m * SNAP) / SNAP;
const ringOf = (points: readonly (readonly [number, number])[]): Ring =>
  points.map(([x, y]) => [snapped(x), snapped(y)]);
const geom = (s: Shape): Geom => [ringOf(outlineOf(s))];
const none: Region = [];

/** The area of a region on its plane, m²: outsides less holes, by the shoelace formula. */
export const planeArea = (r: Region): SquareMetres =>
  r.reduce(
    (sum, [outside, ...holes]) =>
      sum + shoelace(outside ?? []) - holes.reduce((h, ring) => h + shoelace(ring), 0),
    0,
  ) as SquareMetres;

function shoelace(ring: Ring): number {
  let twice = 0;
  ring.forEach(([x, y], i) => {
    const [nx, ny] = ring[(i + 1) % ring.length]!;
    twice += x * ny - nx * y;
  });
  return Math.abs(twice) / 2;
}

const all = (geoms: Geom[]): Region => (geoms.length ? union(geoms[0]!, ...geoms.slice(1)) : none);

/** What is added, less what is subtracted; an overlap counts once. */
export function takeoffRegion(shapes: readonly Shape[]): Region {
  const added = all(shapes.filter((s) => s.sign === 'add').map(geom));
  const taken = shapes.filter((s) => s.sign === 'subtract').map(geom);
  return added.length && taken.length ? difference(added, ...taken) : added;
}

/** Shapes of a takeoff that do not do all they say: added ones that overlap, subtracted ones that stick out. */
export type Overlap = Readonly<{ name: string; kind: 'overlaps' | 'sticks-out'; area: SquareMetres }>;
export function overlapsOf(shapes: readonly Shape[]): Overlap[] {
  const out: Overlap[] = [];
  // a hundredth of a square metre is a rounding of corners
  const note = (s: Shape, kind: Overlap['kind'], area: number) => {
    if (area > 0.01) out.push({ name: s.name, kind, area: area as SquareMetres });
  };
  const added: Geom[] = [];
  for (const s of shapes.filter((x) => x.sign === 'add')) {
    if (added.length) note(s, 'overlaps', planeArea(intersection(geom(s), all(added))));
    added.push(geom(s));
  }
  const taken: Geom[] = [];
  for (const s of shapes.filter((x) => x.sign === 'subtract')) {
    const inside = added.length ? planeArea(intersection(geom(s), all(added))) : 0;
    note(s, 'sticks-out', shapeArea(s) - inside);
    if (taken.length) note(s, 'overlaps', planeArea(intersection(geom(s), all(taken))));
    taken.push(geom(s));
  }
  return out;
}

const EARTH = 6_371_008.8;
const RADIANS = Math.PI / 180;

/** Polygons of longitude and latitude on a plane of metres whose origin is their south-west corner. */
export function onPlane(polygons: readonly LonLatRings[]): Region {
  const points = polygons.flat(2);
  const west = Math.min(...points.map((p) => p[0]));
  const south = Math.min(...points.map((p) => p[1]));
  const middle = (south + Math.max(...points.map((p) => p[1]))) / 2;
  const x = (lon: number) => (lon - west) * RADIANS * EARTH * Math.cos(middle * RADIANS);
  const y = (lat: number) => (lat - south) * RADIANS * EARTH;
  return polygons.map((rings) =>
    rings.map((ring) => ringOf(ring.map(([lon, lat]) => [x(lon), y(lat)] as const))),
  );
}

/** A hundredth of a millimetre on the ground. */
const SNAP_DEGREES = 1e10;
/**
 * The ground that polygons cover: parts that overlap count once, a ring that crosses itself holds all its loops, and a hole
 * outside its outline takes nothing off.
 */
function soundPolygons(polygons: readonly LonLatRings[]): LonLatRings[] {
  const snap = (degrees: number) => Math.round(degrees * SNAP_DEGREES) / SNAP_DEGREES;
  const whole = polygons
    .filter((p) => (p[0]?.length ?? 0) > 2)
    .map((p): Geom => [p.map((ring) => ring.map(([lon, lat]): [number, number] => [snap(lon), snap(lat)]))]);
  return all(whole);
}
const drawnArea = (polygons: readonly LonLatRings[]): SquareMetres =>
  sphereArea({
    type: 'MultiPolygon',
    coordinates: polygons.map((p) => p.map((ring) => closed(ring).map((c) => [...c]))),
  }) as SquareMetres;

/** Area of the ground that polygons with holes cover, m². */
export const polygonArea = (polygons: readonly LonLatRings[]): SquareMetres =>
  drawnArea(soundPolygons(polygons));

/** Whether polygons, added up ring by ring, are not the ground that they cover: an outline crosses or overlaps itself. */
export const isFaultyOutline = (polygons: readonly LonLatRings[]): boolean =>
  // a tenth of a square foot is a rounding of corners
  Math.abs(drawnArea(polygons) - polygonArea(polygons)) > 0.01;
const closed = <P extends readonly [number, number]>(ring: readonly P[]): readonly P[] => {
  const [first, last] = [ring[0], ring.at(-1)];
  return first && last && (first[0] !== last[0] || first[1] !== last[1]) ? [...ring, first] : ring;
};

/** Where a zone lies, if that is known; null for a typed figure. */
export function regionOf(m: Measure): Region | null {
  if (m.by === 'takeoff') return takeoffRegion(m.shapes);
  return m.by === 'polygon' ? onPlane(soundPolygons(m.polygons)) : null;
}

export type Measured = Readonly<{
  whole: SquareMetres;
  /** kept out under trees: circles clipped to the zone, overlaps counted once */
  excluded: SquareMetres;
  treated: SquareMetres;
  /** the circles, clipped, for drawing */
  circles: Region;
  /** trees without a place: their circles are taken to lie wholly in the zone and apart from the others */
  unplaced: number;
}>;

/** What `measured` finds as plain figures, m²: for a thread, which takes one argument. */
export function areasOf({
  measure,
  trees,
  typed,
}: Readonly<{ measure: Measure; trees: readonly Tree[]; typed: SquareMetres }>): Pick<
  Measured,
  'whole' | 'excluded'
> {
  const { whole, excluded } = measured(measure, trees, typed);
  return { whole, excluded };
}

/** @param typed the area where the measure is a typed figure */
export function measured(m: Measure, trees: readonly Tree[], typed: SquareMetres): Measured {
  const region = regionOf(m);
  const whole =
    m.by === 'typed' ? typed : m.by === 'polygon' ? polygonArea(m.polygons) : planeArea(region ?? none);
  const kept = trees.filter((t) => t.keepOut);
  const circle = (t: Tree, at: { x: number; y: number }): Shape => ({
    kind: 'circle',
    sign: 'subtract',
    name: t.name,
    at,
    radius: exclusionRadius(t),
  });
  const placed = region ? kept.flatMap((t) => (t.at ? [geom(circle(t, t.at))] : [])) : [];
  const circles = region?.length && placed.length ? (intersection(all(placed), region) as Region) : none;
  const unplaced = kept.filter((t) => !region || !t.at);
  const loose = unplaced.reduce((sum, t) => sum + shapeArea(circle(t, { x: 0, y: 0 })), 0);
  const excluded = Math.min(whole, planeArea(circles) + loose);
  return {
    whole,
    excluded: excluded as SquareMetres,
    treated: (whole - excluded) as SquareMetres,
    circles,
    unplaced: unplaced.length,
  };
}
