/**
 * A walk over a zone: which weeds are up, how far, how much and where; and what that asks for: spots or the whole zone, now
 * or in a better season, and what of the ground favours them.
 */
import { monthOf, type Day } from '@/core/calendar/day';
import type { SquareMetres } from '@/core/units/quantity';
import { stageRank, WEEDS, type Stage, type Weed } from './weeds';

export const GROUNDS = [
  'all over',
  'edge of pavement',
  'missed strip',
  'thin turf',
  'bare spot',
  'shade',
  'wet',
  'worn path',
] as const;
export type Ground = (typeof GROUNDS)[number];

export type Found = Readonly<{
  weed: Weed;
  stage: Stage;
  /** % of the zone that it covers */
  cover: number;
  /** counted; null: it was not */
  perSquareMetre: number | null;
  where: readonly Ground[];
  isInFlower: boolean;
}>;

export type Walk = Readonly<{
  id: string;
  on: Day;
  person: string;
  /** none: it was walked, and nothing was up */
  found: readonly Found[];
  notes: string;
}>;

/** The newest walk; of two of a day the one that was written down last. */
export const lastWalk = (walks: readonly Walk[]): Walk | null =>
  walks.reduce<Walk | null>((last, w) => (last && last.on > w.on ? last : w), null);

export type WeedPlan = Readonly<{
  cover: number;
  by: 'nothing' | 'spots' | 'whole zone';
  /** what is sprayed: the spots with the ring around them, or the zone */
  area: SquareMetres;
}>;
/** A spot is sprayed over its edge: so many times its cover. Common practice, no source. */
const RING = 1.5;
/** The least that anybody mixes for, as a share of the zone. Ours. */
const LEAST_SHARE = 0.005;

/** @param broadcastAbove % of the zone from which on the whole of it is sprayed */
export function weedPlanOf(
  found: readonly Found[],
  zone: Readonly<{ area: SquareMetres }>,
  broadcastAbove: number,
): WeedPlan {
  const cover = Math.min(
    100,
    found.reduce((sum, f) => sum + f.cover, 0),
  );
  if (!found.length) return { cover: 0, by: 'nothing', area: 0 as SquareMetres };
  const isWhole = cover >= broadcastAbove;
  const share = isWhole ? 1 : Math.min(1, Math.max(LEAST_SHARE, (cover / 100) * RING));
  return { cover, by: isWhole ? 'whole zone' : 'spots', area: (zone.area * share) as SquareMetres };
}

export type Timing =
  /** as small as it will ever be */
  | 'small, now'
  | 'tillered, hard'
  /** the first frost takes it: next year's barrier instead */
  | 'frost takes it'
  | 'autumn is best'
  | 'spring is second'
  | 'wait for autumn'
  | 'asleep'
  /** a winter annual that is big: it seeds in spring, and then dies */
  | 'before it seeds'
  /** it dies with the heat: an autumn barrier instead */
  | 'heat takes it'
  | 'before its tubers'
  | 'tubers are made'
  /** nothing takes it out of turf alone */
  | 'no selective';

/** Grasses that no herbicide takes out of cool-season turf alone. From memory. */
const UNSELECTED: readonly Weed[] = ['quackgrass', 'dallisgrass'];

/** Whether it is the season for it, in the middle latitudes. Trade practice; months from memory. */
export function timingOf({ weed, stage }: Pick<Found, 'weed' | 'stage'>, day: Day): Timing {
  const { life, kind } = WEEDS[weed];
  const month = monthOf(day);
  const between = (from: number, to: number) => month >= from && month <= to;
  if (life === 'summer annual') {
    if (stageRank(stage) >= stageRank('2 to 4 tillers'))
      return month >= 8 ? 'frost takes it' : 'tillered, hard';
    return month >= 9 ? 'frost takes it' : 'small, now';
  }
  if (life === 'winter annual') {
    if (between(4, 8)) return 'heat takes it';
    return stageRank(stage) >= stageRank('2 to 4 tillers') ? 'before it seeds' : 'small, now';
  }
  if (kind === 'sedge')
    return between(5, 7) ? 'before its tubers' : between(8, 10) ? 'tubers are made' : 'asleep';
  if (UNSELECTED.includes(weed)) return 'no selective';
  if (between(9, 11)) return 'autumn is best';
  if (between(3, 5)) return 'spring is second';
  return between(6, 8) ? 'wait for autumn' : 'asleep';
}

