/**
 * The end of a lawn's season: what was put down, what held, what came through, how far limits and groups are used, and what
 * that advises for the next year. From the book and the season's model; what nobody looked at is said to be so.
 */
import { CONTROL } from '@/core/barrier/control';
import { yearOf, type Day } from '@/core/calendar/day';
import { isPreEmergent, type Use } from '@/core/trade/terms';
import type { Weed } from '@/core/weeds/weeds';
import type { FollowUp } from './follow-up';
import type { LedgerEntry } from '@/core/records/ledger';

export type SeasonEntry = Readonly<{
  id: string;
  day: Day;
  product: string;
  use: Use;
  targets: readonly Weed[];
  isWhole: boolean;
  /** site of action groups of its ingredients */
  groups: readonly number[];
  /** USD; null: no price */
  cost: number | null;
}>;

export type SeasonEndQuestion = Readonly<{
  /** the last day that counts: the season's year is its year */
  today: Day;
  entries: readonly SeasonEntry[];
  /** all that is done, for limits; each with the most of a year as its label sets it, null: none */
  ledger: readonly LedgerEntry[];
  seen: readonly Readonly<{ weed: Weed; on: Day }>[];
  looked: readonly Readonly<{ on: Day; taken: number | null }>[];
  followUps: readonly FollowUp[];
  /** the share of the flush that the barriers held by the model; null: not known */
  hold: number | null;
  /** the flush that it is counted on is over */
  isOver: boolean;
  /** the day on which the soil's line was crossed this year; null: not, or not known */
  crossed: Day | null;
  hasHotEdge: boolean;
}>;

export type Advice =
  | Readonly<{ code: 'nothing-put-down' }>
  /** nobody looked whether it held */
  | Readonly<{ code: 'look' }>
  /** it held, by the model and by who looked */
  | Readonly<{ code: 'same-again'; hold: number | null }>
  /** the barrier lay so many days after the line */
  | Readonly<{ code: 'earlier'; days: number }>
  /** the model says that it did not last or hold enough: a higher total, two parts, or another product */
  | Readonly<{ code: 'longer'; hold: number }>
  /** watered in so many days after the label's last, or never */
  | Readonly<{ code: 'water-in'; product: string; days: number | null }>
  /** weeds came through where concrete warms the soil */
  | Readonly<{ code: 'edges' }>
  | Readonly<{ code: 'other-group'; group: number; years: number }>
  /** what was sprayed took less than it should */
  | Readonly<{ code: 'weak'; taken: number }>;

export type SeasonEnd = Readonly<{
  year: number;
  barriers: readonly SeasonEntry[];
  sprays: readonly SeasonEntry[];
  hold: number | null;
  isOver: boolean;
  /** weeds that a barrier was meant for and that were seen after it */
  brokeThrough: readonly Weed[];
  /** site of action groups of the year, with how many years in a row each has been used */
  groups: readonly Readonly<{ group: number; years: number }>[];
  /** of the year's limits, the share that is used: the nearest to its end first */
  limits: readonly Readonly<{ ingredient: string; share: number }>[];
  visits: number;
  cost: number | null;
  advice: readonly Advice[];
}>;

/** So many years of one group breed what stands it. Common practice, no source. */
const YEARS_OF_A_GROUP = 3;
/** Less is no good result. Common practice, no source. */
const GOOD_TAKE = 80;

export function seasonEndOf(q: SeasonEndQuestion): SeasonEnd {
  const year = yearOf(q.today);
  const mine = q.entries.filter((e) => yearOf(e.day) === year && e.day <= q.today);
  const barriers = mine.filter((e) => isPreEmergent(e.use));
  const sprays = mine.filter((e) => e.use === 'post-emergent' || e.use === 'spot');
  const first = barriers.reduce<Day | null>((d, e) => (d === null || e.day < d ? e.day : d), null);
  const meant = new Set(barriers.flatMap((e) => e.targets));
  const through =
    first === null
      ? []
      : [...new Set(q.seen.filter((s) => s.on > first && meant.has(s.weed)).map((s) => s.weed))];
  const groups = [...new Set(mine.flatMap((e) => e.groups))].map((group) => ({
    group,
    years: yearsInARow(q.entries, group, year),
  }));
  const known = mine.map((e) => e.cost);
  return {
    year,
    barriers,
    sprays,
    hold: barriers.length ? q.hold : null,
    isOver: q.isOver,
    brokeThrough: through,
    groups,
    limits: limitsOf(q.ledger, year),
    visits: new Set(mine.map((e) => e.day)).size,
    cost: known.some((c) => c === null) ? null : known.reduce<number>((a, c) => a + c!, 0),
    advice: adviceOf(q, { mine, barriers, sprays, first, through, groups }),
  };
}

