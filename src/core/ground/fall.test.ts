/**
 * The fall in four climates: a hot-summer city, the north, a mild coast, and south of the equator. Weather: made here, a
 * yearly wave with noise that lasts for days. Right answers: common practice, no source, and what then came by the same model.
 */
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { soilLine } from '@/core/gates/soil-line';
import { soilOn } from '@/core/lawn/green-up';
import { celsius, type Celsius } from '@/core/units/quantity';
import { fromFahrenheit } from '@/core/units/trade';
import { CITY, COAST, NORTH, SITE, SOUTH, airOf, outlookOn } from '../../../tests/support/climates';
import { context, product } from '../../../tests/support/gate-context';
import { DEFAULT_CROSSING, DEFAULT_FALL, lineRules, watchDay } from './crossing';
import { ensembleOf, wholeYears } from './ensemble';
import { outlookFrom, type Outlook } from './outlook';
import { EXACT } from './readings';

const YEAR = 2027;
const asked = (outlook: Outlook, day: Day, over = {}) => {
  const c = context({
    outlook,
    today: outlook.today,
    product: { ...product, use: 'autumn pre-emergent', targets: ['annual-bluegrass'] },
    ...over,
  });
  const { verdict } = spanAt(soilLine.spans(c, { from: day, to: addDays(day, 1) }), day)!;
  return { said: `${verdict.state} ${verdict.reason.code}`, reason: verdict.reason };
};
const line = (o: Outlook) => o.watches.autumn!;
const on = (month: number, date: number) => dayOf(YEAR, month, date);

describe('a hot-summer city with a cool week in August', () => {
  const today = on(9, 10);
  const air = airOf(CITY, YEAR, {
    spells: [
      { from: on(8, 12), to: on(8, 25), air: 9 },
      { from: on(8, 25), to: on(9, 11), air: 29 },
    ],
  });
  const outlook = outlookOn(air, today);
  test('on 10 September, at 84 °F, the fall is not behind us, and 15 September is not late', () => {
    // the week was cool enough for five days in a row
    const spell = outlook.observed.slice(on(8, 19) - outlook.from, on(8, 25) - outlook.from);
    expect(Math.max(...spell)).toBeLessThan(fromFahrenheit(70));
    expect(outlook.observed.at(-1)!).toBeGreaterThan(fromFahrenheit(82));
    expect(line(outlook).crossed).toBeNull();
    expect(line(outlook).dates.p10!).toBeGreaterThan(today);
    expect(line(outlook).dates.p50!).toBeGreaterThan(on(9, 25));
    expect(asked(outlook, on(9, 15)).said).toBe('open ahead-of-autumn');
  });
  test('within the odds it is ajar, on 1 November it is late', () => {
    const { p10, p50 } = line(outlook).dates;
    expect(p50! - p10!).toBeGreaterThan(3);
    expect(asked(outlook, addDays(p10!, 1)).said).toBe('ajar autumn-may-be-here');
    expect(asked(outlook, on(11, 1)).said).toBe('shut autumn-is-here');
  });
  test('the first-day school would have ended it in August only if it had stayed cool', () => {
    const first = outlookOn(air, today, { ...DEFAULT_FALL, school: 'first day' });
    expect(line(first).crossed).toBeNull();
    // a single warm day takes it back, so it stands later than by five days in a row
    expect(line(first).dates.p50!).toBeGreaterThan(line(outlook).dates.p50!);
  });
  test('a higher line of the house is met earlier, and a mean of days no earlier than its first day', () => {
    const higher = outlookOn(air, today, { ...DEFAULT_FALL, line: celsius(fromFahrenheit(74)) });
    expect(line(higher).dates.p50!).toBeLessThan(line(outlook).dates.p50!);
    const mean = outlookOn(air, today, { ...DEFAULT_FALL, school: 'mean of days' });
    expect(Math.abs(line(mean).dates.p50! - line(outlook).dates.p50!)).toBeLessThan(12);
  });
  test('what the house wrote down of the habit stands beside the odds and decides nothing', () => {
    const habit = { from: { month: 9, date: 1 }, to: { month: 9, date: 15 } };
    const rules = { ...context().rules, fallHabit: habit };
    const { said, reason } = asked(outlook, on(9, 15), { rules });
    expect(said).toBe('open ahead-of-autumn');
    expect(reason).toMatchObject({ habit });
  });
});

