/**
 * When each weed comes up from seed: the share of its season's seedlings that have emerged, by the warmth of the soil.
 *
 * Model: a log-logistic curve over degree days of the soil at about an inch: its head rises fast and its tail goes on all
 * summer, as crabgrass does. Summer annuals count warmth over a base from the coldest day of the climate on, winter
 * annuals count coolness under a line from its warmest day on, on days that are not too cold to germinate.
 *
 * Figures: smooth crabgrass after Fidanza, Dernoeden & Zhang 1996 (Crop Science 36:990-996, figures recalled: first
 * emergence 42 to 78, main flush 140 to 230 degree days over 12 °C). The others' lines are the project's fact table's
 * (memory and practice); their curve is that of smooth crabgrass over their own line, which is ours.
 */
import type { Direction } from '@/core/ground/season';
import type { Weed } from './weeds';

export type Emergence = Readonly<{
  direction: Direction;
  /** °C: warmth counts above it, or coolness below it */
  line: number;
  /** winter annuals do not germinate in colder soil, °C */
  tooCold: number | null;
  /** degree days, °C, by which 5 % and half of the seedlings are up */
  first: number;
  half: number;
}>;

const rising = (line: number, first = 60, half = 185): Emergence => ({
  direction: 'rising',
  line,
  tooCold: null,
  first,
  half,
});
const falling = (line: number, tooCold: number): Emergence => ({
  direction: 'falling',
  line,
  tooCold,
  first: 20,
  half: 160,
});

const CURVES: Partial<Record<Weed, Emergence>> = {
  'smooth-crabgrass': rising(12),
  'large-crabgrass': rising(12.5),
  'southern-crabgrass': rising(13),
  foxtail: rising(11),
  sandbur: rising(12),
  lespedeza: rising(11),
  goosegrass: rising(15),
  'spotted-spurge': rising(14),
  chamberbitter: rising(19),
  'prostrate-knotweed': rising(2),
  'annual-bluegrass': falling(21, 5),
  'lawn-burweed': falling(21, 5),
  henbit: falling(20, 5),
  'common-chickweed': falling(20, 2),
  'field-madder': falling(18, 5),
  'corn-speedwell': falling(18, 5),
};

/** The curve of a weed that comes up from seed in one season; null: it has none. */
export const emergenceOf = (weed: Weed): Emergence | null => CURVES[weed] ?? null;

/** Share that is up at a sum of degree days. */
export function shareUp({ first, half }: Emergence, degreeDays: number): number {
  if (degreeDays <= 0) return 0;
  const slope = Math.log(19) / Math.log(half / first);
  return 1 / (1 + (half / degreeDays) ** slope);
}

/** The share of a season's seedlings that comes up on each day. @param soil daily means from the season's first day, °C */
export function flushOf(e: Emergence, soil: ArrayLike<number>): Float64Array {
  const out = new Float64Array(soil.length);
  let sum = 0;
  let up = 0;
  for (let d = 0; d < soil.length; d++) {
    const t = soil[d]!;
    const isTooCold = e.tooCold !== null && t < e.tooCold;
    sum += isTooCold ? 0 : Math.max(0, e.direction === 'rising' ? t - e.line : e.line - t);
    const now = shareUp(e, sum);
    out[d] = now - up;
    up = now;
  }
  return out;
}
