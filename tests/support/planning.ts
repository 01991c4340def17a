/** The house's judgement on the season for tests of the planner: as it usually is, and a plain one that cuts nothing off. */
import type { PlanQuestion, PlanningRules } from '@/core/season/planner/question';
import { fewMembers, holdTable } from '@/core/season/planner/hold-table';
import { optionsFor, type Option } from '@/core/season/planner/options';
import type { Search } from '@/core/season/planner/search';
import { USUAL_WEIGHTS } from '@/core/season/planner/worth';
import { weighed } from '@/core/barrier/barrier';
import { USUAL_PLANNING, ceilingsFrom, planningRulesFrom } from '@/data/planning-rules';

/** The house's usual figures and ceilings. */
export const usualPlanning = planningRulesFrom(USUAL_PLANNING);
export const usualCeilings = ceilingsFrom(USUAL_PLANNING);
export const usualSeedSlackDays = USUAL_PLANNING.seedSlackDays;

/** Full rates, and no fall. */
export const plainRules: PlanningRules = {
  school: 'cold keeps it',
  autumn: 'never',
  tender: 'full rate',
  minutes: 12,
  yearOff: 'never',
  weights: USUAL_WEIGHTS,
  perennials: 'in autumn',
};

/** The search of a question, its tables as thin as the planner's own. */
export function searchOf(
  q: PlanQuestion,
  range: Search['range'],
  costOf: Search['costOf'],
): Readonly<{ options: Option[]; search: Search }> {
  const runs = weighed(q.runs, q.rules.school);
  const { today, zone, ledger } = q.facts;
  const options = optionsFor(q.facts, q.labels, q.targets, q.rules, range, runs);
  const input = { runs, options, targets: q.targets, ledger, labels: q.labels, turf: zone.turf, today };
  return {
    options,
    search: {
      range,
      coarse: holdTable(input, 7, fewMembers(runs, today, 5))!,
      fine: holdTable(input, 4)!,
      exact: holdTable(input)!,
      costOf,
    },
  };
}
