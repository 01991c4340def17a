/** A customer asks to be forgotten: what is personal goes, what was put down stays on record as long as the law asks. */
import { issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { requirePermission, type Actor } from '@/data/actor';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { clearOldNames, forgetLawn } from '@/data/forgetting';
import { houseOf } from '@/data/house';
import { zoneOf } from '@/data/lawns';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome } from '../entry/outcome';

export type ForgetInput = Readonly<{ zoneId: string; confirmed: boolean }>;
export const forgetShape = Joi.object<ForgetInput>({
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  confirmed: Joi.boolean().required(),
}).required();

/** Forgets the customer of a closed lawn. It cannot be taken back: asked about first. */
export function forgetCustomer(actor: Actor, { zoneId, confirmed }: ForgetInput): Promise<Outcome<null>> {
  requirePermission(actor, 'manage people');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, zoneId);
    if (!zone) return refuse({ kind: 'gone' });
    if (!zone.closed?.whole) return refuse({ kind: 'invalid', issues: [issue('Lawn', 'lawn-still-open')] });
    const { keepNamesYears } = await houseOf(db);
    if (!confirmed)
      return refuse({
        kind: 'questions',
        questions: [
          issue('Customer', 'forget-for-good', {
            customer: zone.customer,
            address: zone.address,
            years: keepNamesYears,
          }),
        ],
      });
    const touched = await forgetLawn(db, zone.lawnId, await todayOf(db, actor));
    if (!touched) return refuse({ kind: 'gone' });
    await changed(db, actor, touched);
    return done(null);
  });
}

/** Once a day, by the worker. */
export const clearNamesWhoseYearsAreOver = (actor: Actor): Promise<number> =>
  inOrganisation(actor, async (db) => clearOldNames(db, await todayOf(db, actor)));
