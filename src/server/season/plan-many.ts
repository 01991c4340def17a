/** Programmes for many lawns at once: asked for, and the best of each taken over. */
import 'server-only';
import Joi from 'joi';
import { yearOf } from '@/core/calendar/day';
import { nextYearOf } from '@/core/season/next-year';
import type { TypedProgramme } from '@/core/season/planner/typed';
import { isOpen } from '@/core/season/standing';
import { isPreEmergent } from '@/core/trade/terms';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { againWhereCollided, inOrganisation, type Transaction } from '@/data/connection';
import { siteName, zoneOf } from '@/data/lawns';
import { lockZone } from '@/data/programme';
import { askForSeason, proposalsOf } from '@/data/season';
import { changed } from '@/server/queue/changes';
import { done, type Outcome } from '../entry/outcome';
import { assemble, type ZoneBook } from '../facts';
import { sendJobIn } from '@/server/queue/jobs';
import { writeProgramme } from '../programme/take-programme';
import type { LeftUnplanned } from '../programme/save-application';
import { type Fact, fact } from '@/core/units/issue';

/** Has programmes proposed for every lawn. */
export function askSeason(actor: Actor): Promise<Outcome<{ zones: number }>> {
  requirePermission(actor, 'plan');
  return inOrganisation(actor, async (db) => {
    const zones = await askForSeason(db, actor.orgId, null);
    await sendJobIn(db, { kind: 'season', orgId: actor.orgId });
    return done({ zones });
  });
}

export type PlanManyInput = Readonly<{ zoneIds: readonly string[] }>;
const zoneIds = Joi.array()
  .items(Joi.string().guid({ separator: '-', wrapper: false }))
  .min(1)
  .max(100)
  .required();
export const planManyShape = Joi.object<PlanManyInput>({ zoneIds }).required();

/** What came of one zone: its programme is written, or why not. */
export type PlannedZone = Readonly<{
  zoneId: string;
  site: string;
  added: number;
  left: LeftUnplanned | null;
}>;

/**
 * Takes the best proposal of each zone over, where no pre-emergent is planned there yet: asked twice, the second finds
 * them planned. Each zone stands or falls by itself.
 */
export const planMany = (
  actor: Actor,
  { zoneIds }: PlanManyInput,
): Promise<Outcome<{ zones: readonly PlannedZone[] }>> =>
  planEach(actor, zoneIds, async (db, book) => {
    const body = (await proposalsOf(db, [book.zone.id])).get(book.zone.id);
    if (!body) return fact('nothing-proposed-yet');
    const [best] = body.proposals;
    if (!best) return body.problem ?? fact('nothing-proposed');
    return book.applications.some((a) => isOpen(a) && a.products.some((p) => isPreEmergent(p.use)))
      ? fact('pre-emergent-planned')
      : best.typed;
  });

export type CopyYearInput = PlanManyInput & Readonly<{ year: number }>;
export const copyYearShape = Joi.object<CopyYearInput>({
  zoneIds,
  year: Joi.number().integer().min(2000).max(2100).required(),
}).required();

/**
 * Plans again in the next year what was planned in `year`, zone by zone, where nothing is planned in that next year yet:
 * asked twice, the second finds it planned.
 */
export const copyYear = (
  actor: Actor,
  { zoneIds, year }: CopyYearInput,
): Promise<Outcome<{ zones: readonly PlannedZone[] }>> =>
  planEach(actor, zoneIds, async (db, { applications }) => {
    const { today } = await momentOf(db, actor);
    if (applications.some((a) => isOpen(a) && yearOf(a.plannedOn) > year))
      return fact('next-year-planned', { year: year + 1 });
    const { typed, tooLate } = nextYearOf(applications, year, today);
    if (typed.length) return typed;
    return tooLate ? fact('next-year-gone', { year: year + 1 }) : fact('nothing-was-planned', { year });
  });

/** What a zone's book is to get, or why it gets nothing. */
type Choose = (db: Transaction, book: ZoneBook) => Promise<TypedProgramme | Fact>;

/** Each zone stands or falls by itself. */
async function planEach(
  actor: Actor,
  zoneIds: readonly string[],
  choose: Choose,
): Promise<Outcome<{ zones: readonly PlannedZone[] }>> {
  requirePermission(actor, 'plan');
  const zones: PlannedZone[] = [];
  for (const zoneId of [...new Set(zoneIds)].sort())
    zones.push(...(await againWhereCollided(() => planOne(actor, zoneId, choose))));
  return done({ zones });
}

function planOne(actor: Actor, zoneId: string, choose: Choose): Promise<PlannedZone[]> {
  return inOrganisation(actor, async (db) => {
    if (!(await lockZone(db, zoneId))) return [];
    const zone = await zoneOf(db, zoneId);
    if (!zone || zone.closed) return [];
    const site = siteName(zone);
    const not = (left: LeftUnplanned) => [{ zoneId, site, added: 0, left }];
    const assembled = await assemble(db, actor, [zone], await momentOf(db, actor), { sky: false });
    const book = assembled.books.get(zoneId)!;
    const chosen = await choose(db, book);
    if ('code' in chosen) return not({ facts: [chosen] });
    const outcome = await writeProgramme(db, actor, assembled, book, {
      applications: chosen,
      instead: [],
      why: '',
      sendKey: crypto.randomUUID(),
    });
    if (!outcome.ok) {
      const { refusal } = outcome;
      if (refusal.kind === 'bolted' && refusal.bolts[0]) return not({ bolt: refusal.bolts[0] });
      return not({ facts: refusal.kind === 'invalid' ? refusal.issues : [fact('changed-meanwhile')] });
    }
    await changed(db, actor, [zoneId]);
    return [{ zoneId, site, added: outcome.value.added, left: null }];
  });
}
