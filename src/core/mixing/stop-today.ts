/** What goes down together at one stop: the products of each tank or hopper of a planned application, with their limits. */
import { addDays, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import type { Verdict, GateFacts } from '@/core/gates/gate';
import { productsOf, windowOf } from '@/core/gates/window';
import { areaOf, type Place, type Tie } from '@/core/products/application';
import { isGranule, rateForTurf, type Label } from '@/core/products/label';
import { contextOf } from '@/core/season/programme';
import type { PlannedApplication } from '@/core/season/standing';
import type { Method, Use } from '@/core/trade/terms';
import type { SquareMetres } from '@/core/units/quantity';
import { partOfRate, type ProductRate } from '@/core/units/rate';
import type { InTank } from './loads';

type PassProduct = InTank &
  Readonly<{ label: Label; use: Use; place: Place; method: Method | null; tie: Tie | null }>;

type Pass = Readonly<{
  /** its number in the application: 1 goes down first */
  tank: number;
  isGranule: boolean;
  products: readonly PassProduct[];
  /** the largest ground that one of its products covers */
  area: SquareMetres;
}>;

/** A gate that is not open today: of the application as a whole, or of one of its products. */
type Held = Readonly<{ gate: string; product: string | null; verdict: Verdict }>;

export type StopToday = Readonly<{ passes: readonly Pass[]; held: readonly Held[] }>;

/**
 * What goes down at a stop in its order, and what stands against it today; granules never share a tank with a spray, and
 * within one number they are first where the house wants it so. What is down already is left out.
 * @throws RangeError if the programme has no such application
 */
export function stopToday(
  applications: readonly PlannedApplication[],
  id: string,
  facts: GateFacts,
  today: Day,
): StopToday {
  const context = contextOf(applications, id, facts);
  const { lanes } = windowOf(context, { from: today, to: addDays(today, 1) });
  const asked = productsOf(context);
  const held = lanes.flatMap(({ gate, of, lane }): Held[] => {
    const verdict = spanAt(lane, today)?.verdict;
    if (!verdict || verdict.state === 'open') return [];
    const product = asked.length > 1 ? (asked.find((p) => p.position === of)?.label.name ?? null) : null;
    return [{ gate: gate.name, product, verdict }];
  });
  /** what the year leaves today beside all that is planned; null: its gate does not tell */
  const leftOf = (position: number): ProductRate | null => {
    const lane = lanes.find((l) => l.gate.key === 'year-limit' && l.of === position)?.lane;
    const reason = lane && spanAt(lane, today)?.verdict.reason;
    return reason && 'fits' in reason ? reason.fits : null;
  };
  const planned = applications.find((a) => a.id === id)?.products ?? [];
  const passes = new Map<string, { tank: number; isGranule: boolean; products: PassProduct[] }>();
  for (const p of planned.filter((q) => q.recordId === null).toSorted((x, y) => x.tank - y.tank)) {
    // a turf that is not on the label has its own gate: the card keeps to what is planned, and rounds down
    const row = rateForTurf(p.label, facts.zone, p.use);
    const granule = isGranule(p.label);
    const key = `${p.tank}${granule ? 'G' : ''}`;
    const pass = passes.get(key) ?? { tank: p.tank, isGranule: granule, products: [] };
    pass.products.push({
      label: p.label,
      rate: p.rate,
      use: p.use,
      place: p.place,
      tie: p.tie,
      method: p.method,
      minimum: row?.low ?? partOfRate(p.rate, 0),
      maximum: row?.high ?? p.rate,
      left: leftOf(p.position),
    });
    passes.set(key, pass);
  }
  const first = (p: { isGranule: boolean }) => (p.isGranule === facts.rules.granuleFirst ? 0 : 1);
  return {
    held,
    passes: [...passes.values()]
      .toSorted((x, y) => x.tank - y.tank || first(x) - first(y))
      .map((p) => ({
        ...p,
        area: Math.max(...p.products.map((q) => areaOf(q.place, facts.zone))) as SquareMetres,
      })),
  };
}
