/** The house's judgement on the season, its crews and its pace, as they are typed and kept, and as the core takes them. */
import type { HouseRules } from '@/core/facts/facts';
import { usualOf, type HouseValues } from '@/core/facts/house-figures';
import type { Crews } from '@/core/season/workload';
import type { PlanningRules } from '@/core/season/planner/question';
import type { Turf } from '@/core/trade/terms';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { rateOf } from '@/core/units/rate';
import { withUsual } from './stored-json';

export type StoredPlanning = HouseValues<'crews' | 'weights'> &
  Readonly<{
    school: PlanningRules['school'];
    autumn: PlanningRules['autumn'];
    tender: PlanningRules['tender'];
    yearOff: PlanningRules['yearOff'];
    perennials: PlanningRules['perennials'];
    /** most of an a.i. on a turf in twelve months, lb a.i./acre; ingredient null: of all that prunes roots, as prodiamine */
    ceilings: readonly Readonly<{ turf: Turf; ingredient: string | null; lbPerAcre: number }>[];
  }>;

/** Common practice, no source, and the weights ours; each is the house's to change. */
export const USUAL_PLANNING: StoredPlanning = {
  ...usualOf('crews', 'weights'),
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
