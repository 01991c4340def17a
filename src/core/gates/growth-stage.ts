/**
 * Latch, for post-emergents: the target is up, and not past the stage that the label controls, nor at one that it leaves
 * out on the way.
 * The stage goes by what was seen, and moves on from there; nothing seen, an annual's is expected from its own line of
 * the soil, which never opens: look first. Perennials that nobody has looked at lately are not known, and are not up in the
 * season in which they have no leaf. Annuals end with their season. For pre-emergents: the label must name what it is to keep from coming up.
 *
 * Days from emergence to each stage: common practice, no source; heat and water make them shorter or longer.
 */
import { gateName } from './gate-names';
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { WATCHES } from '@/core/ground/crossing';
import { lineOf, type Season } from '@/core/ground/outlook';
import { belongsFrom, seasonNow, usualClimate } from '@/core/ground/season';
import { isPreEmergent } from '@/core/trade/terms';
import { germinationLine } from '@/core/weeds/germination';
import { isWithoutLeaf, leafAgain } from '@/core/weeds/leaf-seasons';
import { STAGES, stageRank, type Stage, type Weed } from '@/core/weeds/weeds';
import { ajar, open, shut, worseVerdict, type Gate, type GateContext, type Verdict } from './gate';

/** Days after emergence on which each stage begins. */
const BEGINS: Record<Stage, number> = {
  'not up': -Infinity,
  seedling: 0,
  '1 tiller': 21,
  '2 to 4 tillers': 35,
  mature: 63,
};

const stageAfter = (days: number): Stage => STAGES.findLast((s) => days >= BEGINS[s]) ?? 'not up';

/** Days after its emergence through which a weed is not past a stage; Infinity: it never is. */
export const daysUpTo = (stage: Stage): number => {
  const next = STAGES[stageRank(stage) + 1];
  return next ? Math.max(0, BEGINS[next] - 1) : Infinity;
};

type StageNow = Readonly<{ stage: Stage; seen: Day | null }>;

/** The seasons of one weed: on which day each began to count, and when it comes up in it by the soil (10 % and even odds). */
type WeedSeason = Readonly<{ belongs: Day; p10: Day | null; p50: Day | null }>;

/** This season and the next of a weed that ends with its season; null: it lives on, or comes up by no line of its own. */
function seasonsOf(
  { outlook, zone, today }: GateContext,
  target: Weed,
): readonly [WeedSeason, WeedSeason] | null {
  const key = germinationLine(target);
  if (!key) return null;
  const line = outlook && lineOf(outlook, key);
  const of = ({ begins, crossed, dates }: Season): WeedSeason => ({
    belongs: belongsFrom(begins),
    p10: crossed ?? dates.p10,
    p50: crossed ?? dates.p50,
  });
  if (line) return [of(line), of(line.next)];
  // without an outlook the calendar of the hemisphere tells when a season ends, and nothing when the weed comes up
  const direction = key === 'house' ? 'rising' : WATCHES[key].direction;
  const belongs = belongsFrom(seasonNow(usualClimate(zone.latitude), direction, today));
  const unknown = { p10: null, p50: null };
  return [
    { belongs, ...unknown },
    { belongs: addDays(belongs, 365), ...unknown },
  ];
}

/**
 * The stage on a day, and the day on which it was seen; null: not known. What was seen counts in its season: annuals end
 * with it, and the next season's are expected from the soil.
 */
export function stageOn(context: GateContext, target: Weed): (day: Day) => StageNow | null {
  const looks = context.seen.stages.filter((s) => s.weed === target).toSorted((a, b) => b.on - a.on);
  const seasons = seasonsOf(context, target);
  return (day) => {
    if (!seasons)
      return perennialOn(
        context,
        target,
        looks.find((s) => s.on <= day),
        day,
      );
    const [now, next] = seasons;
    const season = day < next.belongs ? now : next;
    const last = looks.find((s) => s.on <= day && s.on >= season.belongs);
    const expected = (): StageNow | null =>
      season.p50 === null ? null : { stage: stageAfter(day - season.p50), seen: null };
    if (!last) return expected();
    if (last.stage !== 'not up')
      return { stage: stageAfter(day - addDays(last.on, -BEGINS[last.stage])), seen: last.on };
    // not up when it was looked at: what the soil brings afterwards is expected
    return season.p50 !== null && season.p50 > last.on && day >= season.p50
      ? expected()
      : { stage: 'not up', seen: last.on };
  };
}

