import { area as geodesic } from '@turf/area';
import fc from 'fast-check';
import type { LonLatRings, Shape, Tree } from '@/core/lawn/measure';
import { shapeArea } from '@/core/lawn/measure';
import { metres, squareMetres, type Metres } from '@/core/units/quantity';
import { fromFeet, toSquareFeet } from '@/core/units/trade';
import {
  isFaultyOutline,
  measured,
  onPlane,
  overlapsOf,
  planeArea,
  polygonArea,
  regionOf,
  takeoffRegion,
} from './region';

const ft = fromFeet;
const rectangle = (w: number, h: number, x = 0, y = 0, sign: Shape['sign'] = 'add'): Shape => ({
  kind: 'rectangle',
  sign,
  name: `${w} by ${h}`,
  at: { x: ft(x), y: ft(y) },
  width: ft(w),
  height: ft(h),
});
const circle = (r: number, x: number, y: number, sign: Shape['sign'] = 'add'): Shape => ({
  kind: 'circle',
  sign,
  name: 'circle',
  at: { x: ft(x), y: ft(y) },
  radius: ft(r),
});
const inSqFt = (shapes: Shape[]) => toSquareFeet(planeArea(takeoffRegion(shapes)));
const none = squareMetres(0);

describe('a takeoff', () => {
  // published: any geometry text
  test('is the sum of its shapes: rectangle, triangle, circle, sector, trapezoid', () => {
    const at = (x: number) => ({ x: ft(x), y: ft(0) });
    const shapes: Shape[] = [
      rectangle(40, 30),
      { kind: 'triangle', sign: 'add', name: 't', at: at(100), base: ft(20), height: ft(12) },
      circle(10, 200, 20),
      { kind: 'sector', sign: 'add', name: 's', at: at(300), radius: ft(20), degrees: 90 },
      { kind: 'trapezoid', sign: 'add', name: 'z', at: at(400), base: ft(30), top: ft(20), height: ft(10) },
    ];
    expect(inSqFt(shapes)).toBeCloseTo(1200 + 120 + Math.PI * 100 + (Math.PI * 400) / 4 + 250, 2);
  });
  test('takes house and drive away', () => {
    expect(
      inSqFt([rectangle(96, 70), rectangle(16, 20, 70, 0, 'subtract'), rectangle(16, 10, 8, 50, 'subtract')]),
    ).toBeCloseTo(6240, 3);
  });
  test('counts an overlap once, and says so', () => {
    const shapes = [rectangle(40, 30), rectangle(40, 30, 30, 0)];
    expect(inSqFt(shapes)).toBeCloseTo(2100, 3);
    expect(overlapsOf(shapes)).toMatchObject([{ kind: 'overlaps', name: '40 by 30' }]);
    expect(toSquareFeet(overlapsOf(shapes)[0]!.area)).toBeCloseTo(300, 3);
  });
  test('takes away no more than lies inside, and says what sticks out', () => {
    const shapes = [rectangle(40, 30), rectangle(20, 10, 30, 0, 'subtract')];
    expect(inSqFt(shapes)).toBeCloseTo(1100, 3);
    expect(toSquareFeet(overlapsOf(shapes)[0]!.area)).toBeCloseTo(100, 3);
  });
  test('of one shape has that shape’s area to a micrometre of its outline, whatever it is (property)', () => {
    const side = fc.double({ min: 0.5, max: 500, noNaN: true });
    fc.assert(
      fc.property(
        fc.constantFrom('circle', 'sector', 'triangle', 'trapezoid', 'rectangle'),
        side,
        side,
        fc.double({ min: 5, max: 350, noNaN: true }),
        (kind, a, b, degrees) => {
          const common = { sign: 'add', name: kind, at: { x: 3, y: -7 } } as const;
          const [m, n] = [a as Metres, b as Metres];
          const s = {
            circle: { ...common, kind: 'circle', radius: m },
            sector: { ...common, kind: 'sector', radius: m, degrees },
            triangle: { ...common, kind: 'triangle', base: m, height: n },
            trapezoid: { ...common, kind: 'trapezoid', base: m, top: n, height: n },
            rectangle: { ...common, kind: 'rectangle', width: m, height: n },
          }[kind] as Shape;
          // corners are kept to a micrometre: the area is off by no more than that along the outline
          const outline = 8 * a + 4 * b;
          expect(Math.abs(planeArea(takeoffRegion([s])) - shapeArea(s))).toBeLessThan(1e-6 * outline);
        },
      ),
    );
  });
});

