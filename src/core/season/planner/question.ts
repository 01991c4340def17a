/** What the planner is asked with, and the house's judgement that it keeps. */
import type { Day } from '@/core/calendar/day';
import type { GateFacts } from '@/core/gates/gate';
import type { SoilRuns } from '@/core/ground/soil-runs';
import type { Label } from '@/core/products/label';
import { emergenceOf } from '@/core/weeds/emergence';
import type { Weed } from '@/core/weeds/weeds';
import type { BarrierSchool } from '@/core/barrier/control';
import type { PlannedApplication } from '@/core/season/standing';
import type { Weights } from './worth';

export const AUTUMN_SCHOOLS = ['always', 'after a bad year', 'never'] as const;
type AutumnSchool = (typeof AUTUMN_SCHOOLS)[number];
export const TENDER_SCHOOLS = ['low rate', 'full rate'] as const;
type TenderSchool = (typeof TENDER_SCHOOLS)[number];
export const YEAR_OFF_SCHOOLS = ['never', 'after years of one group'] as const;
type YearOffSchool = (typeof YEAR_OFF_SCHOOLS)[number];
export const PERENNIAL_SCHOOLS = ['in autumn', 'after the bees', 'when seen'] as const;
export type PerennialSchool = (typeof PERENNIAL_SCHOOLS)[number];

/** Questions of judgement on which the trade differs: each house answers for itself. */
export type PlanningRules = Readonly<{
  school: BarrierSchool;
  /** a barrier in autumn: on every lawn, on those where winter weeds were seen last season, on none */
  autumn: AutumnSchool;
  /** on turf that is tender to an ingredient */
  tender: TenderSchool;
  /** a year without a barrier where one site of action has stood alone for the years that the gate counts */
  yearOff: YearOffSchool;
  /** when perennial broadleaf weeds that were seen are taken */
  perennials: PerennialSchool;
  /** an application takes so long on a lawn, minutes */
  minutes: number;
  /** what programs are weighed by */
  weights: Weights;
}>;

export type Target = Readonly<{ weed: Weed; weight: number }>;

export type PlanQuestion = Readonly<{
  /** without what is planned: the programme is made anew */
  facts: GateFacts;
  labels: readonly Label[];
  targets: readonly Target[];
  runs: SoilRuns;
  rules: PlanningRules;
  /** planned work that stays whatever is chosen: its limits, intervals and barrier count */
  kept: readonly PlannedApplication[];
  /** planned work that a programme would stand for: measured beside the others */
  planned: readonly PlannedApplication[];
}>;

/** Asked about on every lawn, with their weights: common practice, no source. */
const USUAL: readonly Target[] = [
  { weed: 'smooth-crabgrass', weight: 3 },
  { weed: 'goosegrass', weight: 1 },
  { weed: 'annual-bluegrass', weight: 1 },
];

export const USUAL_WEEDS: readonly Weed[] = USUAL.map((t) => t.weed);

/** A weed that is named counts so much beside the usual ones, or more. Ours. */
const NAMED = 2;

/** The usual weeds, and those with a season of their own that somebody planned against or saw here in the last year and a half. */
export function usualTargets(
  planned: readonly PlannedApplication[],
  seen: GateFacts['seen'],
  today: Day,
): readonly Target[] {
  const named = [
    ...planned.flatMap((a) => (a.skipped ? [] : a.products.flatMap((p) => p.targets))),
    ...seen.stages.filter((s) => s.stage !== 'not up' && s.on > today - 550).map((s) => s.weed),
  ];
  const weights = new Map(USUAL.map((t) => [t.weed, t.weight]));
  for (const weed of new Set(named))
    if (emergenceOf(weed)) weights.set(weed, (weights.get(weed) ?? 0) + NAMED);
  return [...weights].map(([weed, weight]) => ({ weed, weight }));
}
