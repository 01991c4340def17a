/** A season played on open weather (vega-datasets, New York 2012–2015): nothing of what is to come is known, and what is done counts. */
import { addDays, dayOf, weekdayOf } from '@/core/calendar/day';
import { DEFAULT_CROSSING, DEFAULT_FALL, crossingDay } from '@/core/ground/crossing';
import type { Label } from '@/core/products/label';
import { daysIn, sliceDays, type HourlyWeather } from '@/core/weather/series';
import { context, label, leafLabel, row } from '../../../tests/support/gate-context';
import { openWeather } from '../../../tests/support/open-weather';
import { plainRules } from '../../../tests/support/planning';
import { rateOf } from '@/core/units/rate';
import { knownOn, playable, seasonTruth, weekOf, weeksOf, whyNot, type Move, type Play } from './rehearsal';
import { hurtCount, injuriesOf } from './injury';
import { lessonsOf, type Lesson } from './lessons';
import { madeYears } from './made-year';
import { dayFor } from './planned';
import { ALL_WAYS, contestOf } from './schools';
import { bestWithHindsight, scoreOf } from './score';
import { shared } from './shared';

const observed = openWeather('New York');
const years = [2012, 2013, 2014, 2015];
const oz = (v: number) => rateOf(v, 'oz/1000sqft');
/** Six months at the high rate, by its label. */
const barrier: Label = {
  ...label,
  ingredients: label.ingredients.map((i) => ({ ...i, name: 'prodiamine' })),
  rates: [{ ...row('tall fescue', oz(0.2), oz(0.8)), months: 6 }],
};
const PLANNING: Play['planning'] = { ...plainRules, tender: 'low rate' };
const play = (over: Partial<Play> = {}): Play => ({
  facts: context(),
  site: { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false },
  depth: DEFAULT_CROSSING.depth,
  rule: DEFAULT_CROSSING,
  fall: DEFAULT_FALL,
  observed,
  years,
  year: 2014,
  labels: [barrier],
  targets: [{ weed: 'smooth-crabgrass', weight: 1 }],
  planning: PLANNING,
  ...over,
});
const move = (month: number, date: number, share = 1): Move => ({
  on: dayOf(2014, month, date),
  productId: barrier.id,
  use: 'pre-emergent',
  share,
});
/** What is known on the mornings of the plain play, made once for all tests of it. */
const known = shared();

test('thirty-four Mondays, and years that are whole with one before them', () => {
  const weeks = weeksOf(2014);
  expect(weeks).toHaveLength(34);
  expect(weeks.every((w) => weekdayOf(w) === 1)).toBe(true);
  expect(weeks[0]).toBe(dayOf(2014, 2, 3));
  expect(playable(observed, years)).toEqual([2013, 2014, 2015]);
  expect(playable(observed, [2014, 2015])).toEqual([]);
});

test('nothing that comes after the forecast’s days is known: another summer changes no morning of March', () => {
  const day = dayOf(2014, 3, 10);
  const other: HourlyWeather = { ...observed, air: observed.air.slice(), rain: observed.rain.slice() };
  const to = (dayOf(2015, 1, 1) - observed.from) * 24;
  for (let h = (addDays(day, 10) - observed.from) * 24; h < to; h++) {
    other.air[h] = -20;
    other.rain[h] = 5;
  }
  const [a, b] = [observed, other].map((w) => knownOn(play({ observed: w }), [], day));
  expect(b!.outlook!.dates).toEqual(a!.outlook!.dates);
  expect(b!.forecast).toEqual(a!.forecast);
  expect(b!.outlook!.members.every((m) => m.year !== 2014)).toBe(true);
  // and what came counts in the truth
  expect(seasonTruth(play({ observed: other })).daily.soil).not.toEqual(seasonTruth(play()).daily.soil);
});

test('the same morning asked twice is the same, and its forecast is no certain one', () => {
  const day = dayOf(2014, 4, 7);
  expect(knownOn(play(), [], day)).toEqual(knownOn(play(), [], day));
  const { forecast } = knownOn(play(), [], day);
  expect(daysIn(forecast!)).toBe(10);
  const truth = observed.air.subarray((day - observed.from) * 24, (day - observed.from + 10) * 24);
  const off = Array.from(truth, (t, h) => Math.abs(t - forecast!.air[h]!));
  expect(Math.max(...off)).toBeGreaterThan(1);
});

