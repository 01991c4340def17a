import { showDay, type Day } from '@/core/calendar/day';
import type { StartSays } from '@/core/season/start';

const WIDTH = 560;
const HEIGHT = 210;
const LEFT = 44;
const FOOT = 26;

/** The share that is down and watered in before the line, by the day on which the round is begun: middle year and 8 of 10. */
export function StartCurve({
  curve,
  start,
  latest,
}: Readonly<{ curve: StartSays['curve']; start: Day; latest: Day | null }>) {
  const [first, last] = [curve[0]?.start, curve.at(-1)?.start];
  if (first === undefined || last === undefined || last <= first) return null;
  const x = (day: number) => LEFT + ((day - first) / (last - first)) * (WIDTH - LEFT - 8);
  const y = (share: number) => 12 + (1 - share) * (HEIGHT - FOOT - 12);
  const line = (of: (p: (typeof curve)[number]) => number, list = curve) =>
    list.map((p, i) => `${i ? 'L' : 'M'}${x(p.start).toFixed(1)} ${y(of(p)).toFixed(1)}`).join('');
  const mark = (day: Day, name: string, colour: string) =>
    day >= first &&
    day <= last && (
      <g>
        <line x1={x(day)} x2={x(day)} y1={y(1)} y2={y(0)} stroke={colour} strokeWidth="2.5" />
        <text
          x={x(day) + (x(day) > WIDTH * 0.7 ? -5 : 5)}
          y={y(0) - 6}
          fontSize="14"
          textAnchor={x(day) > WIDTH * 0.7 ? 'end' : 'start'}
          fill="currentColor"
          className="font-cond"
        >
          {name}
        </text>
      </g>
    );
  const step = Math.max(1, Math.ceil(curve.length / 5));
  return (
    <figure>
      <figcaption className="font-cond text-body">
        Down and watered in before the line, by the day of the start
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="w-full"
        role="img"
        aria-label="Share of zones in time, by the day of the start"
      >
        {[0, 0.5, 1].map((s) => (
          <g key={s}>
            <line x1={LEFT} x2={WIDTH} y1={y(s)} y2={y(s)} stroke="var(--color-hair)" />
            <text x={LEFT - 6} y={y(s) + 5} fontSize="14" textAnchor="end" fill="currentColor">
              {s * 100} %
            </text>
          </g>
        ))}
        <path
          d={`${line((p) => p.p90)}${line((p) => p.p10, curve.toReversed()).replace('M', 'L')}Z`}
          fill="var(--color-moss)"
          opacity="0.25"
        />
        <path d={line((p) => p.p50)} fill="none" stroke="var(--color-moss)" strokeWidth="3" />
        {curve
          .filter((_, i) => i % step === 0)
          .map((p) => (
            <text
              key={p.start}
              x={x(p.start)}
              y={HEIGHT - 6}
              fontSize="14"
              textAnchor={x(p.start) > WIDTH - 60 ? 'end' : 'start'}
              fill="currentColor"
              className="font-cond"
            >
              {showDay(p.start)}
            </text>
          ))}
        {mark(start, 'begun', 'var(--color-iron)')}
        {latest !== null && latest !== start && mark(latest, 'latest for 9 years of 10', 'var(--color-clay)')}
      </svg>
    </figure>
  );
}
