/**
 * What is known of a zone, whatever is to go down on it: the ground, the book, soil and weather, what people saw, what the
 * company has and what its rules are. Gates, follow-ups, the barrier and the planner all read it; nothing here computes.
 */
import type { Day, MonthDay } from '@/core/calendar/day';
import type { Hour } from '@/core/calendar/hour';
import type { Outlook } from '@/core/ground/outlook';
import type { Cover } from '@/core/ground/site';
import type { Seeding, Water } from '@/core/lawn/zone';
import type { Spacing } from '@/core/products/application';
import type { Ceiling } from '@/core/records/ceiling';
import type { LedgerEntry } from '@/core/records/ledger';
import type { Method, Site, Texture, Turf } from '@/core/trade/terms';
import type {
  Celsius,
  KilogramsPerHectare,
  Metres,
  MetresPerSecond,
  Millimetres,
  SquareMetres,
} from '@/core/units/quantity';
import type { ProductRate } from '@/core/units/rate';
import type { Forecast, HourlyWeather } from '@/core/weather/series';
import type { Wished } from '@/core/weeds/next-year';
import type { Stage, Weed } from '@/core/weeds/weeds';

/** Days of the year, both in it, on which crews here put the fall's barrier down. */
export type FallHabit = Readonly<{ from: MonthDay; to: MonthDay }>;

export type ZoneFacts = Readonly<{
  turf: Turf;
  /** the second grass of a mix, which takes the stricter of both */
  mixedWith: Turf | null;
  texture: Texture;
  /** new turf that is planned here, by day */
  seedings: readonly Seeding[];
  /** null: none, so that water comes from rain alone */
  irrigationPerHour: Millimetres | null;
  /** what is treated; for amounts of product */
  area: SquareMetres;
  /** degrees north: daylight and evaporation */
  latitude: number;
  /** null: not said */
  state: string | null;
  /** all waters near it; a distance of null has not been measured. Null: nobody has looked */
  waters: readonly Readonly<{ kind: Water; distance: Metres | null }>[] | null;
  /** what the ground is used for; null: not said */
  grounds: Site | null;
  /** trees stand in it, beds border it */
  trees: boolean;
  /** trees of which fruit is eaten stand in it, outside what is left untreated */
  fruit: boolean;
  beds: boolean;
  /** thatch and dead leaf on the ground */
  cover: Cover;
  /** hours of notice that the customer wishes; null: none */
  noticeHours: number | null;
  organicOnly: boolean;
  /** what the customer does not want, in words; empty: nothing */
  optOut: string;
}>;

/** Ways in which soil is opened; liquid aeration does not. */
export const SOIL_OPENED = ['core aeration', 'power raking', 'digging'] as const;
export type SoilOpened = (typeof SOIL_OPENED)[number];

/** What people last saw or did on the zone, as far as it was written down. */
export type Seen = Readonly<{
  mownOn: Day | null;
  /** share of the leaf that is green, 0 to 1 */
  green: Readonly<{ share: number; on: Day }> | null;
  /** heat or drought stress of the turf; none once it was seen gone */
  stress: Readonly<{ kind: 'none' | 'heat' | 'drought'; on: Day }> | null;
  stages: readonly Readonly<{ weed: Weed; stage: Stage; on: Day }>[];
  seededOn: Day | null;
  seedlingMowings: number;
  /** the hour from which notice counts */
  noticeSent: Hour | null;
  /** parties, visits: days on which nobody sprays */
  events: readonly Readonly<{ on: Day; what: string }>[];
  /** what a soil test said of phosphorus */
  phosphorus: Readonly<{ isWanted: boolean; on: Day }> | null;
  /** the soil was opened, and a barrier in it with it */
  opened: readonly Readonly<{ how: SoilOpened; on: Day }>[];
  /** what walks asked of the season after them */
  nextYear: readonly Wished[];
}>;
export const NOTHING_SEEN: Seen = {
  mownOn: null,
  green: null,
  stress: null,
  stages: [],
  seededOn: null,
  seedlingMowings: 0,
  noticeSent: null,
  events: [],
  phosphorus: null,
  opened: [],
  nextYear: [],
};

