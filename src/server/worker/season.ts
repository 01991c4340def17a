/** Proposes programmes for the zones that a lead has asked for, a few at a time, each batch in a transaction of its own. */
import 'server-only';
import { createHash } from 'node:crypto';
import { serialize } from 'node:v8';
import { planProgrammes } from '@/core/season/planner/planner';
import { usualTargets, type PlanQuestion } from '@/core/season/planner/question';
import { judgedArea } from '@/core/season/planner/worth';
import { typedProgramme } from '@/core/season/planner/typed';
import { isOpen } from '@/core/season/standing';
import { isPreEmergent } from '@/core/trade/terms';
import type { Actor } from '@/data/actor';
import { momentOf, type Moment } from '@/data/clock';
import { againWhereCollided, inOrganisation, type Transaction } from '@/data/connection';
import { tellChange } from '@/data/changes-told';
import { zonesByIds } from '@/data/lawns';
import { soilRunsFor } from '@/data/outlooks';
import { planningRulesFrom } from '@/data/planning-rules';
import { SEASON_FORM, dropSeason, takeStaleSeason, writeSeason, type SeasonBody } from '@/data/season';
import { assemble, type Assembled, type ZoneBook } from '@/server/facts';
import { type Fact, fact } from '@/core/units/issue';

/** People see that it goes on after so many. */
const ZONES_AT_ONCE = 10;

/** Done twice it does no harm: the second finds nothing that waits. */
export async function computeSeason(actor: Actor): Promise<void> {
  const planned = new Planned();
  while (await againWhereCollided(() => computeBatch(actor, planned)));
}

/** What is proposed for a question, with the costs of a square metre. */
type Answer = Pick<SeasonBody, 'proposals' | 'plannedHold' | 'problem'>;

/**
 * What is asked twice is worked out once: zones of one kind that have no history of their own differ in their area alone,
 * and the planner weighs money for a lawn of about that size (`judgedArea`).
 */
class Planned {
  readonly #kept = new Map<string, Answer>();
  /** so many kinds of lawns are kept at once: a few kB each */
  static readonly MOST = 500;

  answer(question: PlanQuestion): Answer {
    const { facts } = question;
    const { area } = facts.zone;
    const key = createHash('sha256')
      .update(
        serialize({ ...question, facts: { ...facts, zone: { ...facts.zone, area: judgedArea(area) } } }),
      )
      .digest('base64');
    const found = this.#kept.get(key) ?? work(question);
    this.#kept.delete(key);
    this.#kept.set(key, found);
    const oldest = this.#kept.keys().next().value;
    if (this.#kept.size > Planned.MOST && oldest !== undefined) this.#kept.delete(oldest);
    return {
      ...found,
      proposals: found.proposals.map((p) => ({ ...p, cost: p.cost === null ? null : p.cost * area })),
    };
  }
}

function work(question: PlanQuestion): Answer {
  const { programmes, cleanUp, yearOff, leftOut } = planProgrammes(question);
  const { area } = question.facts.zone;
  const found = programmes.filter((p) => p.kind !== 'no pre-emergent' && p.kind !== 'as planned');
  // the lawn's own proposals say the same first: what costs more than nothing is not planned for all
  const nothing =
    !yearOff && found.length > 0 && programmes[0]!.kind === 'no pre-emergent' ? programmes[0]! : null;
  const whyNone = (): Fact | null => {
    if (yearOff)
      return yearOff.by === 'house'
        ? fact('year-off-by-house', { group: String(yearOff.group), years: yearOff.years })
        : fact('year-off-by-walk');
    if (nothing) return fact('nothing-more-pays', { hold: nothing.hold?.p50 ?? 0 });
    return found.length ? null : fact('no-pre-emergent-fits', { leftOutBy: leftOut[0]?.by ?? null });
  };
  return {
    problem: whyNone(),
    proposals: (yearOff || nothing ? [] : found).map((p) => ({
      kind: p.kind,
      hold: p.hold,
      visits: p.figures.visits,
      cost: p.figures.cost === null ? null : p.figures.cost / area,
      typed: typedProgramme(p, cleanUp),
    })),
    plannedHold: programmes.find((p) => p.kind === 'as planned')?.hold?.p50 ?? null,
  };
}

/** False: nothing was left. */
function computeBatch(actor: Actor, planned: Planned): Promise<boolean> {
  return inOrganisation(actor, async (db) => {
    const ids = await takeStaleSeason(db, ZONES_AT_ONCE);
    if (!ids.length) return false;
    const moment = await momentOf(db, actor);
    const zones = (await zonesByIds(db, ids)).filter((z) => !z.closed);
    const assembled = await assemble(db, actor, zones, moment);
    for (const zone of zones)
      await writeSeason(
        db,
        zone.id,
        moment.today,
        await proposedFor(db, actor, assembled, assembled.books.get(zone.id)!, moment, planned),
      );
    const gone = ids.filter((id) => !zones.some((z) => z.id === id));
    if (gone.length) await dropSeason(db, gone);
    await tellChange(db, actor.orgId, []);
    return true;
  });
}

async function proposedFor(
  db: Transaction,
  actor: Actor,
  { house, labels }: Assembled,
  { zone, applications, facts, outlookRefusal }: ZoneBook,
  { today }: Moment,
  asked: Planned,
): Promise<SeasonBody> {
  const runs = await soilRunsFor(db, actor.orgId, zone, house.crossings.depth, today);
  const line = (facts.outlook?.members ?? []).map(({ year, day }) => ({ year, day }));
  const nothing = (problem: Fact): SeasonBody => ({
    form: SEASON_FORM,
    proposals: [],
    plannedHold: null,
    line,
    problem,
  });
  if (!runs)
    return nothing(outlookRefusal?.kind === 'too-few-years' ? fact('too-few-years') : fact('no-outlook'));
  const planned = applications.filter((a) => isOpen(a) && a.products.some((p) => isPreEmergent(p.use)));
  const answer = asked.answer({
    facts,
    labels: labels.now,
    runs,
    planned,
    kept: applications.filter((a) => !planned.includes(a)),
    targets: usualTargets(applications, facts.seen, today),
    rules: planningRulesFrom(house.planning),
  });
  return { form: SEASON_FORM, line, ...answer };
}
