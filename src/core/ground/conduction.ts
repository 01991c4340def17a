/**
 * Heat conduction in a column of ground, dT/dt = α d²T/dz².
 *
 * Model: finite volumes on a grid that is fine at the surface and stretches to 10 m; Crank–Nicolson in time; the surface
 * temperature is given hour by hour and taken as linear between; no heat passes the bottom. The matrix does not change
 * over time, so it is factored once and each hour costs one pass down and one up. All of it is linear: what 24 hours do to
 * the column is kept as one matrix, made of those same hours, and a whole day costs a third of its hours.
 * Left out: water movement, freezing (latent heat), layers.
 * Source: Crank & Nicolson 1947; the tridiagonal solve is the Thomas algorithm, in any text on numerical methods.
 */
import type { Celsius, Metres, SquareMetresPerSecond } from '@/core/units/quantity';

const SECONDS_PER_HOUR = 3600;
/** First node below the surface. Measured: 5 mm keeps the daily wave at 2 in within 0.02 °C for a swing of 10 °C. */
const FIRST_STEP = 0.005;
/** Each cell is so much thicker than the one above. */
const STRETCH = 1.2;
/** The year's wave is felt by 1 part in 50 at 9 m in loam: a shallower floor throws it back (measured: 4 m costs 0.17 °C). */
const BOTTOM = 10;

/** Depths of the nodes in m, the surface (0) first. At least 20; the last is at or below 10 m. */
export const NODE_DEPTHS: readonly Metres[] = (() => {
  const depths = [0];
  for (let step = FIRST_STEP; (depths.at(-1) ?? 0) < BOTTOM; step *= STRETCH)
    depths.push((depths.at(-1) ?? 0) + step);
  return depths as Metres[];
})();
const N = NODE_DEPTHS.length;

/** Temperatures in °C at NODE_DEPTHS. */
export type Profile = Float64Array;

/** What an hour does to a column: its matrix, factored. */
type Hours = Readonly<{
  diffusivity: SquareMetresPerSecond;
  /** weight of the node above in the explicit half, r/2 of an hour */
  above: Float64Array;
  below: Float64Array;
  /** 1 − above − below: what the node keeps in the explicit half */
  keep: Float64Array;
  /** Thomas algorithm: multipliers of the downward pass, and of the upward */
  down: Float64Array;
  pivot: Float64Array;
  up: Float64Array;
}>;

/** What is put into a day: the profile an hour before it and its surface hour by hour; zeros to a multiple of four. */
const INTO_DAY = Math.ceil((N + 24) / 4) * 4;
/** A row of INTO_DAY weights for each node, one after the other: its temperature after 24 hours, and its mean over them. */
type WholeDay = Readonly<{ after: Float64Array; mean: Float64Array }>;

/** What is known of a column before the first hour. Shared by all years of one kind of site. */
export type Column = Hours & Readonly<{ day: WholeDay }>;

/** By running the hours of a day once for each thing that is put in. */
function wholeDayOf(hours: Hours): WholeDay {
  const after = new Float64Array(N * INTO_DAY);
  const mean = new Float64Array(N * INTO_DAY);
  const work = new Float64Array(N);
  for (let k = 0; k < N + 24; k++) {
    const t = new Float64Array(N);
    if (k < N) t[k] = 1;
    for (let hour = 0; hour < 24; hour++) {
      stepHour(hours, t, k === N + hour ? 1 : 0, work);
      for (let i = 0; i < N; i++) mean[i * INTO_DAY + k]! += t[i]! / 24;
    }
    for (let i = 0; i < N; i++) after[i * INTO_DAY + k] = t[i]!;
  }
  return { after, mean };
}

/** What a row that begins at `at` makes of what is put in; in four sums, so that none waits for the one before. */
function dot(rows: Float64Array, at: number, into: Float64Array): number {
  let s0 = 0;
  let s1 = 0;
  let s2 = 0;
  let s3 = 0;
  for (let k = 0; k < INTO_DAY; k += 4) {
    s0 += rows[at + k]! * into[k]!;
    s1 += rows[at + k + 1]! * into[k + 1]!;
    s2 += rows[at + k + 2]! * into[k + 2]!;
    s3 += rows[at + k + 3]! * into[k + 3]!;
  }
  return s0 + s1 + (s2 + s3);
}

export function columnOf(diffusivity: SquareMetresPerSecond): Column {
  const above = new Float64Array(N);
  const below = new Float64Array(N);
  const keep = new Float64Array(N);
  const down = new Float64Array(N);
  const pivot = new Float64Array(N);
  const up = new Float64Array(N);
  const z = (i: number) => NODE_DEPTHS[i] ?? 0;
  for (let i = 1; i < N; i++) {
    const last = i === N - 1;
    const top = (z(i - 1) + z(i)) / 2;
    const foot = last ? z(i) : (z(i) + z(i + 1)) / 2;
    const half = (0.5 * diffusivity * SECONDS_PER_HOUR) / (foot - top);
    above[i] = half / (z(i) - z(i - 1));
    below[i] = last ? 0 : half / (z(i + 1) - z(i));
    keep[i] = 1 - above[i]! - below[i]!;
    // row i of the implicit half: −above T[i−1] + (1 + above + below) T[i] − below T[i+1]
    const diagonal = 1 + above[i]! + below[i]! - above[i]! * (i === 1 ? 0 : up[i - 1]!);
    pivot[i] = 1 / diagonal;
    up[i] = below[i]! / diagonal;
    down[i] = above[i]! / diagonal;
  }
  const hours = { diffusivity, above, below, keep, down, pivot, up };
  return { ...hours, day: wholeDayOf(hours) };
}

