/** The loads of a morning: what the Load screen shows, and the cards that are kept of it. */
import { issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { addDays } from '@/core/calendar/day';
import type { LoadCard } from '@/core/mixing/card';
import { FILL_WAYS } from '@/core/mixing/loads';
import {
  loadsOfMorning,
  type LoadKind,
  type LoadSettings,
  type Morning,
  type MorningStop,
} from '@/core/mixing/morning';
import { stopToday } from '@/core/mixing/stop-today';
import { isOpen } from '@/core/season/standing';
import { AMOUNT_UNITS, amountLike, isAmountUnit, type ProductAmount } from '@/core/units/rate';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { equipmentOf, toolsOf } from '@/data/equipment';
import { siteName, zoneOf, zonesByIds, type ZoneOnLawn } from '@/data/lawns';
import {
  addCards,
  cardOf,
  cardsSince,
  isMeasuredBy,
  keepMeasured,
  knownMixes,
  usualAmounts,
  type StoredCard,
} from '@/data/load-cards';
import { zonesOfApplications } from '@/data/programme';
import { done, refuse, type Outcome } from '../entry/outcome';
import { partKey } from '../entry/part-key';
import { assemble } from '../facts';

/** More stops are no morning. */
const MOST_STOPS = 60;

/**
 * The stops that are named, in that order, with what they get today and all that loads are made with. What is not there,
 * or is done, is left out.
 */
export function morningSheet(actor: Actor, applicationIds: readonly string[]): Promise<Morning> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, (db) => morningOf(db, actor, applicationIds.slice(0, MOST_STOPS)));
}

/** One application of a zone as its mix card shows it. Null: there is none here that is still to be put down. */
export function mixSheet(
  actor: Actor,
  zoneId: string,
  applicationId: string,
): Promise<Readonly<{ zone: ZoneOnLawn; morning: Morning }> | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, zoneId);
    const morning = await morningOf(db, actor, [applicationId]);
    return zone && morning.stops[0]?.zoneId === zone.id ? { zone, morning } : null;
  });
}

async function morningOf(db: Transaction, actor: Actor, applicationIds: readonly string[]): Promise<Morning> {
  const moment = await momentOf(db, actor);
  const zoneIds = await zonesOfApplications(db, applicationIds);
  const zones = await zonesByIds(db, [...new Set(zoneIds.values())]);
  const { house, books } = await assemble(db, actor, zones, moment);
  const stops = applicationIds.flatMap((id): MorningStop[] => {
    const book = books.get(zoneIds.get(id) ?? '');
    const application = book?.applications.find((a) => a.id === id);
    if (!book || !application || !isOpen(application)) return [];
    return [
      {
        zoneId: book.zone.id,
        applicationId: id,
        site: siteName(book.zone),
        at: book.zone.at,
        ground: {
          hasIrrigation: book.zone.facts.irrigationPerHour !== null,
          hasTrees: book.zone.facts.trees,
          beds: book.zone.facts.beds,
          concrete: book.zone.concreteEdgeFt > 0,
        },
        ...stopToday(book.applications, id, book.facts, moment.today),
      },
    ];
  });
  const tools = await toolsOf(db);
  const finest = (kind: 'scale' | 'jug') =>
    tools
      .filter((t) => t.kind === kind && t.step !== null)
      .reduce((least, t) => Math.min(least, t.step!), Infinity);
  const orElse = (step: number, usual: number) => (Number.isFinite(step) ? step : usual);
  const productIds = [
    ...new Set(stops.flatMap((s) => s.passes.flatMap((p) => p.products.map((q) => q.label.id)))),
  ];
  const amounts: Record<string, ProductAmount> = {};
  // the unit that most visits were written in is the first
  for (const { productId, unit, amount } of await usualAmounts(db, productIds))
    if (!(productId in amounts) && isAmountUnit(unit))
      amounts[productId] = amountLike(AMOUNT_UNITS[unit], amount * AMOUNT_UNITS[unit].inSi);
  return {
    today: moment.today,
    stops,
    known: [...(await knownMixes(db))],
    usualAmounts: amounts,
    equipment: (await equipmentOf(db)).map(
      ({ id, name, method, fitted, truck, output, tank, dead, hopper }) => ({
        id,
        name,
        method,
        fitted,
        truck,
        output,
        tank,
        dead,
        hopper,
      }),
    ),
    caps: tools.flatMap((t) =>
      t.kind === 'cap' && t.step !== null && t.productId !== null
        ? [{ name: t.name, productId: t.productId, step: t.step }]
        : [],
    ),
    usual: {
      tank: house.tank,
      carrier: house.carrier,
      scaleStep: orElse(finest('scale'), house.scaleStep),
      jugStep: orElse(finest('jug'), house.jugStep),
    },
  };
}

