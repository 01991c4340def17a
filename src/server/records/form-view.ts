/** What the record form needs: what was planned, what is on the shelf, who and what could have put it down. Nothing more goes to the device. */
import 'server-only';
import { isoDay, type Day } from '@/core/calendar/day';
import { areaOf } from '@/core/products/application';
import { isGranule, usesOn, type Label } from '@/core/products/label';
import { isPreEmergent, type Method, type Use } from '@/core/trade/terms';
import { isOpen } from '@/core/season/standing';
import { reallyAt } from '@/core/mixing/card';
import { significant } from '@/core/units/figure';
import { SQUARE_METRES_PER_HECTARE, type SquareMetres } from '@/core/units/quantity';
import {
  RATE_UNITS,
  amountFor,
  amountIn,
  amountLike,
  isAmountUnit,
  type AmountUnit,
  type ProductAmount,
} from '@/core/units/rate';
import { L_PER_GAL, toSquareFeet } from '@/core/units/trade';
import type { Weed } from '@/core/weeds/weeds';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf, type Moment } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { houseOf, type House } from '@/data/house';
import { siteName, zoneOf, type ZoneOnLawn } from '@/data/lawns';
import { equipmentOf } from '@/data/equipment';
import { cardsForApplication, type StoredCard } from '@/data/load-cards';
import { licencesOf } from '@/data/resources';
import { applicationsOf, type StoredApplication } from '@/data/programme';
import { labelsOf } from '@/data/products';
import { recordOf } from '@/data/records';
import { shelvesOf } from '@/data/stock';
import { peopleOf } from '../people/names';
import type { ProductUsed } from '@/core/records/product-used';
import type { RecordInput } from './record-visit';

/** A product that could have been put down, as far as the form asks. */
export type ProductChoice = Readonly<{
  id: string;
  name: string;
  by: 'mass' | 'volume';
  unit: AmountUnit;
  isGranule: boolean;
  isRestricted: boolean;
  reentry: string;
  uses: readonly Use[];
  weeds: Readonly<Partial<Record<Use, readonly Weed[]>>>;
  lots: readonly string[];
}>;

export type RecordForm = Readonly<{
  site: string;
  zoneId: string;
  today: Day;
  /** sq ft of the zone, to be shown */
  zoneArea: SquareMetres;
  /** what it is: "Record", or of which entry the correction */
  applicationId: string;
  products: readonly ProductChoice[];
  people: readonly string[];
  certified: readonly string[];
  equipment: readonly string[];
  first: RecordFields;
}>;
export type RecordFields = Omit<
  RecordInput,
  'sendKey' | 'zoneId' | 'applicationId' | 'confirmed' | 'corrects'
> &
  Readonly<{ reason: string }>;

const plain = (value: number) => significant(value, 4).replace(/,/g, '');

const choiceOf = (label: Label, zone: ZoneOnLawn, lots: readonly string[]): ProductChoice => {
  const uses = usesOn(label, zone.facts);
  const all: readonly Use[] = uses.length
    ? uses
    : label.kind === 'herbicide'
      ? ['pre-emergent']
      : ['turf care'];
  return {
    id: label.id,
    name: label.name,
    by: RATE_UNITS[label.rateUnit].by,
    unit: label.amountUnit,
    lots,
    isGranule: isGranule(label),
    isRestricted: label.restrictedUse,
    reentry: label.reentry,
    uses: all,
    weeds: Object.fromEntries(
      all.map((u) => [
        u,
        isPreEmergent(u) ? label.before : u === 'turf care' ? [] : label.after.map((a) => a.weed),
      ]),
    ),
  };
};

type Known = Readonly<{ zone: ZoneOnLawn; house: House; moment: Moment }>;

