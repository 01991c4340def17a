/** The trucks' days: what may go on which days and in which hours, what the trucks have, and what is planned of it. */
import { kilometresPerHourFrom } from '@/core/units/trade';
import { plainName } from '@/core/products/plain-name';
import 'server-only';
import { addDays, weekdayOf, type Day } from '@/core/calendar/day';
import { HOURS_DAYS, openMinutes, type DayHours } from '@/core/day/hours';
import { minutesAt } from '@/core/day/minutes';
import type { DayLine, DayQuestion, DayStop, DayTruck } from '@/core/day/plan-day';
import { areaOf } from '@/core/products/application';
import { isGranule } from '@/core/products/label';
import { isOpen } from '@/core/season/standing';
import { SQUARE_METRES_PER_HECTARE } from '@/core/units/quantity';
import { amountFor, amountIn } from '@/core/units/rate';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { routesOf, type DayRoute } from '@/data/day-routes';
import { equipmentOf, type Equipment } from '@/data/equipment';
import { groupBy } from '@/core/group';
import { houseOf, type House } from '@/data/house';
import { zonesByIds, type ZoneOnLawn } from '@/data/lawns';
import { applicationsOf, type StoredApplication } from '@/data/programme';
import { labelsOf } from '@/data/products';
import { timedVisits } from '@/data/records';
import { trucksOf, type Truck } from '@/data/trucks';
import { windowsAhead, type AheadRow } from '@/data/windows';

/** More lawns are no week of a few trucks; the rest waits for the next. */
const MOST_LINES = 400;

export type DayScreen = Readonly<{
  today: Day;
  question: DayQuestion;
  routes: readonly DayRoute[];
  /** lines that could go and are more than a plan holds */
  more: number;
  /** windows that are being computed */
  waiting: number;
  /** USD of a person's hour; null: not said */
  hourCost: number | null;
}>;

/** @param from the first day asked about: today or one of the days that the forecast reaches */
export function dayScreen(actor: Actor, from: Day | null, days: number): Promise<DayScreen> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const { today } = await momentOf(db, actor);
    const first = clamp(from ?? today, today, addDays(today, HOURS_DAYS - 1));
    const asked = Array.from({ length: days }, (_, i) => addDays(first, i)).filter(
      (d) => d < addDays(today, HOURS_DAYS),
    );
    const house = await houseOf(db);
    const labels = await labelsOf(db);
    const { rows, more, waiting } = await windowsAhead(db, asked, MOST_LINES);
    const zoneIds = [...new Set(rows.map((r) => r.zoneId))];
    const zones = new Map((await zonesByIds(db, zoneIds)).map((z) => [z.id, z]));
    const applications = new Map(
      [...(await applicationsOf(db, zoneIds, labels)).values()].flat().map((a) => [a.id, a]),
    );
    const visits = await timedVisits(db);
    const byLawn = groupBy(
      rows.filter((r) => {
        const a = applications.get(r.applicationId);
        return a !== undefined && isOpen(a) && zones.has(r.zoneId);
      }),
      (r) => r.lawnId,
    );
    const trucks = await trucksOf(db);
    const equipment = await equipmentOf(db);
    return {
      today,
      more,
      waiting,
      hourCost: house.visitRules.hourCost,
      routes: await routesOf(db, { from: first, to: addDays(asked.at(-1) ?? first, 1) }),
      question: {
        days: asked,
        stops: [...byLawn.values()].map((of) => stopOf(of, zones, applications, house, visits, asked)),
        trucks: trucks.map((t) => truckOf(t, equipment, house)),
        driving: {
          kmPerHour: kilometresPerHourFrom(house.visitRules.speedMph),
          detour: house.visitRules.detour,
        },
        unknownMinutes: house.planning.driveMinutes,
        fillMinutes: house.visitRules.fillMinutes,
        lawnFillMinutes: house.visitRules.lawnFillMinutes,
        matrix: null,
      },
    };
  });
}

/** L that a person carries: a smaller tank is filled at the lawn. Common practice, no source. */
const CARRIED = 60;
const clamp = (day: Day, least: Day, most: Day): Day => Math.min(Math.max(day, least), most) as Day;

