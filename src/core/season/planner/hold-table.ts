/**
 * The hold of many programmes, quickly: what of it does not change from one to the next is computed once. 2^(−(τ−τ₀)/h) is
 * 2^(−τ/h) · 2^(τ₀/h), so a day of a member costs a multiplication instead of an exponential; weeds that the same doses
 * stop share one flush.
 */
import type { Weed } from '@/core/weeds/weeds';
import type { Day } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import type { LedgerEntry } from '@/core/records/ledger';
import type { Turf } from '@/core/trade/terms';
import { emergenceOf, flushOf } from '@/core/weeds/emergence';
import { drawnStrength, powered, type Strength, type WeighedRuns } from '@/core/barrier/barrier';
import { dosesAgainst } from '@/core/barrier/doses';
import { seasonToHold, shareRangeOf, type Range3 } from '@/core/barrier/hold';
import type { Option } from './options';
import type { Target } from './question';

/** One dose of a programme that is tried: an option by its index, product at a rate (kg/ha or L/ha), on a day. */
export type Tried = Readonly<{ option: number; rate: number; day: Day }>;

/** Weeds that the same of the options and the same of what lies there already stop. */
type Kind = Readonly<{
  stoppedBy: readonly boolean[];
  /** for each member: the share of all seedlings that comes up on each step, weighted */
  flush: readonly Float64Array[];
  /** for each member and each group that lies there: its units on each step */
  base: readonly (readonly (Float64Array | undefined)[])[];
  /** steps with a flush: from, to (not in it) */
  from: number;
  to: number;
}>;

/** Of one ingredient, each by member; `perDay`: ln 2 over the half-life, in weighted days. */
type Part = Readonly<{
  group: number;
  unitsEach: readonly number[];
  perDay: readonly number[];
  left: readonly Float64Array[];
}>;

export type HoldTable = Readonly<{
  /** mean over the members of the share of all targets' seedlings that is stopped */
  hold: (tried: readonly Tried[]) => number;
  /** the same in 10, 50 and 90 % of the members, as a programme's own hold is told */
  range: (tried: readonly Tried[]) => Range3;
}>;

type Input = Readonly<{
  runs: WeighedRuns;
  options: readonly Option[];
  targets: readonly Target[];
  ledger: readonly LedgerEntry[];
  labels: readonly Label[];
  turf: Turf;
  today: Day;
  /** the share of an entry's dose that is in place */
  left?: (entry: LedgerEntry) => number;
}>;

/**
 * @param every so many days are one step: 1 is exact
 * @param members which of the runs' members count; null: all
 * @returns null where no target has a season that the runs reach
 */
export function holdTable(
  { runs, options, targets, ledger, labels, turf, today, left = () => 1 }: Input,
  every = 1,
  members: readonly number[] | null = null,
): HoldTable | null {
  const used = members ?? runs.taus.map((_, k) => k);
  const taus = used.map((k) => runs.taus[k]!);
  const soils = used.map((k) => runs.members[k]!);
  /** of the whole ensemble's draws, those of the members that count */
  const drawn = (strength: Strength, ingredient: string): Strength[] =>
    used.map((k) => drawnStrength(strength, ingredient, k, runs.taus.length));
  const length = Math.min(...soils.map((s) => s.length));
  const steps = Math.floor(length / every);
  const middle = (step: number) => step * every + (every >> 1);

  const known = targets.flatMap(({ weed, weight }) => {
    const season = seasonToHold(weed, runs, today);
    return season && weight > 0 ? [{ weed, weight, season }] : [];
  });
  if (!known.length) return null;

  const groups: string[] = [];
  const groupIndex = (group: number | null, name: string): number => {
    const key = group === null ? name : `${group}`;
    const at = groups.indexOf(key);
    return at >= 0 ? at : groups.push(key) - 1;
  };

  const span: Span = { every, steps, from: runs.from, middle };
  const list = kindsOf(
    known,
    { ledger, labels, turf, options, left },
    { soils, taus, drawn, groupIndex },
    span,
  );

  // 2^(−τ/h) at each step of each member, once for each half-life of an ingredient
  const lefts = new Map<string, Float64Array[]>();
  const leftOf = (strengths: readonly Strength[]): Float64Array[] => {
    const key = strengths.map((s) => s.halfLife).join();
    const there = lefts.get(key);
    if (there) return there;
    const made = taus.map((tau, k) =>
      Float64Array.from({ length: steps }, (_, s) => 2 ** (-tau[middle(s)]! / strengths[k]!.halfLife)),
    );
    lefts.set(key, made);
    return made;
  };
  const parts = options.map((o): Part[] =>
    o.parts.map((p) => {
      const strengths = drawn(p.strength, p.name);
      return {
        group: groupIndex(p.group, p.name),
        unitsEach: strengths.map((s) => p.each / s.ed50),
        perDay: strengths.map((s) => Math.LN2 / s.halfLife),
        left: leftOf(strengths),
      };
    }),
  );
  return summing(list, parts, taus, groups.length, span);
}

