/** The house's figures for its gates as they are typed and kept, in trade units, and as the core takes them. */
import { parseMonthDay } from '@/core/calendar/day';
import type { HouseRules } from '@/core/facts/facts';
import { usualOf, type HouseValues } from '@/core/facts/house-figures';
import { celsius, type KilogramsPerHectare } from '@/core/units/quantity';
import { rateOf } from '@/core/units/rate';
import { fromFahrenheit } from '@/core/units/trade';
import { withUsual } from './stored-json';

export type StoredGateRules = HouseValues<'gates' | 'one group'> &
  Readonly<{
    /** where the lawns lie, unless a lawn says otherwise; empty: not said */
    state: string;
    noticeByCode: boolean;
    /** month and day from and to which local law allows no fertilizer; both empty: no such law */
    fertilizerBanFrom: string;
    fertilizerBanTo: string;
    phosphorusByTest: boolean;
    partners: HouseRules['partners'];
    combineFertilizer: boolean;
    granuleFirst: boolean;
  }>;

/** Common practice, no source; each is the house's to change. */
export const USUAL_GATE_RULES: StoredGateRules = {
  ...usualOf('gates', 'one group'),
  state: '',
  noticeByCode: false,
  fertilizerBanFrom: '',
  fertilizerBanTo: '',
  phosphorusByTest: false,
  partners: 'as labels allow',
  combineFertilizer: true,
  granuleFirst: true,
};

/** What is kept, with the usual figures for what is not. */
export const gateRulesFrom = (stored: unknown): StoredGateRules => withUsual(USUAL_GATE_RULES, stored);

export type GateRules = Pick<
  HouseRules,
  | 'rainChance'
  | 'calibrationDays'
  | 'noticeByCode'
  | 'noticeHours'
  | 'heatLimit'
  | 'heatCaution'
  | 'nitrogenSoil'
  | 'nitrogenYear'
  | 'fertilizerBan'
  | 'phosphorusByTest'
  | 'partners'
  | 'groupYears'
  | 'combineFertilizer'
  | 'granuleFirst'
>;
export const rulesFrom = (s: StoredGateRules): GateRules => ({
  rainChance: s.rainChancePercent / 100,
  calibrationDays: s.calibrationDays,
  noticeByCode: s.noticeByCode,
  noticeHours: s.noticeHours,
  heatLimit: celsius(fromFahrenheit(s.heatLimitF)),
  heatCaution: celsius(fromFahrenheit(s.heatCautionF)),
  nitrogenSoil: celsius(fromFahrenheit(s.nitrogenSoilF)),
  nitrogenYear:
    s.nitrogenYearLb === null ? null : (rateOf(s.nitrogenYearLb, 'lb/1000sqft').rate as KilogramsPerHectare),
  fertilizerBan: banFrom(s),
  phosphorusByTest: s.phosphorusByTest,
  partners: s.partners,
  groupYears: s.groupYears,
  combineFertilizer: s.combineFertilizer,
  granuleFirst: s.granuleFirst,
});

function banFrom({ fertilizerBanFrom, fertilizerBanTo }: StoredGateRules): HouseRules['fertilizerBan'] {
  const [from, to] = [parseMonthDay(fertilizerBanFrom), parseMonthDay(fertilizerBanTo)];
  return from && to && { from, to };
}
