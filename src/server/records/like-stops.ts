/** What a sheet of like stops needs: the stops that are named, each as its plan has it, and who could have done them. */
import 'server-only';
import { addDays, type Day } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import type { KnownLicence } from '@/core/records/visit';
import { isOpen } from '@/core/season/standing';
import type { SquareMetres } from '@/core/units/quantity';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { routesOf } from '@/data/day-routes';
import { houseOf } from '@/data/house';
import { siteName, zonesByIds } from '@/data/lawns';
import { labelsOf } from '@/data/products';
import { applicationsOf, zonesOfApplications } from '@/data/programme';
import { licencesOf } from '@/data/resources';
import { peopleOf } from '../people/names';
import { plannedFields, type RecordFields } from './form-view';

/** More is no sheet of a day. */
const MOST_ROWS = 60;
/** Days back for which trucks' days are offered: the law's own limit for making a record. Published: 7 CFR 110.3. */
const DAYS_BACK = 14;

export type LikeRow = Readonly<{
  zoneId: string;
  applicationId: string;
  site: string;
  area: SquareMetres;
  purpose: string;
  first: RecordFields;
}>;

export type LikeSheet = Readonly<{
  today: Day;
  rows: readonly LikeRow[];
  labels: readonly Label[];
  people: readonly string[];
  certified: readonly string[];
  licences: readonly KnownLicence[];
}>;

/** Those of the named applications that are still to be recorded, in that order. */
export async function likeSheet(actor: Actor, applicationIds: readonly string[]): Promise<LikeSheet> {
  requirePermission(actor, 'record');
  const people = await peopleOf(actor);
  return inOrganisation(actor, async (db) => {
    const moment = await momentOf(db, actor);
    const ids = [...new Set(applicationIds)].slice(0, MOST_ROWS);
    const zoneIds = await zonesOfApplications(db, ids);
    const zones = await zonesByIds(db, [...new Set(zoneIds.values())]);
    const house = await houseOf(db);
    const book = await labelsOf(db);
    const planned = await applicationsOf(
      db,
      zones.map((z) => z.id),
      book,
    );
    const rows: LikeRow[] = [];
    const labels = new Map<string, Label>();
    for (const id of ids) {
      const zone = zones.find((z) => z.id === zoneIds.get(id));
      const application = planned.get(zone?.id ?? '')?.find((a) => a.id === id);
      if (!zone || !application || !isOpen(application)) continue;
      for (const p of application.products) labels.set(p.label.id, p.label);
      rows.push({
        zoneId: zone.id,
        applicationId: id,
        site: siteName(zone),
        area: zone.area,
        purpose: application.purpose,
        first: await plannedFields(db, actor, { zone, house, moment }, application),
      });
    }
    const licences = await licencesOf(db);
    return {
      today: moment.today,
      rows,
      labels: [...labels.values()],
      people,
      certified: [...new Set(licences.map((l) => l.person))],
      licences: licences.map(({ person, number, validTo }) => ({ person, number, validTo })),
    };
  });
}

/** A truck's day of which not all is recorded. */
export type TruckDay = Readonly<{ day: Day; truck: string; applicationIds: readonly string[] }>;

/** Days of trucks that somebody planned and of which something is still to be recorded, the latest first. */
export function truckDays(actor: Actor): Promise<TruckDay[]> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) => {
    const { today } = await momentOf(db, actor);
    const routes = await routesOf(db, { from: addDays(today, -DAYS_BACK), to: addDays(today, 1) });
    const ids = routes.flatMap((r) => r.body.visits.flatMap((v) => v.applicationIds));
    const zones = await zonesOfApplications(db, ids);
    const planned = await applicationsOf(db, [...new Set(zones.values())], await labelsOf(db));
    const open = new Set(
      [...planned.values()]
        .flat()
        .filter(isOpen)
        .map((a) => a.id),
    );
    return routes
      .map((r) => ({
        day: r.day,
        truck: r.truckName,
        applicationIds: r.body.visits.flatMap((v) => v.applicationIds).filter((id) => open.has(id)),
      }))
      .filter((d) => d.applicationIds.length > 0)
      .toSorted((a, b) => b.day - a.day);
  });
}
