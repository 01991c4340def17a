import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { addDays, type Day } from '@/core/calendar/day';
import { areaOf } from '@/core/products/application';
import { isGranule, rateForTurf, type Label } from '@/core/products/label';
import { METHODS, USES } from '@/core/trade/terms';
import { containedIn } from '@/core/records/ledger';
import {
  dayOfWork,
  productField,
  readVisit,
  wordIn,
  type Visit,
  type VisitProduct,
  type VisitTyped,
} from '@/core/records/visit';
import type { PlannedProduct } from '@/core/season/standing';
import { SQUARE_METRES_PER_HECTARE } from '@/core/units/quantity';
import type { SeenNow } from '@/core/stop/seen-now';
import { toFahrenheit, toMilesPerHour, toSquareFeet } from '@/core/units/trade';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf, type Moment } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { siteName, zoneOf } from '@/data/lawns';
import { peopleOfCompany } from '@/data/people';
import { licencesOf, type Licence } from '@/data/resources';
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
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome, type Refusal } from '../entry/outcome';
import { partKey } from '../entry/part-key';
import { assemble, type ZoneBook } from '../facts';
import { drawStock } from './draw-stock';
import { gatesOn, stationAt, type ReasonThen } from './gates-on';
import { exceeds } from '@/core/units/tolerance';

export type RecordInput = VisitTyped &
  Readonly<{
    /** made by the form when it opens, and the visit's name from then on: sent twice, it is recorded once */
    sendKey: string;
    zoneId: string;
    /** the planned application; empty: nobody planned it */
    applicationId: string;
    supervisor: string;
    equipment: string;
    noticeGiven: string;
    reentryTold: string;
    notes: string;
    /** the questions were read, and the figures are right */
    confirmed: boolean;
    corrects: Readonly<{ id: string; reason: string }> | null;
  }>;

/** What a stop says of a visit beside what a form asks. */
export type SaidThere = Pick<SeenNow, 'green' | 'stages' | 'isLeafWet' | 'isInBloom'> &
  Readonly<{
    /** why it was begun all the same */
    anyway: string;
    /** the label as it was taken along, by product: a sheet that was changed since is not the one in hand */
    versions: ReadonlyMap<string, number>;
  }>;
/**
 * @property isOffPlan of a stop: the plan that it went by is not there any more
 * @property unanswered of a stop: who answers for it under a licence was not known, or is not any more
 */
export type VisitRecorded = Readonly<{ recordId: string; isOffPlan: boolean; unanswered: readonly Issue[] }>;
const NOBODY_LOOKED = { green: null, stages: [], isLeafWet: null, isInBloom: null } as const;

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
): Promise<Outcome<{ recordId: string }>> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) =>
    recordVisitIn(db, actor, await momentOf(db, actor), input, words),
  );
}

/**
 * The same within a transaction that records more than this. Whatever it refuses it refuses before it writes anything. It
 * waits for no weather and no soil: the gates are asked with what is kept.
 * @param there what a stop says beside; of a stop nothing is refused that its phone could not have known
 */
