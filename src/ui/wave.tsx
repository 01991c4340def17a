'use client';
import type { Celsius, Metres } from '@/core/units/quantity';
import { useShows } from './units';

type Props = Readonly<{
  /** hourly from 0 to 24, °C */
  atReading: readonly number[];
  atHouse: readonly number[];
  readingDepth: Metres;
  houseDepth: Metres;
  hour: number;
  value: Celsius;
  mean: Celsius;
}>;

const W = 640;
const H = 220;
const LEFT = 44;
const FOOT = 26;

/** The day's wave at the depth of the reading and at the house depth, the reading on it, and the mean it stands for. */
export function Wave({ atReading, atHouse, readingDepth, houseDepth, hour, value, mean }: Props) {
  const show = useShows();
  const f = (t: number) => show.in('temperature', t);
  const all = [...atReading, ...atHouse, value, mean].filter(Number.isFinite).map(f);
  const low = Math.floor(Math.min(...all) - 1);
  const high = Math.ceil(Math.max(...all) + 1);
  const x = (h: number) => LEFT + (h / 24) * (W - LEFT - 10);
  const yOf = (degrees: number) => 8 + ((high - degrees) / (high - low)) * (H - FOOT - 8);
  const y = (t: number) => yOf(f(t));
  const line = (wave: readonly number[]) =>
    wave
      .map((t, h) =>
        Number.isFinite(t) ? `${h === 0 ? 'M' : 'L'}${x(h).toFixed(1)} ${y(t).toFixed(1)}` : '',
      )
      .join('');
  const isSame = Math.abs(readingDepth - houseDepth) < 0.001;
  const step = high - low > 16 ? 5 : high - low > 8 ? 2 : 1;
  const marks = Array.from({ length: Math.floor((high - low) / step) + 1 }, (_, i) => low + i * step);
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full"
      role="img"
      aria-label="The day's wave of soil temperature"
    >
      {marks.map((t) => (
        <g key={t}>
          <line x1={LEFT} x2={W - 10} y1={yOf(t)} y2={yOf(t)} stroke="var(--color-hair)" />
          <text x={LEFT - 6} y={yOf(t) + 4} textAnchor="end" fontSize={13} fill="var(--color-steel)">
            {t}°
          </text>
        </g>
      ))}
      {[0, 6, 12, 18, 24].map((h) => (
        <text
          key={h}
          x={x(h)}
          y={H - 6}
          textAnchor={h === 24 ? 'end' : 'middle'}
          fontSize={13}
          fill="var(--color-steel)"
        >
          {h === 0 || h === 24 ? 'midnight' : h === 12 ? 'noon' : h < 12 ? `${h} am` : `${h - 12} pm`}
        </text>
      ))}
      <line
        x1={LEFT}
        x2={W - 10}
        y1={y(mean)}
        y2={y(mean)}
        stroke="var(--color-clay)"
        strokeDasharray="6 4"
        strokeWidth={2}
      />
      <text x={x(2.4)} y={y(mean) - 6} fontSize={14} fontWeight={600} fill="var(--color-clay)">
        daily mean {show.temperature(mean)}
      </text>
      {!isSame && (
        <path
          d={line(atReading)}
          fill="none"
          stroke="var(--color-water)"
          strokeWidth={2}
          strokeDasharray="2 4"
        />
      )}
      <path d={line(atHouse)} fill="none" stroke="var(--color-iron)" strokeWidth={2.5} />
      <circle
        cx={x(hour)}
        cy={y(value)}
        r={6}
        fill="var(--color-straw)"
        stroke="var(--color-ink)"
        strokeWidth={1.5}
      />
      <text x={LEFT + 6} y={20} fontSize={13} fill="var(--color-ink)">
        solid: at {show.depth(houseDepth)}
        {isSame ? '' : ` · dotted: at ${show.depth(readingDepth)}`} · dot: the reading
      </text>
    </svg>
  );
}
