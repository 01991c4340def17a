/**
 * One product of an application as it is to go down: at which rate, for what, where, and how it goes with the others of
 * the same visit. Products of one `tank` share it; tanks (or hoppers) follow each other in the order of their numbers.
 */
import type { Day } from '@/core/calendar/day';
import type { Metres, SquareMetres } from '@/core/units/quantity';
import type { ProductRate } from '@/core/units/rate';
import type { Weed } from '@/core/weeds/weeds';
import { isGranule, type Label } from './label';
import type { Method, Use } from '@/core/trade/terms';

/**
 * The ground that is treated. Spots and strips of a zone are the same ground unless they carry different names: what was
 * put on it twice adds up there.
 */
export type Place =
  | Readonly<{ on: 'zone' }>
  | Readonly<{ on: 'spots'; area: SquareMetres; ground: string }>
  | Readonly<{ on: 'strip'; length: Metres; width: Metres; ground: string }>;
export const WHOLE_ZONE: Place = { on: 'zone' };

/** Days between two shares of a total, or two shots of a sequence. */
export type Spacing = Readonly<{ leastDays: number; mostDays: number }>;

export type TieKind = 'split' | 'sequence';

/** What ties a product to the same one in other applications: a share of one total, or one shot of several. */
export type Tie = Readonly<{ id: string; kind: TieKind; part: number; of: number; spacing: Spacing }>;

/** A tie as it stands today: the day of the part before it, put down or still planned. */
export type TieNow = Tie & Readonly<{ previous: Readonly<{ day: Day; done: boolean }> | null }>;

export type ApplicationProduct<T extends Tie = TieNow> = Readonly<{
  /** 1 for the first in the list; names it among its neighbours */
  position: number;
  label: Label;
  rate: ProductRate;
  use: Use;
  /** weeds that it is for; none: none named */
  targets: readonly Weed[];
  /** null: whichever the house has and the label allows */
  method: Method | null;
  place: Place;
  /** 1 for what goes down first */
  tank: number;
  tie: T | null;
}>;

type Zone = Readonly<{ area: SquareMetres }>;

/** Area that is treated, m²: never more than the zone. */
export function areaOf(place: Place, { area }: Zone): SquareMetres {
  if (place.on === 'zone') return area;
  const treated = place.on === 'spots' ? place.area : place.length * place.width;
  return Math.min(treated, area) as SquareMetres;
}

/** Share of the zone that is treated, 0 to 1. */
export const shareOf = (place: Place, zone: Zone): number => areaOf(place, zone) / zone.area;

/** One key for the name of some ground: case and spaces do not make it another one. */
export const groundKey = (name: string): string => name.trim().replace(/\s+/g, ' ').toLowerCase();

/** The ground by which doses on the same spots add up, as a key of its name; null: the whole zone. */
export const groundOf = (place: Place): string | null =>
  place.on === 'zone' ? null : groundKey(place.ground);

/** Whether two doses can meet on the same square foot. */
export const sharesGround = (a: string | null, b: string | null): boolean =>
  a === null || b === null || a === b;

/**
 * Whether it works through the leaf as it is used here: by the sheet's tick, or because a spray is meant for weeds that
 * are up, whatever the tick says.
 */
export const worksOnLeaf = ({ label, use }: Pick<ApplicationProduct, 'label' | 'use'>): boolean =>
  label.onLeaf || ((use === 'post-emergent' || use === 'spot') && !isGranule(label));