test('a week says how each product stands, and why the gate is shut', () => {
  const week = weekOf(play(), [], dayOf(2014, 2, 3));
  expect(week.choices).toHaveLength(1);
  expect(week.choices[0]!.days).toHaveLength(7);
  // long before the soil’s line
  expect(week.choices[0]!.days.every((d) => d === 'shut')).toBe(true);
  expect(week.choices[0]!.against.map((a) => a.gate)).toContain('soil-line');
  const why = whyNot(play(), [], { ...move(2, 3) });
  expect(why?.map((a) => a.gate)).toContain('soil-line');
});

test('the year’s limit is kept in the rehearsal too', () => {
  const laid: Move = { ...move(3, 10), on: dayFor(play(), [], move(3, 10), null, known)! };
  const again: Move = { ...laid, on: addDays(laid.on, 70) };
  // 0.8 of 1.0 oz a year
  expect(whyNot(play(), [laid], again)?.map((a) => a.gate)).toContain('year-limit');
  // what is decided for a day of this week stands on its other days too
  const monday = addDays(laid.on, -((weekdayOf(laid.on) + 6) % 7));
  const morning = known.morning(play(), monday);
  const [free, full] = [[], [laid]].map((moves) => weekOf(play(), moves, monday, 1, morning).choices[0]!);
  expect(free!.days).not.toEqual(full!.days);
  expect(full!.days.every((d) => d === 'shut')).toBe(true);
  expect(whyNot(play(), [], { ...move(3, 10), productId: 'nothing' })).toEqual([]);
});

describe('what could have hurt the turf, by the weather that came', () => {
  const facts = context();
  const p = play({
    facts: { ...facts, zone: { ...facts.zone, turf: 'bermudagrass' } },
    labels: [
      {
        ...leafLabel,
        air: label.air,
        rates: [{ ...row('bermudagrass', oz(0.2), oz(0.8)), use: 'post-emergent' }],
      },
    ],
  });
  const spray = (month: number, date: number): Move => ({
    ...move(month, date),
    productId: leafLabel.id,
    use: 'post-emergent',
  });
  test('half green in May, green in July; no barrier in the soil hurts', () => {
    const may = injuriesOf(p, [spray(5, 20)]);
    expect(may).toContainEqual({
      on: dayOf(2014, 5, 20),
      productId: leafLabel.id,
      by: 'half green',
      hours: 48,
      isPast: true,
    });
    expect(injuriesOf(p, [spray(7, 20)]).map((i) => i.by)).not.toContain('half green');
    expect(injuriesOf(play(), [move(3, 20)])).toEqual([]);
  });
  test('heat is counted in the hours that came, whatever the forecast had said', () => {
    const on = dayOf(2014, 7, 20);
    const hot = { ...observed, air: observed.air.slice() };
    const at = (addDays(on, 1) - observed.from) * 24;
    // five hours of the second day over the house's caution and limit
    for (let h = 0; h < 48; h++) hot.air[at - 24 + h] = 20;
    for (let h = 12; h < 17; h++) hot.air[at + h] = facts.rules.heatLimit + 1;
    const [injury, ...others] = injuriesOf({ ...p, observed: hot }, [spray(7, 20), spray(10, 20)]);
    expect(injury).toMatchObject({ on, by: 'heat', hours: 5, isPast: true });
    expect(hurtCount([injury!, ...others])).toBe(1);
    for (let h = 12; h < 17; h++) hot.air[at + h] = facts.rules.heatCaution + 0.1;
    expect(injuriesOf({ ...p, observed: hot }, [spray(7, 20)])[0]).toMatchObject({ hours: 5, isPast: false });
  });
  test('one sees on the morning how green it is', () => {
    const seen = (month: number) => knownOn(p, [], dayOf(2014, month, 20)).seen.green;
    expect(seen(2)).toEqual({ share: 0, on: dayOf(2014, 2, 20) });
    expect(seen(7)!.share).toBe(1);
    expect(seen(5)!.share).toBeGreaterThan(0.05);
    expect(knownOn(play(), [], dayOf(2014, 5, 20)).seen.green).toBeNull();
  });
});