/** One hour on, in place: `t[0]` is the surface of the hour before, `surface` that of this hour. `work` is scratch of length N. */
export function stepHour(hours: Hours, t: Profile, surface: number, work: Float64Array): void {
  const { above, below, keep, down, pivot, up } = hours;
  const last = N - 1;
  let tAbove = t[0]!;
  let tHere = t[1]!;
  let solved = surface;
  for (let i = 1; i < last; i++) {
    const tBelow = t[i + 1]!;
    solved = (above[i]! * tAbove + keep[i]! * tHere + below[i]! * tBelow) * pivot[i]! + down[i]! * solved;
    work[i] = solved;
    tAbove = tHere;
    tHere = tBelow;
  }
  let x = (above[last]! * tAbove + keep[last]! * tHere) * pivot[last]! + down[last]! * solved;
  t[last] = x;
  for (let i = last - 1; i > 0; i--) {
    x = work[i]! + up[i]! * x;
    t[i] = x;
  }
  t[0] = surface;
}

/** How a depth lies between two nodes, by linear interpolation. @throws RangeError below the bottom node */
export function placeOf(depth: Metres): Readonly<{ node: number; weight: number }> {
  const bottom = NODE_DEPTHS[N - 1] ?? 0;
  if (!(depth >= 0 && depth <= bottom))
    throw new RangeError(`The column reaches from 0 to ${bottom.toFixed(2)} m, not ${depth} m`);
  let node = 0;
  while (node < N - 2 && (NODE_DEPTHS[node + 1] ?? 0) <= depth) node++;
  const top = NODE_DEPTHS[node] ?? 0;
  const foot = NODE_DEPTHS[node + 1] ?? 0;
  return { node, weight: (depth - top) / (foot - top) };
}

/** A column that is `t` throughout. */
export const uniformProfile = (t: Celsius): Profile => new Float64Array(N).fill(t);

/** The temperature of a profile at any depth down to the bottom node. */
export function temperatureAt(profile: Profile, depth: Metres): Celsius {
  const { node, weight } = placeOf(depth);
  return (profile[node]! * (1 - weight) + profile[node + 1]! * weight) as Celsius;
}

export type GroundRun = Readonly<{
  /** For each depth asked for: the mean of the 24 hourly values of each whole day, °C. */
  dailyMeans: readonly Float64Array[];
  /** The profile after the last hour. */
  end: Profile;
}>;

/**
 * Runs the ground through whole days of hourly surface temperatures.
 * @param surface °C on each full hour, hour 0 first; hours after the last whole day are left out
 * @param start profile an hour before the first
 */
export function runGround(
  column: Column,
  start: Profile,
  surface: Float64Array,
  depths: readonly Metres[],
): GroundRun {
  const days = Math.floor(surface.length / 24);
  const { after, mean } = column.day;
  const places = depths.map(placeOf);
  const dailyMeans = depths.map(() => new Float64Array(days));
  const into = new Float64Array(INTO_DAY);
  const t = Float64Array.from(start);
  for (let day = 0; day < days; day++) {
    into.set(t);
    into.set(surface.subarray(day * 24, (day + 1) * 24), N);
    for (const [i, { node, weight }] of places.entries())
      dailyMeans[i]![day] =
        dot(mean, node * INTO_DAY, into) * (1 - weight) + dot(mean, (node + 1) * INTO_DAY, into) * weight;
    for (let i = 0; i < N; i++) t[i] = dot(after, i * INTO_DAY, into);
  }
  return { dailyMeans, end: t };
}

/** A place and a time in a run: `hour` counts from the run's first hour, 10.5 is half past ten of the first day. */
export type Probe = Readonly<{ hour: number; depth: Metres }>;
export type Probed = Readonly<{
  temperature: Celsius;
  /** how fast it changes with depth there, K/m: a probe pushed in too far reads wrong by this much */
  gradient: number;
}>;

/**
 * What the ground has at single depths and times of a run, linear between hours.
 * @returns one for each probe, in the order asked; null where the run does not reach its hour
 */
export function probeGround(
  column: Column,
  start: Profile,
  surface: Float64Array,
  probes: readonly Probe[],
): (Probed | null)[] {
  const out: (Probed | null)[] = probes.map(() => null);
  const order = probes.map((p, i) => ({ i, ...p })).sort((a, b) => a.hour - b.hour);
  const before = Float64Array.from(start);
  const t = Float64Array.from(start);
  const work = new Float64Array(N);
  // what stands for hour h in the weather was so when hour h began: after step h, t is the ground at hour h
  for (let h = 0, k = 0; h < surface.length && k < order.length; h++) {
    before.set(t);
    stepHour(column, t, surface[h]!, work);
    for (; k < order.length && order[k]!.hour <= h; k++) {
      const { i, hour, depth } = order[k]!;
      if (hour < h - 1) continue;
      const { node, weight } = placeOf(depth);
      const at = (n: number) => before[n]! + (t[n]! - before[n]!) * (hour - h + 1);
      const [above, below] = [at(node), at(node + 1)];
      out[i] = {
        temperature: (above * (1 - weight) + below * weight) as Celsius,
        gradient: (below - above) / (NODE_DEPTHS[node + 1]! - NODE_DEPTHS[node]!),
      };
    }
  }
  return out;
}
