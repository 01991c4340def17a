/** What is said of a proposed programme. */
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { showDay, showWeekday } from '@/core/calendar/day';
import type { Plans, Programme } from '@/core/season/planner/planner';
import type { PerennialSchool } from '@/core/season/planner/question';
import { WEEDS } from '@/core/weeds/weeds';
import type { ProgrammeKind } from '@/core/season/planner/shapes';
import type { SeasonCost } from '@/core/season/planner/worth';
import type { Shows } from '@/core/units/format';
import { figure } from '@/core/units/figure';
import { nextYearWords } from '@/ui/next-year-words';
import { shortName } from '@/ui/words';
import { list, plural } from '@/ui/text';

export const KIND_NAMES: Record<ProgrammeKind, string> = {
  once: 'Once',
  'in two': 'In two parts',
  'in three': 'In three parts',
  'reach-back': 'Late, with one that reaches back',
  'another group': 'Another site of action group',
  'two together': 'Two products on one day',
  'one after another': 'One product, then another',
  'spring and autumn': 'Spring and autumn shares',
  'no pre-emergent': 'No pre-emergent: look, and treat what is up',
  'as planned': 'As it is planned now',
};

/** A year without a new barrier, where one lies there already, is not a year without one. */
export const kindName = ({ kind, hold }: Pick<Programme, 'kind' | 'hold'>): string =>
  kind === 'no pre-emergent' && hold && hold.p50 >= LIES_THERE
    ? 'Nothing more: what lies there holds'
    : KIND_NAMES[kind];
const LIES_THERE = 0.3;

export const dollars = (usd: number): string => `$${figure(usd, usd < 100 ? 2 : 0)}`;
/** Active ingredient on an area, as coarse as a comparison needs. */
export const onArea = (kg: number, show: Shows): string =>
  show.ingredient(kg as KilogramsPerHectare, 'a.i.', kg < 1 ? 2 : 3);
const points = (share: number): number => Math.round(share * 100);

/**
 * Why this one, or what it gives up against another and what it saves: in one sentence.
 * @param called what the other is called: the best, where it is that
 */
export function comparedWords(p: Programme, best: Programme, show: Shows, called = 'the best'): string {
  if (p === best && called === 'the year off')
    return 'What comes up is looked for and taken while it is small.';
  if (p === best) return 'No other costs the season less.';
  if (
    called === 'the best' &&
    p.kind === 'as planned' &&
    samePoints(p, best) &&
    p.figures.visits <= best.figures.visits
  )
    return 'What is planned holds as much as the best.';
  const gives = givenUp(p, best, show);
  const saves = savedBy(p, best, show);
  const against = gives.length
    ? `Against ${called} it costs ${list(gives)}`
    : `Against ${called} it gives up nothing that counts`;
  return `${against}${saves.length ? `, and ${list(saves)}` : ''}.`;
}
/** Points of the season's hold that one loses against another; below nought: it holds more. */
const lostTo = (p: Programme, best: Programme) => points((best.hold?.p50 ?? 0) - (p.hold?.p50 ?? 0));
const rootsOver = (p: Programme, best: Programme) => (p.figures.rootLoad ?? 0) - (best.figures.rootLoad ?? 0);

function givenUp(p: Programme, best: Programme, show: Shows): string[] {
  const lost = lostTo(p, best);
  const roots = rootsOver(p, best);
  const visits = p.figures.visits - best.figures.visits;
  const cost = more(p.figures.cost, best.figures.cost);
  return [
    lost > 0 && plural(lost, 'point of hold', 'points of hold'),
    visits > 0 && plural(visits, 'visit more', 'visits more'),
    cost && `${dollars(cost)} more of product`,
    roots > TINY && `${onArea(roots, show)} more on the roots`,
  ].filter((x) => typeof x === 'string');
}

function savedBy(p: Programme, best: Programme, show: Shows): string[] {
  const lost = lostTo(p, best);
  const roots = rootsOver(p, best);
  const visits = best.figures.visits - p.figures.visits;
  const cost = more(best.figures.cost, p.figures.cost);
  const saved = [visits > 0 && plural(visits, 'visit'), cost && `${dollars(cost)} of product`].filter(
    (x) => typeof x === 'string',
  );
  return [
    lost < 0 && `holds ${plural(-lost, 'point', 'points')} more`,
    saved.length > 0 && `saves ${list(saved)}`,
    roots < -TINY && `spares the roots ${onArea(-roots, show)}`,
  ].filter((x) => typeof x === 'string');
}

/** kg/ha: less than that is said of no root. */
const TINY = 0.06;
const samePoints = (a: Programme, b: Programme) => points(a.hold?.p50 ?? 0) === points(b.hold?.p50 ?? 0);
/** By how much one costs more than another, USD; null: not by half a dollar, or nobody knows. */
const more = (a: number | null, b: number | null): number | null =>
  a !== null && b !== null && a - b >= 0.5 ? a - b : null;

/** Why it stands where it stands: what the season costs by the house's weights, the largest part first. */
export function costWords({ cost }: Pick<Programme, 'cost'>): string {
  const parts = (Object.keys(COST_NAMES) as (keyof typeof COST_NAMES)[])
    .filter((k) => cost[k] >= 0.5)
    .toSorted((a, b) => cost[b] - cost[a])
    .map((k) => `${COST_NAMES[k]} $${figure(cost[k])}`);
  return `The season costs about $${figure(cost.total)}${parts.length ? `: ${list(parts)}` : ''}.`;
}
const COST_NAMES = {
  weeds: 'weeds that come through',
  visits: 'visits',
  product: 'product',
  roots: 'load on the roots',
  limits: 'a limit nearly used up',
} as const satisfies Partial<Record<keyof SeasonCost, string>>;

/** What a start that is late costs. */
export function lateWords({ hold, late }: Programme): string {
  if (!hold || !late.length) return '';
  const said = late
    .filter((l) => l.days >= 7)
    .map((l) => `${l.days / 7 === 1 ? 'a week' : `${l.days / 7} weeks`} later ${figure(l.hold * 100)} %`);
  return `If all of it goes down ${list(said)}.`;
}

const WHEN: Readonly<Record<PerennialSchool, string>> = {
  'in autumn': 'in autumn, when it goes down to the root',
  'after the bees': 'when clover and dandelion have flowered',
  'when seen': 'as soon as the gates open',
};

/** What the house does beside any of them: a sentence each. @param most years of one group that are too many */
export function besideWords(
  { cleanUp, yearOff, wishes }: Pick<Plans, 'cleanUp' | 'yearOff' | 'wishes'>,
  most: number,
): string[] {
  return [
    yearOff?.by === 'house' &&
      `A year off by your house: group ${yearOff.group} stood alone in ${list(yearOff.years.map(String))}, and ${plural(most, 'year')} running are too many.`,
    cleanUp &&
      `Beside each: ${list(cleanUp.targets.map((w) => WEEDS[w].name))}, seen here, with ${shortName(cleanUp.label)} on ${showWeekday(cleanUp.on)}: ${WHEN[cleanUp.school]}. It is planned with whichever you take.`,
    ...wishes.map(wishWords),
  ].filter((x) => x !== null && x !== false);
}

/** What a walk asked of this season, and what became of it. */
const wishWords = ({ wish, weed, on, isKept }: Plans['wishes'][number]): string =>
  `The walk of ${showDay(on)} asked for ${nextYearWords(wish)}: ${WEEDS[weed].name} had come through. ${isKept ? 'Kept here.' : 'Nothing of yours suits: not kept.'}`;
