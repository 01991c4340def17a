/**
 * What goes into the tank or hopper for the stops of a day, load by load, in the order in which they are driven to.
 *
 * Stops share a load where all of them get the same mix: a load holds nothing that one of its stops must not get. Each
 * product is rounded to whole steps of the scale, jug or marked cap so that what every stop gets lies within the label,
 * low and high, and within what its year leaves; what one load has too much the next has less, and what stays in pump and
 * hose is counted. Where no tool does that, or it is off by more than a tenth, the refusal says which tool would do.
 * Source: arithmetic; check values are common practice of the trade.
 */
import {
  SQUARE_METRES_PER_HECTARE,
  type Litres,
  type LitresPerHectare,
  type SquareMetres,
} from '@/core/units/quantity';
import { amountFor, amountLike, type ProductAmount, type ProductRate } from '@/core/units/rate';
import { L_PER_FL_OZ } from '@/core/units/trade';
import { HAIR } from '@/core/units/tolerance';

/** A product as one stop gets it. */
export type InTank = Readonly<{
  rate: ProductRate;
  /** the label's least and most on this turf in one application; a plan under its least keeps to the plan */
  minimum: ProductRate;
  maximum: ProductRate;
  /** what the year's limits leave for this application; null: no limit */
  left: ProductRate | null;
}>;

/** What it is measured with: a scale or jug by its step, or a cap of known weight by the fill; kg or L. */
export type Tool = Readonly<{ name: string; step: number; byTheFill: boolean }>;

export const FILL_WAYS = ['even', 'full', 'whole lawns'] as const;
/** Loads of one size; the tank full each time and a rest; or filled for as many whole lawns as go in. */
export type FillWay = (typeof FILL_WAYS)[number];

export type LoadQuestion = Readonly<{
  /** in their order; each has a place for every product, null where it gets none of it */
  stops: readonly Readonly<{ area: SquareMetres; products: readonly (InTank | null)[] }>[];
  /** tools of a product, the one that is preferred first; surfactant that its label asks for, in per cent by volume */
  products: readonly Readonly<{ tools: readonly Tool[]; surfactantPercent: number | null }>[];
  /** step of the jug for surfactant, L */
  jugStep: number;
  /** spray put on an area; null: a hopper, which holds product alone and is reckoned in kg */
  carrier: LitresPerHectare | null;
  /** L, or kg of a hopper */
  tank: Readonly<{
    size: number;
    /** what stays in pump and hose when nothing more comes out */
    dead: number;
    /** what is in it at the start, and whether that is the first stops' mix */
    left: Readonly<{ volume: number; isSameMix: boolean }> | null;
  }>;
  way: FillWay;
}>;

type Measured = Readonly<{
  /** as computed, unrounded */
  exact: ProductAmount;
  /** to be weighed or measured: a whole number of steps */
  measured: ProductAmount;
  /** measured against exact: −0.02 is 2 % under */
  error: number;
  tool: Tool;
}>;

/** Surfactant for a load; no label's limit hangs on it, so that a coarse jug is said and not refused. */
type Wetter = Readonly<{ exact: Litres; measured: Litres; error: number; percent: number }>;

/** What one stop gets of a load. */
type Part = Readonly<{
  stop: number;
  area: SquareMetres;
  /** L, or kg of a hopper */
  volume: number;
  /** of each product of the question, as it is really in the tank; null: none of it */
  amounts: readonly (ProductAmount | null)[];
}>;

export type Load = Readonly<{
  parts: readonly Part[];
  area: SquareMetres;
  /** in the tank once it is mixed, and what of that was in it before; L, or kg of a hopper */
  mix: number;
  before: number;
  /** to be filled: what is new less what the products and the surfactant bring of their own volume */
  water: Litres;
  /** in the order of the question */
  products: readonly (Measured | null)[];
  surfactant: Wetter | null;
  /** something else was in the tank before: it is rinsed first */
  rinseFirst: boolean;
}>;

