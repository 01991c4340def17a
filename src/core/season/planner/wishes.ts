/** What walks of the season before asked of this one: the planner keeps it where something suits, and says where not. */
import { addDays, yearOf } from '@/core/calendar/day';
import type { GateFacts } from '@/core/gates/gate';
import type { WeighedRuns } from '@/core/barrier/barrier';
import { seasonToHold } from '@/core/barrier/hold';
import type { Wished } from '@/core/weeds/next-year';
import type { Option } from './options';

/** A wish of the last season counts for so long. Ours. */
const COUNTS_DAYS = 550;

/** Those whose season is the one that is planned: the first after the year in which they were written down. */
export const wishesOf = ({ seen, today }: GateFacts, runs: WeighedRuns): Wished[] =>
  seen.nextYear.filter(({ weed, on }) => {
    const season = seasonToHold(weed, runs, today);
    return season !== null && yearOf(season.from) > yearOf(on) && on > addDays(today, -COUNTS_DAYS);
  });

/** Sites of action that lay in the soil in the years in which another was asked for; none: it was not. */
export function spentGroups({ ledger }: GateFacts, wishes: readonly Wished[]): ReadonlySet<number> {
  const years = new Set(wishes.flatMap((w) => (w.wish === 'another group' ? yearOf(w.on) : [])));
  return new Set(
    ledger
      .filter((e) => e.inSoil !== false && years.has(yearOf(e.day)))
      .flatMap((e) => e.ingredients.flatMap((i) => i.group ?? [])),
  );
}

export const isSpent = ({ parts }: Pick<Option, 'parts'>, spent: ReadonlySet<number>): boolean =>
  parts.some((p) => p.group !== null && spent.has(p.group));

/** The options without what is spent; all of them where nothing else is left. */
export function unspent(options: readonly Option[], spent: ReadonlySet<number>): readonly Option[] {
  const others = options.filter((o) => !isSpent(o, spent));
  return others.length ? others : options;
}