describe('trees', () => {
  const tree = (x: number | null, y: number, drip: number, keepOut = true): Tree => ({
    name: 'apple',
    kind: 'fruit',
    at: x === null ? null : { x: ft(x), y: ft(y) },
    dripLine: ft(drip),
    keepOut,
  });
  const lawn = { by: 'takeoff', shapes: [rectangle(100, 60)] } as const;
  const excluded = (...trees: Tree[]) => toSquareFeet(measured(lawn, trees, none).excluded);
  test('keep a circle of twice the drip line (common practice, no source)', () => {
    expect(excluded(tree(50, 30, 6))).toBeCloseTo(Math.PI * 144, 1);
  });
  test('at the edge are clipped to the zone: half a circle', () => {
    expect(excluded(tree(50, 0, 6))).toBeCloseTo((Math.PI * 144) / 2, 1);
  });
  test('that overlap count once', () => {
    expect(excluded(tree(50, 30, 6), tree(50, 30, 6))).toBeCloseTo(Math.PI * 144, 1);
    // published: area of the lens of two unit circles one radius apart, 2π/3 − √3/2
    const lens = 144 * ((2 * Math.PI) / 3 - Math.sqrt(3) / 2);
    expect(excluded(tree(50, 30, 6), tree(62, 30, 6))).toBeCloseTo(2 * Math.PI * 144 - lens, 0);
  });
  test('without keeping out take nothing; without a place their whole circle counts, and never more than the zone', () => {
    expect(excluded(tree(50, 30, 6, false))).toBe(0);
    const { excluded: out, unplaced, treated } = measured(lawn, [tree(null, 0, 6)], none);
    expect([toSquareFeet(out), unplaced]).toEqual([expect.closeTo(Math.PI * 144, 1), 1]);
    expect(toSquareFeet(treated)).toBeCloseTo(6000 - Math.PI * 144, 1);
    expect(measured(lawn, [tree(null, 0, 90)], none).treated).toBe(0);
  });
  test('never take more than their circles, nor more than the zone (property)', () => {
    const at = fc.double({ min: -20, max: 120, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(at, at, fc.double({ min: 0.5, max: 20, noNaN: true })), { maxLength: 5 }),
        (list) => {
          const out = excluded(...list.map(([x, y, d]) => tree(x, y, d)));
          const circles = list.reduce((sum, [, , d]) => sum + Math.PI * 4 * d * d, 0);
          expect(out).toBeLessThanOrEqual(Math.min(6000, circles) + 1e-6);
        },
      ),
    );
  });
});

describe('polygons of the ground', () => {
  // published: on a sphere of radius R a cell of longitude Δλ between two latitudes has R² Δλ (sin φ2 − sin φ1)
  const cell = (lon: number, lat: number, d: number) =>
    [
      [
        [lon, lat],
        [lon + d, lat],
        [lon + d, lat + d],
        [lon, lat + d],
        [lon, lat],
      ] as const,
    ] as const;
  const exact = (lat: number, d: number) => {
    const rad = Math.PI / 180;
    return 6_371_008.8 ** 2 * d * rad * (Math.sin((lat + d) * rad) - Math.sin(lat * rad));
  };
  test('have the area of the sphere, to a thousandth', () => {
    for (const lat of [0, 36, 48])
      expect(polygonArea([cell(-90, lat, 0.001)]) / exact(lat, 0.001)).toBeCloseTo(1, 3);
  });
  test('lose their holes, and several add up', () => {
    const [outside] = cell(-90, 36, 0.002);
    const [hole] = cell(-89.9995, 36.0005, 0.001);
    expect(polygonArea([[outside, hole]]) / (exact(36, 0.002) - exact(36.0005, 0.001))).toBeCloseTo(1, 3);
    expect(polygonArea([cell(-90, 36, 0.001), cell(-91, 36, 0.001)]) / (2 * exact(36, 0.001))).toBeCloseTo(
      1,
      3,
    );
  });
  test('laid on a plane keep their area to a thousandth, so that circles of feet can be cut out of them', () => {
    const here = [cell(-90, 36, 0.001)];
    expect(planeArea(onPlane(here)) / polygonArea(here)).toBeCloseTo(1, 3);
    const trunk: Tree = {
      name: 'pear',
      kind: 'fruit',
      at: { x: 40, y: 50 },
      dripLine: metres(2),
      keepOut: true,
    };
    expect(measured({ by: 'polygon', polygons: here, file: '' }, [trunk], none).excluded).toBeCloseTo(
      Math.PI * 16,
      1,
    );
  });
  // by hand: three ugly outlines each way; the ground they cover is what the sphere says of it
  const at = (x: number, y: number) => [-90 + x * 0.001, 36 + y * 0.001] as const;
  const square = (x: number, y: number, d = 1) => [at(x, y), at(x + d, y), at(x + d, y + d), at(x, y + d)];
  const unit = exact(36, 0.001);
  const UGLY: readonly (readonly [string, LonLatRings[], number])[] = [
    ['two parts that overlap by half', [[square(0, 0)], [square(0.5, 0)]], 1.5],
    ['a part twice', [[square(0, 0)], [square(0, 0)]], 1],
    ['a part within another', [[square(0, 0, 2)], [square(0.5, 0.5)]], 4],
    ['a bow tie: both loops are lawn', [[[at(0, 0), at(1, 1), at(1, 0), at(0, 1)]]], 0.5],
    ['a hole outside takes nothing off', [[square(0, 0), square(3, 3)]], 1],
    ['a hole that sticks out takes off what is inside', [[square(0, 0), square(0.5, 0)]], 0.5],
  ];
  test.each(UGLY)('%s', (_name, polygons, squares) => {
    expect(polygonArea(polygons) / (squares * unit)).toBeCloseTo(1, 3);
    expect(isFaultyOutline(polygons)).toBe(true);
    const { whole } = measured({ by: 'polygon', polygons, file: '' }, [], none);
    expect(whole).toBeCloseTo(polygonArea(polygons), 6);
    expect(planeArea(regionOf({ by: 'polygon', polygons, file: '' })!) / whole).toBeCloseTo(1, 3);
  });
  test('a plain outline, with a hole in it, is what it says', () => {
    expect(isFaultyOutline([[square(0, 0, 2), square(0.5, 0.5)]])).toBe(false);
    expect(isFaultyOutline([[square(0, 0)], [square(1, 0)]])).toBe(false);
  });
  test('an open ring is closed before it is measured', () => {
    const [ring] = cell(-90, 36, 0.001);
    expect(polygonArea([[ring.slice(0, -1)]])).toBeCloseTo(
      geodesic({ type: 'Polygon', coordinates: [ring.map((p) => [...p])] }),
      6,
    );
  });
});
