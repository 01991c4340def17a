/** What a zone's book asks for afterwards: put together from the one assembly of facts. */
import 'server-only';
import { aheadOn } from '@/core/gates/sky';
import { followUpsOf, type DoneEntry, type FollowUp } from '@/core/records/follow-ups';
import { waterRulesFrom } from '@/data/visit-rules';
import { answeredFrom } from '@/data/findings';
import type { House } from '@/data/house';
import { labelAt, type LabelBook } from '@/data/products';
import type { ZoneBook } from '../facts';

/** Of the clock "14:30" the hour of the station's standard time; null: not written down. */
const hourIn = (clock: string, ahead: number): number | null =>
  clock === '' ? null : Math.max(0, Number(clock.slice(0, 2)) - ahead);

export function followUpsIn(book: ZoneBook, { visitRules }: House, labels: LabelBook): FollowUp[] {
  const { zone, records, facts, findings } = book;
  const { today, recent, forecast, outlook, ledger } = facts;
  return followUpsOf({
    ...{ today, recent, forecast, outlook, ledger, zone: facts.zone },
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
    labelOf: (id) => labels.now.find((l) => l.id === id),
  });
}
