/** Writes down a walk over a zone. What it says of stages feeds the gates, and it answers looks that were asked for. */
import 'server-only';
import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { isoDay } from '@/core/calendar/day';
import { GROUNDS, type Found } from '@/core/weeds/scouting';
import { readWalk, type TypedWalk } from '@/core/weeds/typed-walk';
import { WEEDS, stageRank, type Stage, type Weed } from '@/core/weeds/weeds';
import { requirePermission, type Actor } from '@/data/actor';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { addFinding } from '@/data/findings';
import { zoneOf } from '@/data/lawns';
import { addWalk } from '@/data/walks';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome } from '../entry/outcome';

export type WalkInput = TypedWalk & Readonly<{ sendKey: string; zoneId: string }>;
const id = Joi.string().guid({ separator: '-', wrapper: false }).required();
const short = Joi.string().allow('').max(40).required();
const MOST_WEEDS = 20;
export const walkShape = Joi.object<WalkInput>({
  sendKey: id,
  zoneId: id,
  on: short,
  found: Joi.array()
    .items(
      Joi.object({
        weed: short,
        stage: short,
        cover: short,
        counted: short,
        where: Joi.array()
          .items(Joi.string().valid(...GROUNDS))
          .max(GROUNDS.length)
          .required(),
        isInFlower: Joi.boolean().required(),
      }),
    )
    .max(MOST_WEEDS)
    .required(),
  notes: Joi.string().allow('').max(2000).required(),
})
  .required()
  // of a device with another version of the program
  .prefs({ stripUnknown: { objects: true } });

export function saveWalk(actor: Actor, input: WalkInput): Promise<Outcome<{ on: string }>> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) => {
    if (!(await zoneOf(db, input.zoneId))) return refuse({ kind: 'gone' });
    const today = await todayOf(db, actor);
    const { on, found, issues } = readWalk(input, today);
    if (issues.length || on === null) return refuse({ kind: 'invalid', issues });
    const isNew = await addWalk(db, {
      orgId: actor.orgId,
      zoneId: input.zoneId,
      sendKey: input.sendKey,
      on,
      person: actor.name,
      found,
      notes: input.notes.trim(),
    });
    if (!isNew) return done({ on: isoDay(on) });
    const note = { orgId: actor.orgId, zoneId: input.zoneId, on, person: actor.name, figure: null };
    for (const [weed, stage] of furthest(found))
      await addFinding(db, { ...note, kind: 'weed stage', word: `${weed}|${stage}`, sendKey: randomUUID() });
    // it was looked at: a look that a record asked for is answered
    await addFinding(db, { ...note, kind: 'looked', word: lookedWords(found), sendKey: randomUUID() });
    await changed(db, actor, [input.zoneId]);
    return done({ on: isoDay(on) });
  });
}

/** Of each weed how far the furthest is: what the label must still take. */
function furthest(found: readonly Found[]): Map<Weed, Stage> {
  const out = new Map<Weed, Stage>();
  for (const { weed, stage } of found)
    if (stageRank(stage) > stageRank(out.get(weed) ?? 'not up')) out.set(weed, stage);
  return out;
}

const lookedWords = (found: readonly Found[]): string =>
  found.length
    ? `walked: ${[...new Set(found.map((f) => WEEDS[f.weed].name))].join(', ')}`.slice(0, 200)
    : 'walked: nothing is up';