/** What the company has: licences of its people, sprayers and spreaders, product on its shelf. */
export type Resources = Readonly<{
  licences: readonly Readonly<{ person: string; categories: readonly string[]; validTo: Day }>[];
  equipment: readonly Readonly<{
    name: string;
    method: Method;
    calibratedOn: Day | null;
    /** who said that it is right without figures; not given: there are figures */
    waived?: Readonly<{ by: string; why: string }> | null;
    /** what it puts out, as it was last measured; not given: it was not */
    output?: ProductRate | null;
    /** that against the time before, with the same nozzle or setting: −0.12 is 12 % less; not given: not known */
    drift?: number | null;
  }>[];
  /** product on hand, kg or L, by product; none: no stock is kept of it */
  onHand: Readonly<Record<string, number>>;
}>;

/** The company's own rules; each gate names the one it used. */
export type HouseRules = Readonly<{
  windLimit: MetresPerSecond;
  windCaution: MetresPerSecond;
  /** working hours of the day by the clock: from (in it) to (not in it) */
  workFrom: number;
  workTo: number;
  /** a spell this long must be calm enough */
  calmHours: number;
  /** the useful start of a pre-emergent: so many days before the outlook's 10 % date */
  leadDays: number;
  spacing: Spacing;
  /** when crews here put the fall's barrier down, both days in it: said beside the odds, and decides nothing; null: not written down */
  fallHabit: FallHabit | null;
  /** rain counts from this chance on, 0 to 1 */
  rainChance: number;
  /** a calibration is good for so many days */
  calibrationDays: number;
  /** local code asks for notice, of so many hours; the customer may wish for more */
  noticeByCode: boolean;
  noticeHours: number;
  /** leaf-active products: no more above it, and a warning above the caution */
  heatLimit: Celsius;
  heatCaution: Celsius;
  /** no nitrogen above this soil temperature */
  nitrogenSoil: Celsius;
  /** most nitrogen on a zone in a calendar year; null: the turf's usual most */
  nitrogenYear: KilogramsPerHectare | null;
  /** local law allows no fertilizer from one day of the year to another, both in it; null: no such law */
  fertilizerBan: Readonly<{ from: MonthDay; to: MonthDay }> | null;
  /** local law allows phosphorus only on new turf, or where a soil test asks for it */
  phosphorusByTest: boolean;
  /** may a leaf-active product and a barrier go together? */
  partners: 'as labels allow' | 'never together';
  /** the same group in so many years running is one too many */
  groupYears: number;
  /** may a granule carry fertilizer and pre-emergent at once? */
  combineFertilizer: boolean;
  granuleFirst: boolean;
  ceilings: readonly Ceiling[];
  /** days that the house wants a lawn to be free of what keeps seed out before a planned seeding */
  seedSlackDays: number;
}>;

/** What is known of a zone, whatever is to go down on it. */
export type Facts = Readonly<{
  zone: ZoneFacts;
  /** what this zone has received, and what else is planned for it, earlier and later */
  ledger: readonly LedgerEntry[];
  /** the day from which the book holds everything that was put down; null: what came before is not known */
  bookFrom: Day | null;
  /** null: not known (no weather, or too few years) */
  outlook: Outlook | null;
  /** null: the weather service has not answered */
  forecast: Forecast | null;
  /** weather of the weeks before the forecast begins; null: none on file */
  recent: HourlyWeather | null;
  seen: Seen;
  means: Resources;
  rules: HouseRules;
  today: Day;
  /** the clock's hour now: of today, what is before it has gone */
  hour: number;
  /** days on which people's clocks run ahead of the station's standard time, and by how many hours */
  clockAhead: readonly Readonly<{ from: Day; to: Day; hours: number }>[];
  /** hours that the sun's noon comes after noon of the station's standard time; 0 where the longitude is not known */
  sunBehind: number;
}>;
