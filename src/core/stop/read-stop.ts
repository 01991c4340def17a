/**
 * What a stop brings, read: each zone's visit as `readVisit` takes it, and what was found beside. The phone asks it before
 * it lets a stop go, the server when it comes.
 */
import type { Issue } from '@/core/units/issue';
import { isoDay, type Day } from '@/core/calendar/day';
import type { VisitTyped } from '@/core/records/visit';
import { POSSIBLE } from '@/core/ground/plausible';
import { parseFigure } from '@/core/units/parse';
import type { DoneStop, DoneZone } from './bundle';
import { clockIn, companyTime, type ClockTime } from './clock';
import { stageSeen, type SeenNow } from './seen-now';

/** The company's clock where a stop is read. */
export type CompanyClock = Readonly<{
  /** ms */
  now: number;
  timeZone: string;
}>;

/** Added to the notes of what a phone sent whose clock was set in between. */
export const CLOCK_WAS_OFF = 'The phone’s clock was changed that day: when it began and ended is not known.';

/**
 * One zone's visit as it would be typed into a record's form. A moment that nobody can know is left out and said; over
 * midnight the end is left open, for the book has a day a line.
 */
export function visitOf(
  s: DoneStop,
  z: DoneZone,
  clock: CompanyClock,
): VisitTyped & Readonly<{ notes: string }> {
  const { now, timeZone } = clock;
  const at = (phone: number): ClockTime | null => {
    const ms = companyTime(phone, s.sentAt, now);
    return ms === null ? null : clockIn(ms, timeZone);
  };
  const start = at(z.startedAt);
  const end = at(z.endedAt);
  const day = start?.day ?? dayLeft(s, clock);
  const isOneDay = start !== null && end !== null && start.day === end.day && end.time >= start.time;
  return {
    products: z.products.map(({ labelVersion: _, ...p }) => p),
    water: z.water,
    appliedOn: isoDay(day),
    startedAt: start?.time ?? '',
    endedAt: isOneDay ? end.time : '',
    appliedBy: s.appliedBy,
    certifiedBy: s.certifiedBy,
    method: z.method,
    wind: s.wind,
    windFrom: s.windFrom,
    air: s.air,
    notes: start ? s.notes : [s.notes.trim(), CLOCK_WAS_OFF].filter(Boolean).join(' '),
  };
}

/** The day on which a stop was left. */
function dayLeft(s: Pick<DoneStop, 'leftAt' | 'sentAt'>, { now, timeZone }: CompanyClock): Day {
  return clockIn(companyTime(s.leftAt, s.sentAt, now) ?? now, timeZone).day;
}

/** What was found at a stop beside its work. */
export type Findings = Readonly<{
  /** share of the leaf that is green, 0 to 1; null: nobody looked */
  green: number | null;
  stages: SeenNow['stages'];
  /** °F at two inches in the open; null: nobody measured */
  soil: number | null;
  /** what was typed and is no finding; the field says which */
  issues: readonly Issue[];
}>;

/** As deep as the stop's own field says, in. */
export const SOIL_DEPTH_IN = 2;

export function findingsOf(s: Pick<DoneStop, 'seen' | 'stages'>): Findings {
  const issues: Issue[] = [];
  const figure = (text: string, bounds: Parameters<typeof parseFigure>[1]): number | null => {
    if (text.trim() === '') return null;
    const parsed = parseFigure(text.replace('−', '-'), bounds);
    if (!parsed.ok) issues.push(parsed.issue);
    return parsed.ok ? parsed.value : null;
  };
  const green = figure(s.seen.green, { field: 'Green', unit: '%', least: 0, most: 100 });
  const soil = figure(s.seen.soil, { field: 'Soil', unit: 'temperature', ...POSSIBLE.F });
  return {
    green: green === null ? null : green / 100,
    soil,
    stages: s.stages.flatMap((seen) => {
      const [weed = '', stage = ''] = seen.split('|');
      return stageSeen(weed, stage);
    }),
    issues,
  };
}

/** A stop as it was sent, read whole by the company's clock. */
export type StopRead = Readonly<{
  stop: DoneStop;
  /** on which it was left */
  day: Day;
  arrivedAt: Date;
  leftAt: Date;
  zones: readonly Readonly<{ zone: DoneZone; visit: ReturnType<typeof visitOf> }>[];
  found: Findings;
  /** what the customer was told and said, with how; empty where nothing was */
  notes: readonly Readonly<{ kind: 'sign' | 'after' | 'said'; words: string; how: string }>[];
}>;

export function readStop(stop: DoneStop, clock: CompanyClock): StopRead {
  // of a moment that nobody knows, now
  const at = (phone: number) => companyTime(phone, stop.sentAt, clock.now) ?? clock.now;
  const arrived = at(stop.arrivedAt);
  const notes = [
    { kind: 'sign', words: stop.signWords.trim(), how: 'set' },
    { kind: 'after', words: stop.told.trim(), how: stop.toldHow || 'handed over' },
    { kind: 'said', words: stop.said.trim(), how: 'said' },
  ] as const;
  return {
    stop,
    day: dayLeft(stop, clock),
    arrivedAt: new Date(arrived),
    leftAt: new Date(Math.max(at(stop.leftAt), arrived)),
    zones: stop.zones.map((zone) => ({ zone, visit: visitOf(stop, zone, clock) })),
    found: findingsOf(stop),
    notes: notes.filter((n) => n.words),
  };
}
