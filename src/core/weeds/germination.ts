/**
 * By which line of the soil each weed comes up from seed. From `weeds.json` of the project's facts (germination trigger,
 * its lower bound rising and its upper bound falling; memory and practice). Weeds of about 55 °F go by the house's own
 * line. Perennials come from the root as well, over a whole season: they have no line, one has to look.
 */
import type { WatchKey } from '@/core/ground/crossing';
import type { Weed } from './weeds';

export type LineKey = 'house' | WatchKey;

const LINES: Partial<Record<Weed, LineKey>> = {
  'smooth-crabgrass': 'house',
  'large-crabgrass': 'house',
  'southern-crabgrass': 'house',
  foxtail: 'house',
  sandbur: 'house',
  lespedeza: 'house',
  goosegrass: 'goosegrass',
  'spotted-spurge': 'goosegrass',
  chamberbitter: 'chamberbitter',
  'prostrate-knotweed': 'knotweed',
  'annual-bluegrass': 'autumn',
  'lawn-burweed': 'autumn',
  henbit: 'autumn broadleaf',
  'common-chickweed': 'autumn broadleaf',
  'field-madder': 'late autumn',
  'corn-speedwell': 'late autumn',
  // not in that table; from memory, confidence medium
  purslane: 'goosegrass',
  'common-mallow': 'house',
  'black-medic': 'house',
  'purple-deadnettle': 'autumn broadleaf',
  'hairy-bittercress': 'late autumn',
};

/** The line of a weed that comes up from seed; null: it has none of its own. */
export const germinationLine = (weed: Weed): LineKey | null => LINES[weed] ?? null;
