/**
 * How the area of a zone was got: shapes added and subtracted, a polygon of the ground, or a typed figure; and what is
 * kept out of it under trees.
 *
 * Lengths are in metres on a plane with its origin where the person began; x to the right, y away. Areas of single
 * shapes are exact (any geometry text); how they lie over each other is src/geometry's to say.
 */
import type { Metres, SquareMetres } from '@/core/units/quantity';
import { TREE_KINDS, type TreeKind } from './zone';

export type Place = Readonly<{ x: number; y: number }>;

/** `at` is the lower left corner, for circles and sectors the centre. */
export type Shape = Readonly<{ sign: 'add' | 'subtract'; name: string; at: Place }> &
  (
    | Readonly<{ kind: 'rectangle'; width: Metres; height: Metres }>
    /** base along x, its tip `height` above it at the middle */
    | Readonly<{ kind: 'triangle'; base: Metres; height: Metres }>
    | Readonly<{ kind: 'circle'; radius: Metres }>
    /** a slice of a circle, `degrees` wide, from the x axis against the clock */
    | Readonly<{ kind: 'sector'; radius: Metres; degrees: number }>
    /** parallel sides `base` below and `top` above, the top centred */
    | Readonly<{ kind: 'trapezoid'; base: Metres; top: Metres; height: Metres }>
  );
export type ShapeKind = Shape['kind'];
export const SHAPE_KINDS = ['rectangle', 'triangle', 'circle', 'sector', 'trapezoid'] as const;

/** The area of one shape by itself. */
export function shapeArea(s: Shape): SquareMetres {
  switch (s.kind) {
    case 'rectangle':
      return (s.width * s.height) as SquareMetres;
    case 'triangle':
      return ((s.base * s.height) / 2) as SquareMetres;
    case 'circle':
      return (Math.PI * s.radius ** 2) as SquareMetres;
    case 'sector':
      return ((Math.PI * s.radius ** 2 * s.degrees) / 360) as SquareMetres;
    case 'trapezoid':
      return (((s.base + s.top) / 2) * s.height) as SquareMetres;
  }
}

/** Corners of a curved shape's polygon; 180 to a circle. */
const CORNERS = 180;

/**
 * The outline as a ring, against the clock and not closed. A curve's corners lie a little outside of it, so that the
 * polygon has the curve's area to the last digit.
 */
export function outlineOf(s: Shape): (readonly [number, number])[] {
  const { x, y } = s.at;
  switch (s.kind) {
    case 'rectangle':
      return [
        [x, y],
        [x + s.width, y],
        [x + s.width, y + s.height],
        [x, y + s.height],
      ];
    case 'triangle':
      return [
        [x, y],
        [x + s.base, y],
        [x + s.base / 2, y + s.height],
      ];
    case 'trapezoid': {
      const inset = (s.base - s.top) / 2;
      return [
        [x, y],
        [x + s.base, y],
        [x + s.base - inset, y + s.height],
        [x + inset, y + s.height],
      ];
    }
    case 'circle':
      return arc(s.at, s.radius, 360, CORNERS).slice(0, -1);
    case 'sector':
      return [[x, y], ...arc(s.at, s.radius, s.degrees, Math.max(8, Math.ceil((CORNERS * s.degrees) / 360)))];
  }
}

/** n + 1 points along an arc, at the radius that makes the fan's area that of the slice. */
function arc({ x, y }: Place, radius: number, degrees: number, n: number): (readonly [number, number])[] {
  const step = (degrees * Math.PI) / 180 / n;
  const r = radius * Math.sqrt(step / Math.sin(step));
  return Array.from(
    { length: n + 1 },
    (_, i) => [x + r * Math.cos(i * step), y + r * Math.sin(i * step)] as const,
  );
}

/** How wide and high a shape is, for laying shapes side by side. */
export function boundsOf(s: Shape): Readonly<{ left: number; right: number; bottom: number; top: number }> {
  const xs = outlineOf(s).map((p) => p[0]);
  const ys = outlineOf(s).map((p) => p[1]);
  return { left: Math.min(...xs), right: Math.max(...xs), bottom: Math.min(...ys), top: Math.max(...ys) };
}

export type Tree = Readonly<{
  name: string;
  kind: TreeKind;
  /** null: somewhere in the zone; then its whole circle counts */
  at: Place | null;
  dripLine: Metres;
  /** whether product is kept out of its circle */
  keepOut: boolean;
}>;

/** Trees as a zone's row keeps them. @throws RangeError for anything else */
export function readStoredTrees(stored: unknown): Tree[] {
  const isTree = (t: unknown): t is Tree =>
    typeof t === 'object' &&
    t !== null &&
    'kind' in t &&
    (TREE_KINDS as readonly unknown[]).includes(t.kind) &&
    'dripLine' in t &&
    typeof t.dripLine === 'number';
  if (!Array.isArray(stored) || !stored.every(isTree)) throw new RangeError('No list of trees of a zone');
  return stored;
}

/** Twice the drip-line radius about the trunk. Common practice, no source; a label's own distance wins where it is more. */
const EXCLUSION_FACTOR = 2;
export const exclusionRadius = (t: Tree): Metres => (t.dripLine * EXCLUSION_FACTOR) as Metres;

/** Rings of longitude and latitude as GeoJSON has them: the first is the outside, the others are holes. */
export type LonLatRings = readonly (readonly (readonly [lon: number, lat: number])[])[];

export type Measure =
  | Readonly<{ by: 'typed'; how: string }>
  | Readonly<{ by: 'takeoff'; shapes: readonly Shape[] }>
  | Readonly<{ by: 'polygon'; polygons: readonly LonLatRings[]; file: string }>;

/** How an area was got, as it was kept. @throws RangeError where it is none of the ways */
export function readMeasure(stored: unknown): Measure {
  const kept = stored as Partial<Measure> | null;
  if (
    (kept?.by === 'typed' && typeof kept.how === 'string') ||
    (kept?.by === 'takeoff' && Array.isArray(kept.shapes)) ||
    (kept?.by === 'polygon' && Array.isArray(kept.polygons))
  )
    return kept as Measure;
  throw new RangeError(`An area that was measured by ${String(kept?.by)}`);
}

/** How sure a way of measuring is, in percent of the area. Common practice, no source. */
export const USUAL_ERROR = { wheeled: 3, paced: 8, estimated: 15, 'from a plan': 2 } as const;
export type TypedHow = keyof typeof USUAL_ERROR;
