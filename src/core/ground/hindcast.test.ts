import { dayOf } from '@/core/calendar/day';
import { fromFahrenheit } from '@/core/units/trade';
import { openWeather } from '../../../tests/support/open-weather';
import { DEFAULT_CROSSING, type CrossingRule } from './crossing';
import { hindcast, scoreOf } from './outlook';
import type { Site } from './site';

const site: Site = { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false };
/** The house line and those about it: each asks another stretch of the spring. */
const rules: CrossingRule[] = [50, 52, 55, 58, 60].map((f) => ({
  ...DEFAULT_CROSSING,
  line: fromFahrenheit(f),
}));
const years = [2012, 2013, 2014, 2015];

// data: vega-datasets, daily weather of two cities, 2012–2015. Four years each: the others and generated weather are the members.
test('leaving each year out, the 10–90 % range of 1 March holds what came in 65 to 95 % of cases, at two stations and five lines', () => {
  const cases = (['Seattle', 'New York'] as const).flatMap((city) => {
    const observed = openWeather(city);
    const all = hindcast({ site, depth: DEFAULT_CROSSING.depth, observed, years, rules });
    const { cases, held, medianError } = scoreOf(all);
    process.stderr.write(
      `hindcast ${city}: ${cases} cases, ${(100 * held).toFixed(0)} % held by 10–90 %, median error ${medianError} days\n`,
    );
    return all;
  });
  const score = scoreOf(cases);
  process.stderr.write(
    `hindcast both: ${score.cases} cases, ${(100 * score.held).toFixed(0)} % held, median error ${score.medianError} days\n`,
  );
  expect(score.cases).toBeGreaterThanOrEqual(25);
  expect(score.held).toBeGreaterThanOrEqual(0.65);
  expect(score.held).toBeLessThanOrEqual(0.95);
  // springs of one place lie weeks apart: a fortnight is as good as 1 March can know from three other years
  expect(score.medianError).toBeLessThanOrEqual(14);
});

test('a year already crossed before the day asked is left out', () => {
  const observed = openWeather('Seattle');
  const low: CrossingRule = { ...DEFAULT_CROSSING, line: fromFahrenheit(42), days: 1 };
  expect(hindcast({ site, depth: DEFAULT_CROSSING.depth, observed, years, rules: [low] })).toEqual([]);
  expect(dayOf(2012, 1, 1)).toBe(observed.from);
});
