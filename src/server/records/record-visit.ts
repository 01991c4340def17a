import 'server-only';
import Joi from 'joi';
import { addDays, isoDay, parseDay, type Day } from '@/core/calendar/day';
import { spanAt, worseState } from '@/core/calendar/span';
import type { Facts, GateKey, Verdict } from '@/core/gates/gate';
import type { Reason } from '@/core/gates/reason';
import { productsOf, windowOf } from '@/core/gates/window';
import { WHOLE_ZONE, areaOf, type Place } from '@/core/products/application';
import { isGranule, rateForTurf, type Label } from '@/core/products/label';
import { METHODS, USES, type Use } from '@/core/trade/terms';
import { containedIn } from '@/core/records/ledger';
import type { ProductUsed } from '@/core/records/product-used';
import { contextOf, type PlannedApplication, type PlannedProduct } from '@/core/season/programme';
import { figure, showRate } from '@/core/units/format';
import { measuredIssue, parseFigure, type Issue, type Parsed } from '@/core/units/parse';
import { SQUARE_METRES_PER_HECTARE } from '@/core/units/quantity';
import {
  AMOUNT_UNITS,
  RATE_UNITS,
  amountOf,
  isAmountUnit,
  rateFrom,
  type AmountUnit,
  type ProductRate,
} from '@/core/units/rate';
import { checkNow, measuredGates, type SeenNow } from '@/core/stop/seen-now';
import { fromFahrenheit, fromMilesPerHour, fromSquareFeet, toSquareFeet } from '@/core/units/trade';
import { isWeed, type Weed } from '@/core/weeds/weeds';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { plainReason, type GateThen, type GatesThen } from '@/data/gates-then';
import { siteName, zoneOf } from '@/data/lawns';
import { peopleOfCompany } from '@/data/people';
import { licencesOf } from '@/data/resources';
import { toNumeric } from '@/data/numbers';
import { lockZone, type StoredApplication } from '@/data/programme';
import { labelAt, versionOn, type LabelBook } from '@/data/products';
import {
  addRecord,
  bySendKey,
  recordOf,
  recordsOfVisit,
  type NewRecord,
  type RecordEntry,
} from '@/data/records';
import { changed } from '../changes';
import { done, refuse, type Outcome } from '../entry/outcome';
import { partKey } from '../entry/part-key';
import { assemble, type ZoneBook } from '../facts';
import { drawStock } from './draw-stock';

export type RecordInput = Readonly<{
  /** made by the form when it opens, and the visit's name from then on: sent twice, it is recorded once */
  sendKey: string;
  zoneId: string;
  /** the planned application; empty: nobody planned it */
  applicationId: string;
  products: readonly ProductUsed[];
  water: string;
  appliedOn: string;
  startedAt: string;
  endedAt: string;
  appliedBy: string;
  certifiedBy: string;
  supervisor: string;
  method: string;
  equipment: string;
  wind: string;
  windFrom: string;
  air: string;
  noticeGiven: string;
  reentryTold: string;
  notes: string;
  /** the questions were read, and the figures are right */
  confirmed: boolean;
  corrects: Readonly<{ id: string; reason: string }> | null;
}>;
/** A reason in the words of today; whether it is by what was measured there. */
export type ReasonThen = (reason: Reason, isMeasured: boolean) => string;
/** What was seen there besides wind and air, and why it was begun all the same; a form does not ask. */
type SeenThere = Pick<SeenNow, 'green' | 'stages'> & Readonly<{ anyway: string }>;
const NOBODY_LOOKED: SeenThere = { green: null, stages: [], anyway: '' };
const typed = (most: number) => Joi.string().allow('').max(most).required();
const WIND_FROM = ['', 'N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW', 'changing'] as const;
export const recordShape = Joi.object<RecordInput>({
  sendKey: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  applicationId: Joi.string().guid({ separator: '-', wrapper: false }).allow('').required(),
  products: Joi.array()
    .items(
      Joi.object({
        plannedProductId: Joi.string().guid({ separator: '-', wrapper: false }).allow('').required(),
        productId: Joi.string().guid({ separator: '-', wrapper: false }).allow('').required(),
        use: Joi.string()
          .valid(...USES)
          .required(),
        targets: Joi.array().items(Joi.string().max(60)).max(40).required(),
        place: Joi.string().valid('zone', 'spots', 'strip').required(),
        ground: typed(60),
        area: typed(40),
        amount: typed(40),
        amountUnit: typed(10),
        lot: typed(60),
        tank: Joi.number().integer().min(1).max(8).required(),
      }),
    )
    .max(8)
    .required(),
  water: typed(40),
  appliedOn: typed(40),
  startedAt: typed(10),
  endedAt: typed(10),
  appliedBy: typed(200),
  certifiedBy: typed(200),
  supervisor: typed(200),
  equipment: typed(120),
  method: Joi.string()
    .valid('', ...METHODS)
    .required(),
  wind: typed(40),
  windFrom: Joi.string()
    .valid(...WIND_FROM)
    .required(),
  air: typed(40),
  noticeGiven: typed(300),
  reentryTold: typed(300),
  notes: typed(4000),
  confirmed: Joi.boolean().required(),
  corrects: Joi.object({
    id: Joi.string().guid({ separator: '-', wrapper: false }).required(),
    reason: typed(1000),
  })
    .allow(null)
    .required(),
});

