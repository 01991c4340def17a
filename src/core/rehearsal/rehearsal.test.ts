/** A season played on open weather (vega-datasets, New York 2012–2015): nothing of what is to come is known, and what is done counts. */
import { addDays, dayOf, weekdayOf } from '@/core/calendar/day';
import { DEFAULT_CROSSING } from '@/core/ground/crossing';
import type { Label } from '@/core/products/label';
import { daysIn, type HourlyWeather } from '@/core/weather/series';
import { context, label, leafLabel, row } from '../../../tests/support/gate-context';
import { openWeather } from '../../../tests/support/open-weather';
import { rateOf } from '@/core/units/rate';
import {
  firstOpen,
  knownOn,
  playable,
  risksOf,
  seasonTruth,
  weekOf,
  weeksOf,
  whyNot,
  type Move,
  type Play,
} from './rehearsal';
import { lessonsOf, type Lesson } from './lessons';
import { ALL_WAYS, contestOf } from './schools';
import { bestWithHindsight, scoreOf } from './score';

const observed = openWeather('New York');
const years = [2012, 2013, 2014, 2015];
const oz = (v: number) => rateOf(v, 'oz/1000sqft');
/** Six months at the high rate, by its label. */
const barrier: Label = {
  ...label,
  ingredients: label.ingredients.map((i) => ({ ...i, name: 'prodiamine' })),
  rates: [{ ...row('tall fescue', oz(0.2), oz(0.8)), months: 6 }],
};
const PLANNING: Play['planning'] = {
  ...{ school: 'cold keeps it', autumn: 'never', tender: 'low rate', yearOff: 'never' },
  ...{ perennials: 'in autumn', minutes: 12 },
};
const play = (over: Partial<Play> = {}): Play => ({
  facts: context(),
  site: { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false },
  ...{ depth: DEFAULT_CROSSING.depth, rule: DEFAULT_CROSSING, observed, years, year: 2014 },
  ...{ labels: [barrier], targets: [{ weed: 'smooth-crabgrass', weight: 1 }], planning: PLANNING },
  ...over,
});
const move = (month: number, date: number, share = 1): Move => ({
  ...{ on: dayOf(2014, month, date), productId: barrier.id, use: 'pre-emergent', share },
});

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
  const first = firstOpen(play(), [], move(3, 10), 40)!;
  const laid: Move = { ...move(3, 10), on: first.on };
  const again: Move = { ...laid, on: addDays(first.on, 70) };
  // 0.8 of 1.0 oz a year
  expect(whyNot(play(), [laid], again)?.map((a) => a.gate)).toContain('year-limit');
  expect(whyNot(play(), [], { ...move(3, 10), productId: 'nothing' })).toEqual([]);
});

test('what is put down on turf that is half awake is a risk that is told', () => {
  const facts = context();
  const p = play({
    facts: { ...facts, zone: { ...facts.zone, turf: 'bermudagrass' } },
    labels: [{ ...leafLabel, rates: [{ ...row('bermudagrass', oz(0.2), oz(0.8)), use: 'post-emergent' }] }],
  });
  const spray = (month: number): Move => ({
    ...move(month, 20),
    productId: leafLabel.id,
    use: 'post-emergent',
  });
  expect(risksOf(p, [spray(5)]).map((r) => r.gate)).toContain('turf-state');
  expect(risksOf(p, [spray(7)]).map((r) => r.gate)).not.toContain('turf-state');
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
    // 200 days by the label from 20 March is 6 October, three weeks after 15 September (arithmetic)
    expect(score.seedLate).toBe(21);
    expect(scoreOf(play({ facts }), [move(3, 20, 0.5)], truth).seedLate).toBe(0);
  });
  test('no season that was played beats the best with hindsight by more than its grid', () => {
    const best = bestWithHindsight(play(), truth, barrier, {
      from: dayOf(2014, 2, 3),
      to: dayOf(2014, 8, 1),
    })!;
    for (const played of [[move(3, 20)], [move(4, 10)], [move(3, 1, 0.5), move(5, 15, 0.5)]])
      expect(scoreOf(play(), played, truth, false).hold!).toBeLessThanOrEqual(best.hold + 0.01);
    expect(best.hold).toBeGreaterThan(hold(move(3, 20)) - 0.01);
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
      ...['probe', 'early or late', 'partners', 'half green', 'count back'],
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
