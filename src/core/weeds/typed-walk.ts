/** A walk as it is typed, and as it is meant: read alike on a phone without a network and where it is kept. */
import { issue, type Issue } from '@/core/units/issue';
import { addDays, parseDay, type Day } from '@/core/calendar/day';
import { parseFigure } from '@/core/units/parse';
import type { SquareMetres } from '@/core/units/quantity';
import { toSquareFeet } from '@/core/units/trade';
import type { Found, Ground } from './scouting';
import { STAGES, isWeed } from './weeds';

export type TypedWeed = Readonly<{
  weed: string;
  stage: string;
  /** % of the zone */
  cover: string;
  /** plants a square foot; empty: not counted */
  counted: string;
  where: readonly Ground[];
  isInFlower: boolean;
}>;
export type TypedWalk = Readonly<{ on: string; found: readonly TypedWeed[]; notes: string }>;

/** So long ago a walk may be written down. Ours. */
const MOST_DAYS_AGO = 730;

/** What was found, and everything that is wrong with it; `on` null: no day. */
export function readWalk(
  typed: TypedWalk,
  today: Day,
): Readonly<{ on: Day | null; found: readonly Found[]; issues: readonly Issue[] }> {
  const issues: Issue[] = [];
  const on = parseDay(typed.on);
  if (on === null || on > today || on < addDays(today, -MOST_DAYS_AGO))
    issues.push(
      issue('Day', 'bad-walk-day', {
        text: typed.on,
        why: on === null ? 'no-day' : on > today ? 'to-come' : 'years-ago',
        today,
      }),
    );
  const found = typed.found.flatMap((f, i) => readFound(f, i + 1, issues));
  for (const [i, f] of found.entries())
    if (found.findIndex((x) => x.weed === f.weed && x.stage === f.stage) < i)
      issues.push(issue(`Weed ${i + 1}`, 'weed-twice', { weed: f.weed, stage: f.stage }));
  return { on, found, issues };
}

function readFound(f: TypedWeed, row: number, issues: Issue[]): Found[] {
  const stage = STAGES.find((s) => s === f.stage && s !== 'not up');
  if (!isWeed(f.weed)) issues.push(issue(`Weed ${row}`, 'weed-unnamed', { row }));
  if (!stage) issues.push(issue(`Stage ${row}`, 'weed-stage-missing', { row }));
  const cover = parseFigure(f.cover, { field: `Cover ${row}`, unit: '%', above: 0, most: 100 });
  if (!cover.ok) issues.push(cover.issue);
  const counted =
    f.counted.trim() === ''
      ? null
      : parseFigure(f.counted, { field: `Counted ${row}`, unit: 'plants', least: 0, most: 2000 });
  if (counted && !counted.ok) issues.push(counted.issue);
  if (!isWeed(f.weed) || !stage || !cover.ok || (counted && !counted.ok)) return [];
  return [
    {
      weed: f.weed,
      stage,
      cover: cover.value,
      isInFlower: f.isInFlower,
      where: f.where,
      perSquareMetre: counted?.ok ? counted.value * toSquareFeet(1 as SquareMetres) : null,
    },
  ];
}
