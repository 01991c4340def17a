/** Visits of some days with what they took and brought. */
import 'server-only';
import { addDays, parseDay, type Day } from '@/core/calendar/day';
import { moneyBy, type CostedVisit, type MoneyLine } from '@/core/day/money';
import { packageCost } from '@/core/products/stock';
import { fromSquareFeet } from '@/core/units/trade';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { groupBy } from '@/core/group';
import { houseOf } from '@/data/house';
import { zonesByIds } from '@/data/lawns';
import { labelAt, labelsOf } from '@/data/products';
import { ALL_RECORDS, recordsOf } from '@/data/records';
import { visitsBetween } from '@/data/stop-visits';

export type MoneySheet = Readonly<{
  from: Day;
  to: Day;
  hourCost: number | null;
  all: MoneyLine | null;
  byDay: readonly (MoneyLine & Readonly<{ day: Day }>)[];
  byPerson: readonly MoneyLine[];
  byLawn: readonly (MoneyLine & Readonly<{ address: string }>)[];
}>;

const USUAL_DAYS = 30;
const MOST_DAYS = 400;
const MINUTE_MS = 60_000;

/** @param typed the first and the last day; else the last month */
export function moneySheet(actor: Actor, typed: Readonly<{ from: string; to: string }>): Promise<MoneySheet> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const { today } = await momentOf(db, actor);
    const to = parseDay(typed.to) ?? today;
    const least = addDays(to, -MOST_DAYS);
    const from = Math.max(least, Math.min(to, parseDay(typed.from) ?? addDays(to, -USUAL_DAYS))) as Day;
    const { visitRules } = await houseOf(db);
    const labels = await labelsOf(db);
    const records = await recordsOf(db, { ...ALL_RECORDS, from, to, withCorrected: false });
    const zones = new Map(
      (await zonesByIds(db, [...new Set(records.map((r) => r.zoneId))])).map((z) => [z.id, z]),
    );
    const stops = groupBy(
      await visitsBetween(db, { from, to: addDays(to, 1) }),
      (v) => `${v.lawnId}|${v.day}`,
    );
    const byVisit = groupBy(
      records.filter((r) => zones.has(r.zoneId)),
      (r) => `${zones.get(r.zoneId)!.lawnId}|${r.appliedOn}`,
    );
    const visits = [...byVisit].map(([key, of]): CostedVisit => {
      const [first] = of;
      const zone = zones.get(first!.zoneId)!;
      const costs = of.map((r) => {
        const label = labelAt(labels, r.productId, r.labelVersion);
        return label ? packageCost(label, r.rate, fromSquareFeet(r.areaSqFt)) : null;
      });
      const stop = stops.get(key)?.[0];
      return {
        lawnId: zone.lawnId,
        address: zone.address,
        day: first!.appliedOn,
        person: first!.appliedBy,
        minutes: stop ? (stop.leftAt.getTime() - stop.arrivedAt.getTime()) / MINUTE_MS : timesOf(of),
        material: costs.some((c) => c === null) ? null : costs.reduce<number>((a, c) => a + c!, 0),
        price: zone.visitPrice,
      };
    });
    const by = (keyOf: (v: CostedVisit) => string) => moneyBy(visits, keyOf, visitRules.hourCost);
    return {
      from,
      to,
      hourCost: visitRules.hourCost,
      all: by(() => 'all')[0] ?? null,
      byDay: by((v) => String(v.day))
        .map((l) => ({ ...l, day: Number(l.key) as Day }))
        .toSorted((a, b) => b.day - a.day),
      byPerson: by((v) => v.person).toSorted((a, b) => b.visits - a.visits),
      byLawn: by((v) => v.lawnId)
        .map((l) => ({ ...l, address: visits.find((v) => v.lawnId === l.key)!.address }))
        // what leaves least comes first: it is what somebody should look at
        .toSorted((a, b) => (b.share ?? -1) - (a.share ?? -1)),
    };
  });
}

/** From the first start to the last end on a visit's entries; null: they do not say. */
function timesOf(of: readonly Readonly<{ startedAt: string; endedAt: string }>[]): number | null {
  const minute = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));
  const timed = of.filter((r) => r.startedAt !== '' && r.endedAt !== '');
  if (!timed.length) return null;
  const from = Math.min(...timed.map((r) => minute(r.startedAt)));
  const to = Math.max(...timed.map((r) => minute(r.endedAt)));
  return to > from ? to - from : null;
}
