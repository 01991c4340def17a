/** The end of a zone's season, from its book and the season's model. */
import 'server-only';
import { addDays, dayOf, yearOf, type Day } from '@/core/calendar/day';
import { fewOf } from '@/core/day/worth';
import { packageCost } from '@/core/products/stock';
import { damagesOf, type Damage } from '@/core/follow-ups/damage';
import { seasonEndOf, type SeasonEnd, type SeasonEntry } from '@/core/follow-ups/season-end';
import { heldOf } from '@/core/barrier/held';
import { weightedHold } from '@/core/barrier/hold';
import { usualTargets } from '@/core/season/planner/question';
import { leftOf } from '@/core/barrier/reached';
import { fromSquareFeet } from '@/core/units/trade';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import type { Finding } from '@/data/findings';
import { zoneOf } from '@/data/lawns';
import { soilRunsFor } from '@/data/outlooks';
import { labelAt } from '@/data/products';
import { observedWeather } from '@/data/weather';
import { assemble } from '../facts';
import { followUpsIn } from './follow-ups';

/** So long after its middle a flush is over for who looks back. Ours. */
const OVER_DAYS = 60;
/** The middle of the year: the season of its spring weeds is the one that is asked about. */
const middleOf = (today: Day): Day => Math.min(today, dayOf(yearOf(today), 6, 1)) as Day;

/** The season of a zone, and what hurt it. Null: no such zone here. */
export function seasonEnd(
  actor: Actor,
  zoneId: string,
): Promise<Readonly<{ season: SeasonEnd; damages: readonly Damage[] }> | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, zoneId);
    if (!zone) return null;
    const moment = await momentOf(db, actor);
    const { house, labels, books } = await assemble(db, actor, [zone], moment);
    const book = books.get(zone.id)!;
    const { facts, findings, records } = book;
    const runs = await soilRunsFor(db, actor.orgId, zone, house.crossings.depth, moment.today);
    const few = runs && fewOf(runs, house.planning.school);
    const left = leftOf(facts, labels.now);
    const holds = few
      ? usualTargets(book.applications, facts.seen, moment.today).flatMap(({ weed, weight }) => {
          const at = { ...facts, today: middleOf(moment.today) };
          const hold = heldOf(weed, facts.ledger, at, labels.now, few, left);
          return hold ? [{ each: hold.each, weight, half: hold.half }] : [];
        })
      : [];
    const season = seasonEndOf({
      today: moment.today,
      ledger: facts.ledger,
      hold: weightedHold(holds)?.p50 ?? null,
      isOver: holds.every((h) => h.half === null || addDays(h.half, OVER_DAYS) < moment.today),
      entries: records
        .filter((r) => r.correctedById === null)
        .map((r): SeasonEntry => {
          const label = labelAt(labels, r.productId, r.labelVersion);
          return {
            id: r.id,
            day: r.appliedOn,
            product: r.productName,
            use: r.use,
            targets: r.targets,
            isWhole: r.place === 'zone',
            groups: [...new Set(label?.ingredients.flatMap((i) => i.group ?? []) ?? [])],
            cost: label ? packageCost(label, r.rate, fromSquareFeet(r.areaSqFt)) : null,
          };
        }),
      seen: facts.seen.stages.filter((s) => s.stage !== 'not up').map((s) => ({ weed: s.weed, on: s.on })),
      looked: findings.filter((f) => f.kind === 'looked').map((f) => ({ on: f.on, taken: f.figure })),
      followUps: followUpsIn(book, house, labels),
      crossed: facts.outlook?.crossed ?? null,
      hasHotEdge: zone.concreteEdgeFt > 0 || zone.site.besidePavement,
    });
    const damages = damagesOf(
      findings.filter((f) => f.kind === 'damage').map(damageSeen),
      records
        .filter((r) => r.correctedById === null)
        .map((r) => ({ product: r.productName, day: r.appliedOn })),
      findings.filter((f) => f.kind === 'turf green').map((f) => ({ on: f.on, percent: f.figure ?? 0 })),
      await observedWeather(db, zone.stationId),
    );
    return { season, damages };
  });
}

/** As it is kept: "late frost|brown tips". */
function damageSeen({ word, on, person }: Finding) {
  const [cause = '', ...seen] = word.split('|');
  return { on, person, cause, seen: seen.join('|') };
}