export async function recordVisitIn(
  db: Transaction,
  actor: Actor,
  moment: Moment,
  input: RecordInput,
  words: ReasonThen,
  there: SaidThere | null = null,
): Promise<Outcome<VisitRecorded>> {
  const standing = await whatStands(db, actor, moment, input, there);
  if (!standing) return refuse({ kind: 'gone' });
  const { book, isOffPlan, corrected, application } = standing;
  const licences = await licencesOf(db);
  const read = await readTyped(db, actor, { moment, input, standing, licences, there });
  if (!read.ok) return refuse({ kind: 'invalid', issues: read.issues });
  const { visit, unanswered } = read;

  const station = stationAt(book.facts, visit.day, input.startedAt);
  const questions = [
    ...read.notMeasured.map((i) => notMeasured(i, station)),
    ...visit.products.flatMap((u, i) =>
      questionsAbout(u, i, standing.plannedOf(u.plannedProductId), book, visit.day),
    ),
    ...(await whoIsThat(db, actor.orgId, visit.appliedBy, licences)),
  ];
  if (questions.length && !input.confirmed) return refuse({ kind: 'questions', questions });

  const sent = await sentBefore(db, input, standing, visit);
  if (sent.kind === 'refused') return refuse(sent.refusal);
  if (sent.kind === 'recorded') return done({ recordId: sent.recordId, isOffPlan, unanswered });

  const gates = {
    ...gatesOn({
      book,
      planned: application,
      visit,
      corrected,
      words,
      startedAt: input.startedAt,
      seen: { ...(there ?? NOBODY_LOOKED), wind: visit.wind, air: visit.air },
      station,
    }),
    anyway: there?.anyway.trim() || (corrected?.gates.anyway ?? ''),
  };
  let recordId = '';
  for (const [i, u] of visit.products.entries()) {
    const { id, added, same } = await addRecord(db, {
      ...entryOf({ actor, moment, input, standing }, u, i),
      correctionReason: read.reason,
      gates,
      appliedOn: visit.day,
      ...answeredBy(visit),
      ...airOf(visit, u),
    });
    if (!added && !same) throw new Error(`Entry ${id} came under a locked zone`);
    if (added) await drawStock(db, actor, u, { id, day: visit.day }, correctedBy(book, input));
    if (i === 0) recordId = id;
  }
  // what is left on the shelf is for all that is planned with it
  await changed(db, actor, { zones: [book.zone.id], products: visit.products.map((u) => u.label.id) });
  return done({ recordId, isOffPlan, unanswered });
}

/** What a visit is held against, under the lock on its zone: the zone's book, the plan that it goes by, what it corrects. */
type Standing = Readonly<{
  book: ZoneBook;
  labels: LabelBook;
  corrected: RecordEntry | null;
  application: StoredApplication | null;
  plannedOf: (id: string) => PlannedProduct | null;
  /** somebody changed the plan while the work was under way: it is done all the same, and recorded as nobody's plan */
  isOffPlan: boolean;
}>;

/** @returns null: the zone, the plan or the corrected entry is not there any more */
async function whatStands(
  db: Transaction,
  actor: Actor,
  moment: Moment,
  input: RecordInput,
  there: SaidThere | null,
): Promise<Standing | null> {
  if (!(await lockZone(db, input.zoneId))) return null;
  const zone = await zoneOf(db, input.zoneId);
  if (!zone) return null;
  const { books, labels } = await assemble(db, actor, [zone], moment, { sky: 'as kept' });
  const book = books.get(zone.id)!;
  const corrected = input.corrects ? await recordOf(db, input.corrects.id) : null;
  if (input.corrects && corrected?.zoneId !== zone.id) return null;
  const application = book.applications.find((a) => a.id === input.applicationId) ?? null;
  const mayBeOff = corrected !== null || there !== null;
  if (input.applicationId && !application && !mayBeOff) return null;
  const plannedOf = (id: string): PlannedProduct | null =>
    application?.products.find((q) => q.id === id) ?? null;
  const isOffPlan = input.products.some((p) => p.plannedProductId && !plannedOf(p.plannedProductId));
  if (isOffPlan && !mayBeOff) return null;
  return { book, labels, corrected, application, plannedOf, isOffPlan };
}

type TypedVisit = Readonly<{
  moment: Moment;
  input: RecordInput;
  standing: Standing;
  licences: readonly Licence[];
  there: SaidThere | null;
}>;

