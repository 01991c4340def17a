/** What applications are worth as barriers, worked out once for all zones of one kind: they differ in their ids alone. */
import 'server-only';
import { createHash } from 'node:crypto';
import type { Day } from '@/core/calendar/day';
import { fewOf, worthFor, type WorthQuestion } from '@/core/day/worth';
import type { Label } from '@/core/products/label';
import type { LedgerEntry } from '@/core/records/ledger';
import type { WeighedRuns } from '@/core/barrier/barrier';
import type { BarrierSchool } from '@/core/barrier/control';
import type { SoilOf } from '@/data/outlooks';

/** Points by day of what was asked, and soils that are weighed: of a day of the clock some hundreds. */
const worths = new Map<string, Map<Day, number>>();
const soils = new Map<string, WeighedRuns>();
const MOST_WORTHS = 5000;
const MOST_SOILS = 64;

/** The least lately used goes first. */
function kept<T>(map: Map<string, T>, most: number, key: string, make: () => T): T {
  const found = map.get(key) ?? make();
  map.delete(key);
  map.set(key, found);
  if (map.size > most) map.delete(map.keys().next().value!);
  return found;
}

export function worthOf(
  question: WorthQuestion,
  soil: SoilOf | null,
  school: BarrierSchool,
  labels: readonly Label[],
): (day: Day) => number {
  if (!soil || !question.targets.length) return () => question.usual;
  const { today, turf, targets, left } = question;
  const plain = (entries: readonly LedgerEntry[]) => entries.map((e) => ({ ...e, id: '' }));
  const named = new Set([...question.others, ...question.own].map((e) => e.productId));
  const sheets = labels.filter((l) => named.has(l.id)).map((l) => [l.id, l.version]);
  const key = createHash('sha256')
    .update(JSON.stringify([soil.key, school, today, turf, targets, left, sheets]))
    .update(JSON.stringify([plain(question.others), plain(question.own)]))
    .digest('base64');
  const days = kept(worths, MOST_WORTHS, key, () => new Map<Day, number>());
  let ask: ((day: Day) => number) | null = null;
  return (day) => {
    const known = days.get(day);
    if (known !== undefined) return known;
    ask ??= worthFor(
      question,
      kept(soils, MOST_SOILS, `${soil.key}|${school}`, () => fewOf(soil.runs(), school)),
      labels,
    );
    const points = ask(day);
    days.set(day, points);
    return points;
  };
}
