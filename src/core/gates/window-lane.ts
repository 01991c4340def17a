/** A window once it is known, and its last day: what screens say of them needs no gate. */
import type { Day } from '@/core/calendar/day';
import { rangesWhere, type Lane, type Range, type State } from '@/core/calendar/span';
import type { GateKey } from './gate-names';

/** The window on a stretch: how far it is open, and which gates hold it there. None when open. */
export type WindowVerdict = Readonly<{ state: State; by: readonly GateKey[] }>;
export type WindowLane<At extends number = Day> = Lane<At, WindowVerdict>;

/** The next day on which the work may go ahead, and until when (not in it); `least` says how far open is enough. */
export function nextOpen(all: WindowLane, from: Day, least: 'open' | 'ajar' = 'open'): Range<Day> | null {
  const ranges = rangesWhere(all, (v) => v.state === 'open' || (least === 'ajar' && v.state === 'ajar'));
  for (const r of ranges) if (r.to > from) return { from: Math.max(r.from, from) as Day, to: r.to };
  return null;
}

export type LastDay = Readonly<{
  /** the last day on which nothing but the weather stands against it; null: no such day, or no end is in sight */
  sure: Day | null;
  /** the last day on which it may go, with a warning perhaps; null: it cannot go, or no end is in sight */
  last: Day | null;
  /** the gates that shut it after that */
  by: readonly GateKey[];
  /** from here on it is 1 in 10, and even odds, that it comes too late: by the line of the soil that it goes by; null: by none */
  p10: Day | null;
  p50: Day | null;
}>;

/** How likely it is that it comes too late already, as far as it goes by a line. */
export function tooLateBy(
  { p10, p50 }: Pick<LastDay, 'p10' | 'p50'>,
  day: Day,
): 'even odds' | '1 in 10' | null {
  if (p50 !== null && day >= p50) return 'even odds';
  return p10 !== null && day >= p10 ? '1 in 10' : null;
}
