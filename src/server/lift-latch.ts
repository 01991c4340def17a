import 'server-only';
import Joi from 'joi';
import { addDays, isoDay, parseDay, showDay } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { gateName } from '@/core/gates/all';
import { GATE_KEYS, type GateKey } from '@/core/gates/gate';
import { windowOf } from '@/core/gates/window';
import { applicationsOf, contextOf } from '@/core/season/plan';
import type { Issue } from '@/core/units/parse';
import { must, type Actor } from '@/data/actor';
import { nowOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { addLift } from '@/data/means';
import { tellNews } from '@/data/news';
import { done, refuse, type Outcome } from './outcome';
import { zoneSheet } from './season';

export type LiftInput = Readonly<{
  sendKey: string;
  zoneId: string;
  plannedId: string;
  gate: GateKey;
  why: string;
  /** the first and the last day for which it is lifted */
  from: string;
  until: string;
}>;
export const liftShape = Joi.object<LiftInput>({
  sendKey: Joi.string().guid().required(),
  zoneId: Joi.string().guid().required(),
  plannedId: Joi.string().guid().required(),
  gate: Joi.string()
    .valid(...GATE_KEYS)
    .required(),
  why: Joi.string().allow('').max(1000).required(),
  from: Joi.string().allow('').max(40).required(),
  until: Joi.string().allow('').max(40).required(),
});

/** Longer than a month is a rule, and rules stand under House. */
const MOST_DAYS = 31;
const LEAST_WORDS = 3;

/** Lifts a latch of one planned application for some days: with a name and a reason, kept with the record. Never a bolt. */
export async function liftLatch(actor: Actor, input: LiftInput): Promise<Outcome<{ until: string }>> {
  must(actor, 'plan');
  const sheet = await zoneSheet(actor, input.zoneId);
  const { plan } = sheet ?? {};
  const application = plan && applicationsOf(plan).find((a) => a.id === input.plannedId);
  if (!sheet || !plan || !application) return refuse({ kind: 'gone' });

  const issues: Issue[] = [];
  const why = input.why.trim();
  if (why.split(/\s+/).filter(Boolean).length < LEAST_WORDS)
    issues.push({
      field: 'Reason',
      problem: why ? `Reason "${why}" says too little` : 'Reason is missing',
      remedy: 'Say in a sentence why the work may go ahead: the record keeps it.',
    });
  const from = parseDay(input.from);
  const until = parseDay(input.until);
  if (from === null || until === null)
    issues.push({
      field: 'Until',
      problem: `"${from === null ? input.from : input.until}" is no day`,
      remedy: 'Choose a day of the calendar, for example 2027-03-20.',
    });
  else if (until < from || until < sheet.today)
    issues.push({
      field: 'Until',
      problem: `Until ${isoDay(until)} lies before ${isoDay(from > sheet.today ? from : sheet.today)}`,
      remedy: 'Choose the last day for which it is lifted: today or later.',
    });
  else if (until > addDays(from, MOST_DAYS))
    issues.push({
      field: 'Until',
      problem: `Until ${isoDay(until)} is more than ${MOST_DAYS} days`,
      remedy: `Choose ${showDay(addDays(from, MOST_DAYS))} or sooner; what is to hold for longer is a house rule.`,
    });
  if (issues.length || from === null || until === null) return refuse({ kind: 'invalid', issues });

  const { lanes } = windowOf(contextOf(plan, application.part, { ...sheet.facts, lifts: [] }), {
    from,
    to: addDays(until, 1),
  });
  const lane = lanes.find((l) => l.gate.key === input.gate && l.of === 'application')?.lane ?? [];
  const bolt = lane.find((s) => s.verdict.state === 'shut' && s.verdict.strength === 'bolt');
  if (bolt)
    return refuse({ kind: 'bolted', bolts: [{ part: application.part, reason: bolt.verdict.reason }] });
  if (spanAt(lane, from)?.verdict.state !== 'shut')
    return refuse({
      kind: 'invalid',
      issues: [
        {
          field: 'Gate',
          problem: `${gateName(input.gate)} is not shut on ${isoDay(from)}`,
          remedy: 'Nothing needs lifting there. Load the page again to see it as it is now.',
        },
      ],
    });
  await inOrganisation(actor, async (db) => {
    await addLift(db, {
      ...{ orgId: actor.orgId, sendKey: input.sendKey, zoneId: input.zoneId, plannedId: input.plannedId },
      ...{ gate: input.gate, by: actor.name, why, from, until },
      at: (await nowOf(db)).now,
    });
    await tellNews(db, actor.orgId);
  });
  return done({ until: isoDay(until) });
}
