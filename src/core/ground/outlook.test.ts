import { addDays, dayOf, isoDay, type Day } from '@/core/calendar/day';
import { celsius } from '@/core/units/quantity';
import { daysIn, sliceDays, type Forecast, type HourlyWeather } from '@/core/weather/series';
import { seattle } from '../../../tests/support/open-weather';
import { runGround, columnOf, uniformProfile } from './conduction';
import { DEFAULT_CROSSING, crossingDay, lineRules, type CrossingRule } from './crossing';
import {
  HORIZON_DAYS,
  LEAST_MEMBERS,
  climateOfYears,
  errorQuantiles,
  wholeYears,
  type EnsembleInput,
} from './ensemble';
import { NOTHING_READ, generatedIn, outlookFrom, schoolsOf } from './outlook';
import { EXACT } from './readings';
import { diffusivityOf, surfaceOffsetOn, type Site } from './site';
import { surfaceTemperatures } from './surface';
import { DEFAULT_CROSSINGS, outlookOf } from '../../../tests/support/soil-rules';

const site: Site = { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false };

/** Sixteen years made of the four real ones over and over, and a seventeenth up to a day: enough for an ensemble. */
function repeated(): HourlyWeather {
  const four = seattle();
  const from = dayOf(2010, 1, 1);
  const days = dayOf(2027, 1, 1) - from;
  const column = (of: Float64Array) => {
    const out = new Float64Array(days * 24);
    for (let h = 0; h < out.length; h++) out[h] = of[(h + 7 * 24) % of.length]!;
    return out;
  };
  return { from, air: column(four.air), rain: column(four.rain), wind: column(four.wind) };
}
const all = repeated();
const today = dayOf(2026, 3, 1);
const upTo = (day: Day) => sliceDays(all, all.from, day);
const perfectForecast = (day: Day, error: number): Forecast => ({
  ...sliceDays(all, day, addDays(day, 10)),
  airError: new Float64Array(240).fill(error),
  rainChance: new Float64Array(240),
});
type Input = EnsembleInput & Readonly<{ rule: CrossingRule }>;
const input = (over: Partial<Input> = {}): Input => ({
  depth: DEFAULT_CROSSING.depth,
  site,
  observed: upTo(today),
  forecast: perfectForecast(today, 1),
  today,
  years: wholeYears(all, 2026),
  rule: DEFAULT_CROSSING,
  ...over,
});
/** The model taken at its word, unless said otherwise. */
const exact = { ...NOTHING_READ, correction: EXACT };
const outlook = (over?: Partial<Input>, knowledge = exact) => {
  const r = outlookOf(input(over), knowledge);
  if (!r.ok) throw new Error(r.refusal.kind);
  return r.outlook;
};

test('the dates stand in order and the band holds together on every day', () => {
  const { dates, band, observed, members } = outlook();
  expect(members).toHaveLength(16);
  expect(dates.p10).not.toBeNull();
  expect(dates.p10!).toBeLessThanOrEqual(dates.p50!);
  expect(dates.p50!).toBeLessThanOrEqual(dates.p90!);
  expect(observed).toHaveLength(today - dayOf(2026, 1, 1));
  expect(band.p50).toHaveLength(HORIZON_DAYS);
  band.p50.forEach((t, i) => expect(band.p10[i]! <= t && t <= band.p90[i]!).toBe(true));
});

test('within a forecast without error all members are one; after it they part', () => {
  const { band } = outlook({ forecast: perfectForecast(today, 0) });
  const width = (i: number) => band.p90[i]! - band.p10[i]!;
  for (let i = 0; i < 10; i++) expect(width(i)).toBeLessThan(1e-9);
  expect(width(20)).toBeGreaterThan(0.5);
});

test('the forecast\u2019s stated error widens the band', () => {
  const at = (error: number) => outlook({ forecast: perfectForecast(today, error) }).band;
  const [narrow, wide] = [at(0.5), at(2)];
  expect(wide.p90[5]! - wide.p10[5]!).toBeGreaterThan(2 * (narrow.p90[5]! - narrow.p10[5]!));
});

test('without a forecast the members part at once, and the dates are still given', () => {
  const { band, dates } = outlook({ forecast: null });
  expect(band.p90[3]! - band.p10[3]!).toBeGreaterThan(0.2);
  expect(dates.p50).not.toBeNull();
});