/** More than this off the plan is asked about. Common practice, no source. */
const OFF_PLAN = 0.1;
/** Published: 7 CFR 110.3: a record is made within 14 days of the application. */
export const DAYS_TO_RECORD = 14;

/** The key by which the form of a product's field finds its issue: "products.0.amount". */
const fieldOf = (i: number, name: keyof ProductUsed) => `products.${i}.${name}`;

/** A product that was put down, with what the book knows of it. */
type Used = Readonly<{
  label: Label;
  planned: PlannedProduct | null;
  use: Use;
  targets: readonly Weed[];
  place: Place;
  areaSqFt: number;
  amount: number;
  unit: AmountUnit;
  rate: ProductRate;
  tank: number;
  lot: string;
}>;

/**
 * Records what was really put down in one visit, each product with its own amount. What happened is recorded whatever the
 * gates say: a figure beyond label or plan is asked about, and taken when it is confirmed. Nothing is entered that nobody
 * confirmed: a planned product that is not among those sent stays due.
 * @param words how a reason is read today: kept with the entry
 */
export function recordVisit(
  actor: Actor,
  input: RecordInput,
  words: ReasonThen,
  there = NOBODY_LOOKED,
): Promise<Outcome<{ recordId: string }>> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) => {
    if (!(await lockZone(db, input.zoneId))) return refuse({ kind: 'gone' });
    const zone = await zoneOf(db, input.zoneId);
    if (!zone) return refuse({ kind: 'gone' });
    const moment = await momentOf(db, actor);
    const { books, labels } = await assemble(db, actor, [zone], moment);
    const book = books.get(zone.id)!;
    const corrected = input.corrects ? await recordOf(db, input.corrects.id) : null;
    if (input.corrects && corrected?.zoneId !== zone.id) return refuse({ kind: 'gone' });
    const application = book.applications.find((a) => a.id === input.applicationId) ?? null;
    if (input.applicationId && !application && !corrected) return refuse({ kind: 'gone' });

    const issues: Issue[] = [];
    const take = <T>(parsed: Parsed<T>, field?: string): T | null => {
      if (!parsed.ok) issues.push(field === undefined ? parsed.issue : { ...parsed.issue, field });
      return parsed.ok ? parsed.value : null;
    };
    const day = take(dayOfWork(input.appliedOn, moment.today));
    const used: Used[] = [];
    let isSprayed = false;
    for (const [i, p] of input.products.entries()) {
      const planned = application?.products.find((q) => q.id === p.plannedProductId) ?? null;
      if (p.plannedProductId && !planned && !corrected) return refuse({ kind: 'gone' });
      const label = await labelOn(db, actor, labels, p.productId, day ?? moment.today, corrected);
      isSprayed ||= label !== undefined && !isGranule(label);
      const one = readUsed(p, i, label, planned, zone.area, take, issues);
      if (one) used.push(one);
    }
    if (!input.products.length)
      issues.push({ field: 'products', problem: 'No product was put down', remedy: 'Choose at least one.' });
    const optional = (text: string, isAsked: boolean, bounds: Parameters<typeof parseFigure>[1]) =>
      !isAsked && text.trim() === '' ? null : take(parseFigure(text, bounds));
    const water = optional(input.water, isSprayed, {
      field: 'Water used',
      unit: 'volume',
      least: 0,
      most: 10_000,
    });
    const wind = optional(input.wind, isSprayed, { field: 'Wind', unit: 'wind', least: 0, most: 60 });
    const air = optional(input.air, isSprayed, {
      field: 'Air temperature',
      unit: 'temperature',
      least: -40,
      most: 130,
    });
    const appliedBy = take(wordIn(input.appliedBy, 'Applied by', 'Choose who put it down.'));
    const reason = input.corrects
      ? take(wordIn(input.corrects.reason, 'Reason', 'Say in a few words what was wrong.'))
      : null;
    readTimes(input, issues);
    const certified = await certifiedFor(db, input, used, day, issues);
    if (issues.length || day === null || appliedBy === null) return refuse({ kind: 'invalid', issues });

    const questions = [
      ...used.flatMap((u, i) => questionsAbout(u, i, book, day)),
      ...(await whoIsThat(db, actor.orgId, appliedBy)),
    ];
    if (questions.length && !input.confirmed) return refuse({ kind: 'questions', questions });

    // sent twice, or by a second device: under the lock on the zone what stands is known before anything is written
    const [sent] = await recordsOfVisit(db, input.sendKey);
    if (sent && sent.zoneId !== input.zoneId)
      return refuse({
        kind: 'invalid',
        issues: [
          {
            field: 'Record',
            problem: 'This form was sent for another zone already',
            remedy: 'Load the page again and record the work from there.',
          },
        ],
      });
    if (sent) return done({ recordId: sent.id });
    const standing = corrected
      ? corrected.correctedById
      : used.find((u) => u.planned?.recordId)?.planned?.recordId;
    if (standing && (corrected === null || (await bySendKey(db, input.sendKey)) === null))
      return refuse({ kind: 'already-recorded', recordId: standing });

    const seen: SeenNow = {
      wind: wind === null ? null : fromMilesPerHour(wind),
      air: air === null ? null : fromFahrenheit(air),
      green: there.green,
      stages: there.stages,
      isLeafWet: null,
      isInBloom: null,
    };
    const gates = {
      ...gatesOn(book, application, used, day, corrected, words, seen, hourIn(input.startedAt)),
      anyway: there.anyway.trim() || (corrected?.gates.anyway ?? ''),
    };
    const visitId = corrected?.visitId ?? input.sendKey;
    let recordId = '';
    for (const [i, u] of used.entries()) {
      const { id, added, same } = await addRecord(db, {
        ...entryOf(u, i),
        visitId,
        correctsId: input.corrects?.id ?? null,
        correctionReason: reason,
        gates,
        appliedOn: day,
        appliedBy: appliedBy,
        ...certified,
        windMph: wind === null || isGranule(u.label) ? null : toNumeric(wind),
        airF: air === null ? null : toNumeric(air),
        waterGal: toNumeric(isGranule(u.label) ? 0 : (water ?? 0)),
      });
      if (!added && !same) throw new Error(`Entry ${id} came under a locked zone`);
      if (added) await drawStock(db, actor, u, { id, day: day }, correctedBy(book, input));
      if (i === 0) recordId = id;
    }
    // what is left on the shelf is for all that is planned with it
    await changed(db, actor, { zones: [zone.id], products: used.map((u) => u.label.id) });
    return done({ recordId });

    /** What an entry of one product holds besides the visit's own figures. */
    function entryOf(u: Used, i: number) {
      const { label } = u;
      const hectares = fromSquareFeet(u.areaSqFt) / SQUARE_METRES_PER_HECTARE;
      return {
        id: crypto.randomUUID(),
        orgId: actor.orgId,
        sendKey: partKey(input.sendKey, i),
        zoneId: zone!.id,
        plannedId: application?.id ?? corrected?.plannedId ?? null,
        plannedProductId: u.planned?.id ?? corrected?.plannedProductId ?? null,
        productId: label.id,
        labelVersion: label.version,
        productKind: label.kind,
        use: u.use,
        part: u.planned?.tie?.part ?? corrected?.part ?? 1,
        parts: u.planned?.tie?.of ?? corrected?.parts ?? 1,
        targets: [...u.targets],
        productName: label.name,
        registrationNumber: label.registrationNumber,
        site: siteName(zone!),
        customer: zone!.customer,
        address: zone!.address,
        turf: zone!.facts.turf,
        place: u.place.on,
        ground: u.place.on === 'zone' ? '' : u.place.ground,
        tank: u.tank,
        areaSqFt: toNumeric(u.areaSqFt),
        amount: toNumeric(u.amount),
        amountUnit: u.unit,
        ingredients: containedIn(label, u.rate).map((c) => ({
          name: c.name,
          kilograms: c.ai === null ? null : c.ai * hectares,
        })),
        startedAt: input.startedAt,
        endedAt: input.endedAt,
        supervisor: input.supervisor.trim(),
        method: input.method,
        equipment: input.equipment.trim(),
        lot: u.lot,
        windFrom: isGranule(label) ? '' : input.windFrom,
        noticeGiven: input.noticeGiven.trim(),
        reentryTold: input.reentryTold.trim(),
        notes: input.notes.trim(),
        recordedBy: actor.name,
        recordedAt: moment.now,
      } satisfies Partial<NewRecord>;
    }
  });
}

