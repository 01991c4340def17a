/** POST /api/v1/outlook: the outlook of any site from what is sent with the question. Nothing is kept. */
import 'server-only';
import { addDays, dayOf, isoDay, yearOf, type Day } from '@/core/calendar/day';
import { lineRules, type CrossingRule } from '@/core/ground/crossing';
import { ensembleOf, traceOf, traceStart, wholeYears, type EnsembleInput } from '@/core/ground/ensemble';
import { NOTHING_READ, outlookFrom, type Line, type Season } from '@/core/ground/outlook';
import { UNCALIBRATED_SD, assimilate, type Innovation } from '@/core/ground/readings';
import type { Site } from '@/core/ground/site';
import { daysIn, sliceDays } from '@/core/weather/series';
import type { Celsius, Kelvins, Metres } from '@/core/units/quantity';
import { fact } from '@/core/units/issue';
import { dayAt, forecastIn, weatherOf } from './api-weather';
import { wrong } from './check';
import type { OutlookQuestion } from './describe-outlook';
import { HAIR } from '@/core/units/tolerance';

function ruleOf({ rule }: OutlookQuestion): CrossingRule {
  const need = <T>(key: keyof typeof rule, value: T | undefined): T =>
    value ?? wrong(`rule.${key}`, fact('api-school-needs', { school: rule.school, key }));
  const line = () => need('line_c', rule.line_c) as Celsius;
  const depth = () => (need('depth_cm', rule.depth_cm) / 100) as Metres;
  switch (rule.school) {
    case 'early bird':
    case 'five-day mean':
      return { school: rule.school, line: line(), depth: depth() };
    case 'run of days':
      return { school: rule.school, line: line(), days: need('days', rule.days), depth: depth() };
    case 'air rule of thumb':
      return {
        school: rule.school,
        line: line(),
        days: need('days', rule.days),
        of: rule.of === 'maximum' ? 'maximum' : 'mean',
      };
    case 'degree days':
      return {
        school: rule.school,
        base: need('base_c', rule.base_c) as Celsius,
        sum: need('sum_k_day', rule.sum_k_day),
        fromMonth: rule.from_month ?? 1,
        of: rule.of === 'air' ? 'air' : 'soil',
        depth: depth(),
      };
    case 'signs':
      return wrong('rule.school', fact('api-signs-are-seen'));
  }
}

/** What an ensemble is made from, of the rows that were sent. @throws Wrong where they do not reach */
export function ensembleInput(
  q: Pick<OutlookQuestion, 'site' | 'weather' | 'past_years' | 'today'>,
  depth: Metres,
): EnsembleInput {
  const today = dayAt(q.today, 'today');
  const observed = weatherOf(q.weather);
  const end = addDays(observed.from, daysIn(observed));
  if (end < today) wrong('today', fact('api-weather-ends', { last: addDays(end, -1), today: q.today }));
  if (observed.from > dayOf(yearOf(today), 1, 1))
    wrong('weather', fact('api-weather-begins', { first: observed.from, year: yearOf(today) }));
  const known = sliceDays(observed, observed.from, today);
  const there = wholeYears(known, yearOf(today));
  const years = q.past_years ?? there;
  years.forEach((y, i) => {
    if (!there.includes(y))
      wrong(`past_years[${i}]`, fact('api-year-not-whole', { year: y, whole: there }), i + 1);
  });
  if (!years.length) wrong('weather', fact('api-no-whole-year'));
  const site: Site = {
    texture: q.site.texture,
    moisture: q.site.moisture,
    exposure: q.site.exposure,
    besidePavement: q.site.beside_pavement,
    cover: q.site.cover ?? 'none',
  };
  return { site, depth, observed: known, forecast: forecastIn(observed, today), today, years: [...years] };
}

