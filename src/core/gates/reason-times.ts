/**
 * Which figures of a reason are days, and which hours: at run time both are numbers. The compiler holds this table to the
 * reasons: one with a time that is not described here does not compile.
 */
import type { Day } from '@/core/calendar/day';
import type { Hour } from '@/core/calendar/hour';
import type { Reason } from './reason';

type Code = Reason['code'];
/** The reason of one code, also where several codes share a shape. */
type Of<C extends Code, R = Reason> = R extends { code: infer X } ? (C extends X ? R : never) : never;
type TimeOf<T> =
  NonNullable<T> extends Day
    ? 'day'
    : NonNullable<T> extends Hour
      ? 'hour'
      : NonNullable<T> extends readonly Day[]
        ? 'days'
        : NonNullable<T> extends Reason
          ? 'reason'
          : never;
type TimesOf<R> = { readonly [K in keyof R as TimeOf<R[K]> extends never ? never : K]: TimeOf<R[K]> };
type AllTimes = { readonly [C in Code as keyof TimesOf<Of<C>> extends never ? never : C]: TimesOf<Of<C>> };

const REASON_TIMES: AllTimes = {
  'within-year-limit': { earlier: 'days', later: 'days' },
  'over-year-limit': { earlier: 'days', later: 'days' },
  'over-ingredient-limit': { earlier: 'days', later: 'days' },
  'too-soon-before': { next: 'day', latest: 'day' },
  'history-not-known': { bookFrom: 'day' },
  'too-soon-after': { last: 'day', opens: 'day' },
  'before-spacing': { last: 'day', from: 'day', to: 'day' },
  'within-spacing': { last: 'day', from: 'day', to: 'day' },
  'after-spacing': { last: 'day', from: 'day', to: 'day' },
  'interval-passed': { last: 'day' },
  'clear-by-seeding': { seeding: 'day', latest: 'day' },
  'clear-late': { seeding: 'day', latest: 'day' },
  'blocks-seeding': { seeding: 'day', latest: 'day' },
  'before-useful-start': { opens: 'day', p10: 'day' },
  'ahead-of-line': { p10: 'day', p50: 'day', strip: 'day', lastP10: 'day' },
  'line-may-be-crossed': { p10: 'day', p50: 'day' },
  'line-likely-crossed': { p10: 'day', p50: 'day' },
  'line-crossed': { on: 'day' },
  'before-autumn': { p10: 'day', p50: 'day', opens: 'day' },
  'ahead-of-autumn': { p10: 'day', p50: 'day' },
  'autumn-may-be-here': { p10: 'day', p50: 'day' },
  'autumn-is-here': { p10: 'day', p50: 'day' },
  'fall-came-back': { p10: 'day', p50: 'day', p90: 'day' },
  'fall-stays-mild': { p10: 'day', p50: 'day' },
  'rain-waters-in': { by: 'day' },
  'too-little-rain': { by: 'day' },
  'rain-not-known-yet': { by: 'day', forecastTo: 'day' },
  'within-count': { earlier: 'days' },
  'count-reached': { earlier: 'days' },
  'seedlings-too-young': { seeded: 'day', opens: 'day' },
  'seedlings-old-enough': { seeded: 'day', opens: 'day' },
  licensed: { until: 'day' },
  'no-valid-licence': { lapsed: 'day' },
  calibrated: { on: 'day' },
  'calibration-drifted': { on: 'day' },
  'calibration-waived': { on: 'day' },
  'calibration-old': { on: 'day' },
  'calibration-runs-out': { on: 'day' },
  'event-that-day': { on: 'day' },
  'no-dry-time-before-event': { on: 'day' },
  'notice-given': { sent: 'hour' },
  'notice-too-short': { sent: 'hour', opens: 'hour' },
  'target-not-up': { seen: 'day', from: 'day' },
  'stage-controlled': { seen: 'day' },
  'stage-expected': { seen: 'day' },
  'past-stage': { seen: 'day' },
  'between-stages': { seen: 'day' },
  'fertilizer-banned': { until: 'day' },
  'phosphorus-not-wanted': { tested: 'day' },
  'turf-green': { seen: 'day' },
  'turf-expected': { seen: 'day' },
  'turf-dormant': { seen: 'day' },
  'part-green': { seen: 'day' },
  'must-be-dormant': { seen: 'day' },
  'turf-stressed': { seen: 'day', until: 'day' },
  'drought-may-last': { seen: 'day' },
  'leaf-dry': { lastRain: 'hour' },
  'leaf-dripping': { lastRain: 'hour' },
  'leaf-damp': { lastRain: 'hour' },
  'leaf-moist': { lastRain: 'hour' },
  'leaf-too-dry': { lastRain: 'hour' },
  'dew-likely': { until: 'hour' },
  'dry-long-enough': { until: 'hour' },
  'rain-inside': { at: 'hour' },
  'mown-too-recently': { on: 'day', opens: 'day' },
  'mown-long-enough-ago': { on: 'day', opens: 'day' },
  lifted: { until: 'day', was: 'reason' },
};

export type TimeKind = 'day' | 'hour' | 'days' | 'reason';
/** The times among a reason's figures, by key. */
export const timesOf = (code: Code): Readonly<Record<string, TimeKind | undefined>> =>
  (REASON_TIMES as Readonly<Record<string, Readonly<Record<string, TimeKind>>>>)[code] ?? {};