/** What was typed as a visit, or all that is wrong with it at once; what may be left out is named beside what must be mended. */
async function readTyped(
  db: Transaction,
  actor: Actor,
  { moment, input, standing: { book, labels, corrected, plannedOf }, licences, there }: TypedVisit,
) {
  const dayRead = dayOfWork(input.appliedOn, moment.today);
  const on = dayRead.ok ? dayRead.value : moment.today;
  const known = new Map<string, Label | undefined>();
  for (const { productId } of input.products)
    known.set(productId, await labelOn(db, actor, labels, productId, on, corrected, there));
  const read = readVisit(input, {
    today: moment.today,
    zoneArea: book.zone.area,
    labelOf: (id) => known.get(id),
    placeOf: (id) => plannedOf(id)?.place ?? null,
    licences,
  });
  const reason = input.corrects ? wordIn(input.corrects.reason, 'Reason', 'reason') : null;
  // what nobody measured can be told; who answers for it must be named, but where the work is long done
  const unanswered = read.lacking.filter((i) => i.field === 'Certified applicator');
  const asked = there ? [] : unanswered;
  const issues = [...(read.ok ? [] : read.issues), ...asked, ...(reason && !reason.ok ? [reason.issue] : [])];
  if (!read.ok || issues.length)
    return { ok: false, issues: [...new Set([...issues, ...read.lacking])] } as const;
  return {
    ok: true,
    visit: read.visit,
    unanswered,
    notMeasured: read.lacking.filter((i) => !asked.includes(i)),
    reason: reason?.ok ? reason.value : null,
  } as const;
}

/** Sent twice, or by a second device: under the lock on the zone what stands is known before anything is written. */
async function sentBefore(
  db: Transaction,
  input: RecordInput,
  { corrected, plannedOf }: Standing,
  visit: Visit,
): Promise<
  | Readonly<{ kind: 'new' }>
  | Readonly<{ kind: 'recorded'; recordId: string }>
  | Readonly<{ kind: 'refused'; refusal: Refusal }>
> {
  const [sent] = await recordsOfVisit(db, input.sendKey);
  if (sent && sent.zoneId !== input.zoneId)
    return {
      kind: 'refused',
      refusal: { kind: 'invalid', issues: [issue('Record', 'form-of-another-zone')] },
    };
  if (sent) return { kind: 'recorded', recordId: sent.id };
  const standing = corrected
    ? corrected.correctedById
    : visit.products.map((u) => plannedOf(u.plannedProductId)?.recordId).find(Boolean);
  if (standing && (corrected === null || (await bySendKey(db, input.sendKey)) === null))
    return { kind: 'refused', refusal: { kind: 'already-recorded', recordId: standing } };
  return { kind: 'new' };
}

