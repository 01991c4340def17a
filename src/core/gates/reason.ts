/**
 * Why a gate stands as it does: a code, the figures with their units, and where the rule comes from. Facts only; the
 * words are in src/ui/words. `source` says whose rule it is.
 */
import type { Day } from '@/core/calendar/day';
import type { CrossingRule } from '@/core/ground/crossing';
import type { LimitPeriod, Turf } from '@/core/products/label';
import type { KilogramsPerHectare, MetresPerSecond, Millimetres } from '@/core/units/quantity';
import type { ProductRate, RateUnit } from '@/core/units/rate';

type Source = 'label' | 'house rule' | 'forecast' | 'outlook' | 'plan';

export type Missing =
  'outlook' | 'forecast' | 'ingredient-content' | 'first-part' | 'seeding-wait' | 'seedlings';

export type Reason = Readonly<{ source: Source }> &
  (
    | Readonly<{ code: 'turf-on-label'; turf: Turf }>
    | Readonly<{ code: 'turf-not-on-label'; turf: Turf; onLabel: readonly Turf[] }>
    | Readonly<{ code: 'product-cancelled' }>
    | Readonly<{
        code: 'rate-within' | 'rate-over' | 'rate-under';
        rate: ProductRate;
        low: ProductRate;
        high: ProductRate;
        unit: RateUnit;
      }>
    | Readonly<{
        code: 'within-year-limit' | 'over-year-limit';
        total: ProductRate;
        limit: ProductRate;
        /** what could still be put down; never under 0 */
        fits: ProductRate;
        unit: RateUnit;
        period: LimitPeriod;
        earlier: readonly Day[];
      }>
    | Readonly<{
        code: 'over-ingredient-limit';
        ingredient: string;
        total: KilogramsPerHectare;
        limit: KilogramsPerHectare;
        period: LimitPeriod;
        earlier: readonly Day[];
      }>
    | Readonly<{ code: 'nothing-before' }>
    | Readonly<{ code: 'too-soon-after'; last: Day; done: boolean; days: number; opens: Day }>
    | Readonly<{
        code: 'before-spacing' | 'within-spacing' | 'after-spacing';
        last: Day;
        done: boolean;
        from: Day;
        to: Day;
      }>
    | Readonly<{ code: 'interval-passed'; last: Day; days: number }>
    | Readonly<{ code: 'no-seeding' }>
    | Readonly<{ code: 'clear-by-seeding' | 'blocks-seeding'; seeding: Day; waitDays: number; latest: Day }>
    | Readonly<{
        code: 'before-useful-start';
        opens: Day;
        p10: Day;
        leadDays: number;
        rule: CrossingRule;
      }>
    | Readonly<{
        code: 'ahead-of-line' | 'line-may-be-crossed' | 'line-likely-crossed';
        p10: Day;
        p50: Day | null;
        rule: CrossingRule;
      }>
    | Readonly<{ code: 'line-crossed'; on: Day; rule: CrossingRule; reachesBack: boolean }>
    | Readonly<{ code: 'line-not-crossed-this-year'; rule: CrossingRule }>
    | Readonly<{ code: 'later-part' }>
    | Readonly<{ code: 'granule' }>
    | Readonly<{
        code: 'calm' | 'breezy' | 'windy';
        wind: MetresPerSecond;
        limit: MetresPerSecond;
        from: number;
        to: number;
      }>
    | Readonly<{ code: 'working-day-over'; until: number; hours: number }>
    | Readonly<{ code: 'no-watering-in-needed' }>
    | Readonly<{ code: 'irrigation-waters-in'; depth: Millimetres; minutes: number; withinDays: number }>
    | Readonly<{
        code: 'rain-waters-in' | 'too-little-rain';
        expected: Millimetres;
        depth: Millimetres;
        by: Day;
        withinDays: number;
      }>
    | Readonly<{
        code: 'rain-not-known-yet';
        expected: Millimetres;
        depth: Millimetres;
        by: Day;
        forecastTo: Day;
      }>
    | Readonly<{ code: 'storm-runs-off'; hourly: Millimetres; intake: Millimetres }>
    | Readonly<{ code: 'not-known'; missing: Missing }>
  );