/** What stays in the tank after the last stop that gets it. */
type Remain = Readonly<{
  afterLoad: number;
  volume: number;
  amounts: readonly (ProductAmount | null)[];
  /** stops that may take it within their limits, the last first, and how much each */
  mayGo: readonly Readonly<{ stop: number; volume: number }>[];
  /** what no stop of it may take */
  over: number;
}>;

export type Loads = Readonly<{
  loads: readonly Load[];
  remains: readonly Remain[];
  /** measured in all, of each product; null: none of it */
  products: readonly (ProductAmount | null)[];
  /** mixed anew, and the water for it */
  mix: number;
  water: Litres;
}>;

/** `product` and `stop` are the places of those it is about, `load` counts from 0. */
export type MixRefusal =
  | Readonly<{ kind: 'kinds-differ'; product: number; stop: number }>
  /**
   * No whole number of steps lies within the label for this load, or none within a tenth of the plan. `finer`: a common
   * step that would do, kg or L; null: none. `needs`: the least area for which this tool would do.
   */
  | Readonly<{
      kind: 'step-too-coarse';
      product: number;
      load: number;
      exact: ProductAmount;
      step: number;
      finer: number | null;
      needs: SquareMetres;
    }>
  /** whole steps come to more than the year's limits leave at a stop */
  | Readonly<{
      kind: 'over-the-year';
      product: number;
      stop: number;
      left: ProductAmount;
      finer: number | null;
    }>
  /** the products alone are more than the spray on the area */
  | Readonly<{ kind: 'no-room-for-water'; mix: Litres; own: Litres }>
  /** nothing of what is filled can be sprayed out */
  | Readonly<{ kind: 'no-room-in-tank'; size: number; dead: number }>;

type Outcome<T> = Readonly<{ ok: true; value: T }> | Readonly<{ ok: false; refusal: MixRefusal }>;
const refuse = (refusal: MixRefusal) => ({ ok: false, refusal }) as const;

/** Off the plan by more than this is off the plan: what recording asks about too. Common practice, no source. */
export const MOST_OFF = 0.1;
/** A tool that is off by more than this is used only where none is nearer. Common practice, no source. */
export const COARSE = 0.05;
/** Steps of scales (kg) and jugs (L: half and quarter fl oz, 5 and 1 mL, a syringe) that are to be had. */
const FINER = {
  mass: [0.005, 0.001, 0.0005, 0.0001, 0.00001],
  volume: [L_PER_FL_OZ / 2, L_PER_FL_OZ / 4, 0.005, 0.001, 0.0001],
} as const;

/** @throws RangeError if an area, the carrier, the tank or a step is not positive: they are checked where they are typed */
export function loadsFor(q: LoadQuestion): Outcome<Loads> {
  check(q);
  const { tank } = q;
  const differs = kindsDiffer(q);
  if (differs) return refuse(differs);
  if (tank.dead >= tank.size) return refuse({ kind: 'no-room-in-tank', size: tank.size, dead: tank.dead });
  const loads: Load[] = [];
  const remains: Remain[] = [];
  let last: Last | null = null;
  for (const run of runsOf(q)) {
    const made = loadsAfter(q, last, run, loads.length);
    if (!made.ok) return made;
    const { loads: filled, remain, inside, isOnRest, rinseFirst } = made.value;
    if (last?.remain && !isOnRest) remains.push({ ...last.remain, afterLoad: loads.length - 1 });
    loads.push(...filled.map((l, i) => ({ ...l, rinseFirst: rinseFirst && i === 0 })));
    last = { run, remain, inside };
  }
  if (last?.remain) remains.push({ ...last.remain, afterLoad: loads.length - 1 });
  const sum = (of: (l: Load) => number) => loads.reduce((s, l) => s + of(l), 0);
  return {
    ok: true,
    value: {
      loads,
      remains,
      products: q.products.map((_, i) => {
        const like = loads.find((l) => l.products[i])?.products[i]?.measured;
        return like
          ? amountLike(
              like,
              sum((l) => l.products[i]?.measured.amount ?? 0),
            )
          : null;
      }),
      mix: sum((l) => l.mix - l.before),
      water: sum((l) => l.water) as Litres,
    },
  };
}

