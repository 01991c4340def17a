/**
 * Reads what people type into a figure. A wrong text is an issue that says what was expected and what came,
 * never an exception and never a guess.
 */
export type Issue = Readonly<{
  field: string;
  problem: string;
  remedy: string;
  /** nothing was typed: a form that is still being filled in need not complain yet */
  isMissing?: true;
}>;
export type Parsed<T> = Readonly<{ ok: true; value: T }> | Readonly<{ ok: false; issue: Issue }>;

type Bounds = Readonly<{ field: string; unit: string; above?: number; least?: number; most: number }>;

/**
 * A number in `unit` within bounds. Accepts "6,240", "0.4" and " 12 "; refuses "12x", "", "-3" and figures beyond
 * `most`, which stand for a slip of the finger (an area in sq ft typed as if it were acres, a doubled digit).
 */
export function parseFigure(text: string, { field, unit, above, least, most }: Bounds): Parsed<number> {
  const refuse = (problem: string, remedy: string): Parsed<number> => ({
    ok: false,
    issue: { field, problem, remedy },
  });
  const plain = text.trim().replace(/(?<=\d),(?=\d{3}(\D|$))/g, '');
  if (plain === '')
    return {
      ok: false,
      issue: { field, problem: `${field} is missing`, remedy: `Type a number in ${unit}.`, isMissing: true },
    };
  if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(plain))
    return refuse(
      `${field} "${text.trim()}" is not a number`,
      `Type a number in ${unit}, for example ${(least ?? above ?? 0) + 1}.`,
    );
  const value = Number(plain);
  if (above !== undefined && value <= above)
    return refuse(`${field} is ${plain} ${unit}`, `It must be more than ${above} ${unit}.`);
  if (least !== undefined && value < least)
    return refuse(`${field} is ${plain} ${unit}`, `It must be at least ${least} ${unit}.`);
  if (value > most)
    return refuse(
      `${field} is ${plain} ${unit}`,
      `More than ${most.toLocaleString('en-US')} ${unit} is taken for a slip. Check the figure and its unit.`,
    );
  return { ok: true, value };
}
