/**
 * Why a gate stands as it does: a code, the figures with their units, and where the rule comes from. Facts only; the
 * words are in src/ui/reason-words. `source` says whose rule it is.
 */
import type { Day } from '@/core/calendar/day';
import type { FallHabit } from '@/core/facts/facts';
import type { CrossingRule } from '@/core/ground/crossing';
import type { Hour } from '@/core/calendar/hour';
import type { Sowing, Water } from '@/core/lawn/zone';
import type { DEGREES, LimitPeriod, SeedlingsSince } from '@/core/products/label';
import type { FigureKey } from '@/core/products/sheet-fields';
import type { Method, Site, Turf, Use } from '@/core/trade/terms';
import type {
  Celsius,
  KilogramsPerHectare,
  LitresPerHectare,
  Metres,
  MetresPerSecond,
  Millimetres,
} from '@/core/units/quantity';
import type { Stage, Weed } from '@/core/weeds/weeds';
import type { AmountUnit, ProductAmount, ProductRate, RateUnit } from '@/core/units/rate';

/** Whose rule or whose knowledge it is. */
type Source =
  | 'label'
  | 'house rule'
  | 'forecast'
  | 'outlook'
  | 'plan'
  | 'ledger'
  | 'seen'
  | 'lawn sheet'
  | 'local code'
  | 'customer'
  | 'papers'
  | 'stock';

export type Missing =
  | 'outlook'
  | 'forecast'
  | 'ingredient-content'
  | 'year-limit'
  | 'first-part'
  | 'seeding-wait'
  | 'seedlings'
  | 'seedling-rule'
  | 'registration'
  | 'state'
  | 'water-distance'
  | 'methods'
  | 'category'
  | 'target'
  | 'stage'
  | 'rain-free-hours'
  | 'watering-in'
  | 'recent-weather'
  | 'density'
  | 'group'
  | 'green'
  | 'mowing'
  | 'water'
  | 'licence-category'
  | 'sites'
  | 'grounds'
  | 'setbacks'
  | 'fruit'
  | 'interval'
  | 'count-limit'
  | 'mowing-days'
  | 'wind-limit'
  | 'air-limits';

/** What a limit counts, with the dose that is asked about. */
type LimitSums<T> = Readonly<{
  /** on the ground that is treated, at its worst */
  total: T;
  /** over the whole zone */
  zoneTotal: T;
  /** only spots or a strip are treated */
  isSpot: boolean;
  earlier: readonly Day[];
  /** planned after the day */
  later: readonly Day[];
  /** products of the same visit that count too */
  beside: readonly string[];
}>;

/** A line through which the soil falls, its odds, and what the house has written down of the trade's habit. */
type Fall = Readonly<{ line: Celsius; p10: Day; p50: Day | null; habit?: FallHabit | null }>;

