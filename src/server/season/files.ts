/** The season's visits and windows as files. */
import 'server-only';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { seasonRows } from '@/data/season';
import { seasonCalendar, seasonTable, type SeasonVisit } from '@/formats/season-files';
import { seasonAround } from './view';

/** Zones that are read at once. */
const ZONES_AT_ONCE = 2000;

export function seasonFile(actor: Actor, as: 'ics' | 'csv'): Promise<string> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const { today, now } = await momentOf(db, actor);
    const visits: SeasonVisit[] = [];
    for (let from = 0; ; from += ZONES_AT_ONCE) {
      const rows = await seasonRows(db, { show: 'all', from, count: ZONES_AT_ONCE, ...seasonAround(today) });
      for (const z of rows)
        for (const a of z.applications)
          visits.push({
            applicationId: a.id,
            zoneId: z.zoneId,
            site: z.site,
            turf: z.turf,
            areaSqFt: z.areaSqFt,
            round: a.purpose,
            day: a.day,
            earliest: a.earliest,
            latest: a.latest,
            standing: a.standing,
            products: a.products,
          });
      if (rows.length < ZONES_AT_ONCE) break;
    }
    visits.sort((a, b) => a.day - b.day || a.site.localeCompare(b.site));
    return as === 'ics' ? seasonCalendar(actor.orgName, visits, now) : seasonTable(visits);
  });
}
