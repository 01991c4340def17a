/** The key against its own scores, and the rehearsal against the ensemble that a morning rests on. */
import { dayOf } from '@/core/calendar/day';
import { DEFAULT_CROSSING, DEFAULT_FALL } from '@/core/ground/crossing';
import { plannedSeason } from '@/core/rehearsal/planned';
import { ensembleAt, seasonTruth, weekOf, weeksOf, type Play } from '@/core/rehearsal/rehearsal';
import { shared } from '@/core/rehearsal/shared';
import { bestWithHindsight } from '@/core/rehearsal/score';
import { identify } from '@/core/weeds/identify';
import { rateOf } from '@/core/units/rate';
import { climate } from '@/devices/weather/climate';
import { context, label, leafLabel, row } from '../tests/support/gate-context';
import { inTurn, tell } from './lib/ratios';
import { USUAL_WEIGHTS } from '@/core/season/planner/worth';

const YEAR = 2024;
const oz = (v: number) => rateOf(v, 'oz/1000sqft');
const barrier = {
  ...label,
  ingredients: label.ingredients.map((i) => ({ ...i, name: 'prodiamine' })),
  rates: [{ ...row('tall fescue', oz(0.2), oz(0.8)), months: 6 }],
};
const play: Play = {
  facts: context(),
  site: { texture: 'loam', moisture: 'moist', exposure: 'full sun', besidePavement: false },
  depth: DEFAULT_CROSSING.depth,
  rule: DEFAULT_CROSSING,
  fall: DEFAULT_FALL,
  year: YEAR,
  observed: climate(1, dayOf(2010, 1, 1), dayOf(2027, 1, 1)),
  years: Array.from({ length: 15 }, (_, i) => 2011 + i),
  labels: Array.from({ length: 10 }, (_, i) => ({ ...(i < 5 ? barrier : leafLabel), id: `product-${i}` })),
  targets: [{ weed: 'smooth-crabgrass', weight: 1 }],
  planning: {
    school: 'cold keeps it',
    autumn: 'never',
    tender: 'low rate',
    yearOff: 'never',
    weights: USUAL_WEIGHTS,
    perennials: 'in autumn',
    minutes: 12,
  },
};
const monday = weeksOf(YEAR)[8]!;
const { runs } = seasonTruth(play);
const days = { from: weeksOf(YEAR)[0]!, to: monday + 120 };

const [week, ensemble] = await inTurn(
  () => weekOf(play, [], monday),
  () => ensembleAt(play, monday, null),
);
const [twelve, one] = await inTurn(
  () => {
    const { morning } = shared();
    for (let i = 0; i < 12; i++) weekOf(play, [], monday, 1, morning(play, monday));
  },
  () => weekOf(play, [], monday),
);
const [season, morning] = await inTurn(
  () => {
    plannedSeason(play);
    bestWithHindsight(play, runs, play.labels.slice(0, 5), days as Parameters<typeof bestWithHindsight>[3]);
  },
  () => ensembleAt(play, monday, null),
);
const seen = { leaf: 'blade', bud: 'rolled' };
const [asked, opened] = await inTurn(
  () => identify(seen, 7),
  () => identify({}, 7),
);

const ms = (a: number, b: number) => `${a.toFixed(1)} ms against ${b.toFixed(1)} ms`;
process.exit(
  tell([
    {
      name: 'a week of a rehearsal with ten products against the ensemble of its morning',
      value: week / ensemble,
      most: 2,
      detail: ms(week, ensemble),
    },
    {
      name: 'a week of twelve lawns on one soil against that of one',
      value: twelve / one,
      most: 4,
      detail: ms(twelve, one),
    },
    {
      name: 'the planner’s season and one product at its best against the ensemble of a morning',
      value: season / morning,
      most: 25,
      detail: ms(season, morning),
    },
    {
      name: 'the key after two looks against the key before any',
      value: asked / opened,
      most: 2,
      detail: ms(asked, opened),
    },
  ])
    ? 1
    : 0,
);