/** The first product of a stop whose rate is by another measure than its maximum, or by volume where nothing is sprayed. */
function kindsDiffer({ stops, carrier }: LoadQuestion): MixRefusal | null {
  for (const [stop, s] of stops.entries()) {
    const product = s.products.findIndex(
      (p) => p && (p.maximum.by !== p.rate.by || (carrier === null && p.rate.by === 'volume')),
    );
    if (product >= 0) return { kind: 'kinds-differ', product, stop };
  }
  return null;
}

type NextLoads = RunLoads & Readonly<{ isOnRest: boolean; rinseFirst: boolean }>;
/** Loads of a run, mixed on what stays of the one before where that goes. @param last null: nothing has been mixed yet */
function loadsAfter(q: LoadQuestion, last: Last | null, run: Run, at: number): Outcome<NextLoads> {
  const { left, size } = q.tank;
  const anew = () => loadsOfRun(q, run, { volume: 0, inside: run.shares }, at);
  const made = (is: Outcome<RunLoads>, isOnRest: boolean, rinseFirst: boolean): Outcome<NextLoads> =>
    is.ok ? { ok: true, value: { ...is.value, isOnRest, rinseFirst } } : is;
  if (!last)
    return left?.isSameMix
      ? made(loadsOfRun(q, run, { volume: Math.min(left.volume, size), inside: run.shares }, at), true, false)
      : made(anew(), false, left !== null);
  const holds = holdsAllOf(last.run, run);
  if (last.remain && holds) {
    const onRest = loadsOfRun(q, run, { volume: last.remain.volume, inside: last.inside }, at);
    // what stays may be too strong for the next mix: then it is rinsed out
    if (onRest.ok) return made(onRest, true, false);
  }
  return made(anew(), false, last.remain !== null || !holds);
}

/** Another way of filling by which a mix that was refused goes. Null: none does. @throws as `loadsFor` does */
export const wayThatGoes = (q: LoadQuestion): FillWay | null =>
  FILL_WAYS.find((way) => way !== q.way && loadsFor({ ...q, way }).ok) ?? null;

function check({ stops, products, carrier, tank, jugStep }: LoadQuestion): void {
  const figures: (readonly [string, number])[] = [
    ...stops.map((s, i) => [`area of stop ${i + 1}`, s.area] as const),
    ...products.flatMap((p, i) => p.tools.map((t) => [`step of product ${i + 1}`, t.step] as const)),
    ...(carrier === null ? [] : [['carrier', carrier] as const]),
    ['tank', tank.size] as const,
    ['jug', jugStep] as const,
  ];
  for (const [name, value] of figures)
    if (!(value > 0) || !Number.isFinite(value))
      throw new RangeError(`${name} must be more than 0, not ${value}`);
  if (!stops.length) throw new RangeError('There is no stop');
  if (products.some((p) => !p.tools.length)) throw new RangeError('A product has no tool');
}

/** Stops next to each other that get the same mix. */
type Run = Readonly<{
  stops: readonly number[];
  /** L or kg that each stop takes */
  volumes: readonly number[];
  /** of each product, kg or L in a unit of the mix; 0: none of it */
  shares: readonly number[];
}>;

function runsOf({ stops, carrier, products }: LoadQuestion): Run[] {
  const runs: { stops: number[]; volumes: number[]; shares: number[] }[] = [];
  for (const [i, { area, products: given }] of stops.entries()) {
    const perHectare = carrier ?? given.reduce((s, p) => s + (p?.rate.rate ?? 0), 0);
    const shares = products.map((_, k) => (given[k]?.rate.rate ?? 0) / perHectare);
    const volume = (perHectare * area) / SQUARE_METRES_PER_HECTARE;
    const last = runs.at(-1);
    if (last?.shares.every((s, k) => Math.abs(s - shares[k]!) <= HAIR * Math.max(s, shares[k]!))) {
      last.stops.push(i);
      last.volumes.push(volume);
    } else runs.push({ stops: [i], volumes: [volume], shares });
  }
  return runs;
}

