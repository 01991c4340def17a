/** POST /api/v1/workload: when a round of many lawns must be begun, from what is sent with the question. */
import 'server-only';
import Joi from 'joi';
import { addDays, isoDay, type Day } from '@/core/calendar/day';
import { answerStart } from '@/core/season/start';
import { daysToRain, stopsADay } from '@/core/season/workload';
import type { Answered } from '@/server/entry/question';
import { Wrong, date, dayAt, wrong } from './api-weather';
import { fact } from '@/core/units/issue';

export type WorkloadQuestion = Readonly<{
  today: string;
  /** the first day of the rows, and of each year moved onto this one */
  first: string;
  crews: Readonly<{ trucks: number; hours: number; minutes_a_stop: number; days_a_week: number }>;
  lawns: readonly Readonly<{
    id: string;
    not_before: string;
    not_after: string;
    irrigated?: boolean;
    line?: number;
  }>[];
  /** by line, by year */
  lines?: readonly (readonly (string | null)[])[];
  years: readonly Readonly<{ year: number; workable: string; rain_mm: readonly number[] }>[];
  water_mm?: number;
  start?: string;
}>;

const MOST_LAWNS = 10_000;
const MOST_DAYS = 500;
const MOST_YEARS = 60;
export const workloadQuestion = Joi.object<WorkloadQuestion>({
  today: date.required(),
  first: date.required(),
  crews: Joi.object({
    trucks: Joi.number().integer().min(1).max(500).required(),
    hours: Joi.number().min(1).max(24).required(),
    minutes_a_stop: Joi.number().min(1).max(960).required(),
    days_a_week: Joi.number().integer().min(1).max(7).required(),
  }).required(),
  lawns: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().max(100).required(),
        not_before: date.required(),
        not_after: date.required(),
        irrigated: Joi.boolean(),
        line: Joi.number().integer().min(0).max(9999),
      }),
    )
    .min(1)
    .max(MOST_LAWNS)
    .required(),
  lines: Joi.array()
    .items(Joi.array().items(date.allow(null)).max(MOST_YEARS))
    .max(MOST_LAWNS),
  years: Joi.array()
    .items(
      Joi.object({
        year: Joi.number().integer().min(1800).max(3000).required(),
        workable: Joi.string()
          .pattern(/^[01]+$/, 'a 1 for each day that lets people work, else a 0')
          .max(MOST_DAYS)
          .required(),
        rain_mm: Joi.array().items(Joi.number().min(0).max(2000)).max(MOST_DAYS).required(),
      }),
    )
    .min(1)
    .max(MOST_YEARS)
    .unique('year')
    .required(),
  water_mm: Joi.number().min(0).max(100),
  start: date,
});

export function answerWorkload(q: WorkloadQuestion): Answered {
  try {
    return { ok: true, body: answer(q) };
  } catch (error) {
    if (error instanceof Wrong) return { ok: false, errors: error.fields };
    throw error;
  }
}

/** Half an inch: common practice, no source. */
const USUAL_WATER_MM = 12.7;

function answer(q: WorkloadQuestion) {
  const today = dayAt(q.today, 'today');
  const first = dayAt(q.first, 'first');
  const days = q.years[0]!.workable.length;
  q.years.forEach((y, i) => {
    if (y.workable.length !== days || y.rain_mm.length !== days)
      wrong(`years[${i}].rain_mm`, fact('api-year-unlike-first', { year: y.year, workable: y.workable.length, rain: y.rain_mm.length, first: days }), i + 1);
  });
  (q.lines ?? []).forEach((l, i) => {
    if (l.length !== q.years.length)
      wrong(`lines[${i}]`, fact('api-line-days', { days: l.length, years: q.years.length }), i + 1);
  });
  const crews = {
    trucks: q.crews.trucks,
    hours: q.crews.hours,
    daysAWeek: q.crews.days_a_week,
    minutesAStop: q.crews.minutes_a_stop,
  };
  const says = answerStart({
    question: {
      today,
      first,
      days,
      crews,
      stations: 1,
      lawns: q.lawns.map((l, i) => {
        const from = dayAt(l.not_before, `lawns[${i}].not_before`, i + 1);
        const latest = dayAt(l.not_after, `lawns[${i}].not_after`, i + 1);
        if (latest < from)
          wrong(`lawns[${i}].not_after`, fact('api-days-out-of-order', { last: l.not_after, first: l.not_before }), i + 1);
        if (l.line !== undefined && l.line >= (q.lines ?? []).length)
          wrong(`lawns[${i}].line`, fact('api-no-line', { index: l.line, count: (q.lines ?? []).length }), i + 1);
        return {
          zoneId: l.id,
          site: l.id,
          from,
          latest,
          isIrrigated: l.irrigated ?? false,
          line: l.line ?? null,
        };
      }),
      lines: (q.lines ?? []).map((l, i) =>
        l.map((d, k) => (d === null ? null : dayAt(d, `lines[${i}][${k}]`, i + 1))),
      ),
      years: q.years.map((y) => y.year),
      workable: q.years.map((y) => y.workable),
      rainDays: q.years.map((y) => [...daysToRain(y.rain_mm, q.water_mm ?? USUAL_WATER_MM)]),
    },
    crews,
    start: q.start === undefined ? today : dayAt(q.start, 'start'),
  });
  const iso = (day: Day | null) => (day === null ? null : isoDay(day));
  return {
    lawns_a_day: stopsADay(crews),
    last_day: isoDay(addDays(first, days - 1)),
    latest_start: iso(says.latest),
    latest_start_with_one_more_truck: iso(says.withTruck),
    latest_start_with_one_more_day: iso(says.withDay),
    begun: { start: isoDay(says.answer.start), down: says.answer.down, watered_in: says.answer.watered },
    years: says.years.map((y) => ({
      year: y.year,
      down: y.down,
      watered_in: y.watered,
      finished: iso(y.finished),
    })),
    too_late_whatever_is_done: says.lost.map((i) => q.lawns[i]!.id),
    at_risk: says.atRisk.map(({ lawn, tenths }) => ({ id: q.lawns[lawn]!.id, years_of_ten: tenths })),
  };
}
