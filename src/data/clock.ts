import 'server-only';
import { eq } from 'drizzle-orm';
import { DateTime } from 'luxon';
import { dayOf, isoDay, parseDay, yearOf, type Day } from '@/core/calendar/day';
import { laneByTick } from '@/core/calendar/span';
import { inOrganisation, type Transaction } from './connection';
import { requirePermission, type Actor } from './actor';
import { clock } from './schema';

/** The clock of an organisation: the demo's stands where it was turned to, any other goes with real time. */
export async function nowOf(db: Transaction): Promise<{ now: Date; isDemo: boolean }> {
  const [row] = await db.select().from(clock);
  return row ? { now: row.now, isDemo: true } : { now: new Date(), isDemo: false };
}

/** The hour by the clock of the organisation's people, 0 to 23. */
export const hourIn = (now: Date, timeZone: string): number =>
  DateTime.fromJSDate(now, { zone: timeZone }).hour;

type ClockAhead = readonly Readonly<{ from: Day; to: Day; hours: number }>[];
/** Of a year, zone and offset: asked for every zone of every batch, and 365 questions each. */
const aheadIn = new Map<string, ClockAhead>();
const MOST_KEPT = 200;

/** The days of a year on which clocks run ahead of a station's standard time, and by how much. */
export function clockAheadIn(year: number, timeZone: string, standardOffsetHours: number): ClockAhead {
  const key = `${year}|${timeZone}|${standardOffsetHours}`;
  const known = aheadIn.get(key);
  if (known) return known;
  const ahead = (day: Day) =>
    DateTime.fromISO(`${isoDay(day)}T12:00`, { zone: timeZone }).offset / 60 - standardOffsetHours;
  const found = laneByTick({ from: dayOf(year, 1, 1), to: dayOf(year + 1, 1, 1) }, ahead)
    .filter((s) => s.verdict !== 0)
    .map(({ from, to, verdict }) => ({ from, to, hours: verdict }));
  if (aheadIn.size >= MOST_KEPT) aheadIn.clear();
  aheadIn.set(key, found);
  return found;
}

/** Two calendar years of it: programmes run over New Year. */
export const clockAheadFrom = (today: Day, timeZone: string, standardOffsetHours: number) => [
  ...clockAheadIn(yearOf(today), timeZone, standardOffsetHours),
  ...clockAheadIn(yearOf(today) + 1, timeZone, standardOffsetHours),
];

/** The moment in which a request stands: asked for once, passed on to all that it does. */
export type Moment = Readonly<{ now: Date; today: Day; hour: number; isDemo: boolean }>;
export async function momentOf(db: Transaction, { timeZone }: Pick<Actor, 'timeZone'>): Promise<Moment> {
  const { now, isDemo } = await nowOf(db);
  return { now, isDemo, today: dayIn(now, timeZone), hour: hourIn(now, timeZone) };
}

/** Which day it is for the organisation's people. */
export function dayIn(now: Date, timeZone: string): Day {
  const day = parseDay(DateTime.fromJSDate(now, { zone: timeZone }).toISODate() ?? '');
  if (day === null) throw new Error(`No such time zone: ${timeZone}`);
  return day;
}

/** How far the demo's clock may be turned: as far as the simulated weather reaches, with room for the forecast. */
const LAST_DEMO_DAY = dayOf(2039, 12, 1);

export type Turned =
  | Readonly<{ ok: true }>
  | Readonly<{ ok: false; refusal: 'no demo clock' | 'no weather that far' }>;

/** Turns the demo's clock forward by whole days. It never goes back: records have been made. */
export function turnClock(actor: Actor, days: number): Promise<Turned> {
  requirePermission(actor, 'turn the clock');
  return inOrganisation(actor, async (db) => {
    const { now, isDemo } = await nowOf(db);
    if (!isDemo) return { ok: false, refusal: 'no demo clock' };
    const next = DateTime.fromJSDate(now, { zone: actor.timeZone }).plus({ days }).toJSDate();
    if (dayIn(next, actor.timeZone) > LAST_DEMO_DAY) return { ok: false, refusal: 'no weather that far' };
    await db.update(clock).set({ now: next }).where(eq(clock.orgId, actor.orgId));
    return { ok: true };
  });
}

/** Today, for this actor's organisation. */
export async function todayOf(db: Transaction, actor: Actor): Promise<Day> {
  return dayIn((await nowOf(db)).now, actor.timeZone);
}

/** The hour that windows are computed for, counted from 1970 by the organisation's clock. */
export const hourOfMoment = ({ today, hour }: Moment): number => today * 24 + hour;
