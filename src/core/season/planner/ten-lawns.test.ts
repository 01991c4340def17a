/**
 * What an agronomist would say of eleven lawns, and what the planner says: the kind of program that is best, two that are
 * acceptable, and what must not be proposed at all. Right answers: common practice, no source. Products are the demo's
 * labels with their prices; climates are made here; weights are the usual ones.
 */
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import type { GateFacts } from '@/core/gates/gate';
import { NOTHING_READ, soilRunsOf } from '@/core/ground/outlook';
import { labelFrom } from '@/core/products/sheet';
import { METHODS, type Turf } from '@/core/trade/terms';
import { rateOf } from '@/core/units/rate';
import { squareMetres } from '@/core/units/quantity';
import { DEMO_CATEGORY, DEMO_LABELS } from '../../../../scripts/demo/labels';
import {
  CITY,
  COAST,
  MIDDLE,
  NORTH,
  WARM,
  airOf,
  ensembleOn,
  outlookIn,
  type Climate,
} from '../../../../tests/support/climates';
import { context, entry } from '../../../../tests/support/gate-context';
import { usualCeilings, usualPlanning, usualSeedSlackDays } from '../../../../tests/support/planning';
import { SAME_GROUP_DAYS } from './options';
import { planProgrammes, type Programme } from './planner';
import { usualTargets } from './question';
import type { ProgrammeKind } from './shapes';

const YEAR = 2027;
const on = (month: number, date: number, year = YEAR) => dayOf(year, month, date);
const LABELS = DEMO_LABELS.map(([key, sheet]) => labelFrom(sheet, key, 1));
const PRODIAMINE = LABELS.find((l) => l.id === 'prodiamine')!;
/** 5,000 sq ft */
const AREA = squareMetres(464.5);

type Lawn = Readonly<{
  turf: Turf;
  climate: Climate;
  today: Day;
  zone?: Partial<GateFacts['zone']>;
  ledger?: GateFacts['ledger'];
  seen?: Partial<GateFacts['seen']>;
  best: ProgrammeKind;
  acceptable: readonly ProgrammeKind[];
  /** whether a program is one that nobody should sign */
  never: (p: Programme) => boolean;
}>;

const { product: _, beside: __, applicationId: ___, ...usual } = context();
function proposedFor({ turf, climate, today, zone, ledger = [], seen }: Lawn): readonly Programme[] {
  const ensemble = ensembleOn(airOf(climate, YEAR), today);
  const facts: GateFacts = {
    ...usual,
    today,
    zone: { ...usual.zone, turf, area: AREA, ...zone },
    ledger,
    forecast: null,
    recent: null,
    outlook: outlookIn(ensemble),
    seen: { ...usual.seen, ...seen },
    bookFrom: addDays(today, -4000),
    rules: { ...usual.rules, seedSlackDays: usualSeedSlackDays, ceilings: usualCeilings },
    means: {
      licences: [{ person: 'Ada Fenn', categories: [DEMO_CATEGORY], validTo: addDays(today, 700) }],
      equipment: METHODS.map((method) => ({ name: method, method, calibratedOn: addDays(today, -5) })),
      onHand: {},
    },
  };
  return planProgrammes({
    facts,
    labels: LABELS,
    targets: usualTargets([], facts.seen, today),
    rules: usualPlanning,
    kept: [],
    planned: [],
    runs: soilRunsOf(ensemble, NOTHING_READ),
  }).programmes;
}

/** lb/acre as prodiamine, with the twelve months before. */
const roots = (p: Programme) => (p.figures.rootLoad ?? Infinity) / rateOf(1, 'lb/acre').rate;
const labelsIn = (p: Programme) =>
  p.applications.flatMap((a) => a.products.map((x) => ({ day: a.plannedOn, label: x.label })));
const prunesRoots = (p: Programme) =>
  labelsIn(p).filter((x) => x.label.ingredients.some((i) => i.group === 3));
/** Two products of one group within weeks of each other. */
const twiceOneGroup = (p: Programme) => {
  const all = prunesRoots(p);
  return all.some((a) =>
    all.some((b) => a.label.id !== b.label.id && Math.abs(a.day - b.day) < SAME_GROUP_DAYS),
  );
};
const seedsAfter = (p: Programme, day: Day) => p.figures.seedFrom === 'not known' || p.figures.seedFrom > day;
const isOver = (p: Programme) => p.figures.limits.some((l) => (l.share ?? 0) > 1 + 1e-9);
const tender = (p: Programme) => roots(p) > 0.3301 || prunesRoots(p).length > 1;
const goosegrass = { weed: 'goosegrass', on: on(7, 20, YEAR - 1) } as const;
const SEED: GateFacts['zone']['seedings'] = [{ on: on(9, 10), kind: 'seed' }];