describe('a year that never was', () => {
  const nth = madeYears(play(), 2015);
  test('is the same each time, another by its number, and nothing but its year is made', () => {
    const [one, again, two] = [nth(1), nth(1), nth(2)];
    expect(again.observed.air).toEqual(one.observed.air);
    expect(two.observed.air).not.toEqual(one.observed.air);
    expect(sliceDays(one.observed, observed.from, dayOf(2015, 1, 1))).toEqual(
      sliceDays(observed, observed.from, dayOf(2015, 1, 1)),
    );
    expect(one.year).toBe(2015);
  });
  test('is played like one on file', () => {
    const p = nth(3);
    const { runs } = seasonTruth(p);
    expect(scoreOf(p, [{ ...move(3, 20), on: dayOf(2015, 3, 20) }], runs).hold).toBeGreaterThan(0.3);
    expect(weekOf(p, [], dayOf(2015, 2, 2)).choices[0]!.against.map((a) => a.gate)).toContain('soil-line');
  });
});

describe('the day of what was planned', () => {
  test('is its own where that lets it, and none where no label has it', () => {
    const on = dayFor(play(), [], move(3, 24), null, known)!;
    expect(on).toBeGreaterThanOrEqual(dayOf(2014, 3, 24));
    expect(whyNot(play(), [], { ...move(3, 24), on })).toBeNull();
    expect(dayFor(play(), [], { ...move(3, 24), productId: 'nothing' })).toBeNull();
  });
  test('comes before its own where the soil is early: as late as a day was left', () => {
    // a day in May is past the line in every year
    const on = dayFor(play(), [], move(5, 5), null, known)!;
    const line = seasonTruth(play()).daily;
    const crossed = crossingDay(line, DEFAULT_CROSSING, dayOf(2014, 1, 1))!;
    expect(on).toBeLessThan(crossed);
    expect(on).toBeGreaterThan(addDays(crossed, -35));
  });
  test('is ahead of the line though the plan was two days behind it, in years whose spring nobody knew', () => {
    const nth = madeYears(play(), 2015);
    // two warm springs; waiting for the median, the line was behind both
    for (const made of [2, 12].map(nth)) {
      const crossed = crossingDay(seasonTruth(made).daily, DEFAULT_CROSSING, dayOf(2015, 1, 1))!;
      const on = dayFor(made, [], { ...move(3, 24), on: addDays(crossed, 2) });
      expect(on).not.toBeNull();
      expect(on).toBeLessThan(crossed);
    }
  });
  test('of a later part follows the part before it: the line is behind both', () => {
    const first = dayOf(2014, 3, 20);
    const on = dayFor(play(), [{ ...move(3, 20, 0.5), on: first }], move(5, 15, 0.5), first, known)!;
    expect(on).toBeGreaterThanOrEqual(dayOf(2014, 5, 12));
  });
});

describe('the score', () => {
  const truth = seasonTruth(play()).runs;
  const hold = (...moves: Move[]) => scoreOf(play(), moves, truth).hold!;
  test('nothing holds nothing; before the flush holds most, after it little', () => {
    expect(hold()).toBe(0);
    expect(hold(move(3, 20))).toBeGreaterThan(0.7);
    expect(hold(move(7, 1))).toBeLessThan(0.5);
    expect(hold(move(3, 20, 0.4))).toBeLessThan(hold(move(3, 20)));
  });
  test('cost, visits, and seed that has to wait', () => {
    const seeded = context();
    const facts = {
      ...seeded,
      zone: { ...seeded.zone, seedings: [{ on: dayOf(2027, 9, 15), kind: 'seed' as const }] },
    };
    const score = scoreOf(play({ facts }), [move(3, 20), move(5, 25, 0.2)], truth);
    expect(score.visits).toBe(2);
    // all of it waits from the last dose on: 200 days from 25 May is 11 December, 87 after 15 September (arithmetic)
    expect(score.seedLate).toBe(87);
    // 200 days by the label from 20 March is 6 October, three weeks after 15 September
    expect(scoreOf(play({ facts }), [move(3, 20)], truth).seedLate).toBe(21);
    expect(scoreOf(play({ facts }), [move(3, 20, 0.5)], truth).seedLate).toBe(0);
  });
  test('no season of one product beats the best with hindsight, full doses twice among them', () => {
    const best = bestWithHindsight(play(), truth, [barrier], {
      from: dayOf(2014, 2, 3),
      to: dayOf(2014, 8, 1),
    })!;
    for (const played of [[move(3, 20)], [move(4, 10)], [move(3, 1, 0.5), move(5, 15, 0.5)]])
      expect(scoreOf(play(), played, truth, false).hold!).toBeLessThanOrEqual(best.hold + 0.001);
    expect(best.hold).toBeGreaterThan(hold(move(3, 20)) - 0.01);
    // where its year allows two full doses, every pair of days of a grid is looked at
    const generous = { ...barrier, yearLimit: rateOf(2, 'oz/1000sqft') };
    const twice = play({ labels: [generous] });
    const found = bestWithHindsight(twice, truth, [generous], {
      from: dayOf(2014, 2, 3),
      to: dayOf(2014, 8, 1),
    })!;
    let most = 0;
    for (let a = 0; a < 120; a += 8)
      for (let b = a + 60; b < 179; b += 8) {
        const moves = [a, b].map((d) => ({ ...move(3, 1), on: addDays(dayOf(2014, 2, 3), d) }));
        most = Math.max(most, scoreOf(twice, moves, truth, false).hold!);
      }
    expect(found.hold).toBeGreaterThanOrEqual(most - 0.001);
    expect(found.moves.map((m) => m.share)).toEqual([1, 1]);
  });
});

