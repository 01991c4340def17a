/** Which products may share a tank, by their labels alone. What the weather and the house say of them is the gate's. */
import { isGranule, type Label } from './label';
import type { WaterTurn } from './label-terms';
import { isSameSubstance } from './substance';
import type { ProductKind } from '@/core/trade/terms';

/** Why two labels will not have each other in one tank; `says`: the one that says so. */
export type TankRefusal =
  | Readonly<{ code: 'alone-only'; says: string }>
  | Readonly<{ code: 'granule-in-tank' }>
  | Readonly<{ code: 'label-excludes'; says: string; what: string }>
  | Readonly<{ code: 'ph-turned'; says: string; least: number; most: number; turns: WaterTurn }>;

export function refusedInTank(label: Label, other: Label): TankRefusal | null {
  for (const l of [label, other]) if (l.tankMix === 'alone only') return { code: 'alone-only', says: l.name };
  if (isGranule(label) !== isGranule(other)) return { code: 'granule-in-tank' };
  return refusedBy(label, other) ?? refusedBy(other, label);
}

/** Water that a partner turns lies about there: common practice, no source. */
const ALKALINE = 8;
const ACID = 5;

/** What the one's label will not have of the other. */
function refusedBy(label: Label, other: Label): TankRefusal | null {
  const name = other.name.toLowerCase();
  const what = label.notWith.find((w) => {
    const word = w.trim().toLowerCase();
    return (
      word !== '' &&
      (name.includes(word) ||
        word === other.kind ||
        other.ingredients.some((i) => isSameSubstance(word, i.name)))
    );
  });
  if (what !== undefined) return { code: 'label-excludes', says: label.name, what: what.trim() };
  const { sprayPh } = label;
  const { turnsWater: turns } = other;
  const isTurned =
    sprayPh &&
    ((turns === 'alkaline' && sprayPh.most < ALKALINE) || (turns === 'acid' && sprayPh.least > ACID));
  return isTurned && turns ? { code: 'ph-turned', says: label.name, ...sprayPh, turns } : null;
}

/** Feeds and softeners of the soil that want to be watered in: they go with barriers, not with what works on the leaf. */
const WANTS_WATER: readonly ProductKind[] = ['biostimulant', 'iron', 'fertilizer', 'wetting agent'];
export const wantsWater = ({ kind, formulation }: Pick<Label, 'kind' | 'formulation'>): boolean =>
  formulation !== 'G' && WANTS_WATER.includes(kind);
