/**
 * The planner: programmes for a zone's year that differ in kind, each the best of its kind on the daily grid, with what
 * it holds, costs and takes of every limit. A programme is proposed only where every gate lets every one of its
 * applications go, with the others of the programme on the ledger.
 */
import { leftOf } from '@/core/barrier/reached';
import { addDays, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { GATES } from '@/core/gates/all';
import type { Gate, Verdict } from '@/core/gates/gate';
import type { GateKey } from '@/core/gates/gate-names';
import { windowOf } from '@/core/gates/window';
import { WHOLE_ZONE } from '@/core/products/application';
import { belongsFrom } from '@/core/ground/season';
import { emergenceOf } from '@/core/weeds/emergence';
import type { Wished } from '@/core/weeds/next-year';
import { WEEDS, type Weed } from '@/core/weeds/weeds';
import { weighed, type WeighedRuns } from '@/core/barrier/barrier';
import { heldUntil } from '@/core/barrier/control';
import { dosesAgainst } from '@/core/barrier/doses';
import { holdOn, seasonToHold, weightedHold, type Hold, type Range3 } from '@/core/barrier/hold';
import { contextOf, DAYS_AHEAD, plannedEntries } from '@/core/season/programme';
import type { PlannedApplication, PlannedProduct } from '@/core/season/standing';
import { figuresOf, type Figures } from './figures';
import { fewMembers, holdTable, type HoldTable, type Tried } from './hold-table';
import { leftOutOf, type LeftOut } from './left-out';
import { lookAfterwards, postEmergents, shotsOf, type Looks, type Post } from './looks';
import { moneyOf, type Money } from './money';
import { optionsFor, asRate, type Option } from './options';
import type { PlanQuestion } from './question';
import { cleanUpOf, yearOffOf, type CleanUp, type YearOff } from './beside';
import { isSpent, spentGroups, unspent, wishesOf } from './wishes';
import { allowedDays, bestOf, type Found, type Search, type Shape, type Slot } from './search';
import { inParts, ofTwo, once, springAndAutumn, thenInAutumn, type ProgrammeKind } from './shapes';
import { SEEN, type SeasonCost } from './worth';

export type Programme = Readonly<{
  kind: ProgrammeKind;
  /** as the zone's programme would hold them: with the days around the best on which hardly anything is lost */
  applications: readonly PlannedApplication[];
  /** weighted over the targets; null: no target has a season that can be foreseen */
  hold: Range3 | null;
  targets: readonly Readonly<{ weed: Weed; hold: Range3; until: Day | null }>[];
  /** the same if everything goes down so many days later */
  late: readonly Readonly<{ days: number; hold: number }>[];
  /** all targets together by day from the first day planned: what comes up, and how much of that is stopped */
  days: Readonly<{ from: Day; flush: readonly number[]; held: readonly number[] }>;
  /** what comes through or is not held: when to look, and with what it may be taken then */
  looks: Looks;
  figures: Figures;
  /** what the season costs by the house's weights: the least stands first */
  cost: SeasonCost;
}>;

export type Plans = Readonly<{
  /** the one that costs the season least first; what is planned now at the end; a year off by the rule before all */
  programmes: readonly Programme[];
  /** perennial broadleaf weeds, beside whichever is taken; null: none was seen, or nothing may be done */
  cleanUp: CleanUp | null;
  /** by the house's rule this year has no barrier, and that programme stands first */
  yearOff: YearOff | null;
  /** what walks of the season before asked of this one, and whether something suited */
  wishes: readonly (Wished & Readonly<{ isKept: boolean }>)[];
  /** programmes that were tried */
  tried: number;
  /** where no barrier can be proposed: why, by product of the house; else none */
  leftOut: readonly LeftOut[];
}>;

/** Members that the grid looks at, and the days of one of its steps; days of doses are single days everywhere. */
const GRID_MEMBERS = 5;
const GRID_STEP_DAYS = 7;
/** The walk from the grid looks at all members, in these steps at first and by single days at its end. */
const WALK_STEP_DAYS = 4;
/** Of the best products, for programmes of two: more make it slow and no better. */
const BEST_OPTIONS = 3;
/** Kinds that are shown whatever they hold: those that everybody compares with. */
const ALWAYS: readonly ProgrammeKind[] = ['once', 'in two'];
/** Programmes within so much of each other's hold are as good as each other. Ours. */
const HARDLY = 0.01;
/** Kinds that are searched, about. */
const STEPS = { spring: 7, withAutumn: 14 };
/** So many are shown. */
const MOST_PROGRAMMES = 5;

/**
 * Keeps the house's slack before a planned seeding, and the labels' bare wait if nothing can go with the slack.
 * @param onStep told after each kind that has been searched: how many of how many
 */
export function planProgrammes(
  q: PlanQuestion,
  onStep: (done: number, of: number) => void = () => {},
): Plans {
  const plans = plansFor(q, onStep);
  const { zone, rules } = q.facts;
  const isBarrier = (p: Programme) => p.kind !== 'no pre-emergent' && p.kind !== 'as planned';
  if (plans.programmes.some(isBarrier) || !zone.seedings.length || rules.seedSlackDays === 0) return plans;
  return plansFor({ ...q, facts: { ...q.facts, rules: { ...rules, seedSlackDays: 0 } } }, onStep);
}

function plansFor(q: PlanQuestion, onStep: (done: number, of: number) => void): Plans {
  const runs = weighed(q.runs, q.rules.school);
  const { today } = q.facts;
  const range = { from: today, to: seasonsEnd(q, runs) };
  const facts = { ...q.facts, ledger: [...q.facts.ledger, ...plannedEntries(q.kept, q.facts.zone, today)] };
  const options = optionsFor(facts, q.labels, q.targets, q.rules, range, runs);
  const { tables, tried } = tablesOf({
    runs,
    options,
    targets: q.targets,
    ledger: facts.ledger,
    labels: q.labels,
    turf: facts.zone.turf,
    today,
    left: leftOf(facts, q.labels),
  });
  const cleanUp = cleanUpOf(q, facts, { from: today, to: addDays(today, DAYS_AHEAD) });
  const asked = wishesOf(facts, runs);
  const yearOff = yearOffOf(q, asked);
  const nothing = () => leftOutOf(facts, q.labels, q.targets, range);
  if (!tables) return { programmes: [], cleanUp, yearOff, wishes: [], tried: tried(), leftOut: nothing() };

  const money = moneyOf(facts, q.labels, q.rules);
  const search: Search = { range, ...tables, costOf: money.ofShape };
  const spent = spentGroups(facts, asked);
  const spring = unspent(
    options.filter((o) => o.use === 'pre-emergent'),
    spent,
  );
  const autumn = mayInAutumn(q) ? options.filter((o) => o.use === 'autumn pre-emergent') : [];
  const mayGo = (found: Found) => isOpenThroughout(programmeOf('once', found), q, BY_PROGRAMME);
  let steps = 0;
  const best: Best = (shapes) => {
    const found = bestOf(shapes, search, mayGo);
    onStep(++steps, autumn.length ? STEPS.withAutumn : STEPS.spring);
    return found;
  };
  const inTwo = best(inParts(spring, 2));
  const mustPart = inTwo !== null && asked.some((w) => w.wish === 'in parts');
  const ofSpring = springKinds(q, spring, search, best, { inTwo, mustPart });
  const all = autumn.length ? withAutumn(ofSpring, spring, autumn, best) : ofSpring;

  const posts = postEmergents(
    q.labels,
    facts,
    q.targets.map((t) => t.weed),
    range,
  );
  const programmes = shownOf(all, { q, facts, search, runs, posts, money }, yearOff !== null);
  const wishes = asked.map((w) => ({
    ...w,
    isKept:
      w.wish === 'year off' || (w.wish === 'in parts' ? mustPart : !spring.some((o) => isSpent(o, spent))),
  }));
  const leftOut = all.length || yearOff ? [] : nothing();
  return { programmes, cleanUp, yearOff, wishes, tried: tried(), leftOut };
}

/**
 * What programmes hold: from few members in steps of a week, from all in steps of some days, and by single days.
 * `tables` is null where nothing can be held; `tried` says how often they have been asked.
 */
function tablesOf(
  input: Parameters<typeof holdTable>[0],
): Readonly<{ tables: Pick<Search, 'coarse' | 'fine' | 'exact'> | null; tried: () => number }> {
  let count = 0;
  const counted = (table: HoldTable | null): HoldTable | null =>
    table && {
      ...table,
      hold: (t: readonly Tried[]) => {
        count++;
        return table.hold(t);
      },
    };
  const few = fewMembers(input.runs, input.today, GRID_MEMBERS);
  const coarse = counted(holdTable(input, GRID_STEP_DAYS, few));
  const fine = counted(holdTable(input, WALK_STEP_DAYS));
  const exact = counted(holdTable(input));
  return { tables: coarse && fine && exact ? { coarse, fine, exact } : null, tried: () => count };
}

type OfKind = Readonly<{ kind: ProgrammeKind; found: Found }>;
/** The cheapest season of some shapes that every gate lets go; null: none. */
type Best = (shapes: readonly Shape[]) => Found | null;

/** Programmes of the spring, the best of each kind. @param mustPart walks of the season before asked for parts */
function springKinds(
  { facts, targets }: PlanQuestion,
  spring: readonly Option[],
  search: Search,
  best: Best,
  { inTwo, mustPart }: Readonly<{ inTwo: Found | null; mustPart: boolean }>,
): OfKind[] {
  const found: OfKind[] = [];
  const add = (kind: ProgrammeKind, one: Found | null) => {
    if (one) found.push({ kind, found: one });
  };
  if (!mustPart) add('once', best(once(spring)));
  add('in two', inTwo);
  if (targets.some((t) => t.weed === 'goosegrass')) add('in three', best(inParts(spring, 3)));
  const p10 = facts.outlook?.crossed ?? facts.outlook?.dates.p10 ?? null;
  if (p10 !== null && !mustPart) {
    const late = { from: Math.max(p10, search.range.from) as Day, to: search.range.to };
    const reaching = spring.filter((o) => o.label.reachesBack);
    add('reach-back', best(once(reaching, late)));
  }
  const leader = found.reduce<Found | null>((a, { found: b }) => (a && a.cost <= b.cost ? a : b), null);
  if (leader) {
    const used = new Set(leader.shape.flatMap((s) => s.option.parts.map((p) => p.group ?? p.name)));
    const others = spring.filter((o) => !o.parts.some((p) => used.has(p.group ?? p.name)));
    add('another group', best([...(mustPart ? [] : once(others)), ...inParts(others, 2)]));
  }
  const strongest = bestOptions(spring, search);
  if (!mustPart) add('two together', best(ofTwo(strongest, 'together')));
  add('one after another', best(ofTwo(strongest, 'after')));
  return found;
}

/** Behind each programme of the spring the autumn's own barrier, and those that only the autumn makes. */
function withAutumn(
  ofSpring: readonly OfKind[],
  spring: readonly Option[],
  autumn: readonly Option[],
  best: Best,
): OfKind[] {
  const all = ofSpring.map(({ kind, found }) => ({
    kind,
    found: best(thenInAutumn(found, autumn)) ?? found,
  }));
  const both = best(springAndAutumn(spring, autumn));
  if (both) all.push({ kind: 'spring and autumn', found: both });
  const alone = spring.length ? null : best(once(autumn));
  if (alone) all.push({ kind: 'once', found: alone });
  return all;
}

/** Those that are shown, measured: the cheapest season first, doing nothing among them, what is planned now last. */
function shownOf(all: readonly OfKind[], known: Known, isYearOff: boolean): Programme[] {
  const { q, search } = known;
  const bare = measured({ kind: 'no pre-emergent', applications: [] }, null, known);
  const proposed = theBest(all).map(({ kind, found }) => {
    const placed = withWindows(found, search);
    return measured(programmeOf(kind, placed), placed, known);
  });
  // what costs more than nothing at all is shown only if everybody compares with it
  const worthIt = proposed.filter((p) => ALWAYS.includes(p.kind) || p.cost.total <= bare.cost.total);
  return [
    ...(isYearOff ? [bare, ...worthIt] : [...worthIt, bare].toSorted((a, b) => a.cost.total - b.cost.total)),
    ...(q.planned.length ? [measured({ kind: 'as planned', applications: q.planned }, null, known)] : []),
  ];
}

/** The last season that is planned for ends: what goes down later is the next year's programme. */
function seasonsEnd({ targets, facts: { today } }: PlanQuestion, runs: WeighedRuns): Day {
  const ends = targets.flatMap(({ weed }) => {
    const season = seasonToHold(weed, runs, today);
    return season ? [belongsFrom(addDays(season.from, season.days))] : [];
  });
  return Math.max(
    today + 1,
    Math.min(addDays(today, DAYS_AHEAD), ...(ends.length ? [Math.max(...ends)] : [])),
  ) as Day;
}

/** Whether the house puts a barrier down in autumn here. A bad year: winter weeds were seen in the last year. */
function mayInAutumn({ rules, facts }: PlanQuestion): boolean {
  if (rules.autumn !== 'after a bad year') return rules.autumn === 'always';
  return facts.seen.stages.some(
    (s) => WEEDS[s.weed].life === 'winter annual' && s.stage !== 'not up' && s.on > facts.today - 365,
  );
}

/** Products that cost the season least alone, the best of each group first. */
function bestOptions(options: readonly Option[], search: Search): Option[] {
  const ranked = options
    .flatMap((o) => {
      const alone = bestOf(once([o]), search, () => true, 1);
      return alone ? [{ o, cost: alone.cost }] : [];
    })
    .sort((a, b) => a.cost - b.cost)
    .map(({ o }) => o);
  const groups = new Set<string>();
  const first = ranked.filter((o) => {
    const key = o.parts.map((p) => p.group ?? p.name).join();
    return !groups.has(key) && groups.add(key);
  });
  return [...first, ...ranked.filter((o) => !first.includes(o))].slice(0, BEST_OPTIONS);
}

const byCost = (a: Readonly<{ found: Found }>, b: Readonly<{ found: Found }>): number =>
  a.found.cost - b.found.cost;

/** The best of all first; of two kinds that came to the same doses one. */
function theBest(all: readonly OfKind[]): OfKind[] {
  const seen = new Set<string>();
  const distinct = all.toSorted(byCost).filter(({ found: { shape, days } }) => {
    const key = shape
      .map((s, i) => `${s.option.label.id}|${days[i]}|${s.rate.toPrecision(6)}`)
      .sort()
      .join();
    return !seen.has(key) && seen.add(key);
  });
  const shown = distinct.filter((p) => ALWAYS.includes(p.kind));
  for (const p of distinct) if (!shown.includes(p) && shown.length < MOST_PROGRAMMES - 1) shown.push(p);
  return shown.toSorted(byCost);
}

type WithWindows = Found & Readonly<{ windows?: readonly Days[] }>;

/** Around each dose the days on which every gate lets it go and hardly anything is lost, the others where they are. */
function withWindows(found: Found, { range, exact }: Search): WithWindows {
  const { shape, days, hold } = found;
  const windows = shape.map((s, i) => {
    const states = allowedDays(shape, i, range);
    const isGood = (day: Day) => {
      if (day < range.from || day >= range.to || !states[day - range.from]) return false;
      const gap = s.after && day - days[s.after.slot]!;
      if (s.after && gap !== null && (gap < s.after.gap.leastDays || gap > s.after.gap.mostDays))
        return false;
      const moved = shape.map((o, k) => ({
        option: o.option.index,
        rate: o.rate,
        day: k === i ? day : days[k]!,
      }));
      return exact.hold(moved) >= hold - HARDLY;
    };
    let from = days[i]!;
    let to = days[i]!;
    while (isGood(addDays(from, -1))) from = addDays(from, -1);
    while (isGood(addDays(to, 1))) to = addDays(to, 1);
    return { from, to };
  });
  const tied = withTies(found, windows);
  return { ...withSlack(found, tied, exact), windows: tied };
}

type Days = Readonly<{ from: Day; to: Day }>;
/** Windows of parts hold together: whichever days are taken of two, the spacing between them is kept. */
function withTies({ shape, days }: Found, windows: readonly Days[]): Days[] {
  const out = windows.map((w) => ({ ...w }));
  shape.forEach(({ after }, i) => {
    if (!after) return;
    const { leastDays, mostDays } = after.gap;
    const [first, second] = [out[after.slot]!, out[i]!];
    first.to = Math.min(first.to, addDays(days[i]!, -leastDays)) as Day;
    second.from = Math.max(second.from, addDays(first.to, leastDays)) as Day;
    first.from = Math.max(first.from, addDays(days[i]!, -mostDays)) as Day;
    second.to = Math.min(second.to, addDays(first.from, mostDays)) as Day;
  });
  return out;
}

/** So many days of a window are left behind the day that is proposed: rain and wind take some. Ours. */
const SLACK_DAYS = 5;
/** For that so much of the hold may be given up. Ours. */
const SLACK_COSTS = 0.0007;

/** Each dose some days before its window's end, the first days first, if that costs next to nothing. */
function withSlack(found: Found, windows: readonly Days[], exact: HoldTable): Found {
  const { shape } = found;
  const heldOn = (days: readonly Day[]) =>
    exact.hold(shape.map((s, i) => ({ option: s.option.index, rate: s.rate, day: days[i]! })));
  let { days } = found;
  windows.forEach(({ from, to }, i) => {
    for (let day = Math.max(from, addDays(to, -SLACK_DAYS)) as Day; day < days[i]!; day = addDays(day, 1)) {
      const moved = days.map((d, k) => (k === i ? day : d));
      // a pair keeps its spacing
      if (!shape.every(({ after }, k) => !after || isSpaced(after, moved[k]! - moved[after.slot]!))) continue;
      if (heldOn(moved) < found.hold - SLACK_COSTS) continue;
      days = moved;
      break;
    }
  });
  return { ...found, days, hold: heldOn(days) };
}
const isSpaced = ({ gap }: NonNullable<Slot['after']>, days: number): boolean =>
  days >= gap.leastDays && days <= gap.mostDays;

/** As the zone's programme would hold it: what goes down on one day is one application; parts of a total are tied. */
function programmeOf(
  kind: ProgrammeKind,
  { shape, days, windows }: WithWindows,
): Pick<Programme, 'kind' | 'applications'> {
  const order = days.map((_, i) => i).sort((a, b) => days[a]! - days[b]! || a - b);
  const ties = new Map<number, { id: string; part: number }>();
  const sizes = new Map<string, number>();
  shape.forEach((s, i) => {
    if (!s.isLaterPart || !s.after) return;
    const first = ties.get(s.after.slot) ?? { id: `tie-${s.after.slot}`, part: 1 };
    ties.set(s.after.slot, first);
    ties.set(i, { id: first.id, part: first.part + 1 });
    sizes.set(first.id, first.part + 1);
  });
  const byDay = new Map<Day, number[]>();
  for (const i of order) byDay.set(days[i]!, [...(byDay.get(days[i]!) ?? []), i]);
  const applications = [...byDay].map(([day, slots], n): PlannedApplication => {
    const from = windows && (Math.max(...slots.map((i) => windows[i]!.from)) as Day);
    const to = windows && (Math.min(...slots.map((i) => windows[i]!.to)) as Day);
    return {
      id: `plan-${n + 1}`,
      purpose: '',
      plannedOn: day,
      doneOn: null,
      skipped: null,
      earliest: from ?? null,
      latest: to ?? null,
      products: slots.map((i, k): PlannedProduct => {
        const { option, rate } = shape[i]!;
        const tie = ties.get(i);
        return {
          id: `plan-${n + 1}-${k + 1}`,
          recordId: null,
          position: k + 1,
          tank: 1,
          label: option.label,
          rate: asRate(option, rate),
          use: option.use,
          targets: option.targets,
          method: null,
          place: WHOLE_ZONE,
          tie: tie ? { ...tie, kind: 'split', of: sizes.get(tie.id)!, spacing: option.spacing } : null,
        };
      }),
    };
  });
  return { kind, applications };
}

/** What the rest of a programme makes a difference to: the other gates were asked for every day of an option. */
const BY_PROGRAMME = GATES.filter((g) =>
  (
    [
      'label-rate',
      'year-limit',
      'application-count',
      'house-ceiling',
      'interval',
      'seeding-ahead',
      'partner',
      'resistance',
    ] as readonly GateKey[]
  ).includes(g.key),
);

/** Less than the house's slack before a seeding. */
const isClearLate = (verdict: Verdict | undefined): boolean =>
  verdict?.state === 'ajar' && verdict.reason.code === 'clear-late';

/** Asked of all gates, with the rest of the programme on the ledger: whether each application can go on its day. */
export function isOpenThroughout(
  { applications }: Pick<Programme, 'applications'>,
  { kept, facts }: Pick<PlanQuestion, 'kept' | 'facts'>,
  gates: readonly Gate[] = GATES,
): boolean {
  const all = [...kept, ...applications];
  return applications.every(({ id, plannedOn }) => {
    const context = contextOf(all, id, facts);
    const { all: lane, lanes } = windowOf(context, { from: plannedOn, to: addDays(plannedOn, 1) }, gates);
    const verdict = spanAt(lane, plannedOn)?.verdict;
    if (lanes.some(({ lane: l }) => isClearLate(spanAt(l, plannedOn)?.verdict))) return false;
    if (verdict?.state !== 'shut') return true;
    // an empty shelf is filled before the day comes
    return lanes.every(
      ({ gate, lane: l }) => gate.key === 'stock' || spanAt(l, plannedOn)?.verdict.state !== 'shut',
    );
  });
}

const LATE_DAYS = [1, 7, 14, 28];

type Known = Readonly<{
  q: PlanQuestion;
  /** with what is kept on the ledger */
  facts: PlanQuestion['facts'];
  search: Search;
  runs: WeighedRuns;
  posts: readonly Post[];
  money: Money;
}>;

function measured(
  p: Pick<Programme, 'kind' | 'applications'>,
  found: Found | null,
  { q, facts, search: { exact, range }, runs, posts, money }: Known,
): Programme {
  const { today, zone } = facts;
  const entries = [...facts.ledger, ...plannedEntries(p.applications, zone, today)];
  const holds = q.targets.flatMap(({ weed, weight }): (Hold & { weight: number })[] => {
    if (!emergenceOf(weed)) return [];
    const doses = dosesAgainst(weed, entries, q.labels, zone.turf, runs.from, leftOf(facts, q.labels));
    const hold = holdOn(weed, runs, today, doses);
    return hold ? [{ ...hold, weight }] : [];
  });
  const lastDay = Math.max(...p.applications.map((a) => a.plannedOn));
  const looks = lookAfterwards(holds, posts, range).map((l) =>
    money.paysFor(l) ? l : { ...l, product: null, takes: 0 },
  );
  // a year without a barrier is no year without work: its shots are counted like any other
  const counted = p.kind === 'no pre-emergent' ? [...p.applications, ...shotsOf(looks)] : p.applications;
  const figures = figuresOf(counted, q, facts);
  // what was seen and taken while small costs less than what stays
  const taken =
    p.kind === 'no pre-emergent' ? looks.reduce((sum, l) => sum + (l.product ? l.takes : 0), 0) : 0;
  const through = 1 - meanHold(holds) - taken * (1 - SEEN);
  return {
    ...p,
    hold: weightedHold(holds),
    targets: holds.map(({ weed, hold, from, effect, half }) => ({
      weed,
      hold,
      until: half === null ? null : heldUntil(from, effect, Math.min(lastDay, half) as Day),
    })),
    late: found
      ? LATE_DAYS.map((days) => ({
          days,
          hold: exact.range(
            found.shape.map((s, i) => ({
              option: s.option.index,
              rate: s.rate,
              day: addDays(found.days[i]!, days),
            })),
          ).p50,
        }))
      : [],
    days: daysOf(holds, range),
    looks,
    figures,
    cost: money.ofProgramme(counted, figures, through),
  };
}

/** Mean over the members of the share of all targets' seedlings that is stopped. */
function meanHold(holds: readonly (Hold & Readonly<{ weight: number }>)[]): number {
  const all = holds.reduce((sum, h) => sum + h.weight, 0);
  return holds.reduce((sum, h) => sum + (meanOf(h.each) * h.weight) / all, 0);
}
const meanOf = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0) / list.length;

function daysOf(
  holds: readonly (Hold & Readonly<{ weight: number }>)[],
  { from, to }: Search['range'],
): Programme['days'] {
  const all = holds.reduce((sum, h) => sum + h.weight, 0);
  const [flush, held] = [new Array<number>(to - from).fill(0), new Array<number>(to - from).fill(0)];
  for (const h of holds)
    h.flush.forEach((f, i) => {
      const d = h.from + i - from;
      if (d < 0 || d >= flush.length) return;
      flush[d]! += (f * h.weight) / all;
      held[d]! += (f * h.effect[i]! * h.weight) / all;
    });
  return { from, flush, held };
}