type Last = Readonly<{ run: Run; remain: RunLoads['remain']; inside: readonly number[] }>;

/** A mix that holds all products of the one before, at whatever rates, may be made on what stays of it. */
const holdsAllOf = (before: Run, next: Run): boolean =>
  before.shares.every((s, k) => s === 0 || next.shares[k]! > 0);

/** How much each load of a run puts out. */
function sprayedBy(volumes: readonly number[], usable: number, way: FillWay): number[] {
  const total = volumes.reduce((a, b) => a + b, 0);
  // what fills the tank to the last bit is one load, not one load and a drop
  const loadsOf = (volume: number) => Math.max(1, Math.ceil(volume / usable - HAIR));
  const evenly = (volume: number) => Array<number>(loadsOf(volume)).fill(volume / loadsOf(volume));
  if (way === 'even') return evenly(total);
  if (way === 'full') {
    const count = loadsOf(total);
    return Array.from({ length: count }, (_, i) => (i < count - 1 ? usable : total - usable * (count - 1)));
  }
  const out: number[] = [];
  let load = 0;
  for (const v of volumes) {
    if (load > 0 && load + v > usable * (1 + HAIR)) {
      out.push(load);
      load = 0;
    }
    if (v > usable * (1 + HAIR)) out.push(...evenly(v));
    else load += v;
  }
  return load > 0 ? [...out, load] : out;
}

type Filled = Readonly<{
  parts: readonly Omit<Part, 'amounts'>[];
  sprayed: number;
  /** in the tank before and after mixing */
  before: number;
  mix: number;
}>;

/** Loads with what each stop takes of them, and what is in the tank. */
function fill(q: LoadQuestion, run: Run, sprayed: readonly number[], before: number): Filled[] {
  let at = 0;
  let rest = run.volumes[0]!;
  let inTank = before;
  return sprayed.map((out, i) => {
    const parts: Omit<Part, 'amounts'>[] = [];
    const isLast = i === sprayed.length - 1;
    for (let left = out; left > out * HAIR && at < run.stops.length;) {
      const volume = isLast ? rest : Math.min(rest, left);
      const stop = run.stops[at]!;
      const area = (q.stops[stop]!.area * volume) / run.volumes[at]!;
      if (volume > run.volumes[at]! * HAIR) parts.push({ stop, volume, area: area as SquareMetres });
      left -= volume;
      rest -= volume;
      if (rest <= run.volumes[at]! * HAIR) rest = run.volumes[++at] ?? 0;
    }
    const mix = Math.max(inTank, out + q.tank.dead);
    const filled = { parts, sprayed: out, before: inTank, mix };
    inTank = mix - out;
    return filled;
  });
}

/** What is in the tank before a run: so much, of these concentrations. */
type Stays = Readonly<{ volume: number; inside: readonly number[] }>;
type RunLoads = Readonly<{
  /** concentrations at its end, by product */
  inside: readonly number[];
  loads: readonly Omit<Load, 'rinseFirst'>[];
  remain: Omit<Remain, 'afterLoad'> | null;
}>;

function loadsOfRun(q: LoadQuestion, run: Run, stays: Stays, first: number): Outcome<RunLoads> {
  const before = stays.volume;
  const usable = q.tank.size - q.tank.dead;
  const sprayed = sprayedBy(run.volumes, usable, q.way);
  const made = measured(q, run, fill(q, run, sprayed, before), stays.inside, first);
  // a last rest too small to be measured is shared with the load before it
  const isRest = !made.ok && made.refusal.kind === 'step-too-coarse' && sprayed.length > 1;
  if (!isRest || q.way === 'even') return made;
  const half = (sprayed.at(-1)! + sprayed.at(-2)!) / 2;
  const evened = measured(
    q,
    run,
    fill(q, run, [...sprayed.slice(0, -2), half, half], before),
    stays.inside,
    first,
  );
  return evened.ok ? evened : made;
}