export type Reason = Readonly<{ source: Source }> &
  (
    | Readonly<{ code: 'turf-on-label'; turf: Turf }>
    | Readonly<{ code: 'turf-not-on-label'; turf: Turf; use: Use; onLabel: readonly Turf[] }>
    | Readonly<{ code: 'product-cancelled' }>
    | Readonly<{ code: 'any-site' }>
    | Readonly<{ code: 'site-on-label' | 'site-not-on-label'; grounds: Site; sites: readonly Site[] }>
    | Readonly<{ code: 'organic-only' }>
    | Readonly<{ code: 'opted-out'; words: string }>
    | Readonly<{ code: 'no-wish' }>
    | Readonly<{ code: 'fruit-here' }>
    | Readonly<{ code: 'no-year-limit' }>
    | Readonly<{ code: 'no-seedling-rule' }>
    | Readonly<{ code: 'no-seeding-wait' }>
    | Readonly<{
        code: 'rate-within' | 'rate-over' | 'rate-under';
        rate: ProductRate;
        low: ProductRate;
        high: ProductRate;
        unit: RateUnit;
      }>
    | (Readonly<{
        code: 'within-year-limit' | 'over-year-limit';
        limit: ProductRate;
        /** what could still be put down; never under 0 */
        fits: ProductRate;
        unit: RateUnit;
        period: LimitPeriod;
      }> &
        LimitSums<ProductRate>)
    | (Readonly<{
        code: 'over-ingredient-limit';
        ingredient: string;
        /** the label that sets it, where another than the asked one does */
        setBy: string | null;
        counts: 'a.i.' | 'a.e.';
        limit: KilogramsPerHectare;
        /** the rate that would still be within it */
        fits: ProductRate;
        unit: RateUnit;
        period: LimitPeriod;
      }> &
        LimitSums<KilogramsPerHectare>)
    | Readonly<{
        code: 'over-at-once';
        ingredient: string;
        counts: 'a.i.' | 'a.e.';
        total: KilogramsPerHectare;
        most: KilogramsPerHectare;
        /** the products that hold it too */
        others: readonly string[];
      }>
    | Readonly<{ code: 'no-label-rate' }>
    | Readonly<{ code: 'too-soon-before'; next: Day; days: number; latest: Day }>
    /** what was put down in the days before is asked for, and the book begins later, or nobody knows where */
    | Readonly<{ code: 'history-not-known'; days: number; bookFrom: Day | null }>
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
    | Readonly<{
        code: 'clear-by-seeding' | 'blocks-seeding';
        seeding: Day;
        kind?: Sowing;
        waitDays: number;
        latest: Day;
      }>
    | Readonly<{
        code: 'clear-late';
        seeding: Day;
        kind?: Sowing;
        waitDays: number;
        latest: Day;
        /** days that the house wants between the end of the wait and the seeding */
        slackDays: number;
      }>
    | Readonly<{ code: 'before-useful-start'; opens: Day; p10: Day; leadDays: number; rule: CrossingRule }>
    | Readonly<{
        code: 'ahead-of-line';
        p10: Day;
        p50: Day | null;
        rule: CrossingRule;
        /** 1 in 10 that the warmest strip has crossed by then, where that is earlier */
        strip?: Day | null;
        /** of several targets the last to come up, and its 10 % date */
        last?: Weed | null;
        lastP10?: Day | null;
      }>
    | Readonly<{
        code: 'line-may-be-crossed' | 'line-likely-crossed';
        p10: Day;
        p50: Day | null;
        rule: CrossingRule;
      }>
    | Readonly<{ code: 'some-targets-late'; late: readonly Weed[]; ahead: readonly Weed[] }>
    | Readonly<{ code: 'no-line-of-its-own'; targets: readonly Weed[] }>
    | Readonly<{ code: 'line-crossed'; on: Day; rule: CrossingRule; reachesBack: boolean }>
    | Readonly<{ code: 'line-not-crossed-this-year'; rule: CrossingRule }>
    | (Readonly<{ code: 'before-autumn'; opens: Day; leadDays: number }> & Fall)
    | (Readonly<{ code: 'ahead-of-autumn' | 'autumn-may-be-here' | 'autumn-is-here' }> & Fall)
    /** likely behind the day, and the soil is back above its line on it */
    | (Readonly<{ code: 'fall-came-back'; p90: Day | null; soil: Celsius }> & Fall)
    /** behind the day, in a winter in which the soil does not get cold */
    | (Readonly<{ code: 'fall-stays-mild'; coldest: Celsius }> & Fall)
    | Readonly<{ code: 'fall-not-crossed'; line: Celsius; habit?: FallHabit | null }>
    | Readonly<{ code: 'later-part' }>
    | Readonly<{ code: 'granule' }>
    | Readonly<{
        code: 'calm' | 'breezy' | 'windy';
        wind: MetresPerSecond;
        limit: MetresPerSecond;
        from: number;
        to: number;
      }>
    /** a figure of the label's, by its row of the table: `value` is above its `limit`, both in SI */
    | Readonly<{ code: 'above-label-figure'; field: FigureKey; value: number; limit: number }>
    | Readonly<{ code: 'working-day-over'; until: number; hours: number }>
    /** `asked`: the label asks for it, of another use */
    | Readonly<{ code: 'no-watering-in-needed'; asked?: boolean; use?: Use }>
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
    /** a name on the label that may be another name of these */
    | Readonly<{ code: 'substance-not-known'; ingredient: string; like: readonly string[] }>
    | Readonly<{ code: 'not-for-this-use'; use: Use }>
    | Readonly<{
        code: 'registered-here' | 'not-registered-here';
        state: string;
        registeredIn: readonly string[];
      }>
    | Readonly<{ code: 'no-count-limit' }>
    | Readonly<{
        code: 'within-count' | 'count-reached';
        count: number;
        most: number;
        period: LimitPeriod;
        earlier: readonly Day[];
      }>
    | Readonly<{ code: 'not-seeded' }>
    | Readonly<{
        code: 'seedlings-too-young' | 'seedlings-old-enough';
        seeded: Day;
        weeks: number | null;
        mowings: number | null;
        mown: number;
        since?: SeedlingsSince;
        opens: Day | null;
      }>
    | Readonly<{ code: 'no-setback' }>
    | Readonly<{ code: 'inside-setback' | 'beyond-setback'; from: Water; distance: Metres; asked: Metres }>
    | Readonly<{ code: 'keep-off'; from: 'tree' | 'bed'; asked: Metres }>
    | Readonly<{ code: 'no-licence-needed' }>
    | Readonly<{ code: 'licensed'; person: string; until: Day; restricted: boolean; category: string | null }>
    | Readonly<{ code: 'no-valid-licence'; restricted: boolean; category: string | null; lapsed: Day | null }>
    | Readonly<{ code: 'method-not-on-label'; has: readonly Method[]; onLabel: readonly Method[] }>
    | Readonly<{
        code: 'calibrated' | 'calibration-old' | 'calibration-runs-out';
        name: string;
        on: Day;
        days: number;
      }>
    | Readonly<{ code: 'calibration-drifted'; name: string; on: Day; drift: number }>
    | Readonly<{ code: 'calibration-waived'; name: string; on: Day; by: string; why: string }>
    | Readonly<{ code: 'never-calibrated'; name: string }>
    /** what it puts on an area, and what the label allows */
    | Readonly<{
        code: 'carrier-outside';
        name: string;
        carrier: LitresPerHectare;
        least: LitresPerHectare;
        most: LitresPerHectare;
      }>
    | Readonly<{ code: 'no-event' }>
    | Readonly<{
        code: 'event-that-day' | 'no-dry-time-before-event';
        on: Day;
        what: string;
        hours: number | null;
      }>
    | Readonly<{ code: 'no-notice-needed' }>
    | Readonly<{ code: 'notice-given'; sent: Hour; hours: number }>
    | Readonly<{ code: 'notice-too-short'; sent: Hour; hours: number; opens: Hour }>
    | Readonly<{ code: 'notice-not-sent' | 'notice-to-send'; hours: number }>
    /** `before`: asked of what it keeps from coming up, else of what it takes once it is up */
    | Readonly<{ code: 'target-not-on-label'; target: Weed; onLabel: readonly Weed[]; before?: boolean }>
    | Readonly<{ code: 'target-held-back'; targets: readonly Weed[] }>
    | Readonly<{ code: 'target-not-up'; target: Weed; stage: Stage; seen: Day | null; from: Day | null }>
    | Readonly<{
        code: 'stage-controlled' | 'stage-expected' | 'past-stage';
        target: Weed;
        stage: Stage;
        upTo: Stage;
        /** the label's own word; not given: control */
        degree?: (typeof DEGREES)[number];
        /** the day it was seen; null: expected from the soil */
        seen: Day | null;
      }>
    | Readonly<{
        code: 'between-stages';
        target: Weed;
        stage: Stage;
        /** it takes the weed again from this stage on */
        again: Stage;
        seen: Day | null;
      }>
    | Readonly<{ code: 'turf-state-irrelevant' }>
    | Readonly<{
        code: 'turf-green' | 'turf-dormant' | 'part-green' | 'must-be-dormant' | 'turf-expected';
        turf: Turf;
        /** 0 to 1 */
        green: number;
        seen: Day | null;
      }>
    | Readonly<{
        code: 'turf-stressed';
        stress: 'heat' | 'drought';
        seen: Day;
        /** when it no longer counts; null: not before it rains, or somebody says that it is gone */
        until: Day | null;
      }>
    | Readonly<{ code: 'drought-may-last'; seen: Day }>
    | Readonly<{ code: 'no-air-limit' }>
    | Readonly<{
        code: 'air-within' | 'air-too-cold' | 'air-too-warm' | 'air-warm' | 'air-cold';
        air: Celsius;
        least: Celsius | null;
        most: Celsius | null;
      }>
    | Readonly<{ code: 'day-too-warm'; high: Celsius; most: Celsius }>
    | Readonly<{ code: 'no-ceiling' }>
    | Readonly<{
        code: 'within-ceiling' | 'over-ceiling';
        /** null: all that prunes roots, counted as prodiamine */
        ingredient: string | null;
        turf: Turf;
        most: KilogramsPerHectare;
        /** of this visit, and with all that lies there in twelve months */
        now: KilogramsPerHectare;
        total: KilogramsPerHectare;
      }>
    | Readonly<{ code: 'no-nitrogen' }>
    | Readonly<{ code: 'fertilizer-banned'; until: Day }>
    | Readonly<{ code: 'phosphorus-not-wanted'; tested: Day | null }>
    | Readonly<{
        code: 'nitrogen-fits' | 'over-nitrogen';
        total: KilogramsPerHectare;
        now: KilogramsPerHectare;
        budget: KilogramsPerHectare;
      }>
    | Readonly<{ code: 'too-much-nitrogen-at-once'; now: KilogramsPerHectare; most: KilogramsPerHectare }>
    | Readonly<{ code: 'soil-too-warm-for-nitrogen'; soil: Celsius; limit: Celsius }>
    | Readonly<{ code: 'dormant-wants-no-nitrogen'; turf: Turf; green: number }>
    | Readonly<{ code: 'possible-inversion'; wind: MetresPerSecond }>
    | Readonly<{ code: 'leaf-irrelevant' }>
    | Readonly<{
        code: 'leaf-dry' | 'leaf-dripping' | 'leaf-damp' | 'leaf-moist' | 'leaf-too-dry';
        lastRain: Hour | null;
      }>
    | Readonly<{ code: 'dew-likely'; until: Hour }>
    | Readonly<{ code: 'no-frost' }>
    | Readonly<{ code: 'frost-in-air'; air: Celsius }>
    | Readonly<{ code: 'ground-frozen'; soil: Celsius }>
    | Readonly<{ code: 'snow'; water: Millimetres }>
    | Readonly<{
        code: 'soil-saturated' | 'soil-wet' | 'soil-takes-water';
        room: Millimetres;
        dryDays: number;
      }>
    | Readonly<{ code: 'no-rain-free-hours-needed' }>
    | Readonly<{ code: 'dry-long-enough'; hours: number; until: Hour }>
    | Readonly<{ code: 'rain-possible'; hours: number; rain: Millimetres; chance: number }>
    | Readonly<{ code: 'rain-inside'; hours: number; at: Hour; rain: Millimetres; chance: number }>
    | Readonly<{ code: 'no-mowing-rule' }>
    | Readonly<{ code: 'mown-too-recently' | 'mown-long-enough-ago'; on: Day; days: number; opens: Day }>
    | Readonly<{ code: 'dead-leaf-catches' }>
    | Readonly<{ code: 'no-partner' }>
    | Readonly<{ code: 'partners-agree'; partner: string }>
    | Readonly<{ code: 'alone-only'; partner: string; says: string }>
    | Readonly<{ code: 'granule-in-tank'; partner: string }>
    /** the label of `says` will not have it in one tank, by the word `what` */
    | Readonly<{ code: 'label-excludes'; partner: string; says: string; what: string }>
    /** the label of `says` asks for a pH that the other turns away from */
    | Readonly<{
        code: 'ph-turned';
        partner: string;
        says: string;
        least: number;
        most: number;
        turns: 'acid' | 'alkaline';
      }>
    /** a feed that wants to be watered in, with a product that must stay on the leaf */
    | Readonly<{ code: 'wants-water-in'; partner: string; feed: string; leaf: string }>
    | Readonly<{ code: 'adjuvants-differ'; partner: string; asks: readonly [string, string] }>
    | Readonly<{ code: 'same-ingredient'; partner: string; ingredient: string }>
    | Readonly<{ code: 'never-together'; partner: string }>
    | Readonly<{ code: 'granule-first' | 'spray-first'; partner: string }>
    | Readonly<{
        code: 'dry-then-water' | 'no-dry-then-water' | 'dry-then-water-not-known';
        partner: string;
        dryHours: number;
        depth: Millimetres;
        withinDays: number;
        byIrrigation: boolean;
      }>
    | Readonly<{ code: 'dry-outlasts-deadline'; partner: string; dryHours: number; withinDays: number }>
    | Readonly<{ code: 'groups-rotate'; groups: readonly number[] }>
    | Readonly<{
        code: 'group-running';
        group: number;
        years: readonly number[];
        most: number;
        /** of a pre-emergent: a year of post-emergents alone would break the row */
        isPre?: boolean;
      }>
    | Readonly<{ code: 'stock-not-kept' }>
    | Readonly<{
        code: 'enough-on-hand' | 'not-enough-on-hand';
        need: ProductAmount;
        onHand: ProductAmount;
        unit: AmountUnit;
      }>
    | Readonly<{ code: 'lifted'; by: string; why: string; until: Day; was: Reason }>
  );
