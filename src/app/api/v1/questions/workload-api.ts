/** POST /api/v1/workload: when a round of many lawns must be begun, from what is sent with the question. */
import 'server-only';
import { addDays, isoDay, type Day } from '@/core/calendar/day';
import { answerStart } from '@/core/season/start';
import { daysToRain, stopsADay } from '@/core/season/workload';
import { fact } from '@/core/units/issue';
import { dayAt } from './api-weather';
import { wrong } from './check';
import type { WorkloadQuestion } from './describe-workload';

/** Half an inch: common practice, no source. */
const USUAL_WATER_MM = 12.7;

/** @throws Wrong where what was sent does not allow an answer */
export function answerWorkload(q: WorkloadQuestion) {
  const today = dayAt(q.today, 'today');
  const first = dayAt(q.first, 'first');
  const days = q.years[0]!.workable.length;
  q.years.forEach((y, i) => {
    if (y.workable.length !== days || y.rain_mm.length !== days)
      wrong(
        `years[${i}].rain_mm`,
        fact('api-year-unlike-first', {
          year: y.year,
          workable: y.workable.length,
          rain: y.rain_mm.length,
          first: days,
        }),
        i + 1,
      );
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
          wrong(
            `lawns[${i}].not_after`,
            fact('api-days-out-of-order', { last: l.not_after, first: l.not_before }),
            i + 1,
          );
        if (l.line !== undefined && l.line >= (q.lines ?? []).length)
          wrong(
            `lawns[${i}].line`,
            fact('api-no-line', { index: l.line, count: (q.lines ?? []).length }),
            i + 1,
          );
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