test('warm again after the line was likely crossed: ajar up to the 90 % date, and late once it stays under', () => {
  // cool from mid-September on, then a hot fortnight that the model of the year before had not in it
  const air = airOf(CITY, YEAR, {
    spells: [
      { from: on(9, 10), to: on(9, 28), air: 14 },
      { from: on(9, 28), to: on(10, 12), air: 27 },
    ],
  });
  const today = on(10, 4);
  const outlook = outlookOn(air, today);
  const at = asked(
    {
      ...outlook,
      watches: {
        ...outlook.watches,
        autumn: { ...line(outlook), dates: { p10: on(9, 20), p50: on(9, 25), p90: on(10, 20) } },
      },
    },
    on(10, 4),
  );
  expect(soilOn(outlook, on(10, 4))!).toBeGreaterThan(fromFahrenheit(70));
  expect(at.said).toBe('ajar fall-came-back');
  expect(asked(outlook, on(12, 1)).said).toBe('shut autumn-is-here');
});

describe('the north', () => {
  const outlook = outlookOn(airOf(NORTH, YEAR), on(7, 20));
  test('its fall comes by early September, and a round in October is late', () => {
    const { p10, p50, p90 } = line(outlook).dates;
    expect([p10! < p50!, p50! < p90!]).toEqual([true, true]);
    expect(p50!).toBeGreaterThan(on(8, 1));
    expect(p50!).toBeLessThan(on(9, 20));
    expect(asked(outlook, on(10, 10)).said).toBe('shut autumn-is-here');
  });
});

describe('a mild coast', () => {
  const outlook = outlookOn(airOf(COAST, YEAR), on(10, 1));
  test('a December round is ajar, with its reason', () => {
    const { said, reason } = asked(outlook, on(12, 20));
    expect(said).toBe('ajar fall-stays-mild');
    expect(reason).toMatchObject({ coldest: expect.any(Number) as Celsius });
  });
  test('where it never falls for good, that is said and not shut', () => {
    const warm = outlookOn(airOf({ mean: 29, swing: 1.5, warmest: 210 }, YEAR), on(10, 1));
    expect(line(warm).dates.p10).toBeNull();
    expect(asked(warm, on(12, 20)).said).toBe('ajar fall-not-crossed');
  });
});

test('south of the equator the fall comes from March to May', () => {
  const outlook = outlookOn(airOf(SOUTH, YEAR), on(2, 10));
  const { p10, p90 } = line(outlook).dates;
  expect(p10!).toBeGreaterThan(on(2, 20));
  expect(p90!).toBeLessThan(on(6, 1));
});

test.each([
  ['city', CITY, [8, 1]],
  ['north', NORTH, [7, 25]],
  ['coast', COAST, [9, 1]],
  ['south', SOUTH, [2, 1]],
] as const)('%s: what then came lies within the odds of most past years', (_, climate, [month, date]) => {
  const air = airOf(climate, YEAR);
  const input = { depth: DEFAULT_CROSSING.depth, site: SITE, observed: air, forecast: null };
  const all = wholeYears(air, YEAR).slice(-16);
  const cases = all.slice(2, 14).flatMap((year) => {
    const made = ensembleOf({
      ...input,
      years: all.filter((y) => y !== year),
      leaveOut: year,
      today: dayOf(year, month, date),
    });
    if (!made.ok || !made.ensemble.truth) return [];
    const o = outlookFrom(
      made.ensemble,
      { correction: EXACT, track: [], signs: [] },
      lineRules(DEFAULT_CROSSING),
    );
    const { history, truth } = made.ensemble;
    const came = watchDay(history.from, [...history.soil, ...truth.soil], 'autumn', line(o).begins);
    const { p10, p50, p90 } = line(o).dates;
    return came === null || p10 === null
      ? []
      : [{ held: came >= p10 && came <= (p90 ?? Infinity), off: Math.abs(came - p50!) }];
  });
  expect(cases.length).toBeGreaterThanOrEqual(8);
  // 80 % are meant; twelve years are few
  expect(cases.filter((c) => c.held).length / cases.length).toBeGreaterThanOrEqual(0.55);
  expect(cases.map((c) => c.off).toSorted((a, b) => a - b)[cases.length >> 1]!).toBeLessThanOrEqual(12);
});
