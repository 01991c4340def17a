/** The company's season as files: a calendar of visits and windows (RFC 5545), and a table. */
import ical, { ICalEventTransparency } from 'ical-generator';
import { stringify } from 'csv-stringify/sync';
import { addDays, isoDay, type Day } from '@/core/calendar/day';

export type SeasonVisit = Readonly<{
  applicationId: string;
  zoneId: string;
  site: string;
  turf: string;
  areaSqFt: number;
  /** the round's name; empty: none */
  round: string;
  day: Day;
  earliest: Day | null;
  latest: Day | null;
  standing: 'done' | 'skipped' | 'open';
  products: string;
}>;

/** Whole days have no time zone: midnight of the machine's own clock stands for the day. */
const dateOf = (day: Day): Date => {
  const [y, m, d] = isoDay(day).split('-').map(Number);
  return new Date(y!, m! - 1, d);
};

/**
 * Each visit that is to come as an all-day event, and its window as another that blocks no time.
 * @param stamp when it was made
 */
export function seasonCalendar(company: string, visits: readonly SeasonVisit[], stamp: Date): string {
  const calendar = ical({ name: `${company}: season`, prodId: { company: 'Iron Gate', product: 'Season' } });
  for (const v of visits) {
    if (v.standing !== 'open') continue;
    const what = [v.round, v.products].filter(Boolean).join(': ');
    calendar.createEvent({
      id: `visit-${v.applicationId}@iron-gate`,
      stamp,
      start: dateOf(v.day),
      end: dateOf(addDays(v.day, 1)),
      allDay: true,
      summary: `${v.site}: ${what}`,
      location: v.site,
      description: 'Planned. The gates of the day decide, and the printed label is the law.',
    });
    if (v.earliest === null || v.latest === null) continue;
    calendar.createEvent({
      id: `window-${v.applicationId}@iron-gate`,
      stamp,
      start: dateOf(v.earliest),
      end: dateOf(addDays(v.latest, 1)),
      allDay: true,
      summary: `Window, ${v.site}: ${what}`,
      transparency: ICalEventTransparency.TRANSPARENT,
    });
  }
  return calendar.toString();
}

export const seasonTable = (visits: readonly SeasonVisit[]): string =>
  stringify(
    visits.map((v) => ({
      site: v.site,
      turf: v.turf,
      area_sqft: Math.round(v.areaSqFt),
      round: v.round,
      planned_on: isoDay(v.day),
      not_before: v.earliest === null ? '' : isoDay(v.earliest),
      not_after: v.latest === null ? '' : isoDay(v.latest),
      standing: v.standing === 'open' ? 'to come' : v.standing,
      products: v.products,
      zone_id: v.zoneId,
    })),
    {
      header: true,
      escape_formulas: true,
      columns: [
        'site',
        'turf',
        'area_sqft',
        'round',
        'planned_on',
        'not_before',
        'not_after',
        'standing',
        'products',
        'zone_id',
      ],
    },
  );
