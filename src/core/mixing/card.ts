/**
 * The card of one load: all that is needed at the tailgate, whole in itself, so that it can be printed, kept on a phone
 * without a network, and read back years later as it was. Its form has a version; a card is never changed, only what was
 * really measured is written beside it.
 */
import type { Day } from '@/core/calendar/day';
import { cautionsFor, type Caution } from '@/core/products/cautions';
import type { Label } from '@/core/products/label';
import type { Method, Use } from '@/core/trade/terms';
import type { Litres, LitresPerHectare, SquareMetres } from '@/core/units/quantity';
import type { ProductAmount, ProductRate } from '@/core/units/rate';
import {
  loadsFor,
  wayThatGoes,
  type FillWay,
  type InTank,
  type Load,
  type Loads,
  type MixRefusal,
  type Tool,
  type LoadQuestion,
} from './loads';
import { inTankOrder } from './order';

export const CARD_VERSION = 1;

/** What a card keeps of a label. */
const LABEL_KEYS = [
  'id',
  'version',
  'kind',
  'name',
  'registrationNumber',
  'labelDate',
  'demo',
  'formulation',
  'signalWord',
  'restrictedUse',
  'ppe',
  'reentry',
  'cautions',
  'mixHours',
  'stains',
  'compatibility',
  'adjuvant',
  'rateUnit',
  'amountUnit',
  'addedAs',
  'packages',
] as const satisfies readonly (keyof Label)[];
export type CardLabel = Pick<Label, (typeof LABEL_KEYS)[number]>;
const cardLabel = (label: Label): CardLabel =>
  Object.fromEntries(LABEL_KEYS.map((key) => [key, label[key]])) as CardLabel;

export type CardProduct = Readonly<{
  label: CardLabel;
  exact: ProductAmount;
  measured: ProductAmount;
  error: number;
  tool: Tool;
}>;

export type CardStop = Readonly<{
  zoneId: string;
  applicationId: string;
  site: string;
  /** what this load treats of it, and what all loads do */
  area: SquareMetres;
  whole: SquareMetres;
  /** L, or kg of a hopper */
  volume: number;
  /** of each product of the card */
  amounts: readonly ProductAmount[];
  rates: readonly ProductRate[];
}>;

export type LoadCard = Readonly<{
  version: typeof CARD_VERSION;
  day: Day;
  kind: 'tank' | 'hopper';
  number: number;
  of: number;
  /** null: none is written down */
  equipment: Readonly<{ id: string; name: string; method: Method; fitted: string }> | null;
  /** L, or kg of a hopper */
  size: number;
  carrier: LitresPerHectare | null;
  mix: number;
  before: number;
  water: Litres;
  rinseFirst: boolean;
  /** this mix is on no record yet: a jar first */
  isNewMix: boolean;
  area: SquareMetres;
  /** in the order in which they go in */
  products: readonly CardProduct[];
  surfactant: Load['surfactant'];
  stops: readonly CardStop[];
  /** stops whose gates were shut when the card was made */
  shut: readonly string[];
  /** what the trade says beside the labels, for these stops */
  cautions: readonly Caution[];
  /** beds border one of the stops, or bare concrete does */
  beds: boolean;
  concrete: boolean;
  /** what stays in the tank after it; null: nothing, or the next load takes it */
  remain: Readonly<{
    volume: number;
    mayGo: readonly Readonly<{ site: string; volume: number }>[];
    over: number;
  }> | null;
}>;

/** A stop as the loads of one piece of equipment ask for it. */
export type LoadStop = Readonly<{
  zoneId: string;
  applicationId: string;
  site: string;
  area: SquareMetres;
  products: readonly (InTank & Readonly<{ label: Label; use: Use }>)[];
  ground: StopGround;
  /** a gate is shut there today */
  isShut: boolean;
}>;

/** What stands on a stop's ground or borders it. */
export type StopGround = Readonly<{
  hasIrrigation: boolean;
  hasTrees: boolean;
  beds: boolean;
  concrete: boolean;
}>;

export type CardQuestion = Readonly<{
  day: Day;
  stops: readonly LoadStop[];
  equipment: LoadCard['equipment'];
  /** null: a hopper */
  carrier: LitresPerHectare | null;
  tank: LoadQuestion['tank'];
  way: FillWay;
  jugStep: number;
  toolsFor: (label: Label, by: ProductAmount['by']) => readonly Tool[];
  /** products that were in one tank before, by their ids, as `mixKey` writes them */
  known: ReadonlySet<string>;
}>;

/** Names a mix, whatever its amounts. */
export const mixKey = (productIds: readonly string[]): string =>
  [...new Set(productIds)].toSorted().join(' ');

/** A refusal with the names of what it is about. */
export type CardRefusal = Readonly<{
  refusal: MixRefusal;
  label: Label | null;
  site: string | null;
  /** filled in this way it goes; null: in none */
  otherWay: FillWay | null;
}>;
export type Cards = Readonly<{ labels: readonly Label[]; loads: Loads; cards: readonly LoadCard[] }>;

