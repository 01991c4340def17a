import { addDays, dayOf, isoDay } from '@/core/calendar/day';
import { dailyOf } from '@/core/weather/daily';
import { sliceDays } from '@/core/weather/series';
import { leafProduct } from '../../../../../tests/support/gate-context';
import { openWeather } from '../../../../../tests/support/open-weather';
import { sheetOf } from '../../../../../tests/support/via-api';
import { answerGates } from './gates-api';
import { answeredBy, misfitsOf } from './check';
import { gatesQuestion, type GatesQuestion } from './describe-gates';

// data: vega-datasets, daily weather of Seattle, 2012–2015
const today = dayOf(2015, 3, 1);
const daily = dailyOf(sliceDays(openWeather('Seattle'), dayOf(2012, 1, 1), addDays(today, 10)));
const question: GatesQuestion = {
  today: isoDay(today),
  range: { from: isoDay(today), to: isoDay(addDays(today, 40)) },
  zone: { turf: 'tall fescue', texture: 'loam', area_m2: 400, latitude_deg: 47.6 },
  label: sheetOf(leafProduct.label),
  application: { rate: { figure: 0.8, unit: 'floz/1000sqft' }, use: 'post-emergent', targets: ['dandelion'] },
  weather: {
    daily: Array.from(daily.min, (tmin_c, d) => ({
      date: isoDay(addDays(daily.from, d)),
      tmin_c,
      tmax_c: daily.max[d]!,
      precipitation_mm: daily.rain[d]!,
      wind_m_s: daily.wind[d]!,
    })),
  },
  past_years: true,
};
const asked = (q: GatesQuestion) => {
  expect(misfitsOf(gatesQuestion, q)).toEqual([]);
  return answeredBy(() => answerGates(q));
};

test('the interface says what past years did on the days that no forecast reaches, and opens nothing by it', () => {
  const answer = asked(question);
  if (!answer.ok) throw new Error(JSON.stringify(answer.errors));
  const { past_years: past, next_open: open } = answer.body as {
    past_years: {
      years: number[];
      days: { date: string; possible: number; gates: Record<string, number> }[];
      working_days: { about: number; at_least: number };
    };
    next_open: { from: string } | null;
  };
  expect(past.years).toEqual([2013, 2014]);
  expect(past.days.map((d) => d.date)).toEqual(
    Array.from({ length: 30 }, (_, i) => isoDay(addDays(today, 10 + i))),
  );
  for (const d of past.days)
    for (const share of Object.values(d.gates)) expect(share).toBeGreaterThanOrEqual(d.possible);
  expect(past.working_days.about).toBeGreaterThan(0);
  expect(past.working_days.at_least).toBeLessThanOrEqual(past.working_days.about);
  expect(open === null || open.from < past.days[0]!.date).toBe(true);
});
test('weather without a whole past year is refused with what to send', () => {
  const short = { daily: question.weather!.daily!.slice(-60) };
  expect(asked({ ...question, weather: short })).toMatchObject({
    ok: false,
    errors: [{ field: 'weather', remedy: 'Send at least a year, with 40 days before and 31 after it.' }],
  });
});
