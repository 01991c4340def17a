import type { Measure } from '@/core/lawn/measure';
import { readTakeoff, readTrees } from '@/core/lawn/takeoff-draft';
import { parseFigure } from '@/core/units/parse';
import type { SquareMetres } from '@/core/units/quantity';
import { fromSquareFeet } from '@/core/units/trade';
import { measured, overlapsOf, regionOf } from '@/geometry/region';
import type { LawnInput } from '@/server/lawns/save-lawn';

export type SizeTyped = Pick<LawnInput, 'measure' | 'trees'>;
/** What the typed measure and trees come to, as far as they can be read. */
export type AreaRead = ReturnType<typeof readArea>;
export function readArea({ measure, trees }: SizeTyped) {
  const shapes = measure.by === 'takeoff' ? readTakeoff(measure.shapes) : { value: [], issues: [] };
  const some = readTrees(trees);
  const typed =
    measure.by === 'typed'
      ? parseFigure(measure.area, { field: 'Area', unit: 'area', above: 0, most: 5_000_000 })
      : null;
  const meant: Measure =
    measure.by === 'takeoff'
      ? { by: 'takeoff', shapes: shapes.value }
      : measure.by === 'polygon'
        ? measure
        : { by: 'typed', how: measure.how };
  const whole = (typed?.ok ? fromSquareFeet(typed.value) : 0) as SquareMetres;
  return {
    shapes: shapes.value,
    issues: [...shapes.issues, ...some.issues],
    trees: some.value,
    region: regionOf(meant) ?? [],
    overlaps: overlapsOf(shapes.value),
    ...measured(meant, some.value, whole),
  };
}