/** The label as it was on the day of the work; a correction keeps the version of what it corrects where the day is the same. */
async function labelOn(
  db: Transaction,
  actor: Actor,
  labels: LabelBook,
  productId: string,
  day: Day,
  corrected: RecordEntry | null,
): Promise<Label | undefined> {
  if (corrected?.productId === productId && corrected.appliedOn === day)
    return labelAt(labels, productId, corrected.labelVersion);
  const version = productId ? await versionOn(db, productId, day, actor.timeZone) : null;
  return version === null ? undefined : labelAt(labels, productId, version);
}

type Take = <T>(parsed: Parsed<T>, field?: string) => T | null;

function readUsed(
  p: ProductUsed,
  i: number,
  label: Label | undefined,
  planned: PlannedProduct | null,
  zoneArea: number,
  take: Take,
  issues: Issue[],
): Used | null {
  if (!label) {
    issues.push({
      field: fieldOf(i, 'productId'),
      problem: `Product ${i + 1} is not chosen`,
      remedy: 'Choose what was put down.',
    });
    return null;
  }
  const unit = p.amountUnit;
  if (!isAmountUnit(unit) || p.targets.some((t) => !isWeed(t))) {
    issues.push({
      field: fieldOf(i, isAmountUnit(unit) ? 'targets' : 'amountUnit'),
      problem: `${label.name}: "${isAmountUnit(unit) ? p.targets.join(', ') : unit}" is not known here`,
      remedy: 'Choose one of the list.',
    });
    return null;
  }
  const areaSqFt =
    p.place === 'zone' && p.area.trim() === ''
      ? toSquareFeet(zoneArea as never)
      : take(
          parseFigure(p.area, { field: 'Treated area', unit: 'area', above: 0, most: 5_000_000 }),
          fieldOf(i, 'area'),
        );
  const bounds = { field: 'Product used', unit: AMOUNT_UNITS[unit].words, above: 0, most: 100_000 };
  const amount = take(parseFigure(p.amount, bounds), fieldOf(i, 'amount'));
  if (areaSqFt === null || amount === null) return null;
  const rate = rateFrom(amountOf(amount, unit), fromSquareFeet(areaSqFt));
  if (rate.by !== RATE_UNITS[label.rateUnit].by) {
    issues.push({
      field: fieldOf(i, 'amount'),
      problem: `Product used is in ${AMOUNT_UNITS[unit].words}, and ${label.name} is measured the other way`,
      remedy: `Choose a unit like ${AMOUNT_UNITS[label.amountUnit].words}: weight and volume do not mix.`,
    });
    return null;
  }
  const ground = p.ground.trim();
  const area = fromSquareFeet(areaSqFt);
  const place: Place =
    p.place === 'zone'
      ? WHOLE_ZONE
      : p.place === 'spots' || planned?.place.on !== 'strip'
        ? { on: 'spots', area, ground }
        : {
            on: 'strip',
            length: (area / planned.place.width) as typeof planned.place.length,
            width: planned.place.width,
            ground,
          };
  return {
    label,
    planned,
    place,
    areaSqFt,
    amount,
    unit,
    rate,
    use: p.use,
    tank: p.tank,
    lot: p.lot.trim(),
    targets: p.targets.filter(isWeed),
  };
}

