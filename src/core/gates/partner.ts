/**
 * Bolt or latch: every two products of one tank, or of one visit, may want opposite things. A leaf-active one wants dry hours, a
 * barrier wants water within days: together they go where the labels allow it and the sky, or the sprinkler, gives the
 * dry hours first and the water after them inside the deadline.
 */
import { gateName } from './gate-names';
import { addDays, type Day } from '@/core/calendar/day';
import { hourOf, type Hour } from '@/core/calendar/hour';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { adjuvantsApart, sharedIngredient } from './objections';
import { refusedInTank, wantsWater } from '@/core/products/partners';
import { worksOnLeaf, type ApplicationProduct } from '@/core/products/application';
import { isGranule, type Label } from '@/core/products/label';
import type { Millimetres } from '@/core/units/quantity';
import { ajar, open, shut, worseVerdict, type Gate, type GateContext, type Verdict } from './gate';
import { skyAt, skyEnds } from './sky';
import { WASHES_MM } from './rain-free';

export const partner: Gate = {
  key: 'partner',
  name: gateName('partner'),
  asks: 'everything',
  isWeather: false,
  spans: (context, range) => {
    const { product, beside } = context;
    // each pair is asked once: by the one that stands first
    const others = beside.filter((p) => p.position > product.position);
    if (!others.length) return constantLane(range, open({ code: 'no-partner', source: 'plan' }));
    const asked = others.map((other) => verdictsOf(context, other));
    return laneByTick<Day, Verdict>(range, (day) => asked.map((at) => at(day)).reduce(worseVerdict));
  },
};

/** What one pair says, by day. */
function verdictsOf(context: GateContext, other: ApplicationProduct): (day: Day) => Verdict {
  const standing = byLabels(context.product, other, context);
  const at = dryThenWater(context, context.product.label, other);
  const agreed = standing ?? open({ code: 'partners-agree', source: 'label', partner: other.label.name });
  if (standing?.state === 'shut' || !at) return () => agreed;
  return (day) => {
    const sky = at(day);
    return sky.state === 'open' && standing ? standing : sky;
  };
}

/** What the labels and the house say of the pair, whatever the weather. */
function byLabels(
  product: ApplicationProduct,
  other: ApplicationProduct,
  { rules }: GateContext,
): Verdict | null {
  const { label, tank } = product;
  const name = other.label.name;
  const isOneTank = tank === other.tank;
  const inTank = isOneTank ? byOneTank(product, other) : null;
  if (inTank) return inTank;
  const opposed = (label.onLeaf && other.label.inSoil) || (other.label.onLeaf && label.inSoil);
  if (rules.partners === 'never together' && opposed)
    return shut('latch', { code: 'never-together', source: 'house rule', partner: name });
  const asks = isOneTank && adjuvantsApart(label, other.label);
  if (asks) return ajar({ code: 'adjuvants-differ', source: 'label', partner: name, asks });
  const ingredient = sharedIngredient(label, other.label);
  if (ingredient !== null)
    return ajar({ code: 'same-ingredient', source: 'label', partner: name, ingredient });
  return isOneTank ? null : byOrder(product, other, rules.granuleFirst);
}

/** What keeps two products out of one tank. */
function byOneTank(product: ApplicationProduct, other: ApplicationProduct): Verdict | null {
  const { label } = product;
  const partner = other.label.name;
  const refused = refusedInTank(label, other.label);
  if (refused) return shut('bolt', { ...refused, source: 'label', partner });
  const feed = [label, other.label].find(wantsWater);
  const leaf = [product, other].find((p) => worksOnLeaf(p) && p.label.wateringIn === null)?.label;
  if (!feed || !leaf || feed === leaf) return null;
  return shut('latch', {
    code: 'wants-water-in',
    source: 'house rule',
    partner,
    feed: feed.name,
    leaf: leaf.name,
  });
}

/** Granule and spray of one visit go down in the order of the house. */
function byOrder(
  { label, tank }: ApplicationProduct,
  other: ApplicationProduct,
  granuleFirst: boolean,
): Verdict | null {
  if (isGranule(label) === isGranule(other.label)) return null;
  const granule = isGranule(label) ? tank : other.tank;
  const spray = isGranule(label) ? other.tank : tank;
  const isInOrder = granuleFirst ? granule < spray : spray < granule;
  const code = granuleFirst ? 'granule-first' : 'spray-first';
  const reason = { code, source: 'house rule', partner: other.label.name } as const;
  return isInOrder ? open(reason) : ajar(reason);
}

/** Dry hours for the leaf, then water for the soil: by the day; null where the pair does not ask for it. */
function dryThenWater(
  context: GateContext,
  label: Label,
  { label: partnerLabel }: ApplicationProduct,
): ((day: Day) => Verdict) | null {
  const leaf = [label, partnerLabel].find((l) => l.onLeaf && !isGranule(l) && l.rainFreeHours !== null);
  const soil = [label, partnerLabel].find((l) => l.wateringIn !== null);
  if (!leaf || !soil?.wateringIn || leaf.rainFreeHours === null) return null;
  const dryHours = leaf.rainFreeHours;
  const { depth, withinDays } = soil.wateringIn;
  const partnerName = partnerLabel.name;
  if (dryHours > withinDays * 24) {
    const never = shut('bolt', {
      code: 'dry-outlasts-deadline',
      source: 'label',
      partner: partnerName,
      dryHours,
      withinDays,
    });
    return () => never;
  }
  const { rules, zone } = context;
  const byIrrigation = zone.irrigationPerHour !== null && zone.irrigationPerHour > 0;
  const facts = { partner: partnerName, dryHours, depth, withinDays, byIrrigation } as const;
  const good = open({ code: 'dry-then-water', source: byIrrigation ? 'label' : 'forecast', ...facts });
  const bad = shut('latch', { code: 'no-dry-then-water', source: 'forecast', ...facts });
  const unknown = ajar({ code: 'dry-then-water-not-known', source: 'forecast', ...facts });
  const ends = skyEnds(context);
  const hours = Math.ceil(dryHours);
  return (day) => {
    let isKnown = false;
    for (let start = rules.workFrom; start + rules.calmHours <= rules.workTo; start++) {
      const begin = hourOf(day, start);
      const dryTo = (begin + rules.calmHours + hours) as Hour;
      if (dryTo > ends || skyAt(context, begin) === null) continue;
      isKnown = true;
      if (!isDry(context, begin, dryTo)) continue;
      if (byIrrigation) return good;
      const deadline = hourOf(addDays(day, withinDays), start);
      if (waterIn(context, dryTo, Math.min(deadline, ends)) >= depth) return good;
      if (deadline > ends) return unknown;
    }
    return isKnown ? bad : unknown;
  };
}

/** No hour of them has a rain that is likely enough and washes it off. */
function isDry(context: GateContext, from: Hour, to: Hour): boolean {
  for (let h = from; h < to; h = (h + 1) as Hour) {
    const sky = skyAt(context, h);
    if (sky !== null && sky.rain >= WASHES_MM && sky.chance >= context.rules.rainChance) return false;
  }
  return true;
}
/** As the watering-in gate counts it: weighed by its chance, mm. */
function waterIn(context: GateContext, from: Hour, to: number): Millimetres {
  let water = 0;
  for (let h = from; h < to; h = (h + 1) as Hour) {
    const sky = skyAt(context, h);
    if (sky !== null) water += sky.rain * sky.chance;
  }
  return water as Millimetres;
}