const LAWNS: Readonly<Record<string, Lawn>> = {
  'bermudagrass in the south in January': {
    turf: 'bermudagrass',
    climate: WARM,
    today: on(1, 12),
    // half in the dead of winter, half two to three months later
    best: 'in two',
    acceptable: ['once', 'two together'],
    never: (p) => roots(p) > 1.5 || p.figures.visits > 3,
  },
  'bermudagrass in the south in March': {
    turf: 'bermudagrass',
    climate: WARM,
    today: on(3, 10),
    best: 'once',
    acceptable: ['in two', 'reach-back'],
    never: (p) => roots(p) > 1.5 || p.figures.visits > 2,
  },
  centipedegrass: {
    turf: 'centipedegrass',
    climate: WARM,
    today: on(1, 20),
    best: 'once',
    acceptable: ['two together', 'another group'],
    never: tender,
  },
  'St. Augustinegrass on the coast': {
    turf: 'St. Augustinegrass',
    climate: COAST,
    today: on(1, 12),
    best: 'once',
    acceptable: ['two together', 'another group'],
    never: tender,
  },
  'tall fescue without a seeding': {
    turf: 'tall fescue',
    climate: MIDDLE,
    today: on(2, 20),
    best: 'once',
    acceptable: ['in two', 'in three'],
    never: (p) => roots(p) > 1.5,
  },
  'tall fescue with seed in September': {
    turf: 'tall fescue',
    climate: MIDDLE,
    today: on(2, 20),
    zone: { seedings: SEED },
    best: 'once',
    acceptable: ['in two', 'two together'],
    never: (p) => p.applications.length > 0 && seedsAfter(p, on(8, 27)),
  },
  'Kentucky bluegrass in the north': {
    turf: 'Kentucky bluegrass',
    climate: NORTH,
    today: on(3, 25),
    best: 'once',
    acceptable: ['in two', 'two together'],
    // no more than its own row of the label allows in a year
    never: isOver,
  },
  'ryegrass overseeded into bermudagrass in October': {
    turf: 'bermudagrass',
    climate: WARM,
    today: on(1, 20),
    zone: { seedings: [{ on: on(10, 1), kind: 'seed' }] },
    best: 'once',
    acceptable: ['in two', 'no pre-emergent'],
    never: (p) => p.applications.length > 0 && seedsAfter(p, on(9, 17)),
  },
  'organic only': {
    turf: 'tall fescue',
    climate: MIDDLE,
    today: on(2, 20),
    zone: { organicOnly: true },
    // at 10 to 20 lb/1,000 sq ft corn gluten costs more than the weeds that it holds: mow high, pull, overseed
    best: 'no pre-emergent',
    acceptable: ['once', 'in two'],
    never: (p) => labelsIn(p).some((x) => x.label.id !== 'gluten'),
  },
  'goosegrass broke through last year, and the walk asked for parts': {
    turf: 'bermudagrass',
    climate: CITY,
    today: on(2, 10),
    seen: { stages: [{ ...goosegrass, stage: 'mature' }], nextYear: [{ ...goosegrass, wish: 'in parts' }] },
    best: 'in two',
    acceptable: ['in three', 'one after another'],
    // all of it on one day wore off last year
    never: (p) => p.applications.length === 1,
  },
  'half of the year’s limit is down already': {
    turf: 'bermudagrass',
    climate: WARM,
    today: on(2, 20),
    ledger: [entry(on(1, 2), 0.42, { label: PRODIAMINE })],
    best: 'once',
    acceptable: ['another group', 'no pre-emergent'],
    // nor another product of its group within weeks of it
    never: (p) =>
      isOver(p) ||
      prunesRoots(p).some((x) => x.label.id !== 'prodiamine' && x.day < on(1, 2) + SAME_GROUP_DAYS),
  },
};

test('eleven lawns: at least nine first places as an agronomist would have them, and nothing that nobody would sign', () => {
  const answers = Object.entries(LAWNS).map(([name, lawn]) => {
    const proposed = proposedFor(lawn);
    expect({
      name,
      never: proposed.filter((p) => lawn.never(p) || twiceOneGroup(p)).map((p) => p.kind),
    }).toEqual({ name, never: [] });
    return { name, lawn, kinds: proposed.map((p) => p.kind) };
  });
  // the first is one of the three of which an agronomist would take any
  for (const { name, lawn, kinds } of answers)
    expect([name, [lawn.best, ...lawn.acceptable].includes(kinds[0]!)]).toEqual([name, true]);
  const right = answers.filter(({ lawn, kinds }) => kinds[0] === lawn.best);
  expect(right.length).toBeGreaterThanOrEqual(9);
});
