/**
 * What is not held comes up and is looked for: on which days, with which post-emergent it may be taken then, and how much
 * of it is still small enough.
 */
import { addDays, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import type { GateFacts } from '@/core/gates/gate';
import { daysUpTo } from '@/core/gates/growth-stage';
import { WHOLE_ZONE } from '@/core/products/application';
import { burnsZone } from '@/core/products/burner';
import { limitsFor, rateForTurf, type Label } from '@/core/products/label';
import { isHerbicide } from '@/core/products/content';
import { isOrganic } from '@/core/products/organic';
import type { ProductRate } from '@/core/units/rate';
import { WEEDS, type Weed } from '@/core/weeds/weeds';
import type { Hold } from '@/core/barrier/hold';
import type { PlannedApplication } from '@/core/season/standing';
import { contextFor, statesOf } from './options';

type Look = Readonly<{
  on: Day;
  /** what it may be taken with on that day; null: nothing of the house may */
  product: Readonly<{ label: Label; rate: ProductRate; targets: readonly Weed[] }> | null;
  /** share of all the targets' seedlings of the season that it still takes */
  takes: number;
}>;
/** In the order of their days. */
export type Looks = readonly Look[];

/** Looks without a barrier, and with one. Common practice, no source. */
const MOST_LOOKS = { bare: 3, held: 1 };
/** So little is not worth a product: it is pulled or left. Ours. */
const WORTH_A_SHOT = 0.02;
/** Days on which nothing more is looked for around a look: what was taken shows by then. Common practice, no source. */
const REST_DAYS = 14;

/**
 * @param holds each target's season with its weight
 * @param products what the house has for them, see `postEmergents`
 * @param range the days that are planned
 */
export function lookAfterwards(
  holds: readonly (Hold & Readonly<{ weight: number }>)[],
  products: readonly Post[],
  range: Range<Day>,
): Looks {
  const all = holds.reduce((sum, h) => sum + h.weight, 0);
  if (!(all > 0)) return [];
  const through = holds.map((h) => ({
    ...h,
    up: h.flush.map((f, d) => (f * (1 - h.effect[d]!) * h.weight) / all),
  }));
  const isBare = holds.every((h) => h.effect.every((e) => e === 0));
  const done = through.map((t) => new Uint8Array(t.up.length));
  const looks: Look[] = [];
  for (let n = 0; n < (isBare ? MOST_LOOKS.bare : MOST_LOOKS.held); n++) {
    let best: Look | null = null;
    for (const p of products)
      for (let day = range.from; day < range.to; day = addDays(day, 3)) {
        if (!p.states[day - range.from]) continue;
        const rest = Math.max(REST_DAYS, p.intervalDays);
        if (looks.some((l) => Math.abs(l.on - day) < rest)) continue;
        const takes = taken(through, done, p, day);
        if (takes > WORTH_A_SHOT && takes > (best?.takes ?? 0))
          best = { on: day, takes, product: { label: p.label, rate: p.rate, targets: p.targets } };
      }
    if (!best) break;
    looks.push(best);
    const p = products.find((x) => x.label.id === best.product?.label.id)!;
    mark(through, done, p, best.on);
  }
  if (!looks.length) {
    const on = halfUp(through, range);
    if (on !== null) looks.push({ on, product: null, takes: 0 });
  }
  return looks.toSorted((a, b) => a.on - b.on);
}

type Through = Readonly<{ weed: Weed; from: Day; up: readonly number[] }>;
export type Post = Readonly<{
  label: Label;
  rate: ProductRate;
  targets: readonly Weed[];
  /** days after its emergence through which each target is taken */
  reach: ReadonlyMap<Weed, number>;
  states: Uint8Array;
  intervalDays: number;
}>;

/** Products of the house that take any of the weeds once they are up, with the days on which the gates let them go. */
export function postEmergents(
  labels: readonly Label[],
  facts: GateFacts,
  weeds: readonly Weed[],
  range: Range<Day>,
): Post[] {
  return labels.flatMap((label): Post[] => {
    const row = rateForTurf(label, facts.zone, 'post-emergent');
    if (!row || label.status !== 'registered' || !isHerbicide(label) || burnsZone(label, row)) return [];
    if (facts.zone.organicOnly && !isOrganic(label)) return [];
    const controlled = label.after.filter((a) => weeds.includes(a.weed));
    if (!controlled.length) return [];
    const targets = controlled.map((a) => a.weed);
    // each target has a stage of its own, and the search counts what of each is within it: the gates of the others decide the day
    const states = statesOf(contextFor(facts, label, 'post-emergent', [], row.high), range);
    return [
      {
        label,
        rate: row.high,
        targets,
        states,
        reach: new Map(controlled.map((a) => [a.weed, Math.min(OLDEST_DAYS, daysUpTo(a.upTo))])),
        intervalDays: limitsFor(label, facts.zone, 'post-emergent').intervalDays ?? 0,
      },
    ];
  });
}

/** What stood longer was seen by everybody, and soon dies by itself: no shot counts it. Common practice, no source. */
const OLDEST_DAYS = 60;

/** Days of its season in which a winter annual is worth a shot: November to mid-March, before it seeds and dies. Common practice, no source. */
const WINTER_SHOTS = { from: 100, to: 235 };

const span = (t: Through, p: Post, day: Day): [number, number] | null => {
  const reach = p.reach.get(t.weed);
  if (reach === undefined) return null;
  const to = day - t.from;
  if (WEEDS[t.weed].life === 'winter annual' && (to < WINTER_SHOTS.from || to > WINTER_SHOTS.to)) return null;
  return [Math.max(0, to - reach), Math.min(t.up.length - 1, to)];
};

/** What is up, not taken yet, and small enough. */
function taken(through: readonly Through[], done: readonly Uint8Array[], p: Post, day: Day): number {
  let sum = 0;
  through.forEach((t, i) => {
    const at = span(t, p, day);
    for (let d = at?.[0] ?? 0; at && d <= at[1]; d++) if (!done[i]![d]) sum += t.up[d]!;
  });
  return sum;
}

function mark(through: readonly Through[], done: readonly Uint8Array[], p: Post, day: Day): void {
  through.forEach((t, i) => {
    const at = span(t, p, day);
    if (at) done[i]!.fill(1, at[0], at[1] + 1);
  });
}

/** By when half of what comes through is up; null: hardly anything does. */
function halfUp(through: readonly Through[], { from, to }: Range<Day>): Day | null {
  const all = through.reduce((sum, t) => sum + t.up.reduce((a, b) => a + b, 0), 0);
  if (all <= WORTH_A_SHOT) return null;
  let sum = 0;
  for (let day = Math.min(...through.map((t) => t.from)) as Day; day < to; day = addDays(day, 1)) {
    for (const t of through) sum += t.up[day - t.from] ?? 0;
    if (sum >= all / 2) return Math.max(day, from) as Day;
  }
  return null;
}

/** The looks that end in a shot, as applications: what a year without a barrier costs and takes. */
export const shotsOf = (looks: Looks): PlannedApplication[] =>
  looks.flatMap(({ on, product }, n): PlannedApplication[] =>
    product
      ? [
          {
            id: `shot-${n + 1}`,
            purpose: '',
            plannedOn: on,
            doneOn: null,
            skipped: null,
            earliest: null,
            latest: null,
            products: [
              {
                id: `shot-${n + 1}-1`,
                recordId: null,
                position: 1,
                tank: 1,
                label: product.label,
                rate: product.rate,
                use: 'post-emergent',
                targets: product.targets,
                method: null,
                place: WHOLE_ZONE,
                tie: null,
              },
            ],
          },
        ]
      : [],
  );