type Span = Readonly<{ every: number; steps: number; from: Day; middle: (step: number) => number }>;
type Drawn = Readonly<{
  soils: WeighedRuns['members'];
  taus: WeighedRuns['taus'];
  /** of the whole ensemble's draws, those of the members that count */
  drawn: (strength: Strength, ingredient: string) => Strength[];
  groupIndex: (group: number | null, name: string) => number;
}>;
type Known = Readonly<{ weed: Weed; weight: number; season: NonNullable<ReturnType<typeof seasonToHold>> }>;

/** Weeds that the same doses and the same options stop, together: their flushes added up by their weights. */
function kindsOf(
  known: readonly Known[],
  {
    ledger,
    labels,
    turf,
    options,
    left,
  }: Required<Pick<Input, 'ledger' | 'labels' | 'turf' | 'options' | 'left'>>,
  { soils, taus, drawn, groupIndex }: Drawn,
  { every, steps, from, middle }: Span,
) {
  const allWeight = known.reduce((sum, t) => sum + t.weight, 0);
  const kinds = new Map<string, Kind>();
  for (const { weed, weight, season } of known) {
    const doses = dosesAgainst(weed, ledger, labels, turf, from, left);
    const stoppedBy = options.map((o) => o.stops.has(weed));
    const key = JSON.stringify([stoppedBy, doses.map((d) => [d.day, d.ingredient, d.rate])]);
    const newKind = (): Kind => ({
      stoppedBy,
      flush: soils.map(() => new Float64Array(steps)),
      base: taus.map((tau, k) =>
        baseOf(
          tau,
          doses.map((d) => ({ ...d, strength: drawn(d.strength, d.ingredient)[k]! })),
          from,
          steps,
          middle,
          groupIndex,
        ),
      ),
      from: 0,
      to: steps,
    });
    const there = kinds.get(key) ?? newKind();
    kinds.set(key, there);
    const curve = emergenceOf(weed)!;
    soils.forEach((soil, k) => {
      const flush = flushOf(
        curve,
        Array.prototype.slice.call(soil, season.first, season.first + season.days),
      );
      const all = flush.reduce((a, b) => a + b, 0);
      if (!(all > 0)) return;
      const into = there.flush[k]!;
      for (let d = 0; d < flush.length; d++) {
        const step = Math.floor((season.first + d) / every);
        if (step < steps) into[step]! += (flush[d]! / all) * (weight / allWeight);
      }
    });
  }
  return [...kinds.values()].map((kind) => ({ ...kind, ...reachOf(kind.flush, steps) }));
}

