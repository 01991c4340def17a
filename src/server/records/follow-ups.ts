/** What a zone's book asks for afterwards: put together from the one assembly of facts. */
import 'server-only';
import { aheadOn } from '@/core/gates/sky';
import { isGranule } from '@/core/products/label';
import { followUpsOf, type DoneEntry } from '@/core/follow-ups/follow-ups';
import type { FollowUp } from '@/core/follow-ups/follow-up';
import { cutsBefore, isCutLow, type Cut } from '@/core/lawn/cuts';
import { isOpen } from '@/core/season/standing';
import { isPreEmergent } from '@/core/trade/terms';
import { waterRulesFrom } from '@/data/visit-rules';
import { answeredFrom, groundFrom } from '@/data/findings';
import type { House } from '@/data/house';
import { labelAt, type LabelBook } from '@/data/products';
import type { ZoneBook } from '../facts';

/** Of the clock "14:30" the hour of the station's standard time; null: not written down. */
const hourIn = (clock: string, ahead: number): number | null =>
  clock === '' ? null : Math.max(0, Number(clock.slice(0, 2)) - ahead);

/** Cuts before the next barrier that is planned, where dead leaf lies long on dormant turf and somebody measured its height. */
function cutsIn({ applications, facts, findings }: ZoneBook): Cut[] {
  const { cutHeight } = groundFrom(findings);
  const { turf, cover } = facts.zone;
  const next = applications
    .filter((a) => isOpen(a) && a.products.some((p) => isPreEmergent(p.use) && !isGranule(p.label)))
    .toSorted((a, b) => a.plannedOn - b.plannedOn)[0];
  const green = facts.seen.green?.share ?? null;
  if (!cutHeight || !next || cover !== 'heavy' || !isCutLow(turf, green)) return [];
  return cutsBefore(next.plannedOn, turf, cutHeight.height).filter((c) => c.on >= cutHeight.on);
}

export function followUpsIn(book: ZoneBook, { visitRules }: House, labels: LabelBook): FollowUp[] {
  const { zone, records, facts, findings } = book;
  const { today, recent, forecast, outlook, ledger } = facts;
  return followUpsOf({
    today,
    recent,
    forecast,
    outlook,
    ledger,
    zone: facts.zone,
    entries: records
      .filter((r) => r.correctedById === null)
      .flatMap((r): DoneEntry[] => {
        const label = labelAt(labels, r.productId, r.labelVersion);
        if (!label) return [];
        const endedAt = hourIn(r.endedAt, aheadOn(facts, r.appliedOn));
        return [{ id: r.id, day: r.appliedOn, label, use: r.use, isWhole: r.place === 'zone', endedAt }];
      }),
    hasHotEdge: zone.concreteEdgeFt > 0 || zone.site.besidePavement,
    irrigatesOn: zone.wateredOn,
    water: waterRulesFrom(visitRules),
    answered: answeredFrom(findings),
    cuts: cutsIn(book),
    mownOn: facts.seen.mownOn,
    labelOf: (id) => labels.now.find((l) => l.id === id),
  });
}