/** A time at which what is sprayed is worth it. */
export const isWorthwhile = (timing: Timing): boolean =>
  !['frost takes it', 'asleep', 'heat takes it', 'wait for autumn'].includes(timing);

const FAVOURS = [
  'compaction',
  'wet ground',
  'shade',
  'thin turf',
  'low nitrogen',
  'low mowing',
  'drought',
  'acid soil',
  'hot edges',
  'much phosphorus',
] as const;
export type Favour = (typeof FAVOURS)[number];

/** What of the ground favours a weed: the project's table of facts (practice, confidence medium). */
const FAVOURED: Readonly<Partial<Record<Weed, readonly Favour[]>>> = {
  'smooth-crabgrass': ['thin turf', 'low mowing', 'compaction', 'hot edges'],
  'large-crabgrass': ['thin turf', 'hot edges'],
  'southern-crabgrass': ['thin turf'],
  goosegrass: ['compaction', 'low mowing', 'wet ground'],
  'annual-bluegrass': ['compaction', 'wet ground', 'shade', 'low mowing', 'much phosphorus'],
  dallisgrass: ['wet ground', 'low mowing'],
  'yellow-nutsedge': ['wet ground', 'thin turf'],
  'purple-nutsedge': ['wet ground', 'compaction'],
  'green-kyllinga': ['wet ground', 'low mowing'],
  henbit: ['thin turf'],
  'common-chickweed': ['shade', 'compaction'],
  'mouse-ear-chickweed': ['compaction', 'low mowing', 'low nitrogen'],
  'white-clover': ['low nitrogen', 'compaction'],
  dandelion: ['thin turf', 'low nitrogen', 'low mowing'],
  'broadleaf-plantain': ['compaction', 'wet ground'],
  'buckhorn-plantain': ['drought', 'thin turf', 'low mowing'],
  'ground-ivy': ['shade', 'thin turf'],
  'wild-violet': ['shade'],
  purslane: ['thin turf', 'hot edges'],
  'common-mallow': ['thin turf', 'compaction'],
  'cats-ear': ['drought', 'thin turf'],
  'purple-deadnettle': ['thin turf'],
  'black-medic': ['low nitrogen', 'drought', 'compaction'],
  'hairy-bittercress': ['wet ground', 'thin turf'],
  'bermudagrass-weed': ['low mowing', 'hot edges'],
  'spotted-spurge': ['compaction', 'thin turf', 'hot edges'],
  'prostrate-knotweed': ['compaction'],
  lespedeza: ['low nitrogen', 'drought', 'compaction', 'acid soil'],
  'virginia-buttonweed': ['wet ground', 'low mowing'],
  chamberbitter: ['thin turf'],
  'florida-betony': ['wet ground'],
  'field-madder': ['thin turf'],
  oxalis: ['thin turf'],
  'corn-speedwell': ['thin turf'],
  'lawn-burweed': ['thin turf', 'compaction'],
  nimblewill: ['shade', 'thin turf'],
  foxtail: ['thin turf'],
  sandbur: ['low nitrogen', 'thin turf'],
};

/** What of the ground favours what was found, what favours most of it first. */
export function favouredBy(
  found: readonly Found[],
): readonly Readonly<{ favour: Favour; weeds: readonly Weed[] }>[] {
  return FAVOURS.map((favour) => ({
    favour,
    weeds: found.filter((f) => FAVOURED[f.weed]?.includes(favour)).map((f) => f.weed),
  }))
    .filter((f) => f.weeds.length > 0)
    .toSorted((a, b) => b.weeds.length - a.weeds.length);
}
