/** In which units a company reads and types its figures. Nothing that is kept changes. */
import 'server-only';
import Joi from 'joi';
import { UNIT_SYSTEMS, type UnitSystem } from '@/core/units/measures';
import { requirePermission, type Actor } from '@/data/actor';
import { setUnits } from '@/data/organisations';
import { done, type Outcome } from '@/server/entry/outcome';

export type UnitsInput = Readonly<{ units: UnitSystem }>;
export const unitsShape = Joi.object<UnitsInput>({ units: Joi.valid(...UNIT_SYSTEMS).required() }).required();

export async function saveUnits(actor: Actor, { units }: UnitsInput): Promise<Outcome<UnitsInput>> {
  requirePermission(actor, 'change the house');
  await setUnits(actor, units);
  return done({ units });
}
