import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { isoDay, parseDay, parseMonthDay, yearOf } from '@/core/calendar/day';
import { readFigures, type HouseTexts } from '@/core/facts/house-figures';
import { stateName } from '@/core/trade/states';
import { METHODS, type Method } from '@/core/trade/terms';
import { figureShapes, writeRules } from './write-rules';
import { requirePermission, type Actor } from '@/data/actor';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import type { StoredGateRules } from '@/data/gate-rules';
import { addEquipment, calibrate } from '@/data/equipment';
import { peopleOfCompany } from '@/data/people';
import { addLicence, dropLicence } from '@/data/resources';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome } from '@/server/entry/outcome';

const text = (most = 60) => Joi.string().allow('').max(most).required();
const day = (value: string, field: string, issues: Issue[]) => {
  const parsed = parseDay(value);
  if (parsed === null) issues.push(issue(field, 'no-calendar-day', { text: value }));
  return parsed;
};

export type GateRulesInput = Readonly<{ seen: number }> &
  Pick<
    StoredGateRules,
    | 'state'
    | 'noticeByCode'
    | 'phosphorusByTest'
    | 'fertilizerBanFrom'
    | 'fertilizerBanTo'
    | 'partners'
    | 'combineFertilizer'
    | 'granuleFirst'
  > &
  HouseTexts<'gates' | 'one group'>;
export const gateRulesShape = Joi.object<GateRulesInput>({
  seen: Joi.number().integer().min(0).required(),
  state: text(),
  noticeByCode: Joi.boolean().required(),
  phosphorusByTest: Joi.boolean().required(),
  fertilizerBanFrom: text(),
  fertilizerBanTo: text(),
  combineFertilizer: Joi.boolean().required(),
  granuleFirst: Joi.boolean().required(),
  partners: Joi.string().valid('as labels allow', 'never together').required(),
  ...figureShapes('gates', 'one group'),
});

/** Saves the house's figures for its gates; every window is asked anew. */
export async function saveGateRules(actor: Actor, t: GateRulesInput): Promise<Outcome<{ version: number }>> {
  requirePermission(actor, 'change the house');
  const issues: Issue[] = [];
  const gates: StoredGateRules = {
    ...readFigures(t, issues, 'gates', 'one group'),
    state: stateName(t.state),
    noticeByCode: t.noticeByCode,
    phosphorusByTest: t.phosphorusByTest,
    fertilizerBanFrom: t.fertilizerBanFrom.trim(),
    fertilizerBanTo: t.fertilizerBanTo.trim(),
    partners: t.partners,
    combineFertilizer: t.combineFertilizer,
    granuleFirst: t.granuleFirst,
  };
  const ban = [
    ['No fertilizer from', gates.fertilizerBanFrom],
    ['No fertilizer to', gates.fertilizerBanTo],
  ] as const;
  const isNoBan = ban.every(([, typed]) => typed === '');
  for (const [field, typed] of isNoBan ? [] : ban)
    if (parseMonthDay(typed) === null)
      issues.push(
        typed === '' ? issue(field, 'day-of-year-empty') : issue(field, 'no-day-of-year', { text: typed }),
      );
  if (gates.heatCautionF > gates.heatLimitF)
    issues.push(
      issue('Heat caution', 'heat-caution-above-limit', {
        cautionF: gates.heatCautionF,
        limitF: gates.heatLimitF,
      }),
    );
  if (issues.length) return refuse({ kind: 'invalid', issues });
  return writeRules(actor, { gates }, t.seen);
}

/** A slip of the year would open a gate for ever. */
const MOST_YEAR = 2100;