function measured(
  q: LoadQuestion,
  run: Run,
  filled: readonly Filled[],
  at: readonly number[],
  first: number,
): Outcome<RunLoads> {
  const of: (readonly Measured[] | null)[] = [];
  /** concentrations as they really are, by product and load */
  const inside: (readonly number[])[] = [];
  for (const [product, share] of run.shares.entries()) {
    if (share === 0) {
      of.push(null);
      inside.push([]);
      continue;
    }
    const got = withBestTool({ q, run, filled, product, at: at[product]! });
    if (!got.ok)
      return refuse('load' in got.refusal ? { ...got.refusal, load: got.refusal.load + first } : got.refusal);
    of.push(got.value.measured);
    inside.push(got.value.inside);
  }
  const percent = Math.max(
    0,
    ...run.shares.map((s, i) => (s > 0 ? (q.products[i]!.surfactantPercent ?? 0) : 0)),
  );
  const amountsAt = (load: number, volume: number) =>
    of.map((m, p) => (m ? amountLike(m[0]!.exact, volume * inside[p]![load]!) : null));
  const loads: RunLoads['loads'][number][] = [];
  for (const [i, { parts, before, mix }] of filled.entries()) {
    const fresh = mix - before;
    const surfactant =
      q.carrier !== null && percent > 0 && fresh > mix * HAIR ? wetterFor(fresh, percent, q.jugStep) : null;
    const products = of.map((m) => m?.[i] ?? null);
    const liquids = products.reduce((s, m) => s + (m?.measured.by === 'volume' ? m.measured.amount : 0), 0);
    const own = (liquids + (surfactant?.measured ?? 0)) as Litres;
    if (q.carrier !== null && own >= fresh && fresh > mix * HAIR)
      return refuse({ kind: 'no-room-for-water', mix: fresh as Litres, own });
    loads.push({
      parts: parts.map((p) => ({ ...p, amounts: amountsAt(i, p.volume) })),
      area: parts.reduce((s, p) => s + p.area, 0) as SquareMetres,
      mix,
      before,
      products,
      surfactant,
      water: (q.carrier === null ? 0 : Math.max(0, fresh - own)) as Litres,
    });
  }
  const { mix, sprayed } = filled.at(-1)!;
  const volume = mix - sprayed;
  const last = loads.length - 1;
  const remain =
    volume > mix * HAIR
      ? { volume, amounts: amountsAt(last, volume), ...whereItMayGo(q, run, loads, inside, volume) }
      : null;
  return { ok: true, value: { loads, remain, inside: inside.map((c) => c.at(-1) ?? 0) } };
}

/** Less of the rest than this is not worth a stop. Common practice, no source. */
const LEAST_TAKEN = 0.05;

/** The stops that have room for what remains, the last first: within the label's most, and within their year. */
function whereItMayGo(
  q: LoadQuestion,
  run: Run,
  loads: RunLoads['loads'],
  inside: readonly (readonly number[])[],
  volume: number,
): Pick<Remain, 'mayGo' | 'over'> {
  const mayGo: { stop: number; volume: number }[] = [];
  let over = volume;
  for (const stop of run.stops.toReversed()) {
    if (over <= volume * HAIR) break;
    const { area, products } = q.stops[stop]!;
    const room = Math.min(
      ...products.map((p, i) => {
        if (!p) return Infinity;
        const most = Math.min(p.maximum.rate, p.left?.rate ?? Infinity);
        const applied = loads
          .flatMap((l) => l.parts.filter((x) => x.stop === stop))
          .reduce((s, x) => s + (x.amounts[i]?.amount ?? 0), 0);
        return ((most * area) / SQUARE_METRES_PER_HECTARE - applied) / inside[i]!.at(-1)!;
      }),
    );
    const takes = Math.min(over, room);
    if (takes <= volume * LEAST_TAKEN) continue;
    mayGo.push({ stop, volume: takes });
    over -= takes;
  }
  return { mayGo, over: over <= volume * HAIR ? 0 : over };
}