const noDay = (problem: string, remedy: string): Parsed<never> => ({
  ok: false,
  issue: { field: 'Day', problem, remedy },
});
function dayOfWork(text: string, today: Day): Parsed<Day> {
  const day = parseDay(text);
  if (day === null)
    return noDay(`Day "${text}" is no day`, 'Type a day of the calendar, for example 2027-03-20.');
  if (day > today)
    return noDay(
      `Day is ${isoDay(day)}, after today`,
      `Record what has been put down: ${isoDay(today)} at the latest.`,
    );
  if (day < addDays(today, -730))
    return noDay(
      `Day is ${isoDay(day)}, more than two years ago`,
      'Check the year. What lies further back is noted on the lawn sheet as earlier work.',
    );
  return { ok: true, value: day };
}

function wordIn(text: string, field: string, remedy: string): Parsed<string> {
  const word = text.trim();
  return word
    ? { ok: true, value: word }
    : { ok: false, issue: { field, problem: `${field} is missing`, remedy } };
}

const CLOCK = /^([01]\d|2[0-3]):[0-5]\d$/;
function readTimes({ startedAt, endedAt }: RecordInput, issues: Issue[]): void {
  for (const [field, text] of [
    ['Start', startedAt],
    ['End', endedAt],
  ] as const)
    if (text !== '' && !CLOCK.test(text))
      issues.push({
        field,
        problem: `${field} "${text}" is no time`,
        remedy: 'Type it like 14:30, or leave it empty.',
      });
  if (CLOCK.test(startedAt) && CLOCK.test(endedAt) && endedAt < startedAt)
    issues.push({
      field: 'End',
      problem: `End ${endedAt} lies before the start ${startedAt}`,
      remedy: 'Check both: work that goes past midnight is two entries.',
    });
}

