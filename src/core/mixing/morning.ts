/**
 * The loads of a morning, as a person asks for them: the stops in their order, with which equipment, out of which tank.
 * The screen and the server ask the same question of the same settings, so that what is kept is what was seen.
 */
import { issue, type Issue } from '@/core/units/issue';
import type { Day } from '@/core/calendar/day';
import type { Place } from '@/core/lawn/nearest';
import type { Label } from '@/core/products/label';
import type { Method } from '@/core/trade/terms';
import { parseFigure } from '@/core/units/parse';
import type { Kilograms, Litres, LitresPerHectare } from '@/core/units/quantity';
import { rateOf, type ProductAmount, type ProductRate, type VolumeRate } from '@/core/units/rate';
import { KG_PER_LB, L_PER_FL_OZ, L_PER_GAL } from '@/core/units/trade';
import { cardsFor, mixKey, type CardRefusal, type Cards, type LoadStop, type StopGround } from './card';
import type { FillWay, Tool } from './loads';
import type { StopToday } from './stop-today';
import { surprisesOf, type Surprise } from './surprises';

export type LoadKind = 'tank' | 'hopper';

export type MorningEquipment = Readonly<{
  id: string;
  name: string;
  method: Method;
  fitted: string;
  truck: string;
  output: ProductRate | null;
  tank: Litres | null;
  dead: Litres;
  hopper: Kilograms | null;
}>;
/** A cap that holds so many kg of one product. */
type Cap = Readonly<{ name: string; productId: string; step: number }>;

export type MorningStop = Readonly<{
  zoneId: string;
  applicationId: string;
  site: string;
  /** where the lawn is; null: not said */
  at: Place | null;
  ground: StopGround;
}> &
  StopToday;

export type Morning = Readonly<{
  today: Day;
  stops: readonly MorningStop[];
  equipment: readonly MorningEquipment[];
  caps: readonly Cap[];
  /** what is used where no equipment and no tool says otherwise */
  usual: Readonly<{ tank: Litres; carrier: LitresPerHectare; scaleStep: number; jugStep: number }>;
  /** mixes that are on record, as `mixKey` writes them */
  known: readonly string[];
  /** what a visit used of a product so far, in the middle */
  usualAmounts: Readonly<Record<string, ProductAmount>>;
}>;

/** As typed, in trade units. */
export type LoadSettings = Readonly<{
  equipmentId: string;
  /** gal; of a hopper lb, empty: whatever it holds */
  tank: string;
  dead: string;
  /** gal/1,000 sq ft */
  carrier: string;
  /** g, and fl oz */
  scale: string;
  jug: string;
  /** gal that are in the tank; empty: nothing */
  left: string;
  leftIsSameMix: boolean;
  way: FillWay;
  /** stops of one mix next to each other, whatever the order */
  together: boolean;
}>;

const DIGITS = 7;
const plain = (value: number) => String(Number(value.toPrecision(DIGITS)));
const GAL_PER_THOUSAND = rateOf(1, 'gal/1000sqft').rate;

export const isForKind = (e: MorningEquipment, kind: LoadKind): boolean =>
  (e.method === 'spreader') === (kind === 'hopper');

/** What the settings begin with for a piece of equipment, or for none. */
export function settingsFor(m: Morning, kind: LoadKind, equipment: MorningEquipment | null): LoadSettings {
  const hopper = equipment?.hopper ?? null;
  const carrier = equipment?.output?.by === 'volume' ? equipment.output.rate : m.usual.carrier;
  return {
    equipmentId: equipment?.id ?? '',
    tank:
      kind === 'tank'
        ? plain((equipment?.tank ?? m.usual.tank) / L_PER_GAL)
        : hopper === null
          ? ''
          : plain(hopper / KG_PER_LB),
    dead: kind === 'tank' && equipment && equipment.dead > 0 ? plain(equipment.dead / L_PER_GAL) : '',
    carrier: plain(carrier / GAL_PER_THOUSAND),
    scale: plain(m.usual.scaleStep / 0.001),
    jug: plain(m.usual.jugStep / L_PER_FL_OZ),
    left: '',
    leftIsSameMix: true,
    way: 'even',
    together: false,
  };
}

