import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { addDays, isoDay, parseDay } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import type { Lift } from '@/core/gates/gate';
import { GATE_KEYS, type GateKey } from '@/core/gates/gate-names';
import { windowOf } from '@/core/gates/window';
import { contextOf } from '@/core/season/programme';
import { isOpen } from '@/core/season/standing';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { addLift } from '@/data/resources';
import { zoneOf } from '@/data/lawns';
import { lockZone, type StoredApplication } from '@/data/programme';
import { changed } from '@/server/queue/changes';
import { assemble, type ZoneBook } from '../facts';
import { done, refuse, type Outcome } from '@/server/entry/outcome';

export type LiftInput = Readonly<{
  sendKey: string;
  zoneId: string;
  plannedId: string;
  gate: GateKey;
  /** the reason's code, and the product's position: what is lifted, and nothing else of that gate */
  reason: string;
  position: number;
  why: string;
  /** the first and the last day for which it is lifted */
  from: string;
  until: string;
}>;
export const liftShape = Joi.object<LiftInput>({
  sendKey: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  plannedId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  gate: Joi.string()
    .valid(...GATE_KEYS)
    .required(),
  reason: Joi.string().max(60).required(),
  position: Joi.number().integer().min(1).max(100).required(),
  why: Joi.string().allow('').max(1000).required(),
  from: Joi.string().allow('').max(40).required(),
  until: Joi.string().allow('').max(40).required(),
});

/** Longer than a month is a rule, and rules stand under House. */
const MOST_DAYS = 31;
const LEAST_WORDS = 3;

/** Lifts a latch of one planned application for some days: with a name and a reason, kept with the record. Never a bolt. */
export async function liftLatch(actor: Actor, input: LiftInput): Promise<Outcome<{ until: string }>> {
  requirePermission(actor, 'plan');
  return inOrganisation(actor, async (db) => {
    if (!(await lockZone(db, input.zoneId))) return refuse({ kind: 'gone' });
    const zone = await zoneOf(db, input.zoneId);
    const moment = await momentOf(db, actor);
    const book = zone && (await assemble(db, actor, [zone], moment)).books.get(zone.id);
    const application = book?.applications.find((a) => a.id === input.plannedId);
    if (!book || !application || !isOpen(application)) return refuse({ kind: 'gone' });
    const outcome = checked(book, application, input);
    if (!outcome.ok) return outcome;
    await addLift(db, {
      orgId: actor.orgId,
      sendKey: input.sendKey,
      zoneId: input.zoneId,
      plannedId: input.plannedId,
      gate: input.gate,
      by: actor.name,
      ...outcome.value,
      at: moment.now,
    });
    await changed(db, actor, [input.zoneId]);
    return done({ until: isoDay(outcome.value.until) });
  });
}

/** Whether that latch is shut then, and what of it is to be kept. */
function checked(
  { applications, facts }: ZoneBook,
  application: StoredApplication,
  input: LiftInput,
): Outcome<Pick<Lift, 'why' | 'from' | 'until' | 'reason' | 'position'>> {
  const { today } = facts;

  const issues: Issue[] = [];
  const why = input.why.trim();
  if (why.split(/\s+/).filter(Boolean).length < LEAST_WORDS)
    issues.push(
      why ? issue('Reason', 'lift-reason-too-short', { text: why }) : issue('Reason', 'lift-reason-missing'),
    );
  const from = parseDay(input.from);
  const until = parseDay(input.until);
  if (from === null || until === null)
    issues.push(issue('Until', 'no-calendar-day-given', { text: from === null ? input.from : input.until }));
  else if (until < from || until < today)
    issues.push(issue('Until', 'lift-ends-early', { until, from: from > today ? from : today }));
  else if (until > addDays(from, MOST_DAYS))
    issues.push(issue('Until', 'lift-too-long', { until, most: MOST_DAYS, last: addDays(from, MOST_DAYS) }));
  if (issues.length || from === null || until === null) return refuse({ kind: 'invalid', issues });

  const context = contextOf(applications, application.id, { ...facts, lifts: [] });
  const range = { from, to: addDays(until, 1) };
  const { lanes } = windowOf(context, range);
  const asked = lanes.filter((l) => l.gate.key === input.gate);
  const bolt = asked
    .flatMap((l) => l.lane)
    .find((s) => s.verdict.state === 'shut' && s.verdict.strength === 'bolt');
  if (bolt)
    return refuse({
      kind: 'bolted',
      bolts: [{ day: bolt.from, product: context.product.label.name, reason: bolt.verdict.reason }],
    });
  const lane = asked.find((l) => l.of === input.position)?.lane ?? [];
  const held = spanAt(lane, from)?.verdict;
  if (held?.state !== 'shut' || held.reason.code !== input.reason)
    return refuse({
      kind: 'invalid',
      issues: [issue('Gate', 'gate-not-shut', { gate: input.gate, day: from })],
    });
  return done({ why, from, until, reason: held.reason.code, position: input.position });
}
