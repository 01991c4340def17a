/** The Today screen: rows that jobs have written, read and put together by stop. Nothing is computed here. */
import 'server-only';
import type { Day } from '@/core/calendar/day';
import { areaOf, type Place } from '@/core/products/application';
import { isOpen } from '@/core/season/programme';
import type { SquareMetres } from '@/core/units/quantity';
import type { AmountUnit, ProductRate, RateUnit } from '@/core/units/rate';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { siteName, zonesByIds } from '@/data/lawns';
import { applicationsOf } from '@/data/programme';
import { labelsOf } from '@/data/products';
import { stationsOf } from '@/data/weather';
import { boardRows, countWindows, restOfBoard, type BoardGroup, type StoredWindow } from '@/data/windows';
import { hourOfMoment } from '../jobs/windows';
import { askForWeather } from '../soil/weather';
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
  isFresh: boolean;
}>;
/** One lawn's lines of a group. */
export type Stop = Readonly<{ lawnId: string; address: string; customer: string; lines: readonly DueLine[] }>;

export type Board = Readonly<{
  today: Day;
  groups: readonly Readonly<{ group: BoardGroup; total: number; stops: readonly Stop[] }>[];
  /** lines that are being computed */
  waiting: number;
  finished: number;
  unplanned: number;
  /** the first of those without a programme */
  first: readonly Readonly<{ zoneId: string; site: string }>[];
  weather: readonly WeatherStatus[];
}>;

/** More are a list of their own: a day has no room for them. */
const LINES_SHOWN = 60;
const UNPLANNED_SHOWN = 24;
const GROUPS: readonly BoardGroup[] = ['open', 'ajar', 'shut', 'never'];

export async function board(actor: Actor, perGroup = LINES_SHOWN): Promise<Board> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const moment = await momentOf(db, actor);
    const { today } = moment;
    const forHour = hourOfMoment(moment);
    const stations = await stationsOf(db);
    await askForWeather(db, actor, stations, today);
    const rows = await boardRows(db, forHour, perGroup);
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
          ...{ name: p.label.name, rate: p.rate, rateUnit: p.label.rateUnit, amountUnit: p.label.amountUnit },
          ...{ area: areaOf(p.place, zone), place: p.place.on, part: p.tie?.part ?? 1, of: p.tie?.of ?? 1 },
        }));
      const line: DueLine = {
        ...{
          zoneId: zone.id,
          applicationId: a.id,
          zoneName: zone.name,
          turf: zone.facts.turf,
          area: zone.area,
        },
        ...{ purpose: a.purpose, plannedOn: a.plannedOn, products, window: r.body, isFresh: r.isFresh },
      };
      return [{ group: r.group, zone, line }];
    });
    return {
      ...{ today, finished, unplanned },
      first: first.map((z) => ({ zoneId: z.zoneId, site: siteName(z) })),
      waiting,
      groups: GROUPS.map((group) => {
        const stops = new Map<string, Stop & { lines: DueLine[] }>();
        for (const { zone, line } of lines.filter((l) => l.group === group)) {
          const stop = stops.get(zone.lawnId);
          if (stop) stop.lines.push(line);
          else
            stops.set(zone.lawnId, {
              ...{ lawnId: zone.lawnId, address: zone.address, customer: zone.customer },
              lines: [line],
            });
        }
        return { group, total: totals[group], stops: [...stops.values()] };
      }),
      weather: stations.map(weatherStatus),
    };
  });
}
