/** The house's judgement on the season, its ceilings, crews and pace. */
import 'server-only';
import Joi from 'joi';
import { BARRIER_SCHOOLS } from '@/core/barrier/barrier';
import {
  AUTUMN_SCHOOLS,
  PERENNIAL_SCHOOLS,
  TENDER_SCHOOLS,
  YEAR_OFF_SCHOOLS,
} from '@/core/season/planner/question';
import { TURFS, type Turf } from '@/core/trade/terms';
import { parseFigure, type Issue } from '@/core/units/parse';
import { requirePermission, type Actor } from '@/data/actor';
import type { StoredPlanning } from '@/data/planning-rules';
import { refuse, type Outcome } from '@/server/entry/outcome';
import { writeRules } from './write-rules';

/** Figures of the form, as they are kept. */
const FIGURES = [
  'stopMinutes',
  'driveMinutes',
  'trucks',
  'daysAWeek',
  'broadcastAbove',
  'callbackUsd',
  'hourUsd',
  'rootVisits',
  'limitVisits',
  'seedSlackDays',
] as const;
export type PlanningInput = Readonly<
  { seen: number } & Pick<StoredPlanning, 'school' | 'autumn' | 'tender' | 'yearOff' | 'perennials'> & {
      ceilings: readonly Readonly<{ turf: Turf; ingredient: string | null; lbPerAcre: string }>[];
    } & Record<(typeof FIGURES)[number], string>
>;
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
  ...Object.fromEntries(FIGURES.map((key) => [key, text()])),
}).required();

/** Saves them; what is proposed from now on keeps them. */
export async function savePlanning(actor: Actor, t: PlanningInput): Promise<Outcome<{ version: number }>> {
  requirePermission(actor, 'change the house');
  const issues: Issue[] = [];
  const read = (
    value: string,
    field: string,
    unit: string,
    least: number,
    most: number,
    isWhole: boolean,
  ) => {
    const parsed = parseFigure(value, { field, unit, least, most });
    if (!parsed.ok) issues.push(parsed.issue);
    else if (isWhole && !Number.isInteger(parsed.value))
      issues.push({ field, problem: `${field} is ${parsed.value} ${unit}`, remedy: 'Type a whole number.' });
    return parsed.ok ? parsed.value : 0;
  };
  const planning: StoredPlanning = {
    school: t.school,
    autumn: t.autumn,
    tender: t.tender,
    yearOff: t.yearOff,
    perennials: t.perennials,
    ceilings: t.ceilings.map(({ turf, ingredient, lbPerAcre }, i) => {
      const name = ingredient?.trim().toLowerCase() ?? null;
      if (name === '')
        issues.push({
          field: `Ingredient ${i + 1}`,
          problem: `Ingredient ${i + 1} is missing`,
          remedy: 'Type the active ingredient as labels name it, or take the row out.',
        });
      const most = read(lbPerAcre, `Ceiling ${i + 1}`, 'ingredient', 0, 50, false);
      return { turf, ingredient: name, lbPerAcre: most };
    }),
    stopMinutes: read(t.stopMinutes, 'At a lawn', 'minutes', 1, 480, false),
    driveMinutes: read(t.driveMinutes, 'On the way', 'minutes', 0, 480, false),
    trucks: read(t.trucks, 'Trucks', 'trucks', 1, 500, true),
    broadcastAbove: read(t.broadcastAbove, 'Whole zone from', '%', 0, 100, false),
    daysAWeek: read(t.daysAWeek, 'Days a week', 'days', 1, 7, true),
    callbackUsd: read(t.callbackUsd, 'Callback', 'dollars', 0, 10_000, false),
    hourUsd: read(t.hourUsd, 'An hour', 'dollars', 0, 1000, false),
    rootVisits: read(t.rootVisits, 'Load on the roots', 'visits', 0, 20, false),
    limitVisits: read(t.limitVisits, 'A limit nearly used', 'visits', 0, 20, false),
    seedSlackDays: read(t.seedSlackDays, 'Days before seeding', 'days', 0, 120, true),
  };
  if (issues.length) return refuse({ kind: 'invalid', issues });
  return writeRules(actor, { planning }, t.seen);
}
