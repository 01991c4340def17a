/** Writes down which truck goes where on a day. */
import { issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { addDays, parseDay, showWeekday } from '@/core/calendar/day';
import type { PlannedVisit } from '@/core/day/plan-day';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { routesOf, writeRoute, type RouteVisit } from '@/data/day-routes';
import { tellChange } from '@/data/changes-told';
import { zonesOfApplications } from '@/data/programme';
import { trucksOf } from '@/data/trucks';
import { done, refuse, type Outcome } from '../entry/outcome';

export type SaveRoutesInput = Readonly<{
  routes: readonly Readonly<{
    day: string;
    truckId: string;
    /** the version that was seen; 0: there was none */
    seen: number;
    visits: readonly (PlannedVisit & Pick<RouteVisit, 'applicationIds' | 'isLocked' | 'regret'>)[];
    drive: number;
    finish: number;
  }>[];
}>;
const id = Joi.string().guid({ separator: '-', wrapper: false }).required();
const times = Joi.number().integer().min(0).max(1000).required();
const minute = Joi.number().min(0).max(3000).required();
export const saveRoutesShape = Joi.object<SaveRoutesInput>({
  routes: Joi.array()
    .items(
      Joi.object({
        day: Joi.string().max(10).required(),
        truckId: id,
        seen: Joi.number().integer().min(0).max(2_000_000_000).required(),
        visits: Joi.array()
          .items(
            Joi.object({
              lawnId: id,
              applicationIds: Joi.array().items(id).min(1).max(40).required(),
              arrive: minute,
              begin: minute,
              end: minute,
              refill: Joi.boolean().required(),
              trips: times.optional(),
              fills: Joi.object({ tank: times, hopper: times }).required(),
              isLocked: Joi.boolean().required(),
              regret: Joi.number().min(0).max(10_000).required(),
            }).optional(),
          )
          .max(80)
          .required(),
        drive: minute,
        finish: minute,
      }),
    )
    .min(1)
    .max(60)
    .required(),
}).required();

/** Saves days of trucks together: all of them, or none where somebody else saved one first. */
export function saveRoutes(
  actor: Actor,
  { routes }: SaveRoutesInput,
): Promise<Outcome<{ versions: readonly number[] }>> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) => {
    const { today, now } = await momentOf(db, actor);
    const trucks = await trucksOf(db);
    const asked = routes.flatMap((r) => r.visits.flatMap((v) => v.applicationIds));
    const known = await zonesOfApplications(db, asked);
    const isThere = (r: SaveRoutesInput['routes'][number]) => trucks.some((t) => t.id === r.truckId);
    if (!routes.every(isThere) || asked.some((a) => !known.has(a))) return refuse({ kind: 'gone' });
    const versions: number[] = [];
    for (const r of routes) {
      const day = parseDay(r.day);
      if (day === null || day < today || day > addDays(today, 400))
        return refuse({
          kind: 'invalid',
          issues: [
            issue('Day', 'day-not-plannable', { text: r.day, isPast: day !== null && day < today, today }),
          ],
        });
      const version = await writeRoute(db, {
        orgId: actor.orgId,
        day,
        truckId: r.truckId,
        seen: r.seen,
        by: actor.name,
        at: now,
        body: { form: 1, visits: r.visits, drive: r.drive, finish: r.finish },
      });
      if (version === null) {
        const [theirs] = (await routesOf(db, { from: day, to: addDays(day, 1) })).filter(
          (x) => x.truckId === r.truckId,
        );
        // nothing of the others is kept either
        throw new OtherSaved(theirs?.truckName ?? '', showWeekday(day), theirs?.madeBy ?? 'somebody');
      }
      versions.push(version);
    }
    await tellChange(db, actor.orgId, []);
    return done({ versions });
  }).catch((error: unknown) => {
    if (!(error instanceof OtherSaved)) throw error;
    return refuse({
      kind: 'invalid',
      issues: [
        issue(error.truck, 'truck-saved-meanwhile', { by: error.by, truck: error.truck, day: error.day }),
      ],
    });
  });
}

class OtherSaved extends Error {
  constructor(
    readonly truck: string,
    readonly day: string,
    readonly by: string,
  ) {
    super('Somebody saved first');
  }
}