/** @throws Wrong where what was sent does not allow an answer */
export function answerOutlook(q: OutlookQuestion) {
  const rule = ruleOf(q);
  const depth = 'depth' in rule ? rule.depth : (((q.depths_cm[0] ?? 5.08) / 100) as Metres);
  const base = ensembleInput(q, depth);
  const { knowledge, innovations } = met(q, base);
  const at = (z: Metres) => {
    const made = ensembleOf({ ...base, depth: z });
    return made.ok
      ? outlookFrom(made.ensemble, knowledge, lineRules(rule))
      : wrong('weather', fact('api-ensemble', { kind: made.refusal.kind }));
  };
  const main = at(depth);
  const iso = (d: Day | null) => (d === null ? null : isoDay(d));
  const round = (t: readonly number[]) => t.map((x) => Math.round(x * 100) / 100);
  return {
    today: q.today,
    daily_means: q.depths_cm.map((cm) => {
      const o = Math.abs(cm / 100 - depth) < HAIR ? main : at((cm / 100) as Metres);
      return {
        depth_cm: cm,
        observed_from: isoDay(o.from),
        observed_c: round(o.observed),
        outlook_from: q.today,
        p10_c: round(o.band.p10),
        p50_c: round(o.band.p50),
        p90_c: round(o.band.p90),
      };
    }),
    crossing: {
      crossed: iso(main.crossed),
      p10: iso(main.dates.p10),
      p50: iso(main.dates.p50),
      p90: iso(main.dates.p90),
      members: main.members.map(({ year, day }) => ({ year, date: iso(day) })),
    },
    lines: {
      house: lineAnswer(main),
      ...Object.fromEntries(Object.entries(main.watches).map(([key, line]) => [key, lineAnswer(line)])),
    },
    correction: {
      offset_k: main.correction.offset,
      offset_sd_k: Math.sqrt(main.correction.offsetVariance),
      transient_k: main.correction.transient,
      readings_used: main.correction.readings,
    },
    readings: (q.readings ?? []).map((r) => readingAnswer(r, innovations)),
  };
}

/** A line's season that counts today, and the next. */
function lineAnswer(line: Line) {
  const season = ({ begins, crossed, dates }: Season) => ({
    begins: isoDay(begins),
    crossed: crossed && isoDay(crossed),
    p10: dates.p10 && isoDay(dates.p10),
    p50: dates.p50 && isoDay(dates.p50),
    p90: dates.p90 && isoDay(dates.p90),
  });
  return { ...season(line), next: season(line.next) };
}

function readingAnswer(r: Readonly<{ id: string }>, innovations: readonly Innovation[]) {
  const i = innovations.find((x) => x.id === r.id);
  return i
    ? { id: r.id, expected_c: i.expected, innovation_k: i.innovation, sd_k: i.sd, used: i.used }
    : { id: r.id, expected_c: null, innovation_k: null, sd_k: null, used: false };
}

/** The readings held to the ground of the last year, at their own depths and hours. */
function met(q: OutlookQuestion, base: EnsembleInput) {
  const readings = q.readings ?? [];
  const from = traceStart(base.observed, base.today);
  const asked = readings.map((r, i) => {
    const field = `readings[${i}].time`;
    const day = dayAt(r.time, field, i + 1);
    const hour = (day - from) * 24 + Number(r.time.slice(11, 13)) + Number(r.time.slice(14, 16)) / 60;
    if (day > base.today)
      wrong(field, fact('api-reading-to-come', { time: r.time, today: base.today }), i + 1);
    if (readings.findIndex((x) => x.id === r.id) !== i)
      wrong(`readings[${i}].id`, fact('api-reading-twice', { id: r.id }), i + 1);
    return {
      id: r.id,
      hour,
      depth: (r.depth_cm / 100) as Metres,
      value: r.temperature_c as Celsius,
      sd: (r.instrument_sd_k ?? UNCALIBRATED_SD) as Kelvins,
      instrument: r.instrument ?? null,
    };
  });
  if (!asked.length) return { knowledge: NOTHING_READ, innovations: [] };
  const models = traceOf(base).probe(asked);
  const pairs = asked.flatMap((reading, i) => (models[i] ? [{ reading, model: models[i] }] : []));
  const { correction, track, innovations } = assimilate(pairs, (base.today - from) * 24);
  const thisYear = track.slice(Math.max(0, dayOf(yearOf(base.today), 1, 1) - from));
  return { knowledge: { correction, track: thisYear, signs: [] }, innovations };
}
