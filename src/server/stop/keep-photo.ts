/** Keeps a picture of a stop: scaled down on the phone, and here without what the camera adds to it. */
import { issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { companyTime } from '@/core/stop/clock';
import { requirePermission, type Actor } from '@/data/actor';
import { dayIn, momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { zonesOfLawns } from '@/data/lawns';
import { addPhoto, pictureOf } from '@/data/stop-visits';
import { withoutCameraData } from '@/formats/jpeg';
import { done, refuse, type Outcome } from '../entry/outcome';

export type PhotoInput = Readonly<{
  sendKey: string;
  stopKey: string;
  lawnId: string;
  what: string;
  /** ms by the phone's clock, when it was taken and when it is sent */
  takenAt: number;
  sentAt: number;
  /** base64 */
  jpeg: string;
}>;
const id = Joi.string().guid({ separator: '-', wrapper: false }).required();
/** Bytes of a picture of 1,280 points at a usual quality, with room. */
const MOST_BYTES = 900_000;
export const photoShape = Joi.object<PhotoInput>({
  sendKey: id,
  stopKey: id,
  lawnId: id,
  what: Joi.string().max(60).required(),
  takenAt: Joi.number().min(0).max(8.64e15).required(),
  sentAt: Joi.number().min(0).max(8.64e15).required(),
  jpeg: Joi.string()
    .max(MOST_BYTES * 2)
    .required(),
})
  .required()
  .prefs({ stripUnknown: { objects: true } });

export function keepPhoto(actor: Actor, p: PhotoInput): Promise<Outcome<null>> {
  requirePermission(actor, 'record');
  const jpeg = withoutCameraData(Buffer.from(p.jpeg, 'base64'));
  if (!jpeg || jpeg.length > MOST_BYTES)
    return Promise.resolve(
      refuse({
        kind: 'invalid',
        issues: [
          jpeg
            ? issue('Picture', 'picture-too-large', {
                kB: Math.round(jpeg.length / 1000),
                most: MOST_BYTES / 1000,
              })
            : issue('Picture', 'not-a-jpeg'),
        ],
      }),
    );
  return inOrganisation(actor, async (db) => {
    if (!(await zonesOfLawns(db, [p.lawnId])).length) return refuse({ kind: 'gone' });
    const { now } = await momentOf(db, actor);
    await addPhoto(db, {
      orgId: actor.orgId,
      lawnId: p.lawnId,
      stopKey: p.stopKey,
      what: p.what,
      person: actor.name,
      day: dayIn(new Date(companyTime(p.takenAt, p.sentAt, now.getTime()) ?? now), actor.timeZone),
      jpeg: Buffer.from(jpeg),
      sendKey: p.sendKey,
    });
    return done(null);
  });
}

/** Null: there is no such picture here. */
export function picture(actor: Actor, photoId: string): Promise<Buffer | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, (db) => pictureOf(db, photoId));
}