const wetterFor = (fresh: number, percent: number, step: number): Wetter => {
  const exact = (fresh * percent) / 100;
  const taken = Math.max(1, Math.round(exact / step)) * step;
  return { exact: exact as Litres, measured: taken as Litres, error: taken / exact - 1, percent };
};

type Rounded = Readonly<{ measured: readonly Measured[]; inside: readonly number[] }>;

/** One product of a run: what its loads are, and at which concentration it is in the tank before the first. */
type Dose = Readonly<{ q: LoadQuestion; run: Run; filled: readonly Filled[]; product: number; at: number }>;

/** The first tool that is near enough in every load; of those that are not, the nearest. */
function withBestTool(dose: Dose): Outcome<Rounded> {
  let best: Rounded | null = null;
  let refusal: MixRefusal | null = null;
  const worst = (r: Rounded) => Math.max(...r.measured.map((m) => Math.abs(m.error)));
  for (const tool of dose.q.products[dose.product]!.tools) {
    const got = withTool(dose, tool);
    if (!got.ok) refusal = got.refusal;
    else if (worst(got.value) <= COARSE) return got;
    else if (!best || worst(got.value) < worst(best)) best = got.value;
  }
  return best ? { ok: true, value: best } : refuse(refusal!);
}

/** What is to be measured for a load: the plan of all that is in the tank, less what was in it before. */
const exactOf = ({ run, product, at }: Dose, { mix, before }: Filled, isFirst: boolean): number => {
  const share = run.shares[product]!;
  return share * mix - before * (isFirst ? at : share);
};

function withTool(dose: Dose, tool: Tool): Outcome<Rounded> {
  const { q, run, filled, product, at } = dose;
  const like = q.stops[run.stops[0]!]!.products[product]!.rate;
  const steps = stepsOf(dose, tool.step);
  if (Array.isArray(steps)) {
    const inside: number[] = [];
    const list = filled.map((f, i): Measured => {
      const exact = amountLike(like, Math.max(0, exactOf(dose, f, i === 0)));
      const amount = amountLike(like, steps[i]! * tool.step);
      inside.push((f.before * (inside[i - 1] ?? at) + amount.amount) / f.mix);
      return {
        exact,
        measured: amount,
        error: exact.amount > 0 ? amount.amount / exact.amount - 1 : 0,
        tool,
      };
    });
    return { ok: true, value: { measured: list, inside } };
  }
  const finer =
    FINER[like.by].find((s) => s < tool.step * (1 - HAIR) && Array.isArray(stepsOf(dose, s))) ?? null;
  if ('stop' in steps) {
    const { area, products } = q.stops[steps.stop]!;
    const left = amountFor(products[product]!.left!, area);
    return refuse({ kind: 'over-the-year', product, stop: steps.stop, left, finer });
  }
  const { load } = steps;
  const f = filled[load]!;
  const exact = amountLike(like, Math.max(0, exactOf(dose, f, load === 0)));
  const area = f.parts.reduce((s, p) => s + p.area, 0);
  const needs = ((area * tool.step) / (2 * MOST_OFF * exact.amount)) as SquareMetres;
  return refuse({ kind: 'step-too-coarse', product, load, exact, step: tool.step, finer, needs });
}

/**
 * Whole steps of a product for each load of a run, as near to the plan as they come together.
 * @returns the load for which no number of steps is legal and within a tenth of the plan, or the stop whose year all
 * together are more than
 */