/** A look at a perennial counts so many days: it does not tiller away from its control, but it dies back, or was sprayed. Ours. */
const LOOK_COUNTS_DAYS = 75;
/** What somebody saw this lately goes before what the season lets expect. Ours. */
const JUST_SEEN_DAYS = 14;

/** A perennial, by the last look before the day: in the season in which it has no leaf it is not up, unless just seen. */
function perennialOn(
  { outlook, zone }: GateContext,
  target: Weed,
  look: GateContext['seen']['stages'][number] | undefined,
  day: Day,
): StageNow | null {
  const seen = look && day - look.on <= LOOK_COUNTS_DAYS ? { stage: look.stage, seen: look.on } : null;
  if (seen && day - seen.seen <= JUST_SEEN_DAYS) return seen;
  return isWithoutLeaf(target, { outlook, latitude: zone.latitude }, day)
    ? { stage: 'not up', seen: null }
    : seen;
}

/** The day from which a weed that is not up is expected: 1 in 10 by its line, a perennial's by its leaf; null: nobody knows. */
function expectedFrom(context: GateContext, target: Weed): (day: Day) => Day | null {
  const seasons = seasonsOf(context, target);
  const where = { outlook: context.outlook, latitude: context.zone.latitude };
  return (day) => {
    if (!seasons) return isWithoutLeaf(target, where, day) ? leafAgain(target, where, day) : null;
    return (day < seasons[1].belongs ? seasons[0] : seasons[1]).p10;
  };
}

export const growthStage: Gate = {
  key: 'growth-stage',
  name: gateName('growth-stage'),
  asks: 'herbicide',
  isWeather: false,
  spans: (context, range) => {
    const { use, targets, label } = context.product;
    if (isPreEmergent(use)) {
      // before it is up there is no stage to ask; but the label must name it
      const stranger = targets.find((t) => !label.before.includes(t));
      return constantLane(
        range,
        stranger
          ? shut('latch', {
              code: 'target-not-on-label',
              source: 'label',
              target: stranger,
              onLabel: label.before,
              before: true,
            })
          : targets.length
            ? open({ code: 'target-held-back', source: 'label', targets })
            : open({ code: 'not-for-this-use', source: 'plan', use }),
      );
    }
    if (!targets.length)
      return constantLane(range, ajar({ code: 'not-known', source: 'plan', missing: 'target' }));
    const asked = targets.map((target) => verdictsFor(context, target));
    return laneByTick<Day, Verdict>(range, (day) => asked.map((at) => at(day)).reduce(worseVerdict));
  },
};

/** What one target weed says, by day. */
function verdictsFor(context: GateContext, target: Weed): (day: Day) => Verdict {
  const { label } = context.product;
  const controlled = label.after.find((a) => a.weed === target);
  if (!controlled) {
    const none = shut('latch', {
      code: 'target-not-on-label',
      source: 'label',
      target,
      onLabel: label.after.map((a) => a.weed),
    });
    return () => none;
  }
  const at = stageOn(context, target);
  const { upTo } = controlled;
  const from = expectedFrom(context, target);
  const kept = new Map<string, Verdict>();
  const verdict = (now: StageNow | null, day: Day): Verdict => {
    if (!now) return ajar({ code: 'not-known', source: 'seen', missing: 'stage' });
    const { stage, seen } = now;
    const source = seen === null ? 'outlook' : 'seen';
    if (stage === 'not up')
      return shut('latch', { code: 'target-not-up', source, target, stage, seen, from: from(day) });
    const facts = { source, target, stage, upTo, seen, degree: controlled.degree ?? 'control' } as const;
    if (stageRank(stage) > stageRank(upTo)) return shut('latch', { code: 'past-stage', ...facts });
    if (stage === controlled.butNot)
      return shut('latch', {
        code: 'between-stages',
        source,
        target,
        stage,
        seen,
        again: STAGES[stageRank(stage) + 1]!,
      });
    return seen === null
      ? ajar({ code: 'stage-expected', ...facts })
      : open({ code: 'stage-controlled', ...facts });
  };
  return (day) => {
    const now = at(day);
    const key = now
      ? `${now.stage}|${now.seen ?? ''}|${now.stage === 'not up' ? (from(day) ?? '') : ''}`
      : '';
    let v = kept.get(key);
    if (!v) kept.set(key, (v = verdict(now, day)));
    return v;
  };
}
