import 'server-only';
import Joi from 'joi';
import { addDays, isoDay, parseDay, yearOf, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import type { GateKey, Partner } from '@/core/gates/gate';
import type { Reason } from '@/core/gates/reason';
import { METHODS, USES, type Use } from '@/core/products/label';
import { isWeed } from '@/core/weeds/weeds';
import { windowOf } from '@/core/gates/window';
import { MOST_RATE, contextOf, type Plan } from '@/core/season/plan';
import { isSplit, SPLITS } from '@/core/season/split';
import { spotsIn } from '@/core/season/spots';
import { parseFigure, type Issue } from '@/core/units/parse';
import { RATE_UNITS, isRateUnit, rateIn, rateOf, type RateUnit } from '@/core/units/rate';
import { toSquareFeet } from '@/core/units/trade';
import { must, type Actor } from '@/data/actor';
import { nowOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { tellNews } from '@/data/news';
import { planOf, writePlan, type StoredPlan } from '@/data/plans';
import { done, refuse, type Outcome, type Overtaken } from './outcome';
import { zoneSheet, type ZoneSheet } from './season';

export type PlanInput = Readonly<{
  zoneId: string;
  /** version of the plan that the editor saw; 0: none */
  seen: number;
  productId: string;
  split: string;
  total: string;
  unit: string;
  days: readonly string[];
  use: Use;
  target: string;
  method: string;
  /** sq ft; empty: the whole zone */
  treated: string;
  partner: Readonly<{
    productId: string;
    rate: string;
    unit: string;
    use: Use;
    target: string;
    how: 'tank' | 'day';
  }> | null;
}>;
const useShape = Joi.string()
  .valid(...USES)
  .required();
export const planShape = Joi.object<PlanInput>({
  zoneId: Joi.string().guid().required(),
  seen: Joi.number().integer().min(0).required(),
  productId: Joi.string().guid().required(),
  split: Joi.string().required(),
  total: Joi.string().allow('').max(40).required(),
  unit: Joi.string().required(),
  days: Joi.array().items(Joi.string().allow('').max(40)).max(6).required(),
  use: useShape,
  target: Joi.string().allow('').max(60).required(),
  method: Joi.string()
    .allow('')
    .valid(...METHODS)
    .required(),
  treated: Joi.string().allow('').max(40).required(),
  partner: Joi.object({
    productId: Joi.string().guid().required(),
    rate: Joi.string().allow('').max(40).required(),
    unit: Joi.string().required(),
    use: useShape,
    target: Joi.string().allow('').max(60).required(),
    how: Joi.string().valid('tank', 'day').required(),
  })
    .allow(null)
    .required(),
});

/** Saves a plan that every bolt of label and limits lets through; the other editor wins where two save at once. */
export async function savePlan(
  actor: Actor,
  input: PlanInput,
): Promise<Outcome<{ version: number }, Overtaken<StoredPlan>>> {
  must(actor, 'plan');
  const sheet = await zoneSheet(actor, input.zoneId);
  if (!sheet) return refuse({ kind: 'gone' });
  const { today, labels, plan: before, facts } = sheet;
  const year = yearOf(today);

  const issues: Issue[] = [];
  const label = labels.now.find((l) => l.id === input.productId);
  const { split, unit } = input;
  if (!label || !isSplit(split) || !isRateUnit(unit)) return refuse({ kind: 'gone' });
  const total = parseFigure(input.total, {
    field: 'Rate',
    unit: RATE_UNITS[unit].words,
    above: 0,
    most: MOST_RATE,
  });
  if (!total.ok) issues.push(total.issue);
  else if (rateIn(rateOf(total.value, unit), label.rateUnit) === null)
    issues.push({
      field: 'Rate',
      problem: `Rate is in ${RATE_UNITS[unit].words}, and ${label.name} is measured the other way`,
      remedy: `Choose a unit like ${RATE_UNITS[label.rateUnit].words}: weight and volume do not mix.`,
    });

  const partner = input.partner && partnerOf(input.partner, sheet, issues);
  const treated = input.use === 'spot' ? spotsIn(input.treated, sheet.zone.area) : null;
  if (treated && !treated.ok) issues.push(treated.issue);
  if (input.target !== '' && !isWeed(input.target)) return refuse({ kind: 'gone' });
  const days: Day[] = [];
  SPLITS[split].shares.forEach((_, i) => {
    const day = dayIssue(input.days[i] ?? '', `Day of part ${i + 1}`, year, days.at(-1));
    if (day.ok) days.push(day.day);
    else issues.push(day.issue);
  });
  const doneParts = before?.parts.filter((p) => p.recordId !== null) ?? [];
  if (doneParts.length && before && (before.label.id !== label.id || before.split !== split))
    issues.push({
      field: before.label.id !== label.id ? 'Product' : 'Split',
      problem: `Part ${doneParts.length} of this plan has been put down with ${before.label.name}, ${SPLITS[before.split].words}`,
      remedy: 'Keep product and split; change the rate or the day of what is still to come.',
    });
  if (issues.length || !total.ok) return refuse({ kind: 'invalid', issues });

  const plan: Plan = {
    label,
    split,
    total: rateOf(total.value, unit),
    use: input.use,
    target: isWeed(input.target) ? input.target : null,
    method: METHODS.find((m) => m === input.method) ?? null,
    partner: partner && partner.partner,
    treated: treated?.ok ? treated.value : null,
    parts: days.map((plannedOn, i) => ({
      id: `part-${i + 1}`,
      part: i + 1,
      plannedOn,
      recordId: doneParts.find((p) => p.part === i + 1)?.recordId ?? null,
    })),
  };
  const bolts = plan.parts
    .filter((p) => p.recordId === null)
    .flatMap((p) => labelBolts(plan, p.part, p.plannedOn, facts).map((reason) => ({ part: p.part, reason })));
  if (bolts.length) return refuse({ kind: 'bolted', bolts });

  const { zoneId, seen } = input;
  return inOrganisation(actor, async (db) => {
    const written = await writePlan(
      db,
      actor,
      {
        ...{ zoneId, year, productId: label.id, split, total: total.value, unit, days, seen },
        ...{ use: plan.use, target: plan.target, method: plan.method },
        treatedSqFt: plan.treated === null ? null : toSquareFeet(plan.treated),
        partner: partner && {
          ...partner.partner,
          ...{ productId: partner.partner.label.id, rate: partner.typed, unit: partner.unit },
        },
      },
      (await nowOf(db)).now,
    );
    if (written) {
      await tellNews(db, actor.orgId);
      return done({ version: seen + 1 });
    }
    const theirs = await planOf(db, zoneId, year, labels, sheet.records);
    if (!theirs) return refuse({ kind: 'gone' });
    return refuse({
      kind: 'changed-by-other',
      by: theirs.changedBy,
      at: theirs.changedAt.toISOString(),
      theirs,
    });
  });
}

/** What goes with it, as typed and as a rate; what is wrong with it is added to the issues. */
function partnerOf(
  { productId, rate, unit, use, target, how }: NonNullable<PlanInput['partner']>,
  { labels }: Pick<ZoneSheet, 'labels'>,
  issues: Issue[],
): Readonly<{ partner: Partner; typed: number; unit: RateUnit }> | null {
  const label = labels.now.find((l) => l.id === productId);
  if (!label || !isRateUnit(unit)) return null;
  const field = 'Rate of what goes with it';
  const figure = parseFigure(rate, { field, unit: RATE_UNITS[unit].words, above: 0, most: MOST_RATE });
  if (!figure.ok) {
    issues.push(figure.issue);
    return null;
  }
  const read = rateOf(figure.value, unit);
  if (rateIn(read, label.rateUnit) === null)
    issues.push({
      field,
      problem: `The rate is in ${RATE_UNITS[unit].words}, and ${label.name} is measured the other way`,
      remedy: `Choose a unit like ${RATE_UNITS[label.rateUnit].words}: weight and volume do not mix.`,
    });
  const known = isWeed(target) ? target : null;
  return { partner: { label, rate: read, use, target: known, how }, typed: figure.value, unit };
}

/** Gates whose bolts no day and no paper can open: what the plan itself must keep. */
const PLANNED: readonly GateKey[] = [
  'registration',
  'label-turf',
  'label-rate',
  'year-limit',
  'application-count',
];
/** Bolts that no day can open: turf, rate, year's limit. Those of days and weather are the fence's to show. */
function labelBolts(plan: Plan, part: number, on: Day, facts: Parameters<typeof contextOf>[2]): Reason[] {
  const { lanes } = windowOf(contextOf(plan, part, facts), { from: on, to: addDays(on, 1) });
  return lanes
    .filter(({ gate }) => PLANNED.includes(gate.key))
    .flatMap(({ lane }) => {
      const verdict = spanAt(lane, on)?.verdict;
      return verdict?.state === 'shut' && verdict.strength === 'bolt' ? [verdict.reason] : [];
    });
}

function dayIssue(
  text: string,
  field: string,
  year: number,
  after: Day | undefined,
): { ok: true; day: Day } | { ok: false; issue: Issue } {
  const day = parseDay(text);
  const no = (problem: string, remedy: string) => ({ ok: false as const, issue: { field, problem, remedy } });
  if (day === null)
    return no(`${field} "${text}" is no day`, 'Type a day of the calendar, for example 2027-03-20.');
  if (yearOf(day) !== year)
    return no(`${field} is ${isoDay(day)}`, `A plan is for one year: choose a day in ${year}.`);
  if (after !== undefined && day <= after)
    return no(
      `${field} is ${isoDay(day)}, not after the part before`,
      `Choose a day after ${isoDay(after)}.`,
    );
  return { ok: true, day };
}