describe('schools play the same years', () => {
  const contest = contestOf(play(), barrier, ALL_WAYS, 5);
  const of = (when: string, how: string) =>
    contest.ways.find((w) => w.way.when === when && w.way.how === how)!;
  test('three years on file and two generated ones, the same each time', () => {
    expect([contest.years, contest.generated]).toEqual([[2013, 2014, 2015], 2]);
    expect(contestOf(play(), barrier, ALL_WAYS.slice(0, 1), 5).ways[0]).toMatchObject({
      hold: contest.ways[0]!.hold,
    });
    expect(contest.ways.every((w) => w.best <= 5 && w.hold.p10 <= w.hold.p90)).toBe(true);
    expect(Math.max(...contest.ways.map((w) => w.best))).toBeGreaterThan(0);
  });
  // trade practice: what goes down a fortnight past the line has lost the head of the flush
  test('two weeks past the line holds less than before it', () => {
    for (const how of ['at once', 'in halves'])
      expect(of('before the line', how).hold.p50).toBeGreaterThan(of('two weeks past it', how).hold.p50);
  });
});

describe('lessons are answered by the models', () => {
  const second: Label = { ...barrier, id: 'second', name: 'Second' };
  const limited = [barrier, second].map((l) => ({
    ...l,
    ingredients: l.ingredients.map((i) => ({ ...i, yearLimit: 1.5 as never })),
  }));
  const asleep: Label = {
    ...label,
    id: 'asleep',
    rates: [{ ...row('bermudagrass', oz(0.2), oz(0.8)), use: 'post-emergent', dormancy: 'dormant only' }],
  };
  const p = play({ labels: [...limited, asleep] });
  const lessons = lessonsOf(p, seasonTruth(p).runs);
  const of = <K extends Lesson['key']>(key: K) =>
    lessons.find((l): l is Extract<Lesson, { key: K }> => l.key === key)!;
  test('all five, each with an answer', () => {
    expect(lessons.map((l) => l.key)).toEqual([
      'probe',
      'early or late',
      'partners',
      'half green',
      'count back',
    ]);
  });
  // Carslaw & Jaeger 1959, by hand: the afternoon stands over the mean that is behind it
  test('the probe over the line, and the mean of the day under it', () => {
    const { read, line, mean, right } = of('probe');
    expect(read).toBeGreaterThan(line);
    expect(mean).toBeCloseTo(line - 1, 6);
    expect(right).toBe(1);
  });
  // trade practice
  test('three weeks late holds least; half green is shut; the days count back', () => {
    const { holds, right } = of('early or late');
    expect(holds[2]).toBeLessThan(Math.min(holds[0]!, holds[1]!));
    expect(right).toBeLessThan(2);
    expect(of('half green').right).toBe(1);
    const back = of('count back');
    // 200 days before 15 September 2014 (arithmetic)
    expect([back.wait, back.days[back.right]]).toEqual([200, dayOf(2014, 2, 27)]);
  });
  test('two of one ingredient at 0.8 oz of a half are over a year of 1.5 kg/ha', () => {
    const { sum, most, right } = of('partners');
    // 0.8 oz on 1,000 sq ft is 2.441 kg/ha; half of it twice (arithmetic)
    expect(sum).toBeCloseTo(2.441, 2);
    expect([most, right]).toEqual([1.5, 1]);
  });
  test('what the products do not show is left out', () => {
    const bare = play({ labels: [] });
    expect(lessonsOf(bare, seasonTruth(bare).runs).map((l) => l.key)).toEqual(['probe']);
  });
});