const id = Joi.string().guid({ separator: '-', wrapper: false });
const text = Joi.string().allow('').max(20).required();
export type KeepCardsInput = Readonly<{
  sendKey: string;
  applicationIds: readonly string[];
  kind: LoadKind;
  settings: LoadSettings;
}>;
export const keepCardsShape = Joi.object<KeepCardsInput>({
  sendKey: id.required(),
  applicationIds: Joi.array().items(id).min(1).max(MOST_STOPS).unique().required(),
  kind: Joi.valid('tank', 'hopper').required(),
  settings: Joi.object({
    equipmentId: id.allow('').required(),
    tank: text,
    dead: text,
    carrier: text,
    scale: text,
    jug: text,
    left: text,
    leftIsSameMix: Joi.boolean().required(),
    way: Joi.valid(...FILL_WAYS).required(),
    together: Joi.boolean().required(),
  }).required(),
}).required();

/** Keeps the cards of these loads as they are made now. @returns their ids, in their order */
export function keepCards(
  actor: Actor,
  { sendKey, applicationIds, kind, settings }: KeepCardsInput,
): Promise<Outcome<{ ids: readonly string[] }>> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) => {
    const morning = await morningOf(db, actor, applicationIds);
    if (!morning.stops.some((s) => s.passes.some((p) => p.isGranule === (kind === 'hopper'))))
      return refuse({ kind: 'gone' });
    const made = loadsOfMorning(morning, kind, settings);
    if (made.kind === 'issues') return refuse({ kind: 'invalid', issues: made.issues });
    if (made.kind === 'refused')
      return refuse({ kind: 'invalid', issues: [issue('Loads', 'loads-cannot-be-mixed')] });
    const cards = made.value.cards.map((card, n) => ({ id: partKey(sendKey, n), card }));
    await addCards(db, actor.orgId, actor.name, cards);
    return done({ ids: cards.map((c) => c.id) });
  });
}

/** Null: no such card here. */
export function loadCardSheet(actor: Actor, cardIdAsked: string): Promise<StoredCard | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, (db) => cardOf(db, cardIdAsked));
}

export type CardLine = Readonly<{
  id: string;
  day: LoadCard['day'];
  kind: LoadKind;
  number: number;
  of: number;
  equipment: string;
  products: readonly string[];
  sites: readonly string[];
  isMeasured: boolean;
}>;
/** Cards of today and yesterday, for the list. */
export function latestCards(actor: Actor): Promise<CardLine[]> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const { today } = await momentOf(db, actor);
    return (await cardsSince(db, addDays(today, -1))).map(({ id: cardIdOf, forDay, card, measured }) => ({
      id: cardIdOf,
      day: forDay,
      kind: card.kind,
      number: card.number,
      of: card.of,
      equipment: card.equipment?.name ?? '',
      products: card.products.map((p) => p.label.name),
      sites: [...new Set(card.stops.map((s) => s.site))],
      isMeasured: measured !== null,
    }));
  });
}

/** Figures in kg or L, of each product of the card in its order; water in L. */
export type MeasuredInput = Readonly<{
  sendKey: string;
  cardId: string;
  products: readonly number[];
  water: number;
}>;
const amount = Joi.number().min(0).max(100_000).required();
export const measuredShape = Joi.object<MeasuredInput>({
  sendKey: id.required(),
  cardId: id.required(),
  water: amount,
  products: Joi.array().items(amount).max(8).required(),
})
  .required()
  .prefs({ stripUnknown: { objects: true } });

/** Writes down what really went into a load, once; a record of its stops begins with it. */
export function measureLoad(
  actor: Actor,
  { sendKey, cardId: asked, products, water }: MeasuredInput,
): Promise<Outcome<{ by: string }>> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) => {
    const known = await cardOf(db, asked);
    if (!known || known.card.products.length !== products.length) return refuse({ kind: 'gone' });
    const { now } = await momentOf(db, actor);
    const isKept = await keepMeasured(db, asked, {
      measured: { products, water },
      by: actor.name,
      at: now,
      key: sendKey,
    });
    if (isKept || (await isMeasuredBy(db, asked, sendKey))) return done({ by: actor.name });
    return refuse({
      kind: 'invalid',
      issues: [issue('Measured', 'already-measured', { by: known.measuredBy })],
    });
  });
}
