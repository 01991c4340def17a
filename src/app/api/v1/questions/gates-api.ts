/** POST /api/v1/gates: every gate of an application, day by day or hour by hour, from what is sent with the question. */
import 'server-only';
import { addDays, isoDay, type Day } from '@/core/calendar/day';
import { hourOf, isoHour, type Hour } from '@/core/calendar/hour';
import { spanAt, type Range } from '@/core/calendar/span';
import { WEATHER_GATES } from '@/core/gates/all';
import type { GateContext } from '@/core/gates/gate';
import { isBeyondForecast, workingDays } from '@/core/gates/past-odds';
import { oddsOn, pastYearsOf } from '@/core/gates/past-years';
import type { Reason } from '@/core/gates/reason';
import { timesOf } from '@/core/gates/reason-times';
import { hoursWindowOf, windowOf, type Window } from '@/core/gates/window';
import { nextOpen } from '@/core/gates/window-lane';
import { SHOWS } from '@/core/units/format';
import { fact } from '@/core/units/issue';
import { daysIn, sliceDays } from '@/core/weather/series';
import { reasonWords } from '@/ui/reason-words';
import { dayAt, weatherOf } from './api-weather';
import { contextFrom } from './asked-facts';
import { wrong } from './check';
import type { GatesQuestion } from './describe-gates';

const MOST_DAYS = 400;
const MOST_HOUR_DAYS = 10;

/** @throws Wrong where what was sent does not allow an answer */
export function answerGates(q: GatesQuestion) {
  const context = contextFrom(q);
  const range = { from: dayAt(q.range.from, 'range.from'), to: dayAt(q.range.to, 'range.to') };
  const byHour = q.range.by === 'hour';
  const most = byHour ? MOST_HOUR_DAYS : MOST_DAYS;
  if (range.to <= range.from || range.to - range.from > most)
    wrong(
      'range.to',
      fact('api-range', { to: q.range.to, days: range.to - range.from, from: q.range.from, most }),
    );
  const next = (least: 'open' | 'ajar', { all }: Window) => {
    // what has gone by is no next day
    const open = nextOpen(all, Math.max(range.from, context.today) as Day, least);
    return open && { from: isoDay(open.from), to: isoDay(open.to) };
  };
  const names = namesOf(q);
  const days = windowOf(context, range);
  const both = { next_open: next('open', days), next_ajar: next('ajar', days) };
  if (!byHour)
    return {
      ...shown(days, isoDay, names),
      ...both,
      ...(q.past_years ? { past_years: pastOf(q, context, days) } : {}),
    };
  const hours: Range<Hour> = { from: hourOf(range.from, 0), to: hourOf(range.to, 0) };
  return { ...shown(hoursWindowOf(context, hours), isoHour, names), ...both };
}

/** What past years of the weather that was sent say of the days that no forecast reaches. */
function pastOf(q: GatesQuestion, context: GateContext, { range, lanes }: Window) {
  const sent = q.weather && weatherOf(q.weather);
  const known =
    sent && sliceDays(sent, sent.from, Math.min(addDays(sent.from, daysIn(sent)), context.today) as Day);
  const past = pastYearsOf(context, known ?? wrong('weather', fact('api-no-weather')));
  if (!past.years.length) wrong('weather', fact('api-no-past-year'));
  const isBeyond = (day: Day) => lanes.some(({ lane }) => isBeyondForecast(spanAt(lane, day)!.verdict));
  const days = Array.from({ length: range.to - range.from }, (_, i) => addDays(range.from, i)).filter(
    isBeyond,
  );
  const share = (rows: readonly string[], day: Day) => Math.round(oddsOn(rows, day)! * 100) / 100;
  const sum = workingDays(past, range, isBeyond);
  return {
    years: past.years,
    days: days.map((day) => ({
      date: isoDay(day),
      possible: share(past.all, day),
      gates: Object.fromEntries(WEATHER_GATES.map((key) => [key, share(past.gates[key] ?? [], day)])),
    })),
    working_days: sum && { about: Math.round(sum.about * 10) / 10, at_least: sum.atLeast },
  };
}

/** What lanes say they are of: the application's own product, its partner, or which companion. */
const namesOf = ({ application: a }: GatesQuestion): string[] => [
  'application',
  ...(a.partner ? ['partner'] : []),
  ...(a.companions ?? []).map((_, i) => `companions[${i}]`),
];

function shown<At extends number>(
  { lanes, all }: Window<At>,
  iso: (at: At) => string,
  names: readonly string[],
) {
  return {
    lanes: lanes.map(({ gate, of, lane }) => ({
      gate: gate.key,
      name: gate.name,
      of: names[of - 1],
      spans: lane.map(({ from, to, verdict }) => ({
        from: iso(from),
        to: iso(to),
        state: verdict.state,
        strength: verdict.state === 'shut' ? verdict.strength : null,
        reason: {
          code: verdict.reason.code,
          source: verdict.reason.source,
          figures: figuresOf(verdict.reason),
          words: reasonWords(verdict.reason, SHOWS.trade),
        },
      })),
    })),
    window: all.map(({ from, to, verdict }) => ({
      from: iso(from),
      to: iso(to),
      state: verdict.state,
      by: verdict.by,
    })),
  };
}

/** A reason's figures as JSON: days and hours in ISO 8601, all else as the core has it, in SI. */
function figuresOf(reason: Reason): Record<string, unknown> {
  const times = timesOf(reason.code);
  return Object.fromEntries(
    Object.entries(reason)
      .filter(([key]) => key !== 'code' && key !== 'source')
      .map(([key, value]: [string, unknown]) => {
        if (value === null) return [key, null];
        switch (times[key]) {
          case 'day':
            return [key, isoDay(value as Day)];
          case 'hour':
            return [key, isoHour(value as Hour)];
          case 'days':
            return [key, (value as Day[]).map(isoDay)];
          case 'reason': {
            const was = value as Reason;
            return [key, { code: was.code, source: was.source, figures: figuresOf(was) }];
          }
          case undefined:
            return [key, value];
        }
      }),
  );
}
