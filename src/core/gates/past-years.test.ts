import { addDays, dayOf, dayOfYear, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { sliceDays, type HourlyWeather } from '@/core/weather/series';
import { fromMilesPerHour } from '@/core/units/trade';
import { leaf } from '../../../tests/support/ask';
import { context, leafProduct, today } from '../../../tests/support/gate-context';
import { openWeather } from '../../../tests/support/open-weather';
import { isBeyondForecast, workingDays } from './past-odds';
import { oddsOn, pastYearsKey, pastYearsOf, type PastYears } from './past-years';
import { WEATHER_GATES, isWeatherGate } from './all';
import { windowOf } from './window';

// data: vega-datasets, daily weather of two cities, 2012–2015
const seattle = openWeather('Seattle');
const onLeaf = context({ product: leafProduct });

describe('what past years did', () => {
  const past = pastYearsOf(onLeaf, seattle);
  test('asks the years that are on file with the weeks around them', () => {
    expect(past.years).toEqual([2013, 2014]);
    expect(past.all.map((row) => row.length)).toEqual([366, 366]);
    // no 366th day in these years
    expect(past.all.map((row) => row[365])).toEqual(['-', '-']);
  });
  test('a day that all gates allow together is one that each allows', () => {
    past.all.forEach((row, y) =>
      [...row].forEach((c, d) => {
        if (c === '1') for (const key of WEATHER_GATES) expect(past.gates[key]![y]![d]).toBe('1');
      }),
    );
  });
  test('what was too cold in January is warm enough in July, and the other way round for heat', () => {
    const at = (month: number) => oddsOn(past.gates['air-temperature']!, dayOf(2027, month, 15))!;
    expect(at(1)).toBeLessThan(0.2);
    expect(at(7)).toBeGreaterThan(at(1) + 0.4);
  });
  test('a day of it is what the gates say of that day with its weather for a forecast', () => {
    const day = dayOf(2014, 4, 17);
    const came = sliceDays(seattle, dayOf(2014, 4, 1), dayOf(2014, 5, 30));
    const forecast = {
      ...came,
      airError: new Float64Array(came.air.length),
      rainChance: came.rain.map((mm) => (mm > 0 ? 1 : 0)),
    };
    const { all } = windowOf(
      {
        ...onLeaf,
        forecast,
        recent: sliceDays(seattle, dayOf(2014, 2, 1), dayOf(2014, 4, 1)),
        today: dayOf(2014, 4, 1),
        hour: 0,
        outlook: null,
        zone: { ...onLeaf.zone },
        // gates that no weather decides stand open for this one
        rules: onLeaf.rules,
      },
      { from: day, to: addDays(day, 1) },
    );
    const held = spanAt(all, day)!.verdict.by.filter((k) => isWeatherGate(k));
    expect(past.all[1]![dayOfYear(day) - 1]).toBe(
      held.length && spanAt(all, day)!.verdict.state === 'shut' ? '0' : '1',
    );
  });
});

/** One text a year from a rule by the day of the year. */
const made = (years: number, at: (day: number, year: number) => boolean): PastYears => {
  const all = Array.from({ length: years }, (_, y) =>
    Array.from({ length: 366 }, (_, d) => (at(d, y) ? '1' : '0')).join(''),
  );
  return {
    years: all.map((_, y) => 2010 + y),
    all,
    gates: Object.fromEntries(WEATHER_GATES.map((k) => [k, all])),
  };
};
describe('odds and sums', () => {
  test('seven years of ten: seven tenths', () => {
    expect(oddsOn(made(10, (_, y) => y < 7).all, today)).toBeCloseTo(0.7, 12);
    expect(oddsOn([], today)).toBeNull();
  });
  test('the turn of the year has neighbours on both sides', () => {
    expect(oddsOn(made(10, (d) => d >= 363).all, dayOf(2027, 1, 1))).toBeCloseTo(3 / 7, 9);
  });
  test('about so many working days, and in nine of ten years at least so many', () => {
    // year y has y + 1 possible days at the start of the stretch
    const start = dayOfYear(today) - 1;
    const ten = made(10, (d, y) => d >= start && d <= start + y);
    expect(workingDays(ten, { from: today, to: addDays(today, 15) })).toEqual({
      about: 5.5,
      atLeast: 2,
      years: 10,
    });
  });
  test('days that are shut for other reasons are not counted', () => {
    const always = made(10, () => true);
    const fortnight = { from: today, to: addDays(today, 14) };
    expect(workingDays(always, fortnight, (d) => d < today + 4)!.about).toBe(4);
    expect(workingDays(always, fortnight, () => false)).toBeNull();
  });
  test('what another application would be asked otherwise has another key', () => {
    expect(pastYearsKey(onLeaf)).toBe(
      pastYearsKey({ ...onLeaf, applicationId: 'b', today: addDays(today, 9) }),
    );
    expect(pastYearsKey(onLeaf)).not.toBe(
      pastYearsKey({ ...onLeaf, ...leaf({ windLimit: fromMilesPerHour(5) }) }),
    );
    const { figures } = onLeaf.product.label;
    const other = leaf({ figures: { ...figures, airDayMostF: 25 } });
    expect(pastYearsKey(onLeaf)).not.toBe(pastYearsKey({ ...onLeaf, ...other }));
    expect(pastYearsKey(onLeaf)).not.toBe(
      pastYearsKey({ ...onLeaf, rules: { ...onLeaf.rules, calmHours: 5 } }),
    );
  });
  test('only what the forecast does not reach is beyond it', () => {
    const { lanes } = windowOf(onLeaf, { from: addDays(today, 20), to: addDays(today, 21) });
    const beyond = lanes.filter((l) => isBeyondForecast(l.lane[0]!.verdict)).map((l) => l.gate.key);
    // a product for the leaf asks nothing of the soil's water
    expect(beyond).toEqual(['air-temperature', 'wind', 'leaf-wetness', 'frost', 'rain-free']);
  });
});

// data: vega-datasets; each year's odds come from the other years alone
test('the odds are honest: days that were given a third are possible about a third of the time, and sums keep their word', () => {
  const bins = Array.from({ length: 3 }, () => ({ said: 0, came: 0, n: 0 }));
  let kept = 0;
  let sums = 0;
  for (const city of ['Seattle', 'New York'] as const) {
    const w = openWeather(city);
    // three years in a row, the first and the last lent the weather around them
    const wide: HourlyWeather = around(w);
    const past = pastYearsOf(onLeaf, wide);
    expect(past.years).toHaveLength(4);
    past.years.forEach((year, y) => {
      const without = (rows: readonly string[]) => rows.filter((_, k) => k !== y);
      const others: PastYears = {
        years: without(past.years as never[]) as never,
        all: without(past.all),
        gates: past.gates,
      };
      for (let d = 0; d < 365; d++) {
        const day = addDays(dayOf(year, 1, 1), d);
        const odds = oddsOn(others.all, day)!;
        const bin = bins[Math.min(2, Math.floor(odds * 3))]!;
        bin.said += odds;
        bin.came += past.all[y]![d] === '1' ? 1 : 0;
        bin.n++;
      }
      for (let d = 14; d < 350; d += 14) {
        const range = { from: addDays(dayOf(year, 1, 1), d), to: addDays(dayOf(year, 1, 1), d + 16) };
        const said = workingDays(others, range)!;
        const came = workingDays(
          { ...others, all: [past.all[y]!, past.all[y]!, ...Array<string>(8).fill(past.all[y]!)] },
          range,
        )!;
        if (came.about >= said.atLeast) kept++;
        sums++;
      }
    });
  }
  for (const { said, came, n } of bins.filter((b) => b.n >= 100))
    expect(Math.abs(said / n - came / n)).toBeLessThan(0.12);
  expect(kept / sums).toBeGreaterThan(0.8);
});

/** Weather with its last 40 days before it and its first 40 after it. */
function around(w: HourlyWeather): HourlyWeather {
  const n = 40 * 24;
  const lend = (of: Float64Array) => Float64Array.of(...of.slice(-n), ...of, ...of.slice(0, n));
  return { from: (w.from - 40) as Day, air: lend(w.air), rain: lend(w.rain), wind: lend(w.wind) };
}
