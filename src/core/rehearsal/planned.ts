/** The planner's own season in a year that is played: what it proposes on the first Monday, carried out as the days then let. */
import { soilRunsOf, NOTHING_READ } from '@/core/ground/outlook';
import { rateForTurf } from '@/core/products/label';
import { planProgrammes } from '@/core/season/planner/planner';
import { ensembleAt, firstOpen, knownOn, weeksOf, type Move, type Play } from './rehearsal';

/** So many days after its own an application is still carried out. Ours. */
const WITHIN_DAYS = 28;

/** What it put down; none: it proposes nothing, or no day let it. */
export function plannedSeason(p: Play): Move[] {
  const monday = weeksOf(p.year)[0]!;
  const facts = knownOn(p, [], monday);
  const { programmes } = planProgrammes({
    ...{ facts, labels: p.labels, targets: p.targets, rules: p.planning, kept: [], planned: [] },
    runs: soilRunsOf(ensembleAt(p, monday, facts.forecast), NOTHING_READ),
  });
  const best = programmes.find((x) => x.applications.length > 0);
  const wished = (best?.applications ?? [])
    .filter((a) => a.plannedOn < weeksOf(p.year).at(-1)!)
    .flatMap((a) => a.products.map((x) => ({ on: a.plannedOn, product: x })))
    .toSorted((a, b) => a.on - b.on);
  return wished.reduce<Move[]>((moves, { on, product }) => {
    const high = rateForTurf(product.label, facts.zone, product.use)?.high;
    if (!high) return moves;
    const move: Move = {
      ...{ on, productId: product.label.id, use: product.use },
      share: Math.min(1, product.rate.rate / high.rate),
    };
    const open = firstOpen(p, moves, move, WITHIN_DAYS);
    return open ? [...moves, { ...move, on: open.on }] : moves;
  }, []);
}
