/** What was put down on a zone before the book: asked for once, entered with how sure it is, taken back by a line of its own. */
import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { addDays, isoDay, parseDay } from '@/core/calendar/day';
import { parseFigure } from '@/core/units/parse';
import { RATE_UNITS, isRateUnit, rateIn, rateOf } from '@/core/units/rate';
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

export function noteEarlierWork(actor: Actor, input: EarlierInput): Promise<Outcome<{ on: string }>> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, input.zoneId);
    if (!zone) return refuse({ kind: 'gone' });
    const { today, now } = await momentOf(db, actor);
    const label = (await labelsOf(db)).now.find((l) => l.id === input.productId);
    if (input.productId && !label) return refuse({ kind: 'gone' });
    const issues: Issue[] = [];
    const on = parseDay(input.on);
    if (on === null || on > today || on < addDays(today, -1100))
      issues.push(
        on === null
          ? issue('Day', 'earlier-no-day', { text: input.on })
          : issue('Day', 'earlier-day-out-of-range', { day: on }),
      );
    const substance = input.substance.trim().toLowerCase();
    if (!label && !substance) issues.push(issue('What', 'substance-missing'));
    const slip = substance && substance !== NITROGEN ? nameSubstance(substance) : null;
    if (!label && slip?.kind === 'several')
      issues.push(
        issue('What', 'substance-is-several', {
          text: input.substance.trim(),
          names: slip.substances.map((s) => s.name),
        }),
      );
    if (!label && slip?.kind === 'unknown' && slip.like.length)
      issues.push(
        issue('What', 'substance-unknown', {
          text: input.substance.trim(),
          like: slip.like.map((s) => s.name),
        }),
      );
    const unit = isRateUnit(input.unit) ? input.unit : (label?.rateUnit ?? 'lb/acre');
    const words = label ? RATE_UNITS[unit].words : substance === NITROGEN ? 'nitrogen' : 'ingredient';
    const isUnknown = input.certainty === 'not known';
    const amount = isUnknown
      ? null
      : parseFigure(input.amount, { field: 'Amount', unit: words, above: 0, most: 1000 });
    if (amount && !amount.ok) issues.push(amount.issue);
    if (label && amount?.ok && rateIn(rateOf(amount.value, unit), label.rateUnit) === null)
      issues.push(issue('Amount', 'earlier-wrong-kind', { unit, product: label.name, like: label.rateUnit }));
    const group =
      input.group.trim() === ''
        ? null
        : parseFigure(input.group, { field: 'Group', unit: '(HRAC/WSSA)', least: 0, most: 40 });
    if (group && !group.ok) issues.push(group.issue);
    if (issues.length || on === null) return refuse({ kind: 'invalid', issues });
    const figure = amount?.ok ? amount.value : null;
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
      group: group?.ok ? Math.round(group.value) : null,
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
