/**
 * The algebra of spans: stretches of a calendar, each with one verdict.
 *
 * A span is half-open: `from` belongs to it, `to` is the first tick after. A tick is a `Day` or an `Hour`; nothing here
 * knows which. A *lane* is a list of spans that covers a range: in order, without hole or overlap. Functions take lanes
 * and give lanes; `holeIn` says whether something is one.
 */
export type Range<At extends number> = Readonly<{ from: At; to: At }>;
export type Span<At extends number, V> = Readonly<{ from: At; to: At; verdict: V }>;
export type Lane<At extends number, V> = readonly Span<At, V>[];

/** How far a gate stands open: the only thing that lanes are compared by. */
export type State = 'open' | 'ajar' | 'shut';
const SEVERITY: Record<State, number> = { open: 0, ajar: 1, shut: 2 };
export const worseState = (a: State, b: State): State => (SEVERITY[a] >= SEVERITY[b] ? a : b);

/**
 * Where a list fails to cover the range: the first tick that no span, or more than one, holds; null where it covers.
 * An empty range is covered by the empty list alone.
 */
export function holeIn<At extends number, V>(spans: Lane<At, V>, range: Range<At>): At | null {
  let at = range.from;
  for (const span of spans) {
    if (span.from !== at) return span.from < at ? span.from : at;
    if (span.to <= span.from) return span.from;
    at = span.to;
  }
  return at === range.to ? null : at;
}

/** The lane of one verdict over the whole range. */
export function constantLane<At extends number, V>(range: Range<At>, verdict: V): Lane<At, V> {
  return range.from < range.to ? [{ ...range, verdict }] : [];
}

/** Asks tick by tick; neighbours with the same verdict (by `same`) are joined. */
export function laneByTick<At extends number, V>(
  range: Range<At>,
  verdictAt: (at: At) => V,
  same: (a: V, b: V) => boolean = Object.is,
): Lane<At, V> {
  const out: { from: At; to: At; verdict: V }[] = [];
  for (let at: number = range.from; at < range.to; at++) {
    const verdict = verdictAt(at as At);
    const last = out.at(-1);
    if (last && same(last.verdict, verdict)) last.to = (at + 1) as At;
    else out.push({ from: at as At, to: (at + 1) as At, verdict });
  }
  return out;
}

/**
 * Asks once a stretch: `verdictAt` is the same from one break to the next. Breaks may lie anywhere, in any order.
 * For verdicts that are dear to compute and change on few days.
 */
export function laneByBreaks<At extends number, V>(
  range: Range<At>,
  breaks: readonly At[],
  verdictAt: (at: At) => V,
): Lane<At, V> {
  if (range.from >= range.to) return [];
  const inside = [...new Set(breaks)].filter((b) => b > range.from && b < range.to).sort((a, b) => a - b);
  const starts = [range.from, ...inside];
  return starts.map((from, i) => ({ from, to: starts[i + 1] ?? range.to, verdict: verdictAt(from) }));
}

/** The span that holds a tick; undefined outside the lane. By bisection: lanes are in order. */
export function spanAt<At extends number, V>(lane: Lane<At, V>, at: At): Span<At, V> | undefined {
  let lo = 0;
  let hi = lane.length - 1;
  while (lo <= hi) {
    const mid = (lo + hi) >> 1;
    const span = lane[mid];
    if (!span) return undefined;
    if (at < span.from) hi = mid - 1;
    else if (at >= span.to) lo = mid + 1;
    else return span;
  }
  return undefined;
}

/** What is common to two ranges; null where they do not meet. */
export function intersectRanges<At extends number>(a: Range<At>, b: Range<At>): Range<At> | null {
  const from = a.from > b.from ? a.from : b.from;
  const to = a.to < b.to ? a.to : b.to;
  return from < to ? { from, to } : null;
}

/** Lays one lane on another: the ticks that both hold, with both verdicts put into one by `join`. */
export function overlay<At extends number, A, B, C>(
  a: Lane<At, A>,
  b: Lane<At, B>,
  join: (a: A, b: B) => C,
): Lane<At, C> {
  const out: Span<At, C>[] = [];
  for (let i = 0, k = 0; ;) {
    const left = a[i];
    const right = b[k];
    if (!left || !right) return out;
    const common = intersectRanges(left, right);
    if (common) out.push({ ...common, verdict: join(left.verdict, right.verdict) });
    if (left.to <= right.to) i++;
    if (right.to <= left.to) k++;
  }
}

/** The ranges over which a lane's verdict holds, neighbours joined. */
export function rangesWhere<At extends number, V>(
  lane: Lane<At, V>,
  holds: (verdict: V) => boolean,
): Range<At>[] {
  const out: { from: At; to: At }[] = [];
  for (const { from, to, verdict } of lane) {
    if (!holds(verdict)) continue;
    const last = out.at(-1);
    if (last && last.to === from) last.to = to;
    else out.push({ from, to });
  }
  return out;
}