/** What an entry of one product holds besides the visit's own figures. */
function entryOf(
  {
    actor,
    moment,
    input,
    standing: { book, corrected, application, plannedOf },
  }: Pick<TypedVisit, 'moment' | 'input' | 'standing'> & Readonly<{ actor: Actor }>,
  u: VisitProduct,
  i: number,
) {
  const { zone } = book;
  const { label } = u;
  const planned = plannedOf(u.plannedProductId);
  const hectares = u.area / SQUARE_METRES_PER_HECTARE;
  return {
    id: crypto.randomUUID(),
    orgId: actor.orgId,
    sendKey: partKey(input.sendKey, i),
    visitId: corrected?.visitId ?? input.sendKey,
    correctsId: input.corrects?.id ?? null,
    zoneId: zone.id,
    ...plannedAs(planned, application, corrected),
    productId: label.id,
    labelVersion: label.version,
    productKind: label.kind,
    use: u.use,
    targets: [...u.targets],
    productName: label.name,
    registrationNumber: label.registrationNumber,
    site: siteName(zone),
    customer: zone.customer,
    address: zone.address,
    turf: zone.facts.turf,
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

/** Which part of which plan it was; of a correction, what it was in the entry before. */
const plannedAs = (
  planned: PlannedProduct | null,
  application: StoredApplication | null,
  corrected: RecordEntry | null,
) => ({
  plannedId: application?.id ?? corrected?.plannedId ?? null,
  plannedProductId: planned?.id ?? corrected?.plannedProductId ?? null,
  part: planned?.tie?.part ?? corrected?.part ?? 1,
  parts: planned?.tie?.of ?? corrected?.parts ?? 1,
});

const answeredBy = ({ appliedBy, certifiedBy, certifiedNumber }: Visit) => ({
  appliedBy,
  certifiedBy,
  certifiedNumber,
});
const airOf = ({ windMph, airF, water }: Visit, { label }: VisitProduct) => ({
  windMph: windMph === null || isGranule(label) ? null : toNumeric(windMph),
  airF: airF === null ? null : toNumeric(airF),
  waterGal: toNumeric(isGranule(label) ? 0 : (water ?? 0)),
});

/**
 * The label as it was on the day of the work. A correction keeps the version of what it corrects where the day is the same,
 * and a stop the one that its phone had with it, unless that was an older one than the day before's.
 */
async function labelOn(
  db: Transaction,
  actor: Actor,
  labels: LabelBook,
  productId: string,
  day: Day,
  corrected: RecordEntry | null,
  there: SaidThere | null,
): Promise<Label | undefined> {
  if (corrected?.productId === productId && corrected.appliedOn === day)
    return labelAt(labels, productId, corrected.labelVersion);
  const taken = there?.versions.get(productId);
  const dayBefore =
    taken === undefined ? null : await versionOn(db, productId, addDays(day, -1), actor.timeZone);
  if (taken !== undefined && dayBefore !== null && taken >= dayBefore) {
    const inHand = labelAt(labels, productId, taken);
    if (inHand) return inHand;
  }
  const version = productId ? await versionOn(db, productId, day, actor.timeZone) : null;
  return version === null ? undefined : labelAt(labels, productId, version);
}

/** The entries that a correction stands for: the one that it corrects, and those before it. */
function correctedBy({ records }: ZoneBook, { corrects }: RecordInput): string[] {
  const ids: string[] = [];
  for (let id = corrects?.id ?? null; id !== null; id = records.find((r) => r.id === id)?.correctsId ?? null)
    ids.push(id);
  return ids;
}

/** A name that nobody here has may be a slip, or a helper under a licence: it is asked about. */
async function whoIsThat(
  db: Transaction,
  orgId: string,
  name: string,
  licences: readonly Licence[],
): Promise<Issue[]> {
  const known = [...(await peopleOfCompany(orgId)), ...licences.map((l) => ({ name: l.person }))];
  if (known.some((k) => k.name === name)) return [];
  return [issue('Applied by', 'person-unknown', { person: name })];
}

/** What may be right and looks like a slip. */
function questionsAbout(
  u: VisitProduct,
  i: number,
  planned: PlannedProduct | null,
  { zone }: ZoneBook,
  day: Day,
): Issue[] {
  const { label, rate: used } = u;
  const questions: Issue[] = [];
  const most = rateForTurf(label, zone.facts, u.use)?.high;
  const off = planned && planned.rate.by === used.by ? used.rate / planned.rate.rate - 1 : 0;
  const named = { product: label.name, used, unit: label.rateUnit };
  if (most && exceeds(used.rate, most.rate))
    questions.push(issue(productField(i, 'amount'), 'rate-above-label', { ...named, most }));
  else if (planned && Math.abs(off) > OFF_PLAN)
    questions.push(
      issue(productField(i, 'amount'), 'rate-off-plan', { ...named, planned: planned.rate, off }),
    );
  const expected = toSquareFeet(areaOf(planned?.place ?? u.place, zone));
  if (Math.abs(u.areaSqFt / expected - 1) > OFF_PLAN)
    questions.push(
      issue(productField(i, 'area'), 'area-off-plan', {
        sqFt: Math.round(u.areaSqFt),
        expectedSqFt: Math.round(expected),
        of: planned?.place.on ?? 'zone',
      }),
    );
  if (label.status === 'cancelled')
    questions.push(issue(productField(i, 'productId'), 'product-cancelled', { product: label.name, day }));
  return questions;
}

/** What a spray's record asks for and nobody measured: it is recorded so, with what the station had. */
function notMeasured(found: Issue, station: ReturnType<typeof stationAt>): Issue {
  const had =
    station &&
    (found.field === 'Wind'
      ? ({ measure: 'wind', value: Math.round(toMilesPerHour(station.wind)) } as const)
      : ({ measure: 'temperature', value: Math.round(toFahrenheit(station.air)) } as const));
  return issue(found.field, 'not-measured', { issue: found, station: had });
}
