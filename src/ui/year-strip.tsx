import { monthStart, showDay, type Day } from '@/core/calendar/day';
import { shortDay } from './words';

type Mark = Readonly<{ day: Day; label: string }>;

/** The twelve months that end with this one, and a picket for each entry: when the work was done, at a look. */
export function YearStrip({ today, marks }: Readonly<{ today: Day; marks: readonly Mark[] }>) {
  const start = (i: number) => monthStart(today, i - 11);
  const from = start(0);
  const days = start(12) - from;
  const left = (day: number) => `${((day - from) / days) * 100}%`;
  const shown = marks.filter((m) => m.day >= from);
  return (
    <div
      className="relative h-[52px] border-b-2 border-rail bg-paper"
      role="img"
      aria-label={`${shown.length} entries over the last twelve months`}
    >
      {Array.from({ length: 12 }, (_, i) => (
        <span
          key={i}
          className="absolute top-0 h-full border-l border-hair pl-1 text-fine text-steel"
          style={{ left: left(start(i)) }}
        >
          {shortDay(start(i)).replace(/^\d+ /, '')}
        </span>
      ))}
      {shown.map((m, i) => (
        <span
          key={i}
          title={`${m.label}, ${showDay(m.day)}`}
          className="picket-mark absolute bottom-0 bg-moss"
          style={{ left: `calc(${left(m.day + 0.5)} - 6px)` }}
        />
      ))}
      <span className="absolute bottom-0 top-5 w-[3px] bg-ink" style={{ left: left(today) }} />
    </div>
  );
}