test('a member driven by the year that then comes crosses on the day it comes', () => {
  // the only past year is made this year's own future: the truth must come back, to the day
  const newYear = dayOf(2026, 1, 1);
  const run = outlook({ years: Array<number>(LEAST_MEMBERS).fill(2022), forecast: null });
  const column = columnOf(diffusivityOf(site));
  const before = sliceDays(all, all.from, newYear);
  const years = Array<number>(LEAST_MEMBERS).fill(2022);
  const offset = surfaceOffsetOn(site, climateOfYears(all, years));
  const surface = (w: HourlyWeather) => surfaceTemperatures(w, offset);
  const start = runGround(
    column,
    uniformProfile(celsius(before.air.reduce((s, t) => s + t / before.air.length, 0))),
    surface(before),
    [DEFAULT_CROSSING.depth],
  ).end;
  const first = sliceDays(all, newYear, today);
  const rest = sliceDays(all, dayOf(2022, 3, 1), dayOf(2023, 1, 1));
  const both = {
    from: newYear,
    air: Float64Array.of(...first.air, ...rest.air),
    rain: Float64Array.of(...first.rain, ...rest.rain),
  };
  const truth = runGround(column, start, surfaceTemperatures(both, offset), [DEFAULT_CROSSING.depth]);
  const soil = truth.dailyMeans[0]!;
  expect(run.members[0]!.day).toBe(
    crossingDay({ from: newYear, soil, airMean: [], airMax: [] }, DEFAULT_CROSSING),
  );
});

test('once crossed, the day stays whatever is to come', () => {
  const later = dayOf(2026, 7, 1);
  const a = outlook({ today: later, observed: upTo(later), forecast: perfectForecast(later, 1) });
  expect(a.crossed).not.toBeNull();
  expect([a.dates.p10, a.dates.p50, a.dates.p90]).toEqual([a.crossed, a.crossed, a.crossed]);
});

test('a warmer site crosses earlier: full sun before shade, beside pavement before open lawn', () => {
  const median = (s: Partial<Site>) => outlook({ site: { ...site, ...s } }).dates.p50!;
  expect(median({ exposure: 'full sun' })).toBeLessThan(median({ exposure: 'shade' }));
  expect(median({ besidePavement: true })).toBeLessThan(median({}));
});

test('without a whole year, or with weather that stops before today, is refused with the figures', () => {
  expect(outlookOf(input({ years: [] }))).toEqual({
    ok: false,
    refusal: { kind: 'too-few-years', have: 0, need: 1 },
  });
  const gap = outlookOf(input({ observed: upTo(addDays(today, -3)) }));
  expect(gap).toEqual({ ok: false, refusal: { kind: 'weather-gap', from: addDays(today, -3), to: today } });
});

test('fewer than 15 years are filled up with generated weather, the same each time, and it is said how many', () => {
  const few = outlook({ years: [2022, 2023, 2024] });
  expect([few.members.length, generatedIn(few)]).toEqual([30, 27]);
  expect(outlook({ years: [2022, 2023, 2024] }).members).toEqual(few.members);
  expect(generatedIn(outlook())).toBe(0);
});

describe('a correction', () => {
  const read = (offset: number, offsetVariance = 0) => ({
    ...NOTHING_READ,
    correction: { ...EXACT, offset: offset as never, offsetVariance },
  });
  test('of a lasting degree moves soil, band and dates together', () => {
    const [plain, warm] = [outlook(), outlook({}, read(1))];
    expect(warm.observed[10]! - plain.observed[10]!).toBeCloseTo(1, 9);
    expect(warm.band.p50[40]! - plain.band.p50[40]!).toBeCloseTo(1, 9);
    expect(warm.dates.p50!).toBeLessThan(plain.dates.p50!);
  });
  test('that is unsure widens the odds, and more readings narrow them again', () => {
    const width = (v: number) => {
      const { band } = outlook({}, read(0, v));
      return band.p90.reduce((sum, t, d) => sum + t - band.p10[d]!, 0);
    };
    expect(width(1)).toBeGreaterThan(width(0));
  });
  test('that is unsure is unsure of what has been, too: a line crossed days ago may still be ahead', () => {
    const plain = outlook();
    const later = addDays(plain.dates.p50!, 25);
    const at = (knowledge = exact) =>
      outlook({ today: later, observed: upTo(later), forecast: perfectForecast(later, 0) }, knowledge);
    const day = at().crossed!;
    expect(day).not.toBeNull();
    const soon = addDays(day, 4);
    const unsure = outlook(
      { today: soon, observed: upTo(soon), forecast: perfectForecast(soon, 0) },
      read(0, 1),
    );
    expect(unsure.crossed).toBe(day);
    expect(unsure.dates.p10!).toBeLessThan(day);
    expect(unsure.dates.p90!).toBeGreaterThan(day);
  });
  test('that fades is gone in a month', () => {
    const fading = { ...NOTHING_READ, correction: { ...EXACT, transient: 2 as never } };
    const [plain, now] = [outlook(), outlook({}, fading)];
    expect(now.band.p50[0]! - plain.band.p50[0]!).toBeCloseTo(2 * Math.exp(-0.1), 6);
    expect(now.band.p50[30]! - plain.band.p50[30]!).toBeLessThan(0.01);
  });
});

