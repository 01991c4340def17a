/**
 * Bolt if the label says so, else latch, and nothing where the label frees it (the atrazine type on centipede): warm-season turf that is neither dormant nor green is easily hurt through the
 * leaf; turf under heat or drought is too. Heat that was seen counts for two weeks (common practice, no source), drought until
 * rain has filled the root zone again.
 *
 * "Dormant only" opens on what somebody saw in the ten days before, and never on a model; turf that never goes dormant,
 * the cool-season part of a mix too, keeps it shut.
 */
import { gateName } from './gate-names';
import { addDays, type Day } from '@/core/calendar/day';
import { laneByTick } from '@/core/calendar/span';
import { greenOn } from '@/core/lawn/green-up';
import { TURF_FACTS } from '@/core/lawn/turf';
import { worksOnLeaf } from '@/core/products/application';
import { rateForTurf } from '@/core/products/label';
import type { Turf } from '@/core/trade/terms';
import { ajar, open, shut, worseVerdict, type Gate, type GateContext, type Verdict } from './gate';
import { droughtSince } from './root-zone';

/** Under it turf counts as dormant, above `GREEN` as green: what an eye at the kerb calls so. Common practice, no source. */
const DORMANT = 0.05;
const GREEN = 0.9;
const STRESS_DAYS = 14;
/** What was seen fades into what is expected over so many days. */
const SEEN_COUNTS_DAYS = 30;
/** So long does "dormant" count once it was seen. The project's rule: a warm week greens bermudagrass. */
const DORMANT_SEEN_DAYS = 10;

export const turfState: Gate = {
  key: 'turf-state',
  name: gateName('turf-state'),
  asks: 'herbicide',
  isWeather: false,
  spans: (context, range) => {
    const { product, zone, seen, outlook } = context;
    const { label, use } = product;
    // of a mix each warm grass counts
    const warm = [zone.turf, zone.mixedWith].filter(
      (t) => t !== null && TURF_FACTS[t].season === 'warm',
    ) as Turf[];
    const dormancy = rateForTurf(label, zone, use)?.dormancy ?? 'any';
    const works = worksOnLeaf({ label, use });
    const stressed = works ? stressOn(context) : () => null;
    if (dormancy === 'dormant only') return laneByTick<Day, Verdict>(range, dormantOnly(zone, seen));
    const noMatter = open({ code: 'turf-state-irrelevant', source: 'label' });
    const kept = new Map<string, Verdict>();
    return laneByTick<Day, Verdict>(range, (day) => {
      const strained = stressed(day);
      if (strained) return strained;
      if (!warm.length || dormancy === 'safe while greening' || (dormancy === 'any' && !works))
        return noMatter;
      return warm.map((turf) => ofGrass(turf, day)).reduce(worseVerdict);
    });

    function ofGrass(grass: Turf, day: Day): Verdict {
      const green = greenOn(grass, outlook, seen.green, day);
      const seenOn = seen.green && seen.green.on <= day ? seen.green.on : null;
      const key = `${grass}|${green === null ? '' : Math.round(green * 20)}|${seenOn ?? ''}`;
      let verdict = kept.get(key);
      if (verdict) return verdict;
      if (green === null) verdict = ajar({ code: 'not-known', source: 'outlook', missing: 'outlook' });
      else {
        const facts = {
          source: seenOn === null ? 'outlook' : 'seen',
          turf: grass,
          green: Math.round(green * 20) / 20,
          seen: seenOn,
        } as const;
        const isModel = seenOn === null || day > addDays(seenOn, SEEN_COUNTS_DAYS);
        // a label's bolt is not opened by a model: it says what to look for
        if (dormancy === 'not while greening' && isModel && (green <= DORMANT || green >= GREEN))
          verdict = ajar({ code: 'turf-expected', ...facts });
        else if (green <= DORMANT) verdict = open({ code: 'turf-dormant', ...facts });
        else if (green >= GREEN) verdict = open({ code: 'turf-green', ...facts });
        else
          verdict = shut(dormancy === 'not while greening' ? 'bolt' : 'latch', {
            code: 'part-green',
            ...facts,
          });
      }
      kept.set(key, verdict);
      return verdict;
    }
  },
};

/**
 * Heat or drought that somebody saw, by day; null: it does not hold the day back. Heat counts its days. A drought lasts
 * until rain has filled the root zone again or somebody says that it is gone; where no weather says so it is not known.
 */
function stressOn(context: GateContext): (day: Day) => Verdict | null {
  const { stress } = context.seen;
  if (!stress || stress.kind === 'none') return () => null;
  const { kind, on } = stress;
  const atLeast = addDays(on, STRESS_DAYS);
  const since = kind === 'drought' ? droughtSince(context, on) : null;
  const until = kind === 'heat' ? atLeast : (since?.refilled ?? null);
  const strained = shut('latch', { code: 'turf-stressed', source: 'seen', stress: kind, seen: on, until });
  const mayLast = ajar({ code: 'drought-may-last', source: 'seen', seen: on });
  return (day) => {
    if (day < on || (until !== null && day >= until)) return null;
    if (kind === 'heat' || day < (since?.knownTo ?? atLeast) || until !== null) return strained;
    return mayLast;
  };
}

/** What a label that allows dormant turf alone says of a day: open only where somebody has just seen it dormant. */
function dormantOnly(
  { turf, mixedWith }: GateContext['zone'],
  { green }: GateContext['seen'],
): (day: Day) => Verdict {
  const grasses = [turf, mixedWith].filter((t) => t !== null);
  const never = grasses.find((t) => TURF_FACTS[t].season === 'cool');
  if (never) {
    const shutFor = shut('bolt', {
      code: 'must-be-dormant',
      source: 'label',
      turf: never,
      green: 1,
      seen: null,
    });
    return () => shutFor;
  }
  const unseen = shut('bolt', { code: 'not-known', source: 'seen', missing: 'green' });
  if (!green) return () => unseen;
  const facts = { source: 'seen', turf, green: green.share, seen: green.on } as const;
  const dormant = open({ code: 'turf-dormant', ...facts });
  const alive = shut('bolt', { code: 'must-be-dormant', ...facts });
  return (day) => {
    if (day < green.on || day > addDays(green.on, DORMANT_SEEN_DAYS)) return unseen;
    return green.share <= DORMANT ? dormant : alive;
  };
}
