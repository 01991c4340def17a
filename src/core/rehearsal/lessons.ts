/**
 * Lessons of five minutes: a question with its figures, and the answer by the same models and gates as the real thing. Which
 * answer is right is computed and not written down.
 */
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import type { GateFacts } from '@/core/gates/gate';
import { NOTHING_SEEN } from '@/core/facts/facts';
import { turfState } from '@/core/gates/turf-state';
import { dailyMeanBehind, waveAt } from '@/core/ground/analytic';
import { diffusivityOf } from '@/core/ground/site';
import type { SoilRuns } from '@/core/ground/soil-runs';
import { rateForTurf, seedingWaitDays, type Label } from '@/core/products/label';
import { containedIn, entryOf } from '@/core/records/ledger';
import { weighed } from '@/core/barrier/barrier';
import { dosesAgainst } from '@/core/barrier/doses';
import { holdOn } from '@/core/barrier/hold';
import { contextFor } from '@/core/season/planner/options';
import { isPreEmergent } from '@/core/trade/terms';
import type { Celsius, Kelvins, KilogramsPerHectare, Metres } from '@/core/units/quantity';
import type { Play } from './rehearsal';

/** Each with its figures; `right` is the place of the right answer among those that the words offer. */
export type Lesson =
  | Readonly<{
      key: 'probe';
      hour: number;
      depth: Metres;
      read: Celsius;
      mean: Celsius;
      line: Celsius;
      right: number;
    }>
  | Readonly<{ key: 'early or late'; product: string; holds: readonly number[]; right: number }>
  | Readonly<{
      key: 'partners';
      first: string;
      second: string;
      ingredient: string;
      sum: KilogramsPerHectare;
      most: KilogramsPerHectare;
      right: number;
    }>
  | Readonly<{ key: 'half green'; product: string; green: number; right: number }>
  | Readonly<{
      key: 'count back';
      product: string;
      seed: Day;
      wait: number;
      days: readonly Day[];
      right: number;
    }>;

/** The lessons that a lawn's play can teach: what its products do not show is left out. */
export function lessonsOf(p: Play, truth: SoilRuns): Lesson[] {
  return [probe(p), early(p, truth), partners(p), halfGreen(p), countBack(p)].filter((l) => l !== null);
}

const DAY_SECONDS = 86_400;
/** A fair afternoon of spring: the day's mean under the line, its swing at the surface. Ours. */
const PROBE = { under: 1, swing: 7, warmest: 14, hour: 16, depth: 0.0254 };

/** One reading in the afternoon stands over the line, and the day's mean under it. */
function probe({ rule, site }: Play): Lesson {
  const line = ('line' in rule ? rule.line : 12.8) as Celsius;
  const mean = (line - PROBE.under) as Celsius;
  const depth = PROBE.depth as Metres;
  const diffusivity = diffusivityOf(site);
  const start = (PROBE.warmest - 6) * 3600;
  const read = waveAt(
    { mean, amplitude: PROBE.swing as Kelvins, period: DAY_SECONDS, start },
    diffusivity,
    depth,
    PROBE.hour * 3600,
  );
  const swing = { amplitude: PROBE.swing as Kelvins, warmestHour: PROBE.warmest };
  const behind = dailyMeanBehind(read, depth, PROBE.hour, swing, diffusivity);
  return { key: 'probe', hour: PROBE.hour, depth, read, mean: behind, line, right: behind >= line ? 0 : 1 };
}

/** Days against the day on which one in twenty seedlings is up. */
const BARRIER_DAYS = [-49, -10, 21];
const FIRST_UP = 0.05;

/** One barrier, seven weeks early, just in time, or three weeks late: what it holds in this year's soil. */
function early(p: Play, truth: SoilRuns): Lesson | null {
  const weed = p.targets[0]?.weed;
  const label = p.labels.find((l) => weed && l.before.includes(weed) && rateForTurf(l, p.facts.zone));
  const high = label && rateForTurf(label, p.facts.zone)?.high;
  if (!weed || !label || !high) return null;
  const runs = weighed(truth, p.planning.school);
  const middle = addDays(truth.from, truth.members[0]!.length - 215);
  const bare = holdOn(weed, runs, middle, []);
  if (!bare) return null;
  let up = 0;
  const first = addDays(
    bare.from,
    bare.flush.findIndex((f) => (up += f) >= FIRST_UP),
  );
  const holds = BARRIER_DAYS.map((days) => {
    const at = { id: 'lesson', day: addDays(first, days), status: 'done', share: 1, ground: null } as const;
    const doses = dosesAgainst(weed, [entryOf(label, high, at)], [label], p.facts.zone.turf, truth.from);
    return holdOn(weed, runs, middle, doses)?.hold.p50 ?? 0;
  });
  const right = holds.indexOf(Math.max(...holds));
  return { key: 'early or late', product: label.name, holds, right };
}

/** Two products of one ingredient at their highest rates: together, are they within its year? */
function partners(p: Play): Lesson | null {
  const barriers = p.labels.flatMap((label) => {
    const row = rateForTurf(label, p.facts.zone);
    return row && isPreEmergent(row.use) ? [{ label, of: containedIn(label, row.high) }] : [];
  });
  for (const [i, a] of barriers.entries())
    for (const b of barriers.slice(i + 1))
      for (const x of a.of) {
        const y = b.of.find((c) => c.name === x.name);
        const most = x.most ?? y?.most;
        if (!y || !most || x.ai === null || y.ai === null) continue;
        const sum = (x.ai + y.ai) as KilogramsPerHectare;
        return {
          key: 'partners',
          first: a.label.name,
          second: b.label.name,
          ingredient: x.name,
          sum,
          most: most.rate,
          right: sum > most.rate ? 1 : 0,
        };
      }
  return null;
}

const HALF = 0.5;
/** Turf that is half green, and a product for turf that sleeps: what the gate says. */
function halfGreen({ facts, labels }: Play): Lesson | null {
  const zone: GateFacts['zone'] = { ...facts.zone, turf: 'bermudagrass', mixedWith: null };
  const label = labels.find((l) => rateForTurf(l, zone, 'post-emergent')?.dormancy === 'dormant only');
  const row = label && rateForTurf(label, zone, 'post-emergent');
  if (!label || !row) return null;
  const day = facts.today;
  const seen = { ...NOTHING_SEEN, green: { share: HALF, on: day } };
  const lane = turfState.spans(contextFor({ ...facts, zone, seen }, label, 'post-emergent', [], row.high), {
    from: day,
    to: addDays(day, 1),
  });
  const isShut = spanAt(lane, day)?.verdict.state === 'shut';
  return { key: 'half green', product: label.name, green: HALF, right: isShut ? 1 : 0 };
}

/** A longer wait goes back past the spring. */
const SEASON_DAYS = 240;

/** Seed has a day: the last one on which a barrier may go down before it. */
function countBack({ facts, labels, year }: Play): Lesson | null {
  const seed = dayOf(year, 9, 15);
  const known = labels.flatMap((label: Label) => {
    const high = rateForTurf(label, facts.zone)?.high;
    const wait = high ? seedingWaitDays(label, high) : null;
    return wait !== null && wait >= 60 && wait <= SEASON_DAYS ? [{ label, wait }] : [];
  });
  const [one] = known.toSorted((a, b) => b.wait - a.wait);
  if (!one) return null;
  const last = addDays(seed, -one.wait);
  const days = [addDays(last, 28), last, addDays(last, 63)];
  return {
    key: 'count back',
    product: one.label.name,
    seed,
    wait: one.wait,
    days,
    right: days.indexOf(last),
  };
}
