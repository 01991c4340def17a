/** The area of the spots of a zone, as it is typed. */
import { showArea, significant } from '@/core/units/format';
import { parseFigure, type Issue } from '@/core/units/parse';
import type { SquareMetres } from '@/core/units/quantity';
import { fromSquareFeet, toSquareFeet } from '@/core/units/trade';

/** Spots in square feet, more than none and no more than their zone; empty: the whole zone, null. */
export function spotsIn(
  text: string,
  zone: SquareMetres,
): Readonly<{ ok: true; value: SquareMetres | null }> | Readonly<{ ok: false; issue: Issue }> {
  if (text.trim() === '') return { ok: true, value: null };
  const parsed = parseFigure(text, { field: 'Area of the spots', unit: 'sq ft', above: 0, most: 1e9 });
  if (!parsed.ok) return parsed;
  // a zone is shown rounded: its own figure, typed back, is the whole of it
  const most = toSquareFeet(zone);
  if (parsed.value <= most + 0.5) return { ok: true, value: fromSquareFeet(Math.min(parsed.value, most)) };
  return {
    ok: false,
    issue: {
      field: 'Area of the spots',
      problem: `Area of the spots is ${significant(parsed.value, 6)} sq ft, and the zone has ${showArea(zone)}`,
      remedy: 'Type what the spots come to, or leave it empty for the whole zone.',
    },
  };
}
