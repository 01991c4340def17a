/**
 * What stands beside every programme by the house's judgement: perennial broadleaf weeds, which come from the root and which
 * no barrier holds, and a year off after years of one site of action.
 */
import { addDays, yearOf, type Day } from '@/core/calendar/day';
import type { Range } from '@/core/calendar/span';
import type { GateFacts } from '@/core/gates/gate';
import type { Label } from '@/core/products/label';
import { isOpen } from '@/core/season/standing';
import { isPreEmergent } from '@/core/trade/terms';
import type { ProductRate } from '@/core/units/rate';
import type { Wished } from '@/core/weeds/next-year';
import { WEEDS, type Weed } from '@/core/weeds/weeds';
import { postEmergents } from './looks';
import type { PerennialSchool, PlanQuestion } from './question';

export type CleanUp = Readonly<{
  on: Day;
  label: Label;
  rate: ProductRate;
  targets: readonly Weed[];
  school: PerennialSchool;
}>;

/** Noted here so long ago at most, it is reckoned to stand still: a season and a half. Ours. */
const REMEMBERED_DAYS = 550;
/** Weeks after the soil line of spring until clover and dandelion have flowered. Common practice, no source. */
const BLOOM_DAYS = 42;
/** So long the season of the work is. Common practice, no source. */
const SPAN_DAYS = 60;

/**
 * Perennial broadleaf weeds that were seen here and are in no plan: with what, and on which day of the house's season they
 * may be taken. Null: none was seen, or no gate opens for any product then.
 */
export function cleanUpOf(q: PlanQuestion, facts: GateFacts, range: Range<Day>): CleanUp | null {
  const { today } = facts;
  const planned = new Set(
    q.kept
      .filter(isOpen)
      .flatMap((a) => a.products.filter((p) => !isPreEmergent(p.use)).flatMap((p) => p.targets)),
  );
  const weeds = [
    ...new Set(
      facts.seen.stages
        .filter((s) => s.stage !== 'not up' && s.on > today - REMEMBERED_DAYS)
        .map((s) => s.weed)
        .filter((w) => WEEDS[w].kind === 'broadleaf' && WEEDS[w].life === 'perennial' && !planned.has(w)),
    ),
  ];
  const from = weeds.length ? beginOf(q.rules.perennials, facts) : null;
  if (from === null) return null;
  const first = Math.max(from, range.from) as Day;
  const last = Math.min(addDays(from, SPAN_DAYS), range.to) as Day;
  const found = postEmergents(q.labels, facts, weeds, range).flatMap((p): CleanUp[] => {
    const on = firstDay(p.states, range, first, last);
    return on === null
      ? []
      : [{ on, label: p.label, rate: p.rate, targets: p.targets, school: q.rules.perennials }];
  });
  // the one that takes most of them; of two the one that may go first
  return found.toSorted((a, b) => b.targets.length - a.targets.length || a.on - b.on)[0] ?? null;
}

/** The first day of the season in which the house takes them; null: the soil of the year is not known. */
function beginOf(school: PerennialSchool, { outlook, today }: GateFacts): Day | null {
  if (school === 'when seen') return today;
  if (!outlook) return null;
  if (school === 'after the bees') {
    const line = outlook.crossed ?? outlook.dates.p50;
    return line && addDays(line, BLOOM_DAYS);
  }
  const watched = outlook.watches['autumn broadleaf'];
  if (!watched) return null;
  const { crossed, dates, next } = watched;
  const isOver = crossed !== null && addDays(crossed, SPAN_DAYS) < today;
  return isOver ? (next?.dates.p50 ?? null) : (crossed ?? dates.p50);
}

/** Open before ajar. */
function firstDay(states: Uint8Array, range: Range<Day>, from: Day, to: Day): Day | null {
  for (const least of [2, 1])
    for (let day = from; day < to; day = addDays(day, 1))
      if ((states[day - range.from] ?? 0) >= least) return day;
  return null;
}

/** A site of action that has stood alone in the soil for years; or a walk asked for it, where a weed may stand what lay. */
export type YearOff =
  | Readonly<{ by: 'house'; group: number; years: readonly number[] }>
  | Readonly<{ by: 'walk'; weed: Weed; on: Day }>;

/**
 * Whether this year is taken off: a walk asked for it, or by the house one group alone was put down in all the years before
 * the one too many.
 */
export function yearOffOf(
  { rules, facts }: Pick<PlanQuestion, 'rules' | 'facts'>,
  wishes: readonly Wished[] = [],
): YearOff | null {
  const asked = wishes.find((w) => w.wish === 'year off');
  if (asked) return { by: 'walk', weed: asked.weed, on: asked.on };
  if (rules.yearOff === 'never') return null;
  const groupsIn = (year: number) =>
    new Set(
      facts.ledger
        .filter((e) => e.inSoil !== false && yearOf(e.day) === year)
        .flatMap((e) => e.ingredients.flatMap((i) => i.group || [])),
    );
  const last = yearOf(facts.today) - 1;
  const [group] = groupsIn(last);
  if (group === undefined) return null;
  const years: number[] = [];
  for (let year = last; groupsIn(year).size === 1 && groupsIn(year).has(group); year--) years.unshift(year);
  return years.length >= facts.rules.groupYears - 1 ? { by: 'house', group, years } : null;
}
