/**
 * Reads what people type into a figure. A wrong text is an issue that says what was expected and what came,
 * never an exception and never a guess.
 */
import { fact, type Fact, type Issue } from './issue';
import { withoutThousands, type Measure } from './measures';

export type Parsed<T> = Readonly<{ ok: true; value: T }> | Readonly<{ ok: false; issue: Issue }>;

/** `unit`: a measure, read in trade units; or in words what is counted: "days", "%". */
type Bounds = Readonly<{
  field: string;
  unit: Measure | (string & {});
  above?: number;
  least?: number;
  most: number;
}>;

/**
 * A number in `unit` within bounds. Accepts "6,240", "0.4" and " 12 "; refuses "12x", "", "-3" and figures beyond
 * `most`, which stand for a slip of the finger (an area in sq ft typed as if it were acres, a doubled digit).
 */
export function parseFigure(text: string, bounds: Bounds): Parsed<number> {
  const { field, unit, above, least, most } = bounds;
  const named = { name: field, unit };
  const refuse = (found: Fact, missing: { isMissing?: true } = {}): Parsed<number> => ({
    ok: false,
    issue: { field, ...found, ...missing },
  });
  const plain = withoutThousands(text);
  if (plain === '') return refuse(fact('missing', named), { isMissing: true });
  if (!/^[+-]?(?:\d+(?:\.\d*)?|\.\d+)$/.test(plain))
    return refuse(fact('not-a-number', { ...named, text: text.trim(), example: (least ?? above ?? 0) + 1 }));
  const value = Number(plain);
  const beside = (bound: number) => ({ ...named, value: plain, bound });
  if (above !== undefined && value <= above) return refuse(fact('not-above', beside(above)));
  if (least !== undefined && value < least) return refuse(fact('below', beside(least)));
  if (value > most) return refuse(fact('beyond', beside(most)));
  return { ok: true, value };
}

/** An exact figure as tables keep it, "12.500000", without the places that say nothing: "12.5". */
export function withoutZeros(exact: string): string {
  if (!/^-?\d+\.\d+$/.test(exact)) return exact;
  let end = exact.length;
  while (exact[end - 1] === '0') end--;
  return exact.slice(0, exact[end - 1] === '.' ? end - 1 : end);
}