/**
 * The equipment that the plans name by its kind, of several that was measured; else the only one that fits. Null: none
 * does, or nobody can tell which.
 */
export function equipmentFor(m: Morning, kind: LoadKind): MorningEquipment | null {
  const methods = new Set(
    m.stops.flatMap((s) =>
      s.passes
        .filter((p) => p.isGranule === (kind === 'hopper'))
        .flatMap((p) => p.products.flatMap((q) => q.method ?? [])),
    ),
  );
  const fitting = m.equipment.filter((e) => isForKind(e, kind) && (!methods.size || methods.has(e.method)));
  const measured = fitting.filter((e) => e.output !== null);
  const [only] = measured.length === 1 ? measured : fitting.length === 1 ? fitting : [];
  return only ?? null;
}

/** The stops of one kind, each tank or hopper of theirs by itself: the first of all, then the second. */
export function stopsOf(m: Morning, kind: LoadKind): LoadStop[] {
  return m.stops
    .flatMap((s) =>
      s.passes
        .filter((p) => p.isGranule === (kind === 'hopper'))
        .map((p) => ({
          tank: p.tank,
          stop: {
            zoneId: s.zoneId,
            applicationId: s.applicationId,
            site: s.site,
            area: p.area,
            products: p.products,
            ground: s.ground,
            isShut: s.held.some((h) => h.verdict.state === 'shut'),
          },
        })),
    )
    .toSorted((a, b) => a.tank - b.tank)
    .map((x) => x.stop);
}

type ReadSettings =
  | Readonly<{
      ok: true;
      value: Readonly<{
        size: number;
        dead: number;
        carrier: LitresPerHectare;
        scale: number;
        jug: number;
        left: number;
      }>;
    }>
  | Readonly<{ ok: false; issues: readonly Issue[] }>;

/** A hopper that nobody has measured holds all. */
const BOUNDLESS = 1e9;

function readSettings(kind: LoadKind, t: LoadSettings): ReadSettings {
  const issues: Issue[] = [];
  const read = (typed: string, bounds: Parameters<typeof parseFigure>[1], empty: number | null = null) => {
    if (empty !== null && typed.trim() === '') return empty;
    const parsed = parseFigure(typed, bounds);
    if (!parsed.ok) issues.push(parsed.issue);
    return parsed.ok ? parsed.value : NaN;
  };
  const isTank = kind === 'tank';
  const size = isTank
    ? read(t.tank, { field: 'Tank', unit: 'volume', above: 0, most: 5000 }) * L_PER_GAL
    : read(t.tank, { field: 'Hopper', unit: 'weight', above: 0, most: 5000 }, BOUNDLESS) * KG_PER_LB;
  const volume = { unit: 'volume', least: 0, most: 5000 } as const;
  const dead = isTank ? read(t.dead, { field: 'Stays in pump and hose', ...volume }, 0) * L_PER_GAL : 0;
  const left = isTank ? read(t.left, { field: 'Left in the tank', ...volume }, 0) * L_PER_GAL : 0;
  const carrier = isTank ? read(t.carrier, { field: 'Water', unit: 'carrier', above: 0, most: 20 }) : 1;
  const scale = read(t.scale, { field: 'Scale reads to', unit: 'g', above: 0, most: 1000 }) * 0.001;
  const jug = read(t.jug, { field: 'Jug reads to', unit: 'pour', above: 0, most: 1000 }) * L_PER_FL_OZ;
  if (left > size) issues.push(issue('Left in the tank', 'tank-overfull'));
  return issues.length
    ? { ok: false, issues }
    : {
        ok: true,
        value: {
          size,
          dead,
          scale,
          jug,
          left,
          carrier: (rateOf(carrier, 'gal/1000sqft') as VolumeRate).rate,
        },
      };
}

export type MorningLoads =
  | Readonly<{ kind: 'issues'; issues: readonly Issue[] }>
  | Readonly<{ kind: 'refused'; refused: CardRefusal }>
  | Readonly<{
      kind: 'loads';
      value: Cards;
      surprises: readonly Surprise[];
      /** rinses that other stops in between ask for, and how many there would be with the same mixes together */
      rinses: number;
      fewest: number;
    }>;

