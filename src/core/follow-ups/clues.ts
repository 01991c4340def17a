/** The clues to why a weed came through: from what was put down, how it went in, the soil of the season, and where it stands. */
import { addDays, type Day } from '@/core/calendar/day';
import type { WentIn } from '@/core/barrier/reached';
import { memberEffect, type Dose, type WeighedRuns } from '@/core/barrier/barrier';
import { seasonToHold } from '@/core/barrier/hold';
import type { Clues } from '@/core/weeds/causes';
import { emergenceOf, flushOf } from '@/core/weeds/emergence';
import type { Found } from '@/core/weeds/scouting';
import type { Stage, Weed } from '@/core/weeds/weeds';

/** A barrier of the season, as it was put down. */
export type LaidBarrier = Readonly<{
  day: Day;
  /** of a weed that its label has: its ingredients at the label's full rate; none: the label does not have it */
  full: readonly Dose[];
  /** what was put down, as a share of that */
  share: number;
  wentIn: WentIn;
}>;

export type CluesQuestion = Readonly<{
  weed: Weed;
  seenOn: Day;
  stage: Stage;
  where: Found['where'];
  hasHotEdge: boolean;
  runs: WeighedRuns;
  barriers: readonly LaidBarrier[];
  opened: readonly Day[];
  /** years in a row of the site of action that was used */
  groupYears: number;
}>;

/** How long a weed at its stage has been up, days, in growing weather. Common practice, from memory. */
const AGE: Readonly<Record<Stage, number>> = {
  'not up': 0,
  seedling: 10,
  '1 tiller': 24,
  '2 to 4 tillers': 42,
  mature: 70,
};
/** So much of the flush up before the barrier is some of it. Ours. */
const SOME_UP = 0.05;
/** What stops more is most of it, what stops less is little; as labels call control. */
const LASTING = { most: 0.8, little: 0.5 };
const DOSE = { full: 0.9, low: 0.65 };

/** Null: no barrier of this season stood before it, or the weed has no season of seedlings. */
export function cluesOf(q: CluesQuestion): Clues | null {
  const curve = emergenceOf(q.weed);
  const cameUp = addDays(q.seenOn, -AGE[q.stage]);
  const season = seasonToHold(q.weed, q.runs, q.seenOn);
  const barriers = q.barriers.filter((b) => b.day <= q.seenOn).toSorted((a, b) => a.day - b.day);
  const [first] = barriers;
  if (!curve || !season || !first) return null;
  const upBy = (day: Day): number => {
    const each = q.runs.members.map((soil) =>
      flushOf(curve, Array.prototype.slice.call(soil, season.first, season.first + season.days))
        .subarray(0, Math.max(0, day - season.from + 1))
        .reduce((a, b) => a + b, 0),
    );
    return each.reduce((a, b) => a + b, 0) / each.length;
  };
  const inSoil = first.wentIn.wetOn ?? first.day;
  const full = barriers.flatMap((b) => b.full);
  const stopped = q.runs.taus.map((_, k) => memberEffect(q.runs, k, full)[cameUp - q.runs.from] ?? 0);
  const effect = stopped.reduce((a, b) => a + b, 0) / Math.max(1, stopped.length);
  const has = full.length > 0;
  const worst = (of: (b: LaidBarrier) => boolean) => barriers.some((b) => b.day <= cameUp && of(b));
  return {
    timing: cameUp < first.day ? 'first' : upBy(inSoil) >= SOME_UP ? 'some' : 'before',
    water: waterOf(first),
    storm:
      first.wentIn.ranOff === null
        ? 'not known'
        : worst((b) => b.wentIn.ranOff === true)
          ? 'before the water'
          : 'none',
    leaf: worst((b) => b.wentIn.isCaught) ? 'long and dead' : 'free',
    // what is not on the label has not worn out, and what came first tells nothing of how long it lasts
    lasting: has && cameUp >= first.day ? lastingOf(effect) : 'most',
    place: placeOf(q),
    dose: doseOf(barriers.map((b) => b.share)),
    opened: q.opened.some((day) => day >= first.day && day <= cameUp) ? 'before it came up' : 'no',
    group: q.groupYears >= 5 ? 'five and more' : q.groupYears >= 3 ? 'three or four' : 'up to two years',
    label: has ? 'has it' : 'does not have it',
  };
}

function waterOf({ wentIn: { lateDays: late, wetOn } }: LaidBarrier): Clues['water'] {
  if (late === null) return 'not known';
  if (late === 0) return 'in time';
  return wetOn === null ? 'never' : 'late';
}
const lastingOf = (effect: number): Clues['lasting'] =>
  effect >= LASTING.most ? 'most' : effect < LASTING.little ? 'little' : 'half';

function placeOf({ where, hasHotEdge }: CluesQuestion): Clues['place'] {
  const only = where.filter((w) => w !== 'thin turf' && w !== 'shade' && w !== 'wet');
  if (only.includes('all over') || !only.length) return 'all over';
  if (only.includes('missed strip')) return 'missed strip';
  if (only.includes('edge of pavement')) return hasHotEdge ? 'hot edge' : 'missed strip';
  return 'bare spot';
}

function doseOf(shares: readonly number[]): Clues['dose'] {
  const all = shares.reduce((a, b) => a + b, 0);
  return all >= DOSE.full ? 'full' : all >= DOSE.low ? 'low' : 'very low';
}