/** Nothing is allocated while programmes are tried: it is asked ten thousand times. */
function summing(
  list: readonly Kind[],
  parts: readonly (readonly Part[])[],
  taus: WeighedRuns['taus'],
  groups: number,
  { every, steps, from: firstDay }: Span,
): HoldTable {
  const units = new Float64Array(steps);
  const passing = new Float64Array(steps);
  const sums = new Float64Array(taus.length);
  const each = (tried: readonly Tried[]): Float64Array => {
    sums.fill(0);
    for (const kind of list) addStopped(kind, tried);
    return sums;
  };
  const hold = (tried: readonly Tried[]): number => {
    let sum = 0;
    for (const share of each(tried)) sum += share;
    return sum / taus.length;
  };
  /** Of one kind, for each member. */
  const addStopped = ({ stoppedBy, flush, base, from, to }: Kind, tried: readonly Tried[]): void => {
    for (let k = 0; k < taus.length; k++) {
      const tau = taus[k]!;
      let isFirst = true;
      for (let group = 0; group < groups; group++) {
        const lying = base[k]![group];
        let isThere = lying !== undefined;
        if (lying) for (let s = from; s < to; s++) units[s] = lying[s]!;
        for (const t of tried) {
          const first = t.day - firstDay;
          if (!stoppedBy[t.option] || first < 0) continue;
          for (const p of parts[t.option]!) {
            if (p.group !== group) continue;
            if (!isThere) units.fill(0, from, to);
            isThere = true;
            const left = p.left[k]!;
            const decayed = (first === 0 ? 0 : tau[first - 1]!) * p.perDay[k]!;
            const whole = t.rate * p.unitsEach[k]! * Math.exp(decayed);
            const start = Math.max(from, Math.ceil((first - (every >> 1)) / every));
            for (let s = start; s < to; s++) units[s]! += whole * left[s]!;
          }
        }
        if (!isThere) continue;
        if (isFirst) for (let s = from; s < to; s++) passing[s] = 1 / (1 + powered(units[s]!));
        else for (let s = from; s < to; s++) passing[s]! /= 1 + powered(units[s]!);
        isFirst = false;
      }
      if (isFirst) continue;
      const own = flush[k]!;
      let sum = 0;
      for (let s = from; s < to; s++) sum += own[s]! * (1 - passing[s]!);
      sums[k]! += sum;
    }
  };
  return { hold, range: (tried) => shareRangeOf([...each(tried)]) };
}

/** What lies there already, by group, in its own ED50s on each step. */
function baseOf(
  tau: Float64Array,
  doses: ReturnType<typeof dosesAgainst>,
  from: Day,
  steps: number,
  middle: (step: number) => number,
  groupIndex: (group: number | null, name: string) => number,
): (Float64Array | undefined)[] {
  const out: (Float64Array | undefined)[] = [];
  for (const { day, group, ingredient, strength, rate } of doses) {
    const first = day - from;
    if (first < 0) continue;
    const units = (out[groupIndex(group, ingredient)] ??= new Float64Array(steps));
    const start = first === 0 ? 0 : tau[first - 1]!;
    for (let s = 0; s < steps; s++)
      if (middle(s) >= first)
        units[s]! += (rate / strength.ed50) * 2 ** (-(tau[middle(s)]! - start) / strength.halfLife);
  }
  return out;
}

function reachOf(flush: readonly Float64Array[], steps: number): Pick<Kind, 'from' | 'to'> {
  let from = steps;
  let to = 0;
  for (const f of flush)
    for (let s = 0; s < steps; s++)
      if (f[s]! > 0) {
        if (s < from) from = s;
        if (s >= to) to = s + 1;
      }
  return { from: Math.min(from, to), to };
}

/** Some members that stand for all: every so many of them in the order of how early their year is. */
export function fewMembers({ members, from }: WeighedRuns, today: Day, most: number): number[] {
  const first = Math.max(0, today - from);
  const warmth = members.map((m, k) => {
    let sum = 0;
    for (let d = first; d < m.length; d++) sum += m[d]!;
    return { k, sum };
  });
  warmth.sort((a, b) => a.sum - b.sum);
  if (warmth.length <= most) return warmth.map((w) => w.k);
  return Array.from({ length: most }, (_, i) => warmth[Math.floor(((i + 0.5) / most) * warmth.length)]!.k);
}
