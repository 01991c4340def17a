import { addDays, dayOf, yearOf } from '@/core/calendar/day';
import { fromInches } from '@/core/units/trade';
import { daysIn, sliceDays } from '@/core/weather/series';
import { openWeather } from '../../../tests/support/open-weather';
import {
  HORIZON_DAYS,
  ensembleOf,
  memberWeathers,
  pastYears,
  traceOf,
  traceStart,
  type EnsembleInput,
} from './ensemble';
import type { Site } from './site';

// data: vega-datasets, daily weather of Seattle, 2012–2015
const all = openWeather('Seattle');
const today = dayOf(2015, 3, 1);
const site: Site = { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false };
const input: EnsembleInput = {
  site,
  depth: fromInches(2),
  observed: sliceDays(all, all.from, today),
  forecast: {
    ...sliceDays(all, today, addDays(today, 10)),
    airError: new Float64Array(240),
    rainChance: new Float64Array(240),
  },
  today,
  years: [2012, 2013, 2014],
};
const made = ensembleOf(input);
if (!made.ok) throw new Error(made.refusal.kind);
const { ensemble } = made;

describe('the ensemble', () => {
  test('has what was, without the first year, and members for more than a year ahead', () => {
    expect(ensemble.history.from).toBe(dayOf(2013, 1, 1));
    expect(ensemble.history.soil).toHaveLength(today - dayOf(2013, 1, 1));
    expect(pastYears(ensemble).map((p) => [p.year, p.soil.length])).toEqual([
      [2013, 365],
      [2014, 365],
    ]);
    expect(ensemble.members.every((m) => m.soil.length === HORIZON_DAYS)).toBe(true);
  });
  test('does not depend on the order in which past years are named', () => {
    const turned = ensembleOf({ ...input, years: [2014, 2012, 2013] });
    expect(JSON.stringify(turned.ok && turned.ensemble) === JSON.stringify(ensemble)).toBe(true);
  });
  test('looks at nothing after today but the forecast: another future changes nothing', () => {
    const later = ensembleOf({ ...input, observed: all });
    // as text: the difference of two ensembles is too long to be printed
    expect(JSON.stringify(later.ok && later.ensemble) === JSON.stringify(ensemble)).toBe(true);
  });
  test('members go through the forecast first, then each through its own year', () => {
    const weathers = memberWeathers(input, dayOf(2016, 6, 1));
    for (const { weather } of weathers) expect(weather.air.slice(0, 240)).toEqual(input.forecast!.air);
    const year = weathers.find((w) => w.year === 2013)!.weather;
    const at = (dayOf(2013, 6, 1) - all.from) * 24;
    expect(year.air[(dayOf(2015, 6, 1) - today) * 24]).toBe(all.air[at]);
    expect(daysIn(year)).toBe(dayOf(2016, 6, 1) - today);
    // where the file ends, the same dates of a year before go on
    const last = weathers.find((w) => w.year === 2014)!.weather;
    expect(last.air[(dayOf(2016, 3, 10) - today) * 24]).toBe(all.air[(dayOf(2014, 3, 11) - all.from) * 24]);
  });
});

describe('the trace of the last year', () => {
  const trace = traceOf(input);
  test('reaches from a year back to the end of the forecast, and no further than the station’s weather', () => {
    expect(trace.from).toBe(addDays(today, -365));
    expect(trace.hours).toBe((365 + 10) * 24);
    expect(traceStart({ from: addDays(today, -40) }, today)).toBe(addDays(today, -40));
  });
  test('has the ensemble’s own daily means: both are one ground, to a hundredth of a degree', () => {
    for (const d of [0, 20, 58]) {
      const day = addDays(dayOf(2015, 1, 1), d);
      const hours = Array.from({ length: 24 }, (_, h) => ({
        hour: (day - trace.from) * 24 + h,
        depth: input.depth,
      }));
      const mean = trace.probe(hours).reduce((s, p) => s + p!.temperature, 0) / 24;
      expect(Math.abs(mean - ensemble.history.soil[day - ensemble.history.from]!)).toBeLessThan(0.01);
    }
    expect(yearOf(trace.from)).toBe(2014);
  });
});
