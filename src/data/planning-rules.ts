/** The house's judgement on the season, its crews and its pace, as they are typed and kept, and as the core takes them. */
import type { HouseRules } from '@/core/facts/facts';
import type { Crews } from '@/core/season/workload';
import type { PlanningRules } from '@/core/season/planner/question';
import { USUAL_WEIGHTS } from '@/core/season/planner/worth';
import type { Turf } from '@/core/trade/terms';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { rateOf } from '@/core/units/rate';
import { withUsual } from './stored-json';

export type StoredPlanning = Readonly<{
  school: PlanningRules['school'];
  autumn: PlanningRules['autumn'];
  tender: PlanningRules['tender'];
  yearOff: PlanningRules['yearOff'];
  perennials: PlanningRules['perennials'];
  /** most of an a.i. on a turf in twelve months, lb a.i./acre; ingredient null: of all that prunes roots, as prodiamine */
  ceilings: readonly Readonly<{ turf: Turf; ingredient: string | null; lbPerAcre: number }>[];
  /** at a lawn, and on the way to the next */
  stopMinutes: number;
  driveMinutes: number;
  /** % of a zone that weeds cover, from which on the whole of it is sprayed and not spots */
  broadcastAbove: number;
  trucks: number;
  daysAWeek: number;
  /** what programs are weighed by: see core/season/planner/worth */
  callbackUsd: number;
  hourUsd: number;
  rootVisits: number;
  limitVisits: number;
  /** days that the labels' waits are over before a planned seeding */
  seedSlackDays: number;
}>;

/** Common practice, no source, and the weights ours; each is the house's to change. */
export const USUAL_PLANNING: StoredPlanning = {
  school: 'cold keeps it',
  autumn: 'after a bad year',
  tender: 'low rate',
  yearOff: 'never',
  perennials: 'in autumn',
  // half a pound of the 65 % product an acre, or as much of its like
  ceilings: [
    { turf: 'centipedegrass', ingredient: null, lbPerAcre: 0.33 },
    { turf: 'St. Augustinegrass', ingredient: null, lbPerAcre: 0.33 },
  ],
  stopMinutes: 12,
  driveMinutes: 10,
  trucks: 1,
  daysAWeek: 5,
  broadcastAbove: 10,
  callbackUsd: USUAL_WEIGHTS.callback,
  hourUsd: USUAL_WEIGHTS.hour,
  rootVisits: USUAL_WEIGHTS.rootVisits,
  limitVisits: USUAL_WEIGHTS.limitVisits,
  seedSlackDays: 14,
};

/** What is kept, with the usual for what is not. */
export const planningFrom = (stored: unknown): StoredPlanning => withUsual(USUAL_PLANNING, stored);

export const planningRulesFrom = (s: StoredPlanning): PlanningRules => ({
  school: s.school,
  autumn: s.autumn,
  tender: s.tender,
  minutes: s.stopMinutes,
  yearOff: s.yearOff,
  perennials: s.perennials,
  weights: { callback: s.callbackUsd, hour: s.hourUsd, rootVisits: s.rootVisits, limitVisits: s.limitVisits },
});

export const ceilingsFrom = (s: StoredPlanning): HouseRules['ceilings'] =>
  s.ceilings.map(({ turf, ingredient, lbPerAcre }) => ({
    turf,
    ingredient,
    most: rateOf(lbPerAcre, 'lb/acre').rate as KilogramsPerHectare,
  }));

/** @param hours of a working day */
export const crewsFrom = (s: StoredPlanning, hours: number): Crews => ({
  trucks: s.trucks,
  daysAWeek: s.daysAWeek,
  hours,
  minutesAStop: s.stopMinutes + s.driveMinutes,
});
