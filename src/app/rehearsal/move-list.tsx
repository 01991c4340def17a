import { showWeekday } from '@/core/calendar/day';
import { groupBy } from '@/core/group';
import type { Move } from '@/core/rehearsal/rehearsal';
import { figure } from '@/core/units/figure';

/** What was put down, in order. @param of how many lawns were played */
export function MoveList({
  moves,
  nameOf,
  of,
}: Readonly<{ moves: readonly Move[]; nameOf: (productId: string) => string; of: number }>) {
  if (!moves.length) return <p className="text-body text-steel">Nothing.</p>;
  const inOrder = moves.toSorted((a, b) => a.on - b.on);
  const same = groupBy(inOrder, (m) => `${m.on}|${m.productId}|${m.use}|${m.share}`);
  return (
    <ul>
      {[...same].map(([key, [m, ...others]]) => (
        <li key={key} className="border-b border-hair py-1 text-body">
          <b>{showWeekday(m!.on)}</b>: {nameOf(m!.productId)}
          {m!.share < 1 && `, ${figure(m!.share * 100)} % of the rate`}
          {of > 1 &&
            (others.length + 1 === of ? `, on all ${of} lawns` : `, on ${others.length + 1} of ${of} lawns`)}
        </li>
      ))}
    </ul>
  );
}
