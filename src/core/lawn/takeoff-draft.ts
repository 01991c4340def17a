/**
 * A takeoff as it is typed, in feet, and as it is meant, in metres. Shapes without a place are laid beside each other, so
 * that they can be drawn to scale while they are typed; what is subtracted goes into the middle of what was added last.
 */
import { issue, type Issue } from '@/core/units/issue';
import { parseFigure } from '@/core/units/parse';
import type { Metres } from '@/core/units/quantity';
import { fromFeet } from '@/core/units/trade';
import { boundsOf, SHAPE_KINDS, type Place, type Shape, type ShapeKind, type Tree } from './measure';
import type { TreeKind } from './zone';
import { SHOWN_HAIR } from '@/core/units/tolerance';

/** Figures in ft, as typed; x and y empty: placed by itself. */
export type TakeoffDraft = Readonly<{
  kind: string;
  sign: string;
  name: string;
  /** width, base or radius */
  a: string;
  /** height; of a sector degrees */
  b: string;
  /** top of a trapezoid */
  c: string;
  x: string;
  y: string;
}>;

/** What the figures of each kind are called. */
export const SHAPE_FIELDS: Record<
  ShapeKind,
  readonly Readonly<{ key: 'a' | 'b' | 'c'; words: string; unit: 'length' | '°' }>[]
> = {
  rectangle: [
    { key: 'a', words: 'Width', unit: 'length' },
    { key: 'b', words: 'Length', unit: 'length' },
  ],
  triangle: [
    { key: 'a', words: 'Base', unit: 'length' },
    { key: 'b', words: 'Height', unit: 'length' },
  ],
  circle: [{ key: 'a', words: 'Radius', unit: 'length' }],
  sector: [
    { key: 'a', words: 'Radius', unit: 'length' },
    { key: 'b', words: 'Angle', unit: '°' },
  ],
  trapezoid: [
    { key: 'a', words: 'Base', unit: 'length' },
    { key: 'c', words: 'Top', unit: 'length' },
    { key: 'b', words: 'Height', unit: 'length' },
  ],
};
/** Longer than any lawn. */
const MOST_FT = 5000;

/** Reads all shapes. Those that are right are given even where others are not, for drawing. */
export function readTakeoff(drafts: readonly TakeoffDraft[]): { value: Shape[]; issues: Issue[] } {
  const issues: Issue[] = [];
  const value: Shape[] = [];
  if (!drafts.length) issues.push(issue('Shapes', 'takeoff-empty'));
  drafts.forEach((d, i) => {
    const field = d.name.trim() || `Shape ${i + 1}`;
    const kind = SHAPE_KINDS.find((k) => k === d.kind) ?? 'rectangle';
    const figures = { a: 0, b: 0, c: 0 };
    let isRight = true;
    for (const f of SHAPE_FIELDS[kind]) {
      const read = parseFigure(d[f.key], {
        field: `${field}: ${f.words}`,
        unit: f.unit,
        above: 0,
        most: f.unit === '°' ? 360 : MOST_FT,
      });
      if (read.ok) figures[f.key] = read.value;
      else {
        issues.push(read.issue);
        isRight = false;
      }
    }
    const at = placeOf(d.x, d.y, field, issues);
    if (!isRight || at === 'wrong') return;
    const sign = d.sign === 'subtract' ? 'subtract' : 'add';
    const shape = shapeOf(kind, figures, { sign, name: field, at: at ?? { x: 0, y: 0 } });
    value.push(at ? shape : { ...shape, at: freePlace(shape, value) });
  });
  return { value, issues };
}

const metres = (ft: number): Metres => fromFeet(ft);

function shapeOf(
  kind: ShapeKind,
  { a, b, c }: { a: number; b: number; c: number },
  common: Pick<Shape, 'sign' | 'name' | 'at'>,
): Shape {
  switch (kind) {
    case 'rectangle':
      return { ...common, kind, width: metres(a), height: metres(b) };
    case 'triangle':
      return { ...common, kind, base: metres(a), height: metres(b) };
    case 'circle':
      return { ...common, kind, radius: metres(a) };
    case 'sector':
      return { ...common, kind, radius: metres(a), degrees: b };
    case 'trapezoid':
      return { ...common, kind, base: metres(a), top: metres(c), height: metres(b) };
  }
}

function placeOf(x: string, y: string, field: string, issues: Issue[]): Place | null | 'wrong' {
  if (!x.trim() && !y.trim()) return null;
  const read = (text: string, axis: string) =>
    parseFigure(text.trim() ? text.replace('−', '-') : '0', {
      field: `${field}: ${axis}`,
      unit: 'length',
      least: -MOST_FT,
      most: MOST_FT,
    });
  const [right, away] = [read(x, 'right'), read(y, 'away')];
  for (const r of [right, away]) if (!r.ok) issues.push(r.issue);
  return right.ok && away.ok ? { x: metres(right.value), y: metres(away.value) } : 'wrong';
}

/** To the right of all that was added; what is subtracted, in the middle of what was added last, apart from what was taken before. */
function freePlace(shape: Shape, before: readonly Shape[]): Place {
  const own = boundsOf(shape);
  const added = before.filter((s) => s.sign === 'add');
  if (shape.sign === 'add') {
    const right = Math.max(0, ...added.map((s) => boundsOf(s).right));
    return { x: right - own.left, y: 0 - own.bottom };
  }
  const last = added.at(-1);
  if (!last) return { x: 0 - own.left, y: 0 - own.bottom };
  const host = boundsOf(last);
  const inHost = before.filter((s) => s.sign === 'subtract' && boundsOf(s).left >= host.left - SHOWN_HAIR);
  const left = inHost.length ? Math.max(...inHost.map((s) => boundsOf(s).right)) : null;
  const width = own.right - own.left;
  const x = left === null ? (host.left + host.right - width) / 2 : Math.min(left, host.right - width);
  return { x: x - own.left, y: (host.bottom + host.top - (own.top - own.bottom)) / 2 - own.bottom };
}

/** A tree as it is typed: ft; x and y empty: somewhere in the zone. */
export type TreeDraft = Readonly<{
  name: string;
  kind: TreeKind;
  x: string;
  y: string;
  dripLine: string;
  keepOut: boolean;
}>;

export function readTrees(drafts: readonly TreeDraft[]): { value: Tree[]; issues: Issue[] } {
  const issues: Issue[] = [];
  const value: Tree[] = [];
  drafts.forEach((d, i) => {
    const name = d.name.trim() || `Tree ${i + 1}`;
    const drip = parseFigure(d.dripLine, {
      field: `${name}: drip line`,
      unit: 'length',
      above: 0,
      most: 100,
    });
    if (!drip.ok) issues.push(drip.issue);
    const at = placeOf(d.x, d.y, name, issues);
    if (drip.ok && at !== 'wrong')
      value.push({ name, kind: d.kind, at, dripLine: metres(drip.value), keepOut: d.keepOut });
  });
  return { value, issues };
}