function stopOf(
  rows: readonly AheadRow[],
  zones: ReadonlyMap<string, ZoneOnLawn>,
  applications: ReadonlyMap<string, StoredApplication>,
  { carrier, planning }: House,
  visits: Parameters<typeof minutesAt>[1],
  days: readonly Day[],
): DayStop {
  const zone = zones.get(rows[0]!.zoneId)!;
  const due = rows.map((r) => {
    const application = applications.get(r.applicationId)!;
    return {
      row: r,
      zone: zones.get(r.zoneId)!,
      products: application.products.filter((p) => p.recordId === null),
      application,
    };
  });
  const sprayed = due.map(({ products, zone: z }) =>
    Math.max(0, ...products.filter((p) => !isGranule(p.label)).map((p) => areaOf(p.place, z))),
  );
  const products = due.flatMap((d) => d.products);
  const open = days.flatMap((day) => {
    const hours = meet(rows.map((r) => r.hours.find((h) => h.day === day)));
    return hours.length ? [{ day, hours }] : [];
  });
  const busy = (day: Day) =>
    zone.mownOn.includes(weekdayOf(day))
      ? 'mown'
      : zone.wateredOn.includes(weekdayOf(day))
        ? 'watered'
        : null;
  return {
    lawnId: zone.lawnId,
    address: zone.address,
    customer: zone.customer,
    at: zone.at,
    ...minutesAt(
      due.map(({ zone: z, products }) => ({
        zoneId: z.id,
        area: z.area,
        productIds: products.map((p) => p.label.id),
      })),
      visits,
      planning.stopMinutes,
    ),
    draws: (carrier * sum(sprayed)) / SQUARE_METRES_PER_HECTARE,
    spreads: sum(
      due.flatMap(({ products, zone: z }) =>
        products
          .filter((p) => isGranule(p.label))
          .map((p) => amountIn(amountFor(p.rate, areaOf(p.place, z)), 'kg') ?? 0),
      ),
    ),
    // the same products at another rate are no other mix
    mix: named(products.filter((p) => !isGranule(p.label))),
    granule: named(products.filter((p) => isGranule(p.label))),
    needs: { sprayer: sprayed.some((area) => area > 0), spreader: products.some((p) => isGranule(p.label)) },
    lines: due.map(({ row, zone: z, products: its, application }): DayLine => ({
      applicationId: row.applicationId,
      zoneId: z.id,
      zoneName: z.name,
      regret: row.regret,
      what: application.purpose || its.map((p) => plainName(p.label.name)).join(' + '),
    })),
    days: open.filter((o) => busy(o.day) === null),
    off: open.flatMap((o) => {
      const why = busy(o.day);
      return why === null ? [] : [{ day: o.day, why }];
    }),
  };
}

const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);
const named = (products: StoredApplication['products']) =>
  [...new Set(products.map((p) => p.label.id))].toSorted().join(' ');

/** Minutes of a day in which all lines of a stop may go; none where one of them may not. */
function meet(list: readonly (DayHours | undefined)[]): { from: number; to: number }[] {
  const [first, ...others] = list;
  if (!first || others.some((o) => !o)) return [];
  return others.reduce(
    (soFar, o) =>
      soFar.flatMap((a) =>
        openMinutes(o!).flatMap((b) => {
          const from = Math.max(a.from, b.from);
          const to = Math.min(a.to, b.to);
          return to > from ? [{ from, to }] : [];
        }),
      ),
    openMinutes(first),
  );
}

/** A truck with what rides on it; where no equipment names it, it has whatever the house has. */
function truckOf(t: Truck, equipment: readonly Equipment[], { rules }: House): DayTruck {
  const own = equipment.filter((e) => e.truck === t.name);
  const riding = own.length ? own : equipment;
  const sprayers = riding.filter((e) => e.method !== 'spreader');
  const tank = Math.max(0, ...sprayers.flatMap((e) => (e.tank === null ? [] : e.tank - e.dead)));
  const hopper = Math.max(0, ...riding.flatMap((e) => (e.method === 'spreader' ? (e.hopper ?? []) : [])));
  return {
    id: t.id,
    name: t.name,
    people: t.people,
    at: t.at,
    from: t.from ?? rules.workFrom * 60,
    to: t.to ?? rules.workTo * 60,
    tank: tank > 0 ? { volume: tank, isCarried: tank <= CARRIED } : null,
    hopper: hopper > 0 ? hopper : null,
    // nothing written down: nobody is kept at home for it
    has: {
      sprayer: !equipment.length || sprayers.length > 0,
      spreader: !equipment.length || riding.some((e) => e.method === 'spreader'),
    },
  };
}