/**
 * The cards of one tank or hopper for its stops, in their order. @throws RangeError where a figure is no figure: they
 * are checked where they are typed
 */
export function cardsFor(
  q: CardQuestion,
): Readonly<{ ok: true; value: Cards }> | Readonly<{ ok: false; refused: CardRefusal }> {
  const labels = [...new Map(q.stops.flatMap((s) => s.products.map((p) => [p.label.id, p.label]))).values()];
  const given = (stop: LoadStop, label: Label) => stop.products.find((p) => p.label.id === label.id) ?? null;
  const question: LoadQuestion = {
    stops: q.stops.map((s) => ({ area: s.area, products: labels.map((l) => given(s, l)) })),
    products: labels.map((l) => ({
      tools: q.toolsFor(l, q.stops.map((s) => given(s, l)).find((p) => p !== null)!.rate.by),
      surfactantPercent: l.surfactantPercent,
    })),
    jugStep: q.jugStep,
    carrier: q.carrier,
    tank: q.tank,
    way: q.way,
  };
  const made = loadsFor(question);
  if (!made.ok) {
    const { refusal } = made;
    const label = 'product' in refusal ? labels[refusal.product]! : null;
    return {
      ok: false,
      refused: {
        refusal,
        label,
        site: 'stop' in refusal ? q.stops[refusal.stop]!.site : null,
        otherWay: wayThatGoes(question),
      },
    };
  }
  const { loads, remains } = made.value;
  const cards = loads.map((load, i): LoadCard => {
    const inside = inTankOrder(
      labels.flatMap((label, k) => (load.products[k] ? [{ label, k, ...load.products[k] }] : [])),
      (p) => p.label,
    );
    const remain = remains.find((r) => r.afterLoad === i);
    const served = [...new Set(load.parts.map((p) => p.stop))].map((stop) => q.stops[stop]!);
    return {
      version: CARD_VERSION,
      day: q.day,
      kind: q.carrier === null ? 'hopper' : 'tank',
      number: i + 1,
      of: loads.length,
      equipment: q.equipment,
      size: q.tank.size,
      carrier: q.carrier,
      mix: load.mix,
      before: load.before,
      water: load.water,
      rinseFirst: load.rinseFirst,
      isNewMix: inside.length > 1 && !q.known.has(mixKey(inside.map((p) => p.label.id))),
      area: load.area,
      products: inside.map(({ label, exact, measured, error, tool }) => ({
        label: cardLabel(label),
        exact,
        measured,
        error,
        tool,
      })),
      surfactant: load.surfactant,
      stops: load.parts.map((part) => {
        const s = q.stops[part.stop]!;
        return {
          zoneId: s.zoneId,
          applicationId: s.applicationId,
          site: s.site,
          area: part.area,
          whole: s.area,
          volume: part.volume,
          amounts: inside.map((p) => part.amounts[p.k]!),
          rates: inside.map((p) => given(s, p.label)!.rate),
        };
      }),
      shut: served.filter((s) => s.isShut).map((s) => s.site),
      cautions: [
        ...new Map(
          served.flatMap((s) => cautionsFor(s.products, s.ground)).map((c) => [JSON.stringify(c), c]),
        ).values(),
      ],
      beds: served.some((s) => s.ground.beds),
      concrete: served.some((s) => s.ground.concrete),
      remain: remain
        ? {
            volume: remain.volume,
            over: remain.over,
            mayGo: remain.mayGo.map((g) => ({ site: q.stops[g.stop]!.site, volume: g.volume })),
          }
        : null,
    };
  });
  return { ok: true, value: { labels, loads: made.value, cards } };
}

/** All that several cards say of walking and of harm, as if they were one: with every product that is in any of them. */
export function togetherOf(cards: readonly LoadCard[]): LoadCard {
  const once = <T>(list: readonly T[], key: (item: T) => string) => [
    ...new Map(list.map((item) => [key(item), item])).values(),
  ];
  return {
    ...cards[0]!,
    products: once(
      cards.flatMap((c) => c.products),
      (p) => p.label.id,
    ),
    cautions: once(
      cards.flatMap((c) => c.cautions),
      (c) => JSON.stringify(c),
    ),
    beds: cards.some((c) => c.beds),
    concrete: cards.some((c) => c.concrete),
  };
}

/** Hours that a mix may stand, of all that is in it; null: no label says. */
export const mixHoursOf = ({ products }: Pick<LoadCard, 'products'>): number | null =>
  products.reduce<number | null>(
    (least, { label: { mixHours } }) => (mixHours === null ? least : Math.min(mixHours, least ?? Infinity)),
    null,
  );

/** What a stop got of each product, where another amount than the card's was really measured. */
export const reallyAt = (card: LoadCard, stop: CardStop, measured: readonly number[]): number[] =>
  stop.amounts.map((a, i) => {
    const asked = card.products[i]!.measured.amount;
    return asked > 0 ? (a.amount * measured[i]!) / asked : a.amount;
  });
