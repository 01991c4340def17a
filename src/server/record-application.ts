import 'server-only';
import Joi from 'joi';
import { addDays, isoDay, parseDay, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { areaOf, type Partner } from '@/core/gates/gate';
import { windowOf } from '@/core/gates/window';
import { rateForTurf, type Label, type Use } from '@/core/products/label';
import { applicationsOf, contextOf } from '@/core/season/plan';
import { figure, showRate } from '@/core/units/format';
import { parseFigure, type Issue, type Parsed } from '@/core/units/parse';
import type { SquareMetres } from '@/core/units/quantity';
import {
  AMOUNT_UNITS,
  RATE_UNITS,
  amountFor,
  amountIn,
  amountLike,
  amountOf,
  isAmountUnit,
  rateFrom,
  type AmountUnit,
  type ProductRate,
} from '@/core/units/rate';
import { fromSquareFeet, toSquareFeet } from '@/core/units/trade';
import { must, type Actor } from '@/data/actor';
import { nowOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { addMove, drawnBy, shelvesOf } from '@/data/stock';
import { siteName } from '@/data/lawns';
import { tellNews } from '@/data/news';
import { fromNumeric, toNumeric } from '@/data/numbers';
import { labelAt } from '@/data/products';
import { addRecord, type GatesThen, type NewRecord } from '@/data/records';
import { done, refuse, type Outcome } from './outcome';
import { zoneSheet, type ZoneSheet } from './season';

export type RecordInput = Readonly<{
  /** made by the form when it opens: sent twice, it is recorded once */
  sendKey: string;
  zoneId: string;
  part: number;
  area: string;
  amount: string;
  amountUnit: string;
  water: string;
  appliedOn: string;
  appliedBy: string;
  wind: string;
  air: string;
  notes: string;
  /** the questions were read, and the figures are right */
  confirmed: boolean;
  corrects: Readonly<{ id: string; reason: string }> | null;
}>;
const typed = (most: number) => Joi.string().allow('').max(most).required();
export const recordShape = Joi.object<RecordInput>({
  sendKey: Joi.string().guid().required(),
  zoneId: Joi.string().guid().required(),
  part: Joi.number().integer().min(1).max(6).required(),
  area: typed(40),
  amount: typed(40),
  amountUnit: typed(10),
  water: typed(40),
  appliedOn: typed(40),
  appliedBy: typed(200),
  wind: typed(40),
  air: typed(40),
  notes: typed(4000),
  confirmed: Joi.boolean().required(),
  corrects: Joi.object({ id: Joi.string().guid().required(), reason: typed(1000) })
    .allow(null)
    .required(),
});

/** More than this off the plan is asked about. Common practice, no source. */
const OFF_PLAN = 0.1;

/**
 * Records what was really put down. What happened is recorded whatever the gates say: a figure beyond label or plan is
 * asked about, and taken when it is confirmed.
 */
export async function recordApplication(
  actor: Actor,
  input: RecordInput,
): Promise<Outcome<{ recordId: string }>> {
  must(actor, 'record');
  const sheet = await zoneSheet(actor, input.zoneId);
  const subject = sheet && subjectOf(sheet, input);
  const unit = input.amountUnit;
  if (!sheet || !subject || !isAmountUnit(unit)) return refuse({ kind: 'gone' });
  const { label } = subject;

  const issues: Issue[] = [];
  const read = <T>(parsed: Parsed<T>): T | null => {
    if (!parsed.ok) issues.push(parsed.issue);
    return parsed.ok ? parsed.value : null;
  };
  const area = read(
    parseFigure(input.area, { field: 'Treated area', unit: 'sq ft', above: 0, most: 5_000_000 }),
  );
  const amount = read(
    parseFigure(input.amount, {
      field: 'Product used',
      unit: AMOUNT_UNITS[unit].words,
      above: 0,
      most: 100_000,
    }),
  );
  const water = read(parseFigure(input.water, { field: 'Water used', unit: 'gal', least: 0, most: 10_000 }));
  const wind = read(parseFigure(input.wind, { field: 'Wind', unit: 'mph', least: 0, most: 60 }));
  const air = read(parseFigure(input.air, { field: 'Air temperature', unit: '°F', least: -40, most: 130 }));
  const day = read(parseApplied(input.appliedOn, sheet.today));
  const appliedBy = read(parseWord(input.appliedBy, 'Applied by', 'Choose who put it down.'));
  const reason = input.corrects
    ? read(parseWord(input.corrects.reason, 'Reason', 'Say in a few words what was wrong.'))
    : null;
  if (
    area === null ||
    amount === null ||
    water === null ||
    wind === null ||
    air === null ||
    day === null ||
    appliedBy === null ||
    issues.length
  )
    return refuse({ kind: 'invalid', issues });

  const used = rateFrom(amountOf(amount, unit), fromSquareFeet(area));
  if (used.by !== RATE_UNITS[label.rateUnit].by)
    return refuse({
      kind: 'invalid',
      issues: [
        {
          field: 'Product used',
          problem: `Product used is in ${AMOUNT_UNITS[unit].words}, and ${label.name} is measured the other way`,
          remedy: `Choose a unit like ${AMOUNT_UNITS[label.amountUnit].words}: weight and volume do not mix.`,
        },
      ],
    });
  const questions = questionsAbout(sheet, subject, used, area);
  if (questions.length && !input.confirmed) return refuse({ kind: 'questions', questions });

  const { zone } = sheet;
  return inOrganisation(actor, async (db) => {
    const entry: NewRecord = {
      orgId: actor.orgId,
      sendKey: input.sendKey,
      plannedId: subject.plannedId,
      correctsId: input.corrects?.id ?? null,
      correctionReason: reason,
      zoneId: zone.id,
      productId: label.id,
      labelVersion: label.version,
      use: subject.use,
      part: subject.part,
      parts: subject.parts,
      productName: label.name,
      registrationNumber: label.registrationNumber,
      site: siteName(zone),
      turf: zone.facts.turf,
      areaSqFt: toNumeric(area),
      amount: toNumeric(amount),
      amountUnit: unit,
      waterGal: toNumeric(water),
      appliedOn: day,
      appliedBy,
      windMph: toNumeric(wind),
      airF: toNumeric(air),
      notes: input.notes.trim(),
      gates: subject.gates ?? gatesOn(sheet, subject.part, day),
      recordedBy: actor.name,
      recordedAt: (await nowOf(db)).now,
    };
    const { added, id, same } = await addRecord(db, entry);
    if (added) await drawStock(db, actor, label, { id, day, amount, unit }, correctedBy(sheet, input));
    if (added && !input.corrects) {
      if (subject.partner) await recordPartner(db, actor, entry, id, subject.partner, used, subject.rate);
    }
    await tellNews(db, actor.orgId);
    return added || same ? done({ recordId: id }) : refuse({ kind: 'already-recorded', recordId: id });
  });
}

/**
 * What went down with an application has an entry of its own: limits, intervals and the shelf count it too. In one tank it
 * is to the main product as planned; on the same day it is taken as planned, and the notes say which.
 */
async function recordPartner(
  db: Transaction,
  actor: Actor,
  main: NewRecord,
  withId: string,
  partner: Partner,
  used: ProductRate,
  planned: ProductRate | null,
): Promise<void> {
  const { label, use, how } = partner;
  const share = how === 'tank' && planned ? used.rate / planned.rate : 1;
  const area = fromSquareFeet(fromNumeric(main.areaSqFt));
  const unit = label.amountUnit;
  const exact = amountIn(amountFor(partner.rate, area), unit);
  if (exact === null) return;
  const amount = Number((exact * share).toPrecision(6));
  const { id } = await addRecord(db, {
    ...main,
    sendKey: crypto.randomUUID(),
    plannedId: null,
    withId,
    productId: label.id,
    labelVersion: label.version,
    use,
    productName: label.name,
    registrationNumber: label.registrationNumber,
    amount: toNumeric(amount),
    amountUnit: unit,
    notes: `${how === 'tank' ? 'In one tank' : 'On the same day'} with ${main.productName}; amount ${how === 'tank' ? 'in proportion to it' : 'as planned'}: correct it if it was another.`,
  });
  await drawStock(db, actor, label, { id, day: main.appliedOn, amount, unit });
}

/** The entries that a correction stands for: the one that it corrects, and those before it. */
function correctedBy({ records }: ZoneSheet, { corrects }: RecordInput): string[] {
  const ids: string[] = [];
  for (let id = corrects?.id ?? null; id !== null; id = records.find((r) => r.id === id)?.correctsId ?? null)
    ids.push(id);
  return ids;
}

/**
 * Takes what was used off the shelf, where a book is kept of it. A correction takes, or gives back, what it says more or
 * less than the entry that it corrects; where the shelf has been counted since, the count stands.
 */
async function drawStock(
  db: Transaction,
  actor: Actor,
  label: Label,
  { id, day, amount, unit }: Readonly<{ id: string; day: Day; amount: number; unit: AmountUnit }>,
  corrected: readonly string[] = [],
): Promise<void> {
  if (!(await shelvesOf(db)).has(label.id)) return;
  const before = corrected.length ? await drawnBy(db, label.id, corrected) : 0;
  if (before === null) return;
  const earlier = amountIn(amountLike(AMOUNT_UNITS[unit], before), unit) ?? 0;
  const more = Number((amount - earlier).toPrecision(9));
  if (more === 0) return;
  await addMove(db, {
    ...{ orgId: actor.orgId, productId: label.id, kind: 'use', lot: '', amount: more, unit, price: null },
    ...{
      on: day,
      note: corrected.length ? 'by a correction' : '',
      person: actor.name,
      recordId: id,
      sendKey: crypto.randomUUID(),
    },
  });
}

/** What a record is about: a part of this year's plan, or, for a correction, whatever the corrected entry was about. */
type Subject = Readonly<{
  label: Label;
  plannedId: string | null;
  part: number;
  parts: number;
  use: Use;
  /** what the plan says; null: the entry belongs to no plan of this year */
  rate: ProductRate | null;
  /** spots that the plan names; null: the whole zone */
  treated: SquareMetres | null;
  /** what goes down with it by the plan */
  partner: Partner | null;
  /** of an entry that belongs to no plan of this year: as they were known then */
  gates: GatesThen | null;
}>;

function subjectOf(sheet: ZoneSheet, { part, corrects }: RecordInput): Subject | null {
  const planned = sheet.plan ? applicationsOf(sheet.plan) : [];
  const of = (a: (typeof planned)[number]): Subject => ({
    label: a.label,
    plannedId: a.id,
    part: a.part,
    parts: a.of,
    use: a.use,
    rate: a.rate,
    treated: a.treated,
    partner: a.partner,
    gates: null,
  });
  if (!corrects) {
    const application = planned.find((a) => a.part === part);
    return application ? of(application) : null;
  }
  const entry = sheet.records.find((r) => r.id === corrects.id);
  const label = entry && labelAt(sheet.labels, entry.productId, entry.labelVersion);
  if (!entry || !label) return null;
  const application = planned.find((a) => a.id === entry.plannedId);
  return application
    ? of(application)
    : {
        label,
        plannedId: entry.plannedId,
        part: entry.part,
        parts: entry.parts,
        use: entry.use,
        rate: null,
        treated: null,
        partner: null,
        gates: entry.gates,
      };
}

function parseApplied(text: string, today: Day): Parsed<Day> {
  const field = 'Day';
  const day = parseDay(text);
  const no = (problem: string, remedy: string): Parsed<Day> => ({
    ok: false,
    issue: { field, problem, remedy },
  });
  if (day === null)
    return no(`Day "${text}" is no day`, 'Type a day of the calendar, for example 2027-03-20.');
  if (day > today)
    return no(
      `Day is ${isoDay(day)}, after today`,
      `Record what has been put down: ${isoDay(today)} at the latest.`,
    );
  if (day < addDays(today, -365)) return no(`Day is ${isoDay(day)}, more than a year ago`, 'Check the year.');
  return { ok: true, value: day };
}

function parseWord(text: string, field: string, remedy: string): Parsed<string> {
  const word = text.trim();
  return word
    ? { ok: true, value: word }
    : { ok: false, issue: { field, problem: `${field} is missing`, remedy } };
}

/** What may be right and looks like a slip. */
function questionsAbout(
  sheet: ZoneSheet,
  { label, rate, use, treated }: Subject,
  used: ProductRate,
  area: number,
): Issue[] {
  const show = (r: ProductRate) => showRate(r, label.rateUnit);
  const questions: Issue[] = [];
  const most = rateForTurf(label, sheet.zone.facts, use)?.high;
  const off = rate ? used.rate / rate.rate - 1 : 0;
  if (most && used.rate > most.rate * (1 + 1e-9))
    questions.push({
      field: 'Product used',
      problem: `This comes to ${show(used)}, above the label's ${show(most)}`,
      remedy: 'Check amount and area. If that is what went down, confirm it: the record must be true.',
    });
  else if (rate && Math.abs(off) > OFF_PLAN)
    questions.push({
      field: 'Product used',
      problem: `This comes to ${show(used)}, ${figure(Math.abs(off) * 100)} % ${off > 0 ? 'above' : 'below'} the plan's ${show(rate)}`,
      remedy: 'Check amount and area, or confirm.',
    });
  const planned = toSquareFeet(areaOf({ treated }, sheet.zone));
  if (Math.abs(area / planned - 1) > OFF_PLAN)
    questions.push({
      field: 'Treated area',
      problem: `${figure(area)} sq ft were treated, and ${treated === null ? `the zone has ${figure(planned)} sq ft` : `spots of ${figure(planned)} sq ft were planned`}`,
      remedy: 'Check the area, or confirm that only this much was treated.',
    });
  return questions;
}

function gatesOn(sheet: ZoneSheet, part: number, day: Day): GatesThen {
  if (!sheet.plan) return { state: 'open', why: [] };
  // a correction is judged as if what it corrects had not been entered, and the whole day counts: it may be entered at night
  const corrected = sheet.plan.parts.find((p) => p.part === part)?.recordId;
  const facts = { ...sheet.facts, hour: 0, ledger: sheet.facts.ledger.filter((e) => e.id !== corrected) };
  const { lanes, all } = windowOf(contextOf(sheet.plan, part, facts), { from: day, to: addDays(day, 1) });
  return {
    state: spanAt(all, day)?.verdict.state ?? 'ajar',
    why: lanes.flatMap(({ gate, lane }) => {
      const verdict = spanAt(lane, day)?.verdict;
      return !verdict || verdict.state === 'open'
        ? []
        : [{ gate: gate.name, state: verdict.state, reason: verdict.reason }];
    }),
  };
}
