/** What gates need of a product sheet and do not find there: how far a sheet is, and what its gaps cost. */
import { isGranule, isHerbicide, type Label } from './label';
import { isPreEmergent } from '@/core/trade/terms';

type Gap = Readonly<{
  /** the field, as the form calls it */
  field: string;
  /** what the gate that misses it says then */
  costs: 'shut' | 'not known';
  gate: string;
}>;
export type Completeness = Readonly<{ asked: number; there: number; gaps: readonly Gap[] }>;

export function completenessOf(label: Label): Completeness {
  if (!isHerbicide(label)) return completenessOfOther(label);
  const isSprayed = !isGranule(label);
  const questions: (readonly [there: boolean, gap: Gap])[] = [
    [label.rates.length > 0, { field: 'Rates', costs: 'shut', gate: 'Label turf' }],
    [label.ingredients.length > 0, { field: 'Active ingredients', costs: 'not known', gate: 'Year limit' }],
    [
      label.ingredients.every((i) => i.yearLimit === null || i.counts === 'a.i.' || i.acid !== null),
      { field: 'Acid equivalent', costs: 'shut', gate: 'Year limit' },
    ],
    [
      label.ingredients.every((i) => i.group !== null),
      { field: 'Site of action group', costs: 'not known', gate: 'Resistance' },
    ],
    [
      label.yearLimit !== null || (label.rates.length > 0 && label.rates.every((r) => r.yearLimit !== null)),
      { field: 'Most in a year', costs: 'shut', gate: 'Year limit' },
    ],
    [label.registeredIn !== null, { field: 'Registered in', costs: 'not known', gate: 'Registration' }],
    [label.category !== null, { field: 'Licence category', costs: 'not known', gate: 'Licence' }],
    [label.methods.length > 0, { field: 'Equipment', costs: 'shut', gate: 'Equipment' }],
    [label.seedingWait.length > 0, { field: 'Wait before seeding', costs: 'shut', gate: 'Seeding ahead' }],
    [label.seedlings !== null, { field: 'Seedlings', costs: 'shut', gate: 'Seeding behind' }],
    [
      !label.inSoil || label.wateringIn !== null,
      { field: 'Watering-in', costs: 'not known', gate: 'Watering-in' },
    ],
    [
      !label.onLeaf || label.rainFreeHours !== null,
      { field: 'Rain-free hours', costs: 'shut', gate: 'Rain-free' },
    ],
    [
      !label.rates.some((r) => !isPreEmergent(r.use)) || label.after.length > 0,
      { field: 'Weeds it takes, and up to which stage', costs: 'not known', gate: 'Growth stage' },
    ],
    [!isSprayed || label.carrier !== null, { field: 'Spray volume', costs: 'not known', gate: 'Equipment' }],
    [label.reentry !== '', { field: 'Re-entry', costs: 'not known', gate: 'Re-entry and event' }],
    [label.packages.length > 0, { field: 'Packages', costs: 'not known', gate: 'Stock' }],
  ];
  return summary(questions);
}

/** What the gates of a fertilizer, lime, iron or wetting agent ask for. */
function completenessOfOther(label: Label): Completeness {
  return summary([
    [label.rates.length > 0, { field: 'Rates', costs: 'not known', gate: 'Label rate' }],
    [label.methods.length > 0, { field: 'Equipment', costs: 'shut', gate: 'Equipment' }],
    [
      label.kind !== 'fertilizer' || label.analysis !== null,
      { field: 'Analysis', costs: 'not known', gate: 'Nitrogen' },
    ],
    [label.packages.length > 0, { field: 'Packages', costs: 'not known', gate: 'Stock' }],
  ]);
}

const summary = (questions: readonly (readonly [there: boolean, gap: Gap])[]): Completeness => ({
  asked: questions.length,
  there: questions.filter(([there]) => there).length,
  gaps: questions.filter(([there]) => !there).map(([, gap]) => gap),
});
