/**
 * Reads what people type into a figure. A wrong text is an issue that says what was expected and what came,
 * never an exception and never a guess.
 */
import { asTyped, isMeasure, unitWords, withoutThousands, type Measure, type UnitSystem } from './measures';

export type Issue = Readonly<{
  field: string;
  problem: string;
  remedy: string;
  /** nothing was typed: a form that is still being filled in need not complain yet */
  isMissing?: true;
  /** the words are of a measured figure in trade units: so it can be told in other units */
  figure?: MeasuredSlip;
}>;
export type Parsed<T> = Readonly<{ ok: true; value: T }> | Readonly<{ ok: false; issue: Issue }>;

/** `unit`: a measure, read in trade units; or in words what is counted: "days", "%". */
type Bounds = Readonly<{
  field: string;
  unit: Measure | (string & {});
  above?: number;
  least?: number;
  most: number;
}>;

/** What is wrong with a figure. */
type Slip =
  | Readonly<{ kind: 'missing' }>
  | Readonly<{ kind: 'not a number'; text: string; example: number }>
  | Readonly<{ kind: 'not above' | 'below' | 'beyond'; value: string; bound: number }>
  /** any other: {0} and {1} stand for the figures */
  | Readonly<{ kind: 'told'; words: string; figures: readonly number[]; remedy: string }>;
type MeasuredSlip = Slip & Readonly<{ name: string; measure: Measure }>;

/**
 * A number in `unit` within bounds. Accepts "6,240", "0.4" and " 12 "; refuses "12x", "", "-3" and figures beyond
 * `most`, which stand for a slip of the finger (an area in sq ft typed as if it were acres, a doubled digit).
 */
export function parseFigure(text: string, bounds: Bounds): Parsed<number> {
  const { field, unit, above, least, most } = bounds;
  const refuse = (slip: Slip): Parsed<number> => {
    const measured = isMeasure(unit) ? { figure: { ...slip, name: field, measure: unit } } : {};
    const isMissing = slip.kind === 'missing' ? { isMissing: true as const } : {};
    const words = isMeasure(unit) ? unitWords(unit, 'trade') : unit;
    return { ok: false, issue: { field, ...wordsOf(field, slip, words), ...isMissing, ...measured } };
  };
  const plain = withoutThousands(text);
  if (plain === '') return refuse({ kind: 'missing' });
  if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(plain))
    return refuse({ kind: 'not a number', text: text.trim(), example: (least ?? above ?? 0) + 1 });
  const value = Number(plain);
  if (above !== undefined && value <= above) return refuse({ kind: 'not above', value: plain, bound: above });
  if (least !== undefined && value < least) return refuse({ kind: 'below', value: plain, bound: least });
  if (value > most) return refuse({ kind: 'beyond', value: plain, bound: most });
  return { ok: true, value };
}

/**
 * What else is wrong with measured figures.
 * @param figures in trade units; {0} and {1} stand for them in `words`
 */
export function measuredIssue(
  field: string,
  measure: Measure,
  words: string,
  figures: readonly number[],
  remedy: string,
): Issue {
  const slip = { kind: 'told', words, figures, remedy } as const;
  return {
    field,
    ...wordsOf(field, slip, unitWords(measure, 'trade')),
    figure: { ...slip, name: field, measure },
  };
}

/** Beyond the bound of a sheet's schema, whose own words are those of its file. */
export const beyondSchema = (
  issue: Issue,
  measure: Measure,
  kind: 'not above' | 'below' | 'beyond',
  [value, bound]: readonly [value: number, bound: number],
): Issue => ({ ...issue, figure: { kind, value: String(value), bound, name: '', measure } });

/** An issue as a company reads it: its figures in the units of `system`, wherever it was found. */
export function issueIn(issue: Issue, system: UnitSystem): Issue {
  const { figure } = issue;
  if (!figure || system === 'trade') return issue;
  const there = (trade: number | string) => asTyped(String(trade), figure.measure, system);
  return { ...issue, ...wordsOf(figure.name, slipIn(figure, there), unitWords(figure.measure, system)) };
}

function slipIn(slip: Slip, there: (trade: number | string) => string): Slip {
  switch (slip.kind) {
    case 'missing':
      return slip;
    case 'not a number':
      return { ...slip, example: Math.ceil(Number(there(slip.example))) };
    case 'told':
      return { ...slip, figures: slip.figures.map((f) => Number(there(f))) };
    default:
      return { ...slip, value: there(slip.value), bound: Number(there(slip.bound)) };
  }
}

function wordsOf(field: string, slip: Slip, unit: string): Pick<Issue, 'problem' | 'remedy'> {
  switch (slip.kind) {
    case 'missing':
      return { problem: `${field} is missing`, remedy: `Type a number in ${unit}.` };
    case 'not a number':
      return {
        problem: `${field} "${slip.text}" is not a number`,
        remedy: `Type a number in ${unit}, for example ${slip.example}.`,
      };
    case 'not above':
      return is(field, slip, unit, `It must be more than ${slip.bound} ${unit}.`);
    case 'below':
      return is(field, slip, unit, `It must be at least ${slip.bound} ${unit}.`);
    case 'told':
      return {
        problem: slip.words.replace(
          /\{(\d)\}/g,
          (_, i) => `${round(slip.figures[Number(i)] ?? NaN)} ${unit}`,
        ),
        remedy: slip.remedy,
      };
    case 'beyond':
      return is(
        field,
        slip,
        unit,
        `More than ${slip.bound.toLocaleString('en-US')} ${unit} is taken for a slip. Check the figure and its unit.`,
      );
  }
}
const round = (value: number) => value.toLocaleString('en-US', { maximumSignificantDigits: 6 });
const is = (field: string, { value }: { value: string }, unit: string, remedy: string) => ({
  problem: `${field} is ${value} ${unit}`,
  remedy,
});
