import { addDays, dateOfMonth, monthOf } from '@/core/calendar/day';
import type { Programme } from '@/core/season/planner/planner';
import { monthName } from '@/ui/words';
import { HAIR } from '@/core/units/tolerance';

const HEIGHT = 92;
const FOOT = 20;

const byWeek = (of: readonly number[]): number[] =>
  Array.from({ length: Math.ceil(of.length / 7) }, (_, w) =>
    of.slice(w * 7, w * 7 + 7).reduce((a, b) => a + b, 0),
  );

/** Week by week what comes up (clay) and how much of it is stopped (moss), with the applications and their windows. */
export function ProposalPicture({
  programme: { days: daily, applications, looks },
  width: WIDTH,
}: Readonly<{ programme: Programme; width: number }>) {
  const { from } = daily;
  const flush = byWeek(daily.flush);
  const held = byWeek(daily.held);
  const days = flush.length * 7;
  const tall = Math.max(...flush, HAIR);
  const x = (day: number) => ((day - from) / days) * WIDTH;
  const base = HEIGHT - FOOT;
  const y = (share: number) => base - (share / tall) * (base - 16);
  const months = Array.from({ length: days }, (_, d) => addDays(from, d)).filter(
    (day) => dateOfMonth(day) === 1,
  );
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full"
      role="img"
      aria-label="Week by week: what comes up, and how much of it is stopped"
    >
      {flush.map((f, w) => {
        const left = (w / flush.length) * WIDTH;
        const wide = WIDTH / flush.length - 1.5;
        return (
          <g key={w}>
            <rect x={left} y={y(f)} width={wide} height={base - y(f)} fill="var(--color-clay)" />
            <rect
              x={left}
              y={y(held[w]!)}
              width={wide}
              height={base - y(held[w]!)}
              fill="var(--color-moss)"
            />
          </g>
        );
      })}
      <line x1="0" x2={WIDTH} y1={base} y2={base} stroke="var(--color-iron)" strokeWidth="2" />
      {applications.map((a) => (
        <g key={a.id}>
          {a.earliest !== null && a.latest !== null && (
            <rect
              x={x(a.earliest)}
              y="2"
              width={Math.max(3, x(addDays(a.latest, 1)) - x(a.earliest))}
              height="7"
              fill="var(--color-straw)"
              stroke="var(--color-iron)"
              strokeWidth="1"
            />
          )}
          <path
            d={`M${x(a.plannedOn)} ${base}V12m-5 -9h10l-5 9z`}
            stroke="var(--color-iron)"
            strokeWidth="2"
            fill="var(--color-iron)"
          />
        </g>
      ))}
      {looks.map((l) => (
        <circle
          key={l.on}
          cx={x(l.on)}
          cy="8"
          r="5"
          fill="var(--color-paper)"
          stroke="var(--color-iron)"
          strokeWidth="2"
        />
      ))}
      {months.map((day) => (
        <g key={day}>
          <line x1={x(day)} x2={x(day)} y1={base} y2={base + 5} stroke="var(--color-iron)" />
          <text x={x(day) + 3} y={HEIGHT - 5} fontSize="13" fill="currentColor" className="font-cond">
            {monthName(monthOf(day), 'letter')}
          </text>
        </g>
      ))}
    </svg>
  );
}
