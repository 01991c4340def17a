import { spanAt, type Lane, type Range, type State } from '@/core/calendar/span';

type Props<At extends number> = Readonly<{
  lane: Lane<At, { state: State }>;
  range: Range<At>;
  /** the tick that is now: framed */
  today: At;
  /** px */
  height: number;
  /** the tick under the cursor, if it is on this lane */
  marked?: At | null;
  /** of ten such days in past years so many were possible, where a tick is not known; null: nothing is known of it */
  tenths?: (at: At) => number | null;
  /** underlines the open ticks: for the lane of all lanes together */
  underlined?: boolean;
  label: string;
}>;

const DAY_WIDTH = 16;

/** One lane of a fence: a tall picket for shut, half a one for ajar, nothing but the rail for open. Shape says it without colour. */
export function Pickets<At extends number>({
  lane,
  range,
  today,
  height,
  marked = null,
  tenths = () => null,
  underlined = false,
  label,
}: Props<At>) {
  const days = Array.from({ length: range.to - range.from }, (_, i) => (range.from + i) as At);
  const width = days.length * DAY_WIDTH;
  const foot = height - 2;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      width="100%"
      height={height}
      preserveAspectRatio="none"
      role="img"
      aria-label={label}
      className="block overflow-visible"
    >
      <rect x={0} y={height - 7} width={width} height={2} fill="var(--color-rail)" />
      {days.map((day, i) => {
        const state = spanAt(lane, day)?.verdict.state;
        const x = i * DAY_WIDTH;
        const past = tenths(day);
        return (
          <g key={day}>
            {past !== null && (
              // hollow, and as tall as such days were shut: nobody knows this one
              <path
                d={picket(x + 4, DAY_WIDTH - 8, 2 + (foot - 8) * (past / 10), foot)}
                fill="var(--color-paper)"
                stroke="var(--color-steel)"
                strokeWidth={1.5}
                vectorEffect="non-scaling-stroke"
              />
            )}
            {past === null && state && state !== 'open' && (
              <path
                d={picket(x + 3, DAY_WIDTH - 6, state === 'shut' ? 2 : foot * 0.48, foot)}
                fill={state === 'shut' ? 'var(--color-iron)' : 'var(--color-straw)'}
              />
            )}
            {state === 'open' && underlined && (
              <rect x={x} y={height - 9} width={DAY_WIDTH} height={6} fill="var(--color-moss)" />
            )}
            {day === today && (
              <rect
                x={x + 0.75}
                y={0.75}
                width={DAY_WIDTH - 1.5}
                height={height - 1.5}
                fill="none"
                stroke="var(--color-clay)"
                strokeWidth={1.5}
              />
            )}
            {day === marked && (
              <rect x={x} y={0} width={DAY_WIDTH} height={height} fill="var(--color-water)" opacity={0.28} />
            )}
          </g>
        );
      })}
    </svg>
  );
}

const picket = (x: number, width: number, top: number, foot: number) =>
  `M${x} ${foot}V${top + 4}L${x + width / 2} ${top}L${x + width} ${top + 4}V${foot}Z`;
