/** Planned days as files. */
import 'server-only';
import { addDays, type Day } from '@/core/calendar/day';
import { requirePermission, type Actor } from '@/data/actor';
import { nowOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { routesOf } from '@/data/day-routes';
import { zonesOfLawns } from '@/data/lawns';
import { applicationsOf } from '@/data/programme';
import { labelsOf } from '@/data/products';
import { trucksOf } from '@/data/trucks';
import { routesCalendar, routesGeoJson, routesGpx, type FileRoute } from '@/formats/route-files';

export type RouteFile = 'gpx' | 'geojson' | 'ics';

/** The days from one on as they were saved, in one file. */
export function routesFile(actor: Actor, as: RouteFile, from: Day, days: number): Promise<string> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const { now } = await nowOf(db);
    const routes = await routesOf(db, { from, to: addDays(from, days) });
    const zones = await zonesOfLawns(
      db,
      routes.flatMap((r) => r.body.visits.map((v) => v.lawnId)),
    );
    const labels = await labelsOf(db);
    const planned = await applicationsOf(
      db,
      zones.map((z) => z.id),
      labels,
    );
    const trucks = await trucksOf(db);
    const all = [...planned.values()].flat();
    const files = routes.map((r): FileRoute => ({
      truckId: r.truckId,
      truck: r.truckName,
      people: r.people,
      day: r.day,
      home: trucks.find((t) => t.id === r.truckId)?.at ?? null,
      visits: r.body.visits.flatMap((v) => {
        const zone = zones.find((z) => z.lawnId === v.lawnId);
        if (!zone) return [];
        const what = all
          .filter((a) => v.applicationIds.includes(a.id))
          .map((a) => a.purpose || a.products.map((p) => p.label.name).join(' + '));
        return [
          {
            lawnId: v.lawnId,
            address: zone.address,
            at: zone.at,
            begin: v.begin,
            end: v.end,
            what: [...new Set(what)].join('; '),
          },
        ];
      }),
    }));
    switch (as) {
      case 'gpx':
        return routesGpx(files, now);
      case 'geojson':
        return routesGeoJson(files);
      case 'ics':
        return routesCalendar(actor.orgName, files, actor.timeZone, now);
    }
  });
}