function stepsOf(
  dose: Dose,
  step: number,
): number[] | Readonly<{ load: number }> | Readonly<{ stop: number }> {
  const { q, run, filled, product, at } = dose;
  const share = run.shares[product]!;
  const given = (stop: number) => q.stops[stop]!.products[product]!;
  const bounds = filled.map(({ parts }) => {
    let least = 1 - MOST_OFF;
    let most = 1 + MOST_OFF;
    for (const { stop } of parts) {
      const { rate, minimum, maximum } = given(stop);
      least = Math.max(least, Math.min(minimum.rate / rate.rate, 1));
      most = Math.min(most, maximum.rate / rate.rate);
    }
    return { least: least * share, most: most * share };
  });
  /** the fewest and the most steps of a load whose tank has so much in it already */
  const range = (i: number, carried: number) => {
    const { mix, before } = filled[i]!;
    const fresh = mix - before;
    if (fresh <= mix * HAIR) {
      const { least, most } = bounds[i]!;
      const isLegal = carried >= least * mix * (1 - HAIR) && carried <= most * mix * (1 + HAIR);
      return { low: 0, high: isLegal ? 0 : -1 };
    }
    // where a stronger rest was in it, none may be enough
    const least = carried > 0 ? 0 : 1;
    const low = Math.ceil((bounds[i]!.least * mix - carried) / step - HAIR);
    const high = Math.floor((bounds[i]!.most * mix - carried) / step + HAIR);
    return { low: Math.max(least, low), high };
  };
  const steps: number[] = [];
  let inside = at;
  let exact = 0;
  let sum = 0;
  for (const [i, f] of filled.entries()) {
    const { mix, before } = f;
    exact += exactOf(dose, f, i === 0);
    const carried = before * inside;
    const { low, high } = range(i, carried);
    if (low > high) return { load: i };
    const n = Math.min(high, Math.max(low, Math.round(exact / step) - sum));
    steps.push(n);
    sum += n;
    inside = (carried + n * step) / mix;
  }
  return withinTheYear();

  function concentrations(): number[] {
    let c = at;
    return filled.map(({ mix, before }, i) => (c = (before * c + steps[i]! * step) / mix));
  }
  function withinTheYear(): number[] | Readonly<{ load: number }> | Readonly<{ stop: number }> {
    for (const stop of run.stops) {
      const { left } = given(stop);
      if (!left) continue;
      const most = amountFor(left, q.stops[stop]!.area).amount * (1 + HAIR);
      for (let i = filled.length - 1; i >= 0; i--) {
        const here = filled[i]!.parts.find((p) => p.stop === stop);
        if (!here) continue;
        const inTank = concentrations();
        const over = filled.reduce(
          (s, f, k) => s + f.parts.reduce((t, p) => t + (p.stop === stop ? p.volume * inTank[k]! : 0), 0),
          -most,
        );
        if (over <= 0) break;
        const carried = filled[i]!.before * (inTank[i - 1] ?? at);
        const less = Math.ceil((over * filled[i]!.mix) / (here.volume * step) - HAIR);
        steps[i] = Math.max(range(i, carried).low, steps[i]! - less);
      }
      const inTank = concentrations();
      const got = filled.reduce(
        (s, f, k) => s + f.parts.reduce((t, p) => t + (p.stop === stop ? p.volume * inTank[k]! : 0), 0),
        0,
      );
      if (got > most) return { stop };
    }
    const inTank = concentrations();
    const thin = inTank.findIndex((c, i) => c < bounds[i]!.least * (1 - 1e-7));
    return thin >= 0 ? { load: thin } : steps;
  }
}

/** Whole packages and the rest of another for an amount, kg or L. */
export function packagesFor(amount: number, size: number): Readonly<{ whole: number; rest: number }> {
  const whole = Math.floor(amount / size + HAIR);
  const rest = amount - whole * size;
  return { whole, rest: rest <= size * HAIR ? 0 : rest };
}
