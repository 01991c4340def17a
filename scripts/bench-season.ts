/** The planner against a bare loop of its exponentials, and a round of 2,000 lawns in 30 years against one of 200. */
import { addDays, dayOf } from '@/core/calendar/day';
import type { SoilRuns } from '@/core/ground/soil-runs';
import { weighed } from '@/core/barrier/barrier';
import { holdTable } from '@/core/season/planner/hold-table';
import { optionsFor } from '@/core/season/planner/options';
import { planProgrammes } from '@/core/season/planner/planner';
import type { PlanQuestion } from '@/core/season/planner/question';
import { answerStart, type StartQuestion } from '@/core/season/start';
import { rateOf } from '@/core/units/rate';
import { context, label, outlook, row, today } from '../tests/support/gate-context';
import { plainRules } from '../tests/support/planning';
import { inTurn, median, tell } from './lib/ratios';

const time = (work: () => unknown): number => {
  const begun = performance.now();
  work();
  return performance.now() - begun;
};

const MEMBERS = 30;
const DAYS = 1000;
const soil = (shift: number) =>
  Float64Array.from(
    { length: DAYS },
    (_, d) => 13 + shift - 12 * Math.cos((2 * Math.PI * (d - 34)) / 365.25),
  );
const runs: SoilRuns = {
  from: dayOf(2026, 1, 1),
  climate: { coldest: 25, warmest: 205 },
  members: Array.from({ length: MEMBERS }, (_, k) => soil(-2 + (4 * k) / MEMBERS)),
};
const { product: _, beside: __, applicationId: ___, ...usual } = context();
const facts = {
  ...usual,
  outlook: outlook({ p10: addDays(today, 12), p50: addDays(today, 22), p90: addDays(today, 30) }),
};
const oz = (x: number) => rateOf(x, 'oz/1000sqft');
const named = (name: string, group: number, months: number, reachesBack = false) => ({
  ...label,
  id: name,
  name,
  reachesBack,
  before: ['smooth-crabgrass', 'goosegrass'] as const,
  seedingWait: [],
  yearLimit: oz(1.6),
  ingredients: [{ ...label.ingredients[0]!, name, group }],
  rates: [{ ...row('tall fescue', oz(0.2), oz(0.8)), months }],
});
const question: PlanQuestion = {
  facts,
  runs,
  kept: [],
  planned: [],
  labels: [
    named('prodiamine', 3, 6),
    named('dithiopyr', 3, 4, true),
    named('oxadiazon', 14, 3.5),
    named('indaziflam', 29, 6),
  ],
  targets: [
    { weed: 'smooth-crabgrass', weight: 3 },
    { weed: 'goosegrass', weight: 1 },
  ],
  rules: plainRules,
};

const all = weighed(runs, 'cold keeps it');
const range = { from: today, to: addDays(today, 366) };
const options = optionsFor(facts, question.labels, question.targets, question.rules, range, all);
const table = holdTable({
  runs: all,
  options,
  targets: question.targets,
  ledger: [],
  labels: question.labels,
  turf: 'tall fescue',
  today,
})!;
const ASKED = 200;
const evaluations = () => {
  let sum = 0;
  for (let i = 0; i < ASKED; i++)
    sum += table.hold([{ option: 0, rate: oz(0.5).rate, day: addDays(today, i % 60) }]);
  return sum;
};
/** Nothing but what one dose's decay takes in every member of a season, and its effect on a flush of one figure. */
const bare = () => {
  let sum = 0;
  for (let i = 0; i < ASKED; i++)
    for (const tau of all.taus)
      for (let d = 400; d < 765; d++) {
        const u = 5 * Math.exp(-(tau[d]! - tau[400 + (i % 60)]!) * 0.008);
        sum += (u * u) / (1 + u * u);
      }
  return sum;
};

const lawnsOf = (count: number): StartQuestion => {
  const days = 150;
  const first = dayOf(2027, 3, 1);
  const years = Array.from({ length: 30 }, (_, k) => 1997 + k);
  return {
    today: first,
    first,
    days,
    years,
    stations: 1,
    lawns: Array.from({ length: count }, (_, i) => ({
      zoneId: `z${i}`,
      site: `z${i}`,
      from: addDays(first, i % 14),
      latest: addDays(first, 60 + (i % 30)),
      isIrrigated: i % 3 === 0,
      line: i % 40,
    })),
    lines: Array.from({ length: 40 }, (_, l) =>
      years.map((_, k) => addDays(first, 40 + ((l * 7 + k * 11) % 25))),
    ),
    workable: years.map((_, k) =>
      Array.from({ length: days }, (_, d) => ((d * 7 + k) % 5 ? '1' : '0')).join(''),
    ),
    rainDays: years.map((_, k) => Array.from({ length: days }, (_, d) => (d + k) % 6)),
    crews: { trucks: 6, hours: 10, minutesAStop: 22, daysAWeek: 5 },
  };
};
const round = (count: number, trucks: number) => {
  const question = lawnsOf(count);
  return () => answerStart({ question, start: question.today, crews: { ...question.crews, trucks } });
};

for (let i = 0; i < 3; i++) {
  evaluations();
  bare();
  planProgrammes(question);
}
const [evaluated, loop] = await inTurn(evaluations, bare, 9);
const planned = median(Array.from({ length: 5 }, () => time(() => planProgrammes(question))));
const [large, small] = await inTurn(round(2000, 6), round(200, 1), 5);

const ratios = [
  {
    name: 'the planner’s evaluations against a bare loop of their exponentials',
    value: evaluated / loop,
    most: 3,
    detail: `${Math.round((ASKED / evaluated) * 1000)} a second of ${MEMBERS} members and two weeds`,
  },
  {
    name: '2,000 lawns × 30 years against 200',
    value: large / small,
    most: 15,
    detail: `${large.toFixed(0)} ms, two starts and some twenty more for the curve and the search`,
  },
];
const failed = tell(ratios);
console.log(
  `     one zone’s programmes: ${planned.toFixed(0)} ms (aim 300, of this machine and not a ratio)`,
);
process.exit(failed ? 1 : 0);
