/** The house's judgement on the season, its ceilings, crews and pace. */
import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { BARRIER_SCHOOLS } from '@/core/barrier/control';
import {
  AUTUMN_SCHOOLS,
  PERENNIAL_SCHOOLS,
  TENDER_SCHOOLS,
  YEAR_OFF_SCHOOLS,
} from '@/core/season/planner/question';
import { readFigures, type HouseTexts } from '@/core/facts/house-figures';
import { TURFS, type Turf } from '@/core/trade/terms';
import { parseFigure } from '@/core/units/parse';
import { requirePermission, type Actor } from '@/data/actor';
import type { StoredPlanning } from '@/data/planning-rules';
import { refuse, type Outcome } from '@/server/entry/outcome';
import { figureShapes, writeRules } from './write-rules';

export type PlanningInput = Readonly<{ seen: number }> &
  Pick<StoredPlanning, 'school' | 'autumn' | 'tender' | 'yearOff' | 'perennials'> &
  Readonly<{ ceilings: readonly Readonly<{ turf: Turf; ingredient: string | null; lbPerAcre: string }>[] }> &
  HouseTexts<'crews' | 'weights'>;
const text = (most = 20) => Joi.string().allow('').max(most).required();
export const planningShape = Joi.object<PlanningInput>({
  seen: Joi.number().integer().min(0).max(2_000_000_000).required(),
  school: Joi.string()
    .valid(...BARRIER_SCHOOLS)
    .required(),
  autumn: Joi.string()
    .valid(...AUTUMN_SCHOOLS)
    .required(),
  tender: Joi.string()
    .valid(...TENDER_SCHOOLS)
    .required(),
  yearOff: Joi.string()
    .valid(...YEAR_OFF_SCHOOLS)
    .required(),
  perennials: Joi.string()
    .valid(...PERENNIAL_SCHOOLS)
    .required(),
  ceilings: Joi.array()
    .items(
      Joi.object({
        turf: Joi.string()
          .valid(...TURFS)
          .required(),
        ingredient: text(80).allow(null),
        lbPerAcre: text(),
      }),
    )
    .max(40)
    .required(),
  ...figureShapes('crews', 'weights'),
}).required();

/** Saves them; what is proposed from now on keeps them. */
export async function savePlanning(actor: Actor, t: PlanningInput): Promise<Outcome<{ version: number }>> {
  requirePermission(actor, 'change the house');
  const issues: Issue[] = [];
  const planning: StoredPlanning = {
    school: t.school,
    autumn: t.autumn,
    tender: t.tender,
    yearOff: t.yearOff,
    perennials: t.perennials,
    ceilings: t.ceilings.map(({ turf, ingredient, lbPerAcre }, i) => {
      const name = ingredient?.trim().toLowerCase() ?? null;
      if (name === '') issues.push(issue(`Ingredient ${i + 1}`, 'ingredient-missing', { row: i + 1 }));
      const most = parseFigure(lbPerAcre, {
        field: `Ceiling ${i + 1}`,
        unit: 'ingredient',
        least: 0,
        most: 50,
      });
      if (!most.ok) issues.push(most.issue);
      return { turf, ingredient: name, lbPerAcre: most.ok ? most.value : 0 };
    }),
    ...readFigures(t, issues, 'crews', 'weights'),
  };
  if (issues.length) return refuse({ kind: 'invalid', issues });
  return writeRules(actor, { planning }, t.seen);
}