/** Who answers for it, with the number of the licence that was valid on the day. A restricted-use product demands one. */
async function certifiedFor(
  db: Transaction,
  { certifiedBy }: RecordInput,
  used: readonly Used[],
  day: Day | null,
  issues: Issue[],
): Promise<{ certifiedBy: string; certifiedNumber: string }> {
  const person = certifiedBy.trim();
  const restricted = used.find((u) => u.label.restrictedUse);
  const licence = (await licencesOf(db)).find(
    (l) => l.person === person && (day === null || l.validTo >= day),
  );
  if (restricted && !person)
    issues.push({
      field: 'Certified applicator',
      problem: `Certified applicator is missing: ${restricted.label.name} is for restricted use`,
      remedy: 'Choose who applied or supervised it under a licence.',
    });
  else if (restricted && !licence)
    issues.push({
      field: 'Certified applicator',
      problem: `${person} has no licence on file that was valid on that day`,
      remedy: 'Choose another, or add the licence under House first.',
    });
  return { certifiedBy: person, certifiedNumber: licence?.number ?? '' };
}

/** The entries that a correction stands for: the one that it corrects, and those before it. */
function correctedBy({ records }: ZoneBook, { corrects }: RecordInput): string[] {
  const ids: string[] = [];
  for (let id = corrects?.id ?? null; id !== null; id = records.find((r) => r.id === id)?.correctsId ?? null)
    ids.push(id);
  return ids;
}

/** What may be right and looks like a slip. */
/** A name that nobody here has may be a slip, or a helper under a licence: it is asked about. */
async function whoIsThat(db: Transaction, orgId: string, name: string): Promise<Issue[]> {
  const known = [
    ...(await peopleOfCompany(orgId)),
    ...(await licencesOf(db)).map((l) => ({ name: l.person })),
  ];
  if (known.some((k) => k.name === name)) return [];
  return [
    {
      field: 'Applied by',
      problem: `${name} is neither one of the company's people nor licensed here`,
      remedy: 'Check the name, or confirm that this person put it down.',
    },
  ];
}

