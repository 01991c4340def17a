/** Programmes for many lawns at once: asked for, and the best of each taken over. */
import 'server-only';
import Joi from 'joi';
import { yearOf } from '@/core/calendar/day';
import { nextYearOf } from '@/core/season/next-year';
import type { TypedProgramme } from '@/core/season/planner/typed';
import { isOpen } from '@/core/season/programme';
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
import type { Bolt } from '../programme/save-application';

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
export type PlannedZone = Readonly<{ zoneId: string; site: string; added: number; problem: string | null }>;

/**
 * Takes the best proposal of each zone over, where no pre-emergent is planned there yet: asked twice, the second finds
 * them planned. Each zone stands or falls by itself.
 * @param words how a bolt is read
 */
export const planMany = (
  actor: Actor,
  { zoneIds }: PlanManyInput,
  words: (bolt: Bolt) => string,
): Promise<Outcome<{ zones: readonly PlannedZone[] }>> =>
  planEach(actor, zoneIds, words, async (db, book) => {
    const body = (await proposalsOf(db, [book.zone.id])).get(book.zone.id);
    if (!body) return 'nothing is proposed yet';
    const [best] = body.proposals;
    if (!best) return body.problem ?? 'nothing is proposed';
    return book.applications.some((a) => isOpen(a) && a.products.some((p) => isPreEmergent(p.use)))
      ? 'a pre-emergent is planned here already'
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
 * @param words how a bolt is read
 */
export const copyYear = (
  actor: Actor,
  { zoneIds, year }: CopyYearInput,
  words: (bolt: Bolt) => string,
): Promise<Outcome<{ zones: readonly PlannedZone[] }>> =>
  planEach(actor, zoneIds, words, async (db, { applications }) => {
    const { today } = await momentOf(db, actor);
    if (applications.some((a) => isOpen(a) && yearOf(a.plannedOn) > year))
      return `a programme of ${year + 1} is planned here already`;
    const { typed, tooLate } = nextYearOf(applications, year, today);
    if (typed.length) return typed;
    return tooLate ? `its days of ${year + 1} have gone` : `nothing was planned in ${year}`;
  });

/** What a zone's book is to get, or why it gets nothing. */
type Choose = (db: Transaction, book: ZoneBook) => Promise<TypedProgramme | string>;

/** Each zone stands or falls by itself. */
async function planEach(
  actor: Actor,
  zoneIds: readonly string[],
  words: (bolt: Bolt) => string,
  choose: Choose,
): Promise<Outcome<{ zones: readonly PlannedZone[] }>> {
  requirePermission(actor, 'plan');
  const zones: PlannedZone[] = [];
  for (const zoneId of [...new Set(zoneIds)].sort())
    zones.push(...(await againWhereCollided(() => planOne(actor, zoneId, words, choose))));
  return done({ zones });
}

function planOne(
  actor: Actor,
  zoneId: string,
  words: (bolt: Bolt) => string,
  choose: Choose,
): Promise<PlannedZone[]> {
  return inOrganisation(actor, async (db) => {
    if (!(await lockZone(db, zoneId))) return [];
    const zone = await zoneOf(db, zoneId);
    if (!zone || zone.closed) return [];
    const site = siteName(zone);
    const not = (problem: string) => [{ zoneId, site, added: 0, problem }];
    const assembled = await assemble(db, actor, [zone], await momentOf(db, actor), { sky: false });
    const book = assembled.books.get(zoneId)!;
    const chosen = await choose(db, book);
    if (typeof chosen === 'string') return not(chosen);
    const outcome = await writeProgramme(db, actor, assembled, book, {
      applications: chosen,
      instead: [],
      why: '',
      sendKey: crypto.randomUUID(),
    });
    if (!outcome.ok) {
      const { refusal } = outcome;
      return not(
        refusal.kind === 'bolted' && refusal.bolts[0]
          ? words(refusal.bolts[0])
          : refusal.kind === 'invalid'
            ? refusal.issues.map((i) => i.problem).join('; ')
            : 'it has changed meanwhile',
      );
    }
    await changed(db, actor, [zoneId]);
    return [{ zoneId, site, added: outcome.value.added, problem: null }];
  });
}
