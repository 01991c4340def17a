/** The Today screen: rows that jobs have written, read and put together by stop. Nothing is computed here. */
import 'server-only';
import { addDays, type Day } from '@/core/calendar/day';
import { aheadOn } from '@/core/gates/sky';
import { areaOf, type Place } from '@/core/products/application';
import { isOpen } from '@/core/season/standing';
import type { Celsius, MetresPerSecond, Millimetres, SquareMetres } from '@/core/units/quantity';
import type { AmountUnit, ProductRate, RateUnit } from '@/core/units/rate';
import { requirePermission, type Actor } from '@/data/actor';
import { hourOfMoment, clockAheadFrom, momentOf } from '@/data/clock';
import { inOrganisation, type Transaction } from '@/data/connection';
import { houseOf, type House } from '@/data/house';
import { siteName, zonesByIds } from '@/data/lawns';
import { applicationsOf } from '@/data/programme';
import { labelsOf } from '@/data/products';
import { forecastFrom, stationsOf, storedForecast, type Station } from '@/data/weather';
import { routesOf } from '@/data/day-routes';
import {
  boardRounds,
  boardRows,
  changedWindows,
  countWindows,
  restOfBoard,
  type BoardGroup,
  type BoardRound,
  type StoodThen,
  type StoredWindow,
} from '@/data/windows';
import { askForWeather } from '../soil/weather';
import { askedOf, type Asked } from './asked';
import { weatherStatus, type WeatherStatus } from './view';

/** A product as a line of the board shows it. */
export type DueProduct = Readonly<{
  name: string;
  rate: ProductRate;
  rateUnit: RateUnit;
  amountUnit: AmountUnit;
  area: SquareMetres;
  place: Place['on'];
  part: number;
  of: number;
}>;
export type DueLine = Readonly<{
  zoneId: string;
  applicationId: string;
  zoneName: string;
  turf: string;
  area: SquareMetres;
  purpose: string;
  plannedOn: Day;
  products: readonly DueProduct[];
  /** null: not computed yet */
  window: StoredWindow | null;
  /** how it stood before; null: as now, or not known */
  was: StoodThen | null;
  isFresh: boolean;
}>;
/** One lawn's lines of a group. */
export type Stop = Readonly<{ lawnId: string; address: string; customer: string; lines: readonly DueLine[] }>;

export type Board = Readonly<{
  today: Day;
  /** a route of today is saved for some truck */
  isDaySaved: boolean;
  /** lines by what they are for, of each group the largest */
  rounds: readonly BoardRound[];
  groups: readonly Readonly<{ group: BoardGroup; total: number; stops: readonly Stop[] }>[];
  /** lines that are being computed */
  waiting: number;
  finished: number;
  unplanned: number;
  /** the first of those without a programme */
  first: readonly Readonly<{ zoneId: string; site: string }>[];
  weather: readonly WeatherStatus[];
  /** the sky of today and tomorrow at each station, as its forecast says */
  brief: readonly Brief[];
  /** lines that stand another way than on the day before */
  changes: Readonly<{ total: number; first: readonly Change[] }>;
  /** what records ask for and is due, and what of the house's own is */
  asked: Asked;
}>;
export type Brief = Readonly<{
  station: string;
  /** working hours of both days, in their order */
  days: readonly Readonly<{ day: Day; hours: readonly BriefHour[] }>[];
}>;
export type BriefHour = Readonly<{
  /** of the clock */
  at: number;
  air: Celsius;
  rain: Millimetres;
  chance: number;
  wind: MetresPerSecond;
}>;
type Change = Readonly<{
  zoneId: string;
  applicationId: string;
  site: string;
  group: BoardGroup;
  was: StoodThen;
  hold: StoredWindow['hold'];
}>;
const CHANGES_SHOWN = 8;

/** So many fit the day's first look; what is shut stands there by what it is for. */
export const FIRST_LOOK: Most = { open: 12, ajar: 6, shut: 0, never: 0 };
/** A group by itself. */
const LINES_OF_A_GROUP = 40;
/** @returns lines of one group alone */
export const onlyOf = (group: BoardGroup): Most => ({
  open: 0,
  ajar: 0,
  shut: 0,
  never: 0,
  [group]: LINES_OF_A_GROUP,
});
/** All of them, up to so many of each group. */
export const upTo = (most: number): Most => ({ open: most, ajar: most, shut: most, never: most });
type Most = Readonly<Record<BoardGroup, number>>;
const ROUNDS_OF_A_GROUP = 12;
const UNPLANNED_SHOWN = 6;
const GROUPS: readonly BoardGroup[] = ['open', 'ajar', 'shut', 'never'];