function questionsAbout(u: Used, i: number, { zone }: ZoneBook, day: Day): Issue[] {
  const { label, planned, rate: used } = u;
  const show = (r: ProductRate) => showRate(r, label.rateUnit);
  const questions: Issue[] = [];
  const most = rateForTurf(label, zone.facts, u.use)?.high;
  const off = planned && planned.rate.by === used.by ? used.rate / planned.rate.rate - 1 : 0;
  if (most && used.rate > most.rate * (1 + 1e-9))
    questions.push({
      field: fieldOf(i, 'amount'),
      problem: `${label.name}: this comes to ${show(used)}, above the label's ${show(most)}`,
      remedy: 'Check amount and area. If that is what went down, confirm it: the record must be true.',
    });
  else if (planned && Math.abs(off) > OFF_PLAN)
    questions.push({
      field: fieldOf(i, 'amount'),
      problem: `${label.name}: this comes to ${show(used)}, ${figure(Math.abs(off) * 100)} % ${off > 0 ? 'above' : 'below'} the plan's ${show(planned.rate)}`,
      remedy: 'Check amount and area, or confirm.',
    });
  const expected = toSquareFeet(areaOf(planned?.place ?? u.place, zone));
  if (Math.abs(u.areaSqFt / expected - 1) > OFF_PLAN) {
    const what =
      !planned || planned.place.on === 'zone'
        ? 'the zone has {1}'
        : `${planned.place.on === 'strip' ? 'a strip' : 'spots'} of {1} were planned`;
    questions.push(
      measuredIssue(
        fieldOf(i, 'area'),
        'area',
        `{0} were treated, and ${what}`,
        [Math.round(u.areaSqFt), Math.round(expected)],
        'Check the area, or confirm that only this much was treated.',
      ),
    );
  }
  if (label.status === 'cancelled')
    questions.push({
      field: fieldOf(i, 'productId'),
      problem: `${label.name} is cancelled: it must not be used, on ${isoDay(day)} or any other day`,
      remedy: 'If it went down all the same, confirm it: the record must be true.',
    });
  return questions;
}

/** Noon where nobody said when: the middle of a working day. */
const hourIn = (startedAt: string): number => (CLOCK.test(startedAt) ? Number(startedAt.slice(0, 2)) : 12);

/**
 * How the gates of what was put down stood on that day: by what was measured there, and else by what is on file now. A
 * correction is judged as if what it corrects had not been entered, and the whole day counts: it may be entered at night.
 * @param hour of the work, for what was measured
 */
function gatesOn(
  book: ZoneBook,
  planned: StoredApplication | null,
  used: readonly Used[],
  day: Day,
  corrected: RecordEntry | null,
  words: ReasonThen,
  seen: SeenNow,
  hour: number,
): Omit<GatesThen, 'anyway'> {
  const without = new Set(corrected ? [corrected.id] : []);
  const facts: Facts = {
    ...book.facts,
    hour: 0,
    ledger: book.facts.ledger.filter((e) => !without.has(e.id)),
  };
  const id = planned?.id ?? 'unplanned';
  const visit: PlannedApplication = {
    id,
    purpose: '',
    plannedOn: day,
    earliest: null,
    latest: null,
    doneOn: null,
    skipped: null,
    products: used.map((u, i): PlannedProduct => ({
      id: u.planned?.id ?? `used-${i}`,
      position: i + 1,
      tank: u.tank,
      label: u.label,
      rate: u.rate,
      use: u.use,
      targets: u.targets,
      method: null,
      place: u.place,
      tie: u.planned?.tie ?? null,
      recordId: null,
    })),
  };
  const others = book.applications.filter((a) => a.id !== id);
  const context = contextOf([...others, visit], id, facts);
  const { lanes } = windowOf(context, { from: day, to: addDays(day, 1) });
  const products = productsOf(context);
  const measured = measuredGates(seen);
  const onFile = lanes.flatMap(({ gate, of, lane }): GateThen[] => {
    const verdict = spanAt(lane, day)?.verdict;
    if (!verdict || verdict.state === 'open' || measured.includes(gate.key)) return [];
    const product = products.find((p) => p.position === of)?.label.name ?? '';
    return [thenOf({ key: gate.key, gate: gate.name, product, verdict }, false, words)];
  });
  const there = checkNow({ ...facts, today: day, hour }, products, seen).flatMap((c) =>
    c.kind === 'gate' ? [thenOf(c, true, words)] : [],
  );
  const why = [...onFile, ...there];
  return { state: why.map((w) => w.state).reduce(worseState, 'open'), why };
}

const thenOf = (
  {
    key,
    gate,
    product,
    verdict,
  }: Readonly<{ key: GateKey; gate: string; product: string; verdict: Verdict }>,
  isMeasured: boolean,
  words: ReasonThen,
): GateThen => ({
  key,
  name: gate,
  state: verdict.state,
  product,
  strength: verdict.state === 'shut' ? verdict.strength : null,
  reason: plainReason(verdict.reason),
  sentence: words(verdict.reason, isMeasured),
  isMeasured,
});
