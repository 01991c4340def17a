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
  const at = (day: At) => (day - range.from) * DAY_WIDTH;
  const ticks = days.map((day) => ({
    x: at(day),
    state: spanAt(lane, day)?.verdict.state,
    past: tenths(day),
  }));
  const standing = (state: State, top: number) =>
    ticks
      .filter((t) => t.past === null && t.state === state)
      .map(({ x }) => picket(x + 3, DAY_WIDTH - 6, top, foot))
      .join('');
  // one path for all pickets of a kind: a page has thousands of them
  const shut = standing('shut', 2);
  const ajar = standing('ajar', foot * 0.48);
  const hollow = ticks
    .map(({ x, past }) =>
      // as tall as such days were shut: nobody knows this one
      past === null ? '' : picket(x + 4, DAY_WIDTH - 8, 2 + (foot - 8) * (past / 10), foot),
    )
    .join('');
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
      {hollow && (
        <path
          d={hollow}
          fill="var(--color-paper)"
          stroke="var(--color-steel)"
          strokeWidth={1.5}
          vectorEffect="non-scaling-stroke"
        />
      )}
      {shut && <path d={shut} fill="var(--color-iron)" />}
      {ajar && <path d={ajar} fill="var(--color-straw)" />}
      {underlined &&
        openRuns(ticks).map(({ x, count }) => (
          <rect key={x} x={x} y={height - 9} width={count * DAY_WIDTH} height={6} fill="var(--color-moss)" />
        ))}
      {today >= range.from && today < range.to && (
        <rect
          x={at(today) + 0.75}
          y={0.75}
          width={DAY_WIDTH - 1.5}
          height={height - 1.5}
          fill="none"
          stroke="var(--color-clay)"
          strokeWidth={1.5}
        />
      )}
      {marked !== null && (
        <rect
          x={at(marked)}
          y={0}
          width={DAY_WIDTH}
          height={height}
          fill="var(--color-water)"
          opacity={0.28}
        />
      )}
    </svg>
  );
}

/** Open ticks that follow each other. */
function openRuns(
  ticks: readonly Readonly<{ x: number; state: State | undefined }>[],
): { x: number; count: number }[] {
  const runs: { x: number; count: number }[] = [];
  let before: State | undefined;
  for (const { x, state } of ticks) {
    const last = runs.at(-1);
    if (state === 'open' && before === 'open' && last) last.count++;
    else if (state === 'open') runs.push({ x, count: 1 });
    before = state;
  }
  return runs;
}

/** A picket as a path, to a tenth of a pixel. */
function picket(x: number, width: number, top: number, foot: number): string {
  const shoulder = round(top + 4);
  return `M${x} ${foot}V${shoulder}l${width / 2}-4 ${width / 2} 4V${foot}z`;
}
const round = (value: number) => Math.round(value * 10) / 10;
