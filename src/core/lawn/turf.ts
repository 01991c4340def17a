/**
 * What people should know of each grass to tell it from another and to expect the right thing of it.
 *
 * Shade tolerance and growth: trade knowledge, from memory (confidence medium to high). The looks are in plain words.
 */
import type { Turf, TurfSeason } from '@/core/trade/terms';
import type { KilogramsPerHectare } from '@/core/units/quantity';
import { rateOf } from '@/core/units/rate';

/** 0 very poor to 4 very good */
type ShadeTolerance = 0 | 1 | 2 | 3 | 4;

export type TurfFacts = Readonly<{
  season: TurfSeason;
  shade: ShadeTolerance;
  /** stands wet feet for weeks */
  standsWet: boolean;
  /** how the leaf and the plant look, for the picture and for the eye at the kerb */
  leaf: 'needle' | 'fine' | 'medium' | 'broad';
  grows: 'bunch' | 'runners';
  look: string;
}>;

export const TURF_FACTS: Record<Turf, TurfFacts> = {
  'tall fescue': {
    season: 'cool',
    shade: 2,
    standsWet: false,
    leaf: 'broad',
    grows: 'bunch',
    look: 'Coarse ribbed blade, in bunches, no runners',
  },
  'Kentucky bluegrass': {
    season: 'cool',
    shade: 1,
    standsWet: false,
    leaf: 'medium',
    grows: 'runners',
    look: 'Boat-shaped tip, dark, knits by runners under ground',
  },
  'perennial ryegrass': {
    season: 'cool',
    shade: 1,
    standsWet: false,
    leaf: 'medium',
    grows: 'bunch',
    look: 'Glossy back of the blade, red at the base, in bunches',
  },
  'fine fescue': {
    season: 'cool',
    shade: 4,
    standsWet: false,
    leaf: 'needle',
    grows: 'bunch',
    look: 'Needle-thin, soft, often under trees',
  },
  'creeping bentgrass': {
    season: 'cool',
    shade: 1,
    standsWet: false,
    leaf: 'fine',
    grows: 'runners',
    look: 'Fine and pale, runners above ground, puffy when long',
  },
  bermudagrass: {
    season: 'warm',
    shade: 0,
    standsWet: false,
    leaf: 'fine',
    grows: 'runners',
    look: 'Fine and tough, runners above and under ground, tan in winter',
  },
  zoysiagrass: {
    season: 'warm',
    shade: 2,
    standsWet: false,
    leaf: 'medium',
    grows: 'runners',
    look: 'Stiff and dense, pricks the hand, tan in winter',
  },
  centipedegrass: {
    season: 'warm',
    shade: 2,
    standsWet: false,
    leaf: 'medium',
    grows: 'runners',
    look: 'Apple green, short blunt blades on thick runners',
  },
  'St. Augustinegrass': {
    season: 'warm',
    shade: 3,
    standsWet: true,
    leaf: 'broad',
    grows: 'runners',
    look: 'Very broad blunt blades on thick runners above ground',
  },
  bahiagrass: {
    season: 'warm',
    shade: 1,
    standsWet: true,
    leaf: 'medium',
    grows: 'runners',
    look: 'Open and coarse, Y-shaped seed heads all summer',
  },
  buffalograss: {
    season: 'warm',
    shade: 1,
    standsWet: false,
    leaf: 'fine',
    grows: 'runners',
    look: 'Grey-green and curly, thin runners, dry places',
  },
  'seashore paspalum': {
    season: 'warm',
    shade: 1,
    standsWet: true,
    leaf: 'fine',
    grows: 'runners',
    look: 'Dark and glossy, stands salt water, two-pronged seed head',
  },
};

/** Usual most nitrogen in a year, lb N/1,000 sq ft: from memory (confidence medium); centipede by common practice. */
const NITROGEN_LB: Record<Turf, number> = {
  'tall fescue': 4,
  'Kentucky bluegrass': 5,
  'perennial ryegrass': 4,
  'fine fescue': 2,
  'creeping bentgrass': 5,
  bermudagrass: 6,
  zoysiagrass: 3,
  centipedegrass: 1,
  'St. Augustinegrass': 4,
  bahiagrass: 3,
  buffalograss: 2,
  'seashore paspalum': 4,
};
/** The year's budget of nitrogen on a turf, kg/ha; of a mix the smaller. */
export const nitrogenBudget = (turf: Turf, mixedWith: Turf | null): KilogramsPerHectare =>
  rateOf(Math.min(NITROGEN_LB[turf], NITROGEN_LB[mixedWith ?? turf]), 'lb/1000sqft')
    .rate as KilogramsPerHectare;

/** A mix of a cool and a warm grass is mixed. */
export function seasonOf(turf: Turf, mixedWith: Turf | null): TurfSeason | 'mixed' {
  const [a, b] = [TURF_FACTS[turf].season, TURF_FACTS[mixedWith ?? turf].season];
  return a === b ? a : 'mixed';
}
