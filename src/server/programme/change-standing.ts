/** What becomes of a planned application: moved, skipped with a reason, taken up again, taken out, copied to other zones. */
import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { parseDay } from '@/core/calendar/day';
import type { PlannedApplication } from '@/core/season/standing';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { siteName, zoneOf } from '@/data/lawns';
import {
  addApplication,
  lockZone,
  removeApplication,
  setStanding,
  zoneOfApplication,
  type StoredApplication,
} from '@/data/programme';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome, type Overtaken } from '../entry/outcome';
import { assemble, type ZoneBook } from '../facts';
import { labelBolts, type LeftUnplanned } from './save-application';

type Change =
  | Readonly<{ what: 'move'; to: string }>
  | Readonly<{ what: 'skip'; why: string }>
  | Readonly<{ what: 'take up' }>
  | Readonly<{ what: 'take out' }>;
export type StandingInput = Readonly<{ applicationId: string; base: number; change: Change }>;
const text = (most: number) => Joi.string().allow('').max(most).required();
export const standingShape = Joi.object<StandingInput>({
  applicationId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  base: Joi.number().integer().min(1).required(),
  change: Joi.alternatives(
    Joi.object({ what: Joi.valid('move').required(), to: text(40) }),
    Joi.object({ what: Joi.valid('skip').required(), why: text(500) }),
    Joi.object({ what: Joi.valid('take up', 'take out').required() }),
  ).required(),
});

const invalid = (found: Issue) => refuse({ kind: 'invalid', issues: [found] });

/** The book of an application's zone, held until the transaction ends. Null: no such application here. */
async function bookOf(
  db: Transaction,
  actor: Actor,
  applicationId: string,
): Promise<{ book: ZoneBook; application: StoredApplication } | null> {
  const zoneId = await zoneOfApplication(db, applicationId);
  if (zoneId === null || !(await lockZone(db, zoneId))) return null;
  const zone = await zoneOf(db, zoneId);
  if (!zone) return null;
  const { books } = await assemble(db, actor, [zone], await momentOf(db, actor), { sky: false });
  const book = books.get(zoneId)!;
  const application = book.applications.find((a) => a.id === applicationId);
  return application ? { book, application } : null;
}

export function changeStanding(
  actor: Actor,
  { applicationId, base, change }: StandingInput,
): Promise<Outcome<{ version: number }, Overtaken<StoredApplication>>> {
  requirePermission(actor, 'plan');
  return inOrganisation(actor, async (db) => {
    const found = await bookOf(db, actor, applicationId);
    if (!found) return refuse({ kind: 'gone' });
    const { book, application: a } = found;
    if (a.version !== base)
      return refuse({ kind: 'changed-by-other', by: a.changedBy, at: a.changedAt.toISOString(), theirs: a });
    if (a.doneOn !== null) return invalid(issue('Application', 'already-put-down', { day: a.doneOn }));
    const { now, today } = await momentOf(db, actor);
    const zoneId = book.zone.id;
    switch (change.what) {
      case 'move': {
        const to = parseDay(change.to);
        if (to === null) return invalid(issue('Day', 'no-day', { text: change.to }));
        const moved: PlannedApplication = { ...a, plannedOn: to };
        const all = book.applications.map((x) => (x.id === a.id ? moved : x));
        const bolts = labelBolts(all, moved, book.facts);
        if (bolts.length) return refuse({ kind: 'bolted', bolts });
        await setStanding(db, actor, a.id, base, { plannedOn: to }, now);
        break;
      }
      case 'skip': {
        const why = change.why.trim();
        if (!why) return invalid(issue('Reason', 'skip-reason-missing'));
        await setStanding(db, actor, a.id, base, { skipped: { why, on: today } }, now);
        break;
      }
      case 'take up': {
        const again: PlannedApplication = { ...a, skipped: null };
        const all = book.applications.map((x) => (x.id === a.id ? again : x));
        const bolts = labelBolts(all, again, book.facts);
        if (bolts.length) return refuse({ kind: 'bolted', bolts });
        await setStanding(db, actor, a.id, base, { skipped: null }, now);
        break;
      }
      case 'take out':
        if (a.products.some((p) => p.recordId !== null))
          return invalid(issue('Application', 'part-put-down'));
        await removeApplication(db, a.id, base);
    }
    await changed(db, actor, [zoneId]);
    return done({ version: base + 1 });
  });
}

export type CopyInput = Readonly<{ applicationId: string; zoneIds: readonly string[] }>;
export const copyShape = Joi.object<CopyInput>({
  applicationId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  zoneIds: Joi.array()
    .items(Joi.string().guid({ separator: '-', wrapper: false }))
    .min(1)
    .max(500)
    .required(),
});

/** What a copy came to on one zone: done, or why not. */
export type Copied = Readonly<{ zoneId: string; site: string; left: LeftUnplanned | null }>;

/**
 * Copies an application to other zones, each judged by itself: where a label or a limit forbids it, that zone is left out
 * and says why. Spots keep their area; splits and sequences are not copied, only this application.
 */
export function copyApplication(
  actor: Actor,
  { applicationId, zoneIds }: CopyInput,
): Promise<Outcome<{ copies: readonly Copied[] }>> {
  requirePermission(actor, 'plan');
  return inOrganisation(actor, async (db) => {
    const found = await bookOf(db, actor, applicationId);
    if (!found) return refuse({ kind: 'gone' });
    const { application } = found;
    const moment = await momentOf(db, actor);
    const copies: Copied[] = [];
    const written: string[] = [];
    // in one order for everybody, so that two copies never wait for each other
    for (const zoneId of [...new Set(zoneIds)].sort()) {
      if (!(await lockZone(db, zoneId))) continue;
      const zone = await zoneOf(db, zoneId);
      if (!zone || zone.closed) continue;
      const { books } = await assemble(db, actor, [zone], moment, { sky: false });
      const { applications, facts } = books.get(zoneId)!;
      const copy: PlannedApplication = {
        id: 'copy',
        purpose: application.purpose,
        plannedOn: application.plannedOn,
        earliest: application.earliest,
        latest: application.latest,
        doneOn: null,
        skipped: null,
        products: application.products.map((p) => ({
          ...p,
          id: `copy-${p.position}`,
          recordId: null,
          tie: null,
        })),
      };
      const site = siteName(zone);
      const bolts = labelBolts([...applications, copy], copy, facts);
      if (bolts[0]) {
        copies.push({ zoneId, site, left: { bolt: bolts[0] } });
        continue;
      }
      await addApplication(
        db,
        actor,
        {
          ...copy,
          zoneId,
          sendKey: null,
          products: application.products.map((p) => ({
            id: null,
            productId: p.label.id,
            rate: p.typed.rate,
            unit: p.typed.unit,
            use: p.use,
            tank: p.tank,
            targets: p.targets,
            method: p.method,
            place: p.place,
            tie: null,
          })),
        },
        moment.now,
      );
      written.push(zoneId);
      copies.push({ zoneId, site, left: null });
    }
    await changed(db, actor, written);
    return done({ copies });
  });
}