async function frame(
  db: Transaction,
  actor: Actor,
  { zone, moment }: Known,
  first: RecordFields,
  applicationId: string,
): Promise<RecordForm> {
  const labels = await labelsOf(db);
  const shelves = await shelvesOf(db);
  const licences = await licencesOf(db);
  const used = new Set(first.products.map((p) => p.productId));
  return {
    site: siteName(zone),
    zoneId: zone.id,
    today: moment.today,
    applicationId,
    first,
    zoneArea: zone.area,
    products: labels.now
      .filter((l) => l.status === 'registered' || used.has(l.id))
      .map((l) => choiceOf(l, zone, (shelves.get(l.id)?.lots ?? []).map((x) => x.lot).filter(Boolean))),
    people: await peopleOf(actor),
    certified: [...new Set(licences.filter((l) => l.validTo >= moment.today).map((l) => l.person))],
    equipment: (await equipmentOf(db)).map((e) => e.name),
  };
}

const blank = (actor: Actor, { today }: Moment): RecordFields => ({
  products: [],
  water: '',
  appliedOn: isoDay(today),
  startedAt: '',
  endedAt: '',
  appliedBy: actor.name,
  certifiedBy: '',
  supervisor: '',
  method: '',
  equipment: '',
  wind: '',
  windFrom: '',
  air: '',
  noticeGiven: '',
  reentryTold: '',
  notes: '',
  reason: '',
});

/** A planned application, with the plan's figures to start from. Null: there is none here; a string: the entry that stands for it. */
export function plannedForm(
  actor: Actor,
  zoneId: string,
  applicationId: string,
): Promise<RecordForm | string | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const known = await knownOf(db, actor, zoneId);
    if (!known) return null;
    const { zone, house, moment } = known;
    const labels = await labelsOf(db);
    const a = (await applicationsOf(db, [zoneId], labels)).get(zoneId)?.find((x) => x.id === applicationId);
    if (!a) return null;
    if (!isOpen(a)) return a.products[0]?.recordId ?? null;
    return frame(db, actor, known, await plannedFields(db, actor, { zone, house, moment }, a), a.id);
  });
}

/** What a planned application's record begins with: the plan's figures, or what its loads brought. */
export async function plannedFields(
  db: Transaction,
  actor: Actor,
  { zone, house, moment }: Known,
  a: StoredApplication,
): Promise<RecordFields> {
  const left = a.products.filter((p) => p.recordId === null);
  const products = left.map((p): ProductUsed => {
    const area = areaOf(p.place, zone);
    const unit = p.label.amountUnit;
    return {
      plannedProductId: p.id,
      productId: p.label.id,
      use: p.use,
      targets: p.targets,
      tank: p.tank,
      lot: '',
      place: p.place.on,
      ground: p.place.on === 'zone' ? '' : p.place.ground,
      area: plain(toSquareFeet(area)),
      amountUnit: unit,
      amount: plain(amountIn(amountFor(p.rate, area), unit) ?? 0),
    };
  });
  // each tank is filled for the largest ground that one of its products covers
  const tanks = new Map<number, number>();
  for (const p of left.filter((x) => !isGranule(x.label)))
    tanks.set(p.tank, Math.max(tanks.get(p.tank) ?? 0, areaOf(p.place, zone)));
  const water = [...tanks.values()].reduce(
    (sum, area) => sum + (house.carrier * area) / SQUARE_METRES_PER_HECTARE,
    0,
  );
  const loaded = loadedFor(await cardsForApplication(db, a.id), a.id, moment.today);
  const gallons = loaded ? loaded.water / L_PER_GAL : water / L_PER_GAL;
  return {
    ...blank(actor, moment),
    products: loaded ? products.map((p) => asLoaded(p, loaded)) : products,
    method: loaded?.method ?? left.find((p) => p.method !== null)?.method ?? '',
    equipment: loaded?.equipment ?? '',
    water: gallons > 0 ? plain(gallons) : '',
  };
}

/** What the loads of its day brought to a stop: by product in kg or L, and the water in L. */
type Loaded = Readonly<{
  amounts: ReadonlyMap<string, ProductAmount>;
  water: number;
  method: Method | null;
  equipment: string;
}>;