/** The loads of one tank or hopper. @throws RangeError if no stop is of that kind */
export function loadsOfMorning(m: Morning, kind: LoadKind, typed: LoadSettings): MorningLoads {
  const settings = readSettings(kind, typed);
  if (!settings.ok) return { kind: 'issues', issues: settings.issues };
  const { size, dead, carrier, scale, jug, left } = settings.value;
  const inOrder = stopsOf(m, kind);
  const mixes = [...new Set(inOrder.map(mixOf))];
  const byMix = (a: LoadStop, b: LoadStop) => mixes.indexOf(mixOf(a)) - mixes.indexOf(mixOf(b));
  const stops = typed.together ? inOrder.toSorted(byMix) : inOrder;
  const toolsFor = (label: Label, by: ProductAmount['by']): readonly Tool[] =>
    by === 'volume'
      ? [{ name: 'jug', step: jug, byTheFill: false }]
      : [
          ...m.caps
            .filter((c) => c.productId === label.id && kind === 'tank')
            .map((c) => ({ name: c.name, step: c.step, byTheFill: true })),
          { name: 'scale', step: scale, byTheFill: false },
        ];
  const equipment = m.equipment.find((e) => e.id === typed.equipmentId) ?? null;
  const made = cardsFor({
    day: m.today,
    stops,
    way: typed.way,
    jugStep: jug,
    toolsFor,
    known: new Set(m.known),
    equipment: equipment && {
      id: equipment.id,
      name: equipment.name,
      method: equipment.method,
      fitted: equipment.fitted,
    },
    carrier: kind === 'tank' ? carrier : null,
    tank: { size, dead, left: left > 0 ? { volume: left, isSameMix: typed.leftIsSameMix } : null },
  });
  if (!made.ok) return { kind: 'refused', refused: made.refused };
  const surprises = surprisesAbout(
    made.value,
    stops.length,
    (label) => m.usualAmounts[label.id] ?? null,
    kind === 'tank' ? size : null,
  );
  return {
    kind: 'loads',
    value: made.value,
    surprises,
    rinses: kind === 'tank' ? rinsesIn(inOrder) : 0,
    fewest: kind === 'tank' ? rinsesIn(inOrder.toSorted(byMix)) : 0,
  };
}

/** Names the mix of a stop: its products and their rates. */
const mixOf = (s: LoadStop): string =>
  `${mixKey(s.products.map((p) => p.label.id))} ${s.products
    .map((p) => `${p.label.id}:${p.rate.rate.toPrecision(9)}`)
    .toSorted()
    .join(' ')}`;

/** How often the next mix lacks a product of the one before: only then the tank is rinsed. */
const rinsesIn = (stops: readonly LoadStop[]): number =>
  stops.filter(
    (s, i) =>
      i > 0 && !stops[i - 1]!.products.every((p) => s.products.some((x) => x.label.id === p.label.id)),
  ).length;

/**
 * What looks like a slip in loads that are made.
 * @param usual what a stop usually takes of a product; null: not known
 * @param tank its size; null: a hopper
 */
export function surprisesAbout(
  { labels, loads: { loads } }: Cards,
  stops: number,
  usual: (label: Label) => ProductAmount | null,
  tank: number | null,
): Surprise[] {
  const most = (amounts: readonly (ProductAmount | null)[]) =>
    amounts.reduce((a, b) => (b && (!a || b.amount > a.amount) ? b : a), null);
  return surprisesOf({
    products: labels.map((label, i) => ({
      label,
      usual: usual(label),
      atStop: most(totalsAt(loads, i, stops)),
      inLoad: most(loads.map((l) => l.products[i]?.measured ?? null)),
    })),
    loads,
    tank,
  });
}

/** What each stop gets of a product in all its loads. */
const totalsAt = (loads: Cards['loads']['loads'], product: number, stops: number): (ProductAmount | null)[] =>
  Array.from({ length: stops }, (_, stop) =>
    loads
      .flatMap((l) => l.parts.filter((p) => p.stop === stop).map((p) => p.amounts[product] ?? null))
      .reduce<ProductAmount | null>(
        (a, b) => (a && b ? ({ ...a, amount: a.amount + b.amount } as ProductAmount) : (a ?? b)),
        null,
      ),
  );