/** So many years up to this one has a site of action been used. */
export function yearsInARow(
  entries: readonly Pick<SeasonEntry, 'day' | 'groups'>[],
  group: number,
  year: number,
): number {
  let years = 0;
  while (entries.some((e) => yearOf(e.day) === year - years && e.groups.includes(group))) years++;
  return years;
}

/** The most of each ingredient that the labels allow in a year, and the share of it that the year has had. */
export function limitsOf(ledger: readonly LedgerEntry[], year: number): SeasonEnd['limits'] {
  const used = new Map<string, { sum: number; most: number }>();
  for (const e of ledger)
    for (const i of e.ingredients) {
      if (yearOf(e.day) !== year || i.most === null || i.ai === null) continue;
      const rate = i.most.counts === 'a.e.' ? (i.ae ?? i.ai) : i.ai;
      const so = used.get(i.name) ?? { sum: 0, most: Infinity };
      used.set(i.name, { sum: so.sum + rate * e.share, most: Math.min(so.most, i.most.rate) });
    }
  return [...used]
    .map(([ingredient, { sum, most }]) => ({ ingredient, share: sum / most }))
    .toSorted((a, b) => b.share - a.share);
}

type Found = Readonly<{
  mine: readonly SeasonEntry[];
  barriers: readonly SeasonEntry[];
  sprays: readonly SeasonEntry[];
  first: Day | null;
  through: readonly Weed[];
  groups: SeasonEnd['groups'];
}>;

function adviceOf(q: SeasonEndQuestion, found: Found): Advice[] {
  const { mine, barriers, first, through, groups } = found;
  if (!mine.length) return [{ code: 'nothing-put-down' }];
  const isLooked = q.looked.length > 0 || q.seen.some((s) => first !== null && s.on > first);
  const out = [
    first !== null && q.crossed !== null && first > q.crossed
      ? ({ code: 'earlier', days: first - q.crossed } as const)
      : null,
    ...q.followUps.map((f) => lateWater(f, q, found)),
    barriers.length && q.hold !== null && q.hold < CONTROL
      ? ({ code: 'longer', hold: q.hold } as const)
      : null,
    through.length && q.hasHotEdge ? ({ code: 'edges' } as const) : null,
    ...groups.map(({ group, years }) =>
      group > 0 && years >= YEARS_OF_A_GROUP ? ({ code: 'other-group', group, years } as const) : null,
    ),
    weakest(q, found),
    barriers.length && !isLooked ? ({ code: 'look' } as const) : null,
  ].filter((a) => a !== null);
  return out.length ? out : [{ code: 'same-again', hold: q.hold }];
}

/** A barrier that was watered in after its day, or not at all. */
function lateWater(
  f: SeasonEndQuestion['followUps'][number],
  { today }: SeasonEndQuestion,
  { barriers }: Found,
): Advice | null {
  if (f.kind !== 'water-in' || f.to === null || !barriers.some((b) => b.id === f.entryId)) return null;
  const late = f.answer ? f.answer.on - f.to : today > f.to ? null : 0;
  return late === null || late > 0 ? { code: 'water-in', product: f.product, days: late } : null;
}

/** The spray that took least, where that was too little. */
function weakest({ looked }: SeasonEndQuestion, { sprays }: Found): Advice | null {
  const takes = looked.flatMap((l) =>
    l.taken !== null && sprays.some((s) => l.on > s.day) ? [l.taken] : [],
  );
  const worst = Math.min(...takes);
  return worst < GOOD_TAKE ? { code: 'weak', taken: worst } : null;
}
