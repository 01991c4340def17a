/** What was put down on a zone before the book: asked for once, entered with how sure it is, taken back by a line of its own. */
import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { addDays, isoDay, parseDay, type Day } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import { parseFigure } from '@/core/units/parse';
import { RATE_UNITS, isRateUnit, rateIn, rateOf, type RateUnit } from '@/core/units/rate';
import { nameSubstance } from '@/core/products/substance';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import {
  CERTAINTIES,
  DOERS,
  NITROGEN,
  addEarlierWork,
  earlierWorkOf,
  takeBackEarlierWork,
  type Certainty,
  type Doer,
} from '@/data/earlier-work';
import { setClosed, setHistory, zoneOf, type History } from '@/data/lawns';
import { labelsOf, versionOn } from '@/data/products';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome } from '../entry/outcome';

export type HistoryInput = Readonly<{
  zoneId: string;
  history: Exclude<History, 'not asked'>;
  bookFrom: string;
}>;
const text = (most: number) => Joi.string().allow('').max(most).required();
export const historyShape = Joi.object<HistoryInput>({
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  history: Joi.string().valid('not known', 'known').required(),
  bookFrom: text(40),
});

/** The answer to "what was put down here in the twelve months before?": not known, or everything from a day on is in the book. */
export function saveHistory(actor: Actor, input: HistoryInput): Promise<Outcome<{ history: History }>> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, input.zoneId);
    if (!zone) return refuse({ kind: 'gone' });
    const { today } = await momentOf(db, actor);
    const from = input.history === 'known' ? parseDay(input.bookFrom) : null;
    if (input.history === 'known' && (from === null || from > today))
      return refuse({
        kind: 'invalid',
        issues: [
          from === null
            ? issue('Known from', 'known-from-no-day', { text: input.bookFrom })
            : issue('Known from', 'known-from-to-come', { day: from }),
        ],
      });
    await setHistory(db, input.zoneId, input.history, from);
    await changed(db, actor, [input.zoneId]);
    return done({ history: input.history });
  });
}

export type EarlierInput = Readonly<{
  sendKey: string;
  zoneId: string;
  on: string;
  by: Doer;
  /** a product of ours; or, by name, an active ingredient or nitrogen */
  productId: string;
  substance: string;
  group: string;
  amount: string;
  unit: string;
  certainty: Certainty;
  note: string;
}>;
export const earlierShape = Joi.object<EarlierInput>({
  sendKey: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  on: text(40),
  by: Joi.string()
    .valid(...DOERS)
    .required(),
  productId: Joi.string().guid({ separator: '-', wrapper: false }).allow('').required(),
  substance: text(80),
  group: text(10),
  amount: text(40),
  unit: text(20),
  note: text(500),
  certainty: Joi.string()
    .valid(...CERTAINTIES)
    .required(),
});

/** What is wrong with a substance that somebody wrote down by its name. */
function substanceIssue(text: string): Issue | null {
  const substance = text.toLowerCase();
  if (!substance) return issue('What', 'substance-missing');
  const named = substance === NITROGEN ? null : nameSubstance(substance);
  if (named?.kind === 'several')
    return issue('What', 'substance-is-several', { text, names: named.substances.map((s) => s.name) });
  if (named?.kind === 'unknown' && named.like.length)
    return issue('What', 'substance-unknown', { text, like: named.like.map((s) => s.name) });
  return null;
}

/** Work of more than three years ago counts for nothing any more. */
function earlierDayIssue(on: Day | null, text: string, today: Day): Issue | null {
  if (on === null) return issue('Day', 'earlier-no-day', { text });
  return on > today || on < addDays(today, -1100)
    ? issue('Day', 'earlier-day-out-of-range', { day: on })
    : null;
}

type EarlierRead = Readonly<{
  on: Day;
  unit: RateUnit;
  substance: string;
  /** in the unit; null: nobody knows */
  figure: number | null;
  group: number | null;
}>;