/** A card that is older than this says nothing of today's work. */
const CARD_DAYS = 2;

/**
 * The newest cards that an application has a part of, those that were measured first; null: there is none of these days.
 */
function loadedFor(cards: readonly StoredCard[], applicationId: string, today: Day): Loaded | null {
  const fresh = cards.filter((c) => c.forDay > today - CARD_DAYS);
  const newest = fresh.find((c) => c.measured !== null) ?? fresh[0];
  if (!newest) return null;
  const amounts = new Map<string, ProductAmount>();
  let water = 0;
  // a hopper's and a tank's cards of one stop are kept apart, and both count
  for (const kind of ['hopper', 'tank'] as const) {
    const ofKind = fresh.filter((c) => c.card.kind === kind);
    const lead = ofKind.find((c) => c.measured !== null) ?? ofKind[0];
    for (const { card, measured, madeAt } of ofKind) {
      if (madeAt.getTime() !== lead!.madeAt.getTime()) continue;
      const asked = card.products.map((p) => p.measured.amount);
      for (const stop of card.stops.filter((s) => s.applicationId === applicationId)) {
        reallyAt(card, stop, measured?.products ?? asked).forEach((got, i) => {
          const { label, measured: like } = card.products[i]!;
          amounts.set(label.id, amountLike(like, got + (amounts.get(label.id)?.amount ?? 0)));
        });
        const used = measured?.water ?? card.water;
        const fresher = card.mix - card.before;
        if (kind === 'tank') water += fresher > 0 ? (used * stop.volume) / fresher : stop.volume;
      }
    }
  }
  const { equipment } = newest.card;
  return { amounts, water, method: equipment?.method ?? null, equipment: equipment?.name ?? '' };
}

function asLoaded(p: ProductUsed, { amounts }: Loaded): ProductUsed {
  const got = amounts.get(p.productId);
  const figure = got && isAmountUnit(p.amountUnit) ? amountIn(got, p.amountUnit) : null;
  return figure === null ? p : { ...p, amount: plain(figure) };
}

/** Work that nobody planned: on the spot, with any product on the shelf. */
export function unplannedForm(actor: Actor, zoneId: string): Promise<RecordForm | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const known = await knownOf(db, actor, zoneId);
    return known && frame(db, actor, known, { ...blank(actor, known.moment), products: [] }, '');
  });
}

/** A correction: what the entry says, to be typed over. Null: no such entry here. */
export function correctionForm(actor: Actor, recordId: string): Promise<RecordForm | null> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const r = await recordOf(db, recordId);
    const known = r && (await knownOf(db, actor, r.zoneId));
    if (!r || !known) return null;
    const text = (value: number | null) => (value === null ? '' : String(value));
    const first: RecordFields = {
      products: [
        {
          plannedProductId: r.plannedProductId ?? '',
          productId: r.productId,
          use: r.use,
          targets: r.targets,
          place: r.place,
          ground: r.ground,
          area: String(r.areaSqFt),
          amount: String(r.amount),
          amountUnit: r.amountUnit,
          tank: r.tank,
          lot: r.lot,
        },
      ],
      water: String(r.waterGal),
      appliedOn: isoDay(r.appliedOn),
      startedAt: r.startedAt,
      endedAt: r.endedAt,
      appliedBy: r.appliedBy,
      certifiedBy: r.certifiedBy,
      supervisor: r.supervisor,
      equipment: r.equipment,
      method: r.method,
      wind: text(r.windMph),
      windFrom: r.windFrom,
      air: text(r.airF),
      noticeGiven: r.noticeGiven,
      reentryTold: r.reentryTold,
      notes: r.notes,
      reason: '',
    };
    return frame(db, actor, known, first, '');
  });
}

async function knownOf(db: Transaction, actor: Actor, zoneId: string): Promise<Known | null> {
  const zone = await zoneOf(db, zoneId);
  return zone && { zone, house: await houseOf(db), moment: await momentOf(db, actor) };
}