export async function board(actor: Actor, most: Most = upTo(LINES_OF_A_GROUP)): Promise<Board> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const moment = await momentOf(db, actor);
    const { today } = moment;
    const forHour = hourOfMoment(moment);
    const stations = await stationsOf(db);
    const house = await houseOf(db);
    await askForWeather(db, actor, stations, today);
    const rows = await boardRows(db, forHour, most);
    const { totals, waiting } = await countWindows(db, forHour);
    const zoneIds = [...new Set(rows.map((r) => r.zoneId))];
    const labels = await labelsOf(db);
    const zones = new Map((await zonesByIds(db, zoneIds)).map((z) => [z.id, z]));
    const applications = new Map(
      [...(await applicationsOf(db, zoneIds, labels)).values()].flat().map((a) => [a.id, a]),
    );
    const { finished, unplanned, first } = await restOfBoard(db, UNPLANNED_SHOWN);
    const lines = rows.flatMap((r) => {
      const zone = zones.get(r.zoneId);
      const a = applications.get(r.applicationId);
      if (!zone || !a || !isOpen(a)) return [];
      const products = a.products
        .filter((p) => p.recordId === null)
        .map((p): DueProduct => ({
          name: p.label.name,
          rate: p.rate,
          rateUnit: p.label.rateUnit,
          amountUnit: p.label.amountUnit,
          area: areaOf(p.place, zone),
          place: p.place.on,
          part: p.tie?.part ?? 1,
          of: p.tie?.of ?? 1,
        }));
      const line: DueLine = {
        zoneId: zone.id,
        applicationId: a.id,
        zoneName: zone.name,
        turf: zone.facts.turf,
        area: zone.area,
        purpose: a.purpose,
        plannedOn: a.plannedOn,
        products,
        window: r.body,
        isFresh: r.isFresh,
        was: r.was,
      };
      return [{ group: r.group, zone, line }];
    });
    return {
      today,
      isDaySaved: (await routesOf(db, { from: today, to: addDays(today, 1) })).length > 0,
      rounds: await boardRounds(db, ROUNDS_OF_A_GROUP),
      finished,
      unplanned,
      first: first.map((z) => ({ zoneId: z.zoneId, site: siteName(z) })),
      waiting,
      groups: GROUPS.map((group) => {
        const stops = new Map<string, Stop & { lines: DueLine[] }>();
        for (const { zone, line } of lines.filter((l) => l.group === group)) {
          const stop = stops.get(zone.lawnId);
          if (stop) stop.lines.push(line);
          else
            stops.set(zone.lawnId, {
              lawnId: zone.lawnId,
              address: zone.address,
              customer: zone.customer,
              lines: [line],
            });
        }
        return { group, total: totals[group], stops: [...stops.values()] };
      }),
      weather: stations.map(weatherStatus),
      brief: await briefOf(db, stations, house, today, actor),
      asked: await askedOf(db, house, today),
      changes: await changesOf(db),
    };
  });
}

async function changesOf(db: Transaction): Promise<Board['changes']> {
  const { total, first } = await changedWindows(db, CHANGES_SHOWN);
  const zones = new Map(
    (
      await zonesByIds(
        db,
        first.map((c) => c.zoneId),
      )
    ).map((z) => [z.id, z]),
  );
  return {
    total,
    first: first.flatMap(({ body, ...c }): Change[] => {
      const zone = zones.get(c.zoneId);
      return zone ? [{ ...c, site: siteName(zone), hold: body?.hold ?? null }] : [];
    }),
  };
}

/** Two stations tell enough of a day's sky: the lawns of the others see theirs on their own screens. */
const STATIONS_SHOWN = 2;

async function briefOf(
  db: Transaction,
  stations: readonly Station[],
  { rules }: House,
  today: Day,
  actor: Actor,
): Promise<Brief[]> {
  const out: Brief[] = [];
  for (const s of stations.slice(0, STATIONS_SHOWN)) {
    const f = forecastFrom(await storedForecast(db, s.id), today);
    if (!f) continue;
    const days = [today, addDays(today, 1)].map((day) => {
      const ahead = aheadOn({ clockAhead: clockAheadFrom(day, actor.timeZone, s.utcOffsetHours) }, day);
      const hours = Array.from({ length: rules.workTo - rules.workFrom }, (_, i): BriefHour | null => {
        const at = rules.workFrom + i;
        const k = (day - f.from) * 24 + at - ahead;
        if (k < 0 || k >= f.air.length) return null;
        return {
          at,
          air: f.air[k] as Celsius,
          rain: f.rain[k] as Millimetres,
          chance: f.rainChance[k]!,
          wind: f.wind[k] as MetresPerSecond,
        };
      });
      return { day, hours: hours.filter((h) => h !== null) };
    });
    out.push({ station: s.name, days: days.filter((d) => d.hours.length > 0) });
  }
  return out;
}
