/**
 * Latch, for post-emergents: the target is up, and not past the stage that the label controls.
 * The stage goes by what was seen, and moves on from there; nothing seen, a summer annual's is expected from the soil's
 * outlook, which never opens: look first. Other weeds that nobody has looked at are not known.
 *
 * Days from emergence to each stage: common practice, no source; heat and water make them shorter or longer.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { isPreEmergent } from '@/core/trade/terms';
import { STAGES, WEEDS, stageRank, type Stage, type Weed } from '@/core/weeds/weeds';
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

/** The stage on a day, and the day on which it was seen; null: not known. */
export function stageOn(
  { seen, outlook }: GateContext,
  target: Weed,
): (day: Day) => {
  stage: Stage;
  seen: Day | null;
} | null {
  const last = seen.stages.filter((s) => s.weed === target).toSorted((a, b) => b.on - a.on)[0];
  const crossed = outlook && (outlook.crossed ?? outlook.dates.p50);
  const life = WEEDS[target].life;
  const expected = life === 'summer annual' ? crossed : null;
  return (day) => {
    if (last && last.on <= day) {
      if (last.stage === 'not up') {
        // not up when it was looked at: what the soil brings afterwards is expected
        if (expected !== null && day >= expected && expected > last.on)
          return { stage: stageAfter(day - expected), seen: null };
        return { stage: 'not up', seen: last.on };
      }
      const emerged = addDays(last.on, -BEGINS[last.stage]);
      // a perennial does not tiller away from its control
      return life === 'perennial'
        ? { stage: last.stage, seen: last.on }
        : { stage: stageAfter(day - emerged), seen: last.on };
    }
    return expected === null ? null : { stage: stageAfter(day - expected), seen: null };
  };
}

export const growthStage: Gate = {
  key: 'growth-stage',
  name: 'Growth stage',
  spans: (context, range) => {
    const { use, targets } = context.product;
    if (isPreEmergent(use))
      return constantLane(range, open({ code: 'not-for-this-use', source: 'plan', use }));
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
      ...{ code: 'target-not-on-label', source: 'label', target },
      onLabel: label.after.map((a) => a.weed),
    });
    return () => none;
  }
  const at = stageOn(context, target);
  const { upTo } = controlled;
  const from = context.outlook && (context.outlook.crossed ?? context.outlook.dates.p10);
  const kept = new Map<string, Verdict>();
  const verdict = (now: ReturnType<NonNullable<typeof at>> | null): Verdict => {
    if (!now) return ajar({ code: 'not-known', source: 'seen', missing: 'stage' });
    const { stage, seen } = now;
    const source = seen === null ? 'outlook' : 'seen';
    if (stage === 'not up')
      return shut('latch', { code: 'target-not-up', source, target, stage, seen, from });
    const facts = { source, target, stage, upTo, seen } as const;
    if (stageRank(stage) > stageRank(upTo)) return shut('latch', { code: 'past-stage', ...facts });
    return seen === null
      ? ajar({ code: 'stage-expected', ...facts })
      : open({ code: 'stage-controlled', ...facts });
  };
  return (day) => {
    const now = at(day);
    const key = now ? `${now.stage}|${now.seen ?? ''}` : '';
    let v = kept.get(key);
    if (!v) kept.set(key, (v = verdict(now)));
    return v;
  };
}