export type LicenceInput = Readonly<{
  /** one of the company's people; empty: somebody who does not sign in here, by name */
  userId: string;
  person: string;
  number: string;
  categories: string;
  validTo: string;
}>;
export const licenceShape = Joi.object<LicenceInput>({
  userId: text(100),
  person: text(100),
  number: text(),
  categories: text(300),
  validTo: text(),
});
export async function saveLicence(actor: Actor, t: LicenceInput): Promise<Outcome<{ person: string }>> {
  requirePermission(actor, 'change the house');
  const issues: Issue[] = [];
  const people = (await peopleOfCompany(actor.orgId)).filter((p) => p.endedAt === null);
  const typed = t.person.trim();
  const own = people.find((p) => (t.userId ? p.userId === t.userId : p.name === typed)) ?? null;
  const person = own?.name ?? typed;
  const like = own ? undefined : people.find((p) => isLike(p.name, person));
  if (t.userId && !own) issues.push(issue('Person', 'person-not-here'));
  else if (!person) issues.push(issue('Person', 'license-holder-missing'));
  else if (like) issues.push(issue('Person', 'person-like', { person, like: like.name }));
  const validTo = day(t.validTo, 'Valid to', issues);
  const categories = t.categories
    .split(',')
    .map((c) => c.trim())
    .filter(Boolean);
  if (!categories.length) issues.push(issue('Categories', 'no-category'));
  if (validTo !== null && yearOf(validTo) > MOST_YEAR)
    issues.push(issue('Valid to', 'license-too-long', { day: validTo }));
  if (issues.length || validTo === null) return refuse({ kind: 'invalid', issues });
  await inOrganisation(actor, async (db) => {
    await addLicence(db, actor.orgId, {
      person,
      userId: own?.userId ?? null,
      number: t.number.trim(),
      categories,
      validTo,
    });
    await changed(db, actor, 'all');
  });
  return done({ person });
}

/** One name within the other, word by word: "Pat" and "Pat Olson" are one person in most companies. */
function isLike(name: string, typed: string): boolean {
  const words = (of: string) => of.toLowerCase().split(/\s+/).filter(Boolean);
  const [a, b] = [words(name), words(typed)];
  return b.length > 0 && (b.every((w) => a.includes(w)) || a.every((w) => b.includes(w)));
}

export async function removeLicence(actor: Actor, { id }: { id: string }): Promise<Outcome<{ id: string }>> {
  requirePermission(actor, 'change the house');
  return inOrganisation(actor, async (db) => {
    if (!(await dropLicence(db, id))) return refuse({ kind: 'gone' });
    await changed(db, actor, 'all');
    return done({ id });
  });
}

export type EquipmentInput = Readonly<{ name: string; method: Method; calibratedOn: string }>;
export const equipmentShape = Joi.object<EquipmentInput>({
  name: text(100),
  method: Joi.string()
    .valid(...METHODS)
    .required(),
  calibratedOn: text(),
});
export async function saveEquipment(actor: Actor, t: EquipmentInput): Promise<Outcome<{ name: string }>> {
  requirePermission(actor, 'change the house');
  const issues: Issue[] = [];
  const name = t.name.trim();
  if (!name) issues.push(issue('Name', 'equipment-name-missing'));
  const calibratedOn = t.calibratedOn === '' ? null : day(t.calibratedOn, 'Calibrated', issues);
  return inOrganisation(actor, async (db) => {
    const today = await todayOf(db, actor);
    if (calibratedOn !== null && calibratedOn > today)
      issues.push(issue('Calibrated', 'calibrated-to-come', { day: calibratedOn, today }));
    if (issues.length) return refuse({ kind: 'invalid', issues });
    await addEquipment(db, actor.orgId, {
      name,
      method: t.method,
      calibratedOn,
      waivedBy: calibratedOn === null ? '' : actor.name,
      waivedWhy: calibratedOn === null ? '' : 'the day was typed when it was added',
    });
    await changed(db, actor, 'all');
    return done({ name });
  });
}

export type WaiveInput = Readonly<{ id: string; why: string }>;
export const waiveShape = Joi.object<WaiveInput>({
  id: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  why: text(300),
});
/**
 * Writes down that somebody says a thing is right without measuring it. Gates stand ajar by it, with the name: figures are
 * for the equipment's own page.
 */
export async function waiveCalibration(actor: Actor, t: WaiveInput): Promise<Outcome<{ on: string }>> {
  requirePermission(actor, 'record');
  const why = t.why.trim();
  if (!why) return refuse({ kind: 'invalid', issues: [issue('Why', 'why-not-measured-missing')] });
  return inOrganisation(actor, async (db) => {
    const today = await todayOf(db, actor);
    if (!(await calibrate(db, t.id, today, { by: actor.name, why }))) return refuse({ kind: 'gone' });
    await changed(db, actor, 'all');
    return done({ on: isoDay(today) });
  });
}