/** Earlier work as it is typed, or all that is wrong with it. @param label the product; undefined: a substance by its name */
function readEarlier(
  input: EarlierInput,
  label: Label | undefined,
  today: Day,
): Readonly<{ ok: true; value: EarlierRead }> | Readonly<{ ok: false; issues: readonly Issue[] }> {
  const on = parseDay(input.on);
  const substance = input.substance.trim().toLowerCase();
  const unit = isRateUnit(input.unit) ? input.unit : (label?.rateUnit ?? 'lb/acre');
  const words = label ? RATE_UNITS[unit].words : substance === NITROGEN ? 'nitrogen' : 'ingredient';
  const amount =
    input.certainty === 'not known'
      ? null
      : parseFigure(input.amount, { field: 'Amount', unit: words, above: 0, most: 1000 });
  const group =
    input.group.trim() === ''
      ? null
      : parseFigure(input.group, { field: 'Group', unit: '(HRAC/WSSA)', least: 0, most: 40 });
  const isOtherKind = label && amount?.ok && rateIn(rateOf(amount.value, unit), label.rateUnit) === null;
  const issues = [
    earlierDayIssue(on, input.on, today),
    label ? null : substanceIssue(input.substance.trim()),
    amount && !amount.ok ? amount.issue : null,
    isOtherKind
      ? issue('Amount', 'earlier-wrong-kind', { unit, product: label.name, like: label.rateUnit })
      : null,
    group && !group.ok ? group.issue : null,
  ].filter((i) => i !== null);
  if (issues.length || on === null) return { ok: false, issues };
  return {
    ok: true,
    value: {
      on,
      unit,
      substance,
      figure: amount?.ok ? amount.value : null,
      group: group?.ok ? Math.round(group.value) : null,
    },
  };
}

export function noteEarlierWork(actor: Actor, input: EarlierInput): Promise<Outcome<{ on: string }>> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, input.zoneId);
    if (!zone) return refuse({ kind: 'gone' });
    const { today, now } = await momentOf(db, actor);
    const label = (await labelsOf(db)).now.find((l) => l.id === input.productId);
    if (input.productId && !label) return refuse({ kind: 'gone' });
    const read = readEarlier(input, label, today);
    if (!read.ok) return refuse({ kind: 'invalid', issues: read.issues });
    const { on, unit, substance, figure, group } = read.value;
    await addEarlierWork(db, {
      orgId: actor.orgId,
      zoneId: zone.id,
      on,
      by: input.by,
      certainty: input.certainty,
      sendKey: input.sendKey,
      product: label
        ? {
            id: label.id,
            version: (await versionOn(db, label.id, on, actor.timeZone)) ?? label.version,
            rate: figure === null ? null : { figure, unit },
          }
        : null,
      substance: label ? '' : substance,
      group,
      amount: label ? null : figure,
      note: input.note.trim(),
      person: actor.name,
      at: now,
    });
    await changed(db, actor, [zone.id]);
    return done({ on: isoDay(on) });
  });
}

export type TakeBackInput = Readonly<{ sendKey: string; zoneId: string; id: string; why: string }>;
export const takeBackShape = Joi.object<TakeBackInput>({
  sendKey: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  id: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  why: text(500),
});
export function takeBackEarlier(actor: Actor, input: TakeBackInput): Promise<Outcome<null>> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) => {
    const work = (await earlierWorkOf(db, [input.zoneId])).find((w) => w.id === input.id);
    if (!work) return refuse({ kind: 'gone' });
    const { now } = await momentOf(db, actor);
    await takeBackEarlierWork(db, work, {
      orgId: actor.orgId,
      person: actor.name,
      at: now,
      sendKey: input.sendKey,
      note: input.why.trim(),
    });
    await changed(db, actor, [input.zoneId]);
    return done(null);
  });
}

export type CloseInput = Readonly<{ zoneId: string; of: 'zone' | 'lawn'; why: string; isClosed: boolean }>;
export const closeShape = Joi.object<CloseInput>({
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  of: Joi.string().valid('zone', 'lawn').required(),
  why: text(500),
  isClosed: Joi.boolean().required(),
});
/** Closes a zone or its whole lawn, or opens it again: off lists and boards, and nothing lost. */
export function closeLawn(actor: Actor, input: CloseInput): Promise<Outcome<null>> {
  requirePermission(actor, 'plan');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, input.zoneId);
    if (!zone) return refuse({ kind: 'gone' });
    const why = input.why.trim();
    if (input.isClosed && !why)
      return refuse({ kind: 'invalid', issues: [issue('Why', 'closing-reason-missing')] });
    if (zone.closed?.forgotten)
      return refuse({ kind: 'invalid', issues: [issue('Lawn', 'customer-forgotten')] });
    const { today } = await momentOf(db, actor);
    const touched = await setClosed(db, zone, input.of, input.isClosed ? { on: today, why } : null);
    await changed(db, actor, touched);
    return done(null);
  });
}
