/** What gates need of a product sheet and do not find there: how far a sheet is, and what its gaps cost. */
import { isGranule, setsNone, type Label } from './label';
import { isHerbicide } from './content';
import type { NoneKey } from './label-terms';
import { isPreEmergent } from '@/core/trade/terms';

type Gap = Readonly<{
  /** the field, as the form calls it */
  field: string;
  /** what the gate that misses it says then */
  costs: 'shut' | 'not known';
  gate: string;
}>;
export type Completeness = Readonly<{ asked: number; there: number; gaps: readonly Gap[] }>;
type Question = readonly [there: boolean, gap: Gap];

const ask = (there: boolean, field: string, costs: Gap['costs'], gate: string): Question => [
  there,
  { field, costs, gate },
];

/** A figure counts as there when it is typed, or when somebody has read that the label sets none. */
export function completenessOf(label: Label): Completeness {
  if (!isHerbicide(label)) return completenessOfOther(label);
  return summary([...ofIngredients(label), ...ofLimits(label), ...ofUse(label), ...ofWork(label)]);
}
const isThere = (label: Label, value: unknown, key: NoneKey): boolean =>
  (Array.isArray(value) ? value.length > 0 : value !== null) || setsNone(label, key);

const ofIngredients = (label: Label): Question[] => [
  ask(label.rates.length > 0, 'Rates', 'shut', 'Label turf'),
  ask(label.ingredients.length > 0, 'Active ingredients', 'not known', 'Year limit'),
  ask(
    label.ingredients.every((i) => i.yearLimit === null || i.counts === 'a.i.' || i.acid !== null),
    'Acid equivalent',
    'shut',
    'Year limit',
  ),
  ask(
    label.ingredients.some((i) => i.yearLimit !== null) || setsNone(label, 'ingredientLimits'),
    'Most of an ingredient in a year',
    'not known',
    'Year limit',
  ),
  ask(
    label.ingredients.every((i) => i.group !== null),
    'Site of action group',
    'not known',
    'Resistance',
  ),
];

/** Limits of the label, or of each of its rows. */
function ofLimits(label: Label): Question[] {
  const inRows = (key: 'yearLimit' | 'mostApplications' | 'intervalDays') =>
    label.rates.length > 0 && label.rates.every((r) => r[key] !== null);
  return [
    ask(
      isThere(label, label.yearLimit, 'yearLimit') || inRows('yearLimit'),
      'Most in a year',
      'shut',
      'Year limit',
    ),
    ask(
      isThere(label, label.mostApplications, 'mostApplications') || inRows('mostApplications'),
      'Most applications',
      'not known',
      'Number of applications',
    ),
    ask(
      isThere(label, label.minimumIntervalDays, 'intervalDays') || inRows('intervalDays'),
      'Least days between',
      'not known',
      'Interval',
    ),
  ];
}

const ofUse = (label: Label): Question[] => [
  ask(label.registeredIn !== null, 'Registered in', 'not known', 'Registration'),
  ask(isThere(label, label.sites, 'sites'), 'Sites', 'not known', 'Site'),
  ask(label.category !== null, 'Licence category', label.restrictedUse ? 'shut' : 'not known', 'Licence'),
  ask(label.signalWord !== '', 'Signal word', 'not known', 'Precautions'),
  ask(label.methods.length > 0, 'Equipment', 'shut', 'Equipment'),
  ask(isThere(label, label.seedingWait, 'seedingWait'), 'Wait before seeding', 'shut', 'Seeding ahead'),
  ask(isThere(label, label.seedlings, 'seedlings'), 'Seedlings', 'shut', 'Seeding behind'),
  ask(isThere(label, label.setbacks, 'setbacks'), 'Distances to keep', 'not known', 'Trees, beds, water'),
  ask(label.keepsFromFruit !== null, 'Where fruit is grown', 'shut', 'Trees, beds, water'),
];

/** What the weather, the water and the weeds are held against. */
function ofWork(label: Label): Question[] {
  const isSprayed = !isGranule(label);
  const isPost = label.onLeaf || label.rates.some((r) => !isPreEmergent(r.use));
  const isPre = !label.rates.length || label.rates.some((r) => isPreEmergent(r.use));
  const air = label.air.least ?? label.air.most ?? label.air.dayMost;
  return [
    ask(!isPre || isThere(label, label.wateringIn, 'wateringIn'), 'Watering-in', 'not known', 'Watering-in'),
    ask(
      !isPost || isThere(label, label.rainFreeHours, 'rainFreeHours'),
      'Rain-free hours',
      'shut',
      'Rain-free',
    ),
    ask(!isSprayed || isThere(label, label.windLimit, 'wind'), 'Wind', 'not known', 'Wind'),
    ask(!isSprayed || isThere(label, air, 'air'), 'Air temperature', 'not known', 'Air temperature'),
    ask(isThere(label, label.mowing.beforeDays, 'mowing'), 'No mowing before', 'not known', 'Mowing'),
    ask(
      !isPost || label.after.length > 0,
      'Weeds it takes, and up to which stage',
      'not known',
      'Growth stage',
    ),
    ask(!isPre || label.before.length > 0, 'Weeds it keeps from coming up', 'not known', 'Growth stage'),
    ask(!isSprayed || isThere(label, label.carrier, 'carrier'), 'Spray volume', 'not known', 'Equipment'),
    ask(label.reentry !== '', 'Re-entry', 'not known', 'Re-entry and event'),
    ask(label.packages.length > 0, 'Packages', 'not known', 'Stock'),
  ];
}

/** What the gates of a fertilizer, lime, iron or wetting agent ask for. */
function completenessOfOther(label: Label): Completeness {
  return summary([
    ask(label.rates.length > 0, 'Rates', 'not known', 'Label rate'),
    ask(label.methods.length > 0, 'Equipment', 'shut', 'Equipment'),
    ask(label.kind !== 'fertilizer' || label.analysis !== null, 'Analysis', 'not known', 'Fertilizer'),
    ask(label.packages.length > 0, 'Packages', 'not known', 'Stock'),
  ]);
}

const summary = (questions: readonly Question[]): Completeness => ({
  asked: questions.length,
  there: questions.filter(([there]) => there).length,
  gaps: questions.filter(([there]) => !there).map(([, gap]) => gap),
});