describe('the schools side by side', () => {
  const made = outlookOf(input());
  if (!made.ok) throw new Error('no ensemble');
  const says = schoolsOf(made.ensemble, exact, DEFAULT_CROSSINGS);
  const day = (school: string) => says.find((s) => s.school === school)!;

  test('are six, each with this year and every past year but the first', () => {
    expect(says.map((s) => s.school)).toHaveLength(6);
    expect(day('run of days').past.map((p) => p.year)).toEqual(
      Array.from({ length: 15 }, (_, i) => 2011 + i),
    );
  });
  test('the early bird is never later than the run of days', () => {
    day('run of days').past.forEach((p, i) =>
      expect(day('early bird').past[i]!.day!).toBeLessThanOrEqual(p.day!),
    );
  });
  test('signs say nothing until they are seen, or learnt over three years', () => {
    expect(day('signs').dates).toEqual({ p10: null, p50: null, p90: null });
    const sign = DEFAULT_CROSSINGS.rules.signs.sign;
    const seen = day('run of days')
      .past.slice(-3)
      .map((p) => ({ sign, day: addDays(p.day!, -10) }));
    const taught = schoolsOf(made.ensemble, { ...exact, signs: seen }, DEFAULT_CROSSINGS);
    const [signs, run] = ['signs', 'run of days'].map((n) => taught.find((s) => s.school === n)!);
    // seen ten days ahead of the soil in each of three years: expected so again
    expect(signs!.dates.p50).toBe(addDays(run!.dates.p50!, -10));
    const now = { ...exact, signs: [{ sign, day: addDays(today, -2) }] };
    expect(schoolsOf(made.ensemble, now, DEFAULT_CROSSINGS).find((s) => s.school === 'signs')!.crossed).toBe(
      addDays(today, -2),
    );
  });
  test('falling and rising lines are watched: autumn comes after midsummer, goosegrass after the barrier line', () => {
    const o = outlookFrom(made.ensemble, exact, lineRules(DEFAULT_CROSSING));
    expect(o.watches.goosegrass!.dates.p50!).toBeGreaterThan(o.dates.p50!);
    // Seattle's soil in full sun warms past 70 °F in some years: then it falls through it after 1 July
    for (const m of [o.watches.autumn!.next.dates.p10, o.watches.autumn!.next.dates.p50])
      if (m !== null) expect(m).toBeGreaterThan(dayOf(2026, 7, 1));
  });
});

test('wholeYears leaves out a year that has begun before the station', () => {
  const cut = sliceDays(all, dayOf(2012, 2, 1), dayOf(2026, 3, 1));
  expect(wholeYears(cut, 2026)).toEqual([
    2013, 2014, 2015, 2016, 2017, 2018, 2019, 2020, 2021, 2022, 2023, 2024, 2025,
  ]);
  expect(isoDay(addDays(cut.from, daysIn(cut)))).toBe('2026-03-01');
});

test('works on 1 January and 29 February', () => {
  for (const day of [dayOf(2026, 1, 1), dayOf(2024, 2, 29), dayOf(2024, 1, 1)]) {
    const years = wholeYears(all, 2027)
      .slice(0, 15)
      .map((y) => (y >= 2023 ? y - 13 : y));
    expect(
      outlook({ today: day, observed: upTo(day), forecast: null, years: years.map((y) => Math.min(y, 2022)) })
        .members,
    ).toHaveLength(15);
  }
});

test('the error quantiles are those of a normal error: mean 0, spread about 1', () => {
  const z = errorQuantiles(30, 'forecast');
  expect(z.reduce((s, x) => s + x, 0)).toBeCloseTo(0, 5);
  expect(Math.sqrt(z.reduce((s, x) => s + x * x, 0) / 30)).toBeGreaterThan(0.9);
  // published: any table of the normal distribution; 5/6 lies at 0.9674
  expect([...errorQuantiles(3, 'forecast')].sort((a, b) => a - b)[2]).toBeCloseTo(0.9674, 3);
});
