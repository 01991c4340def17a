import { issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { SCHOOLS, type School } from '@/core/ground/crossing';
import { EXPOSURES, MOISTURES, type Moisture } from '@/core/ground/site';
import { THATCHES, type Thatch } from '@/core/lawn/zone';
import { TURFS } from '@/core/trade/terms';
import { writeLawnsGeoJson } from '@/formats/lawn-geojson';
import { writeLawns } from '@/formats/lawn-csv';
import { requirePermission, type Actor } from '@/data/actor';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import {
  SORTS,
  changeZones,
  filtersOf,
  knownZones,
  listZones,
  removeFilter,
  writeFilter,
  type ListedZone,
  type ListQuery,
  type SavedFilter,
  type SortKey,
} from '@/data/lawn-list';
import { rowsOfZones, siteName } from '@/data/lawns';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome } from '@/server/entry/outcome';

const among = <T extends string>(list: readonly T[], word: string | undefined): T | '' =>
  list.find((w) => w === word) ?? '';

/** What an address of the list asks for: whatever it does not understand it leaves out. */
export function queryOf(params: Readonly<Record<string, string | string[] | undefined>>): ListQuery {
  const one = (key: string) => {
    const value = params[key];
    return typeof value === 'string' ? value : undefined;
  };
  const sort = among(Object.keys(SORTS) as SortKey[], one('sort')) || 'address';
  return {
    words: (one('q') ?? '').slice(0, 200),
    turf: among(TURFS, one('turf')),
    exposure: among(EXPOSURES, one('sun')),
    plan: among(['none', 'due', 'done', 'closed'] as const, one('plan')),
    sort,
    descending: one('down') === '1',
    page: Math.max(1, Math.min(10_000, Math.floor(Number(one('page') ?? 1)) || 1)),
  };
}

export type LawnList = Readonly<{
  total: number;
  pages: number;
  zones: readonly ListedZone[];
  filters: readonly SavedFilter[];
}>;
export function lawnList(actor: Actor, query: ListQuery): Promise<LawnList> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => ({
    ...(await listZones(db, query, await todayOf(db, actor))),
    filters: await filtersOf(db),
  }));
}

export const findZonesShape = Joi.object<{ words: string }>({
  words: Joi.string().allow('').max(200).required(),
});
/** The first zones that hold some words: to choose among. */
export function findZones(
  actor: Actor,
  { words }: { words: string },
): Promise<Outcome<{ zones: { id: string; site: string; turf: string }[] }>> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const { zones } = await listZones(db, queryOf({ q: words }), await todayOf(db, actor));
    return done({ zones: zones.map((z) => ({ id: z.id, site: siteName(z), turf: z.turf })) });
  });
}

type FilterInput = Readonly<{ name: string; query: string }>;
export const filterShape = Joi.object<FilterInput>({
  name: Joi.string().allow('').max(80).required(),
  query: Joi.string().allow('').max(500).required(),
});
export async function saveFilter(actor: Actor, { name, query }: FilterInput): Promise<Outcome<null>> {
  requirePermission(actor, 'change the house');
  if (!name.trim()) return refuse({ kind: 'invalid', issues: [issue('Name', 'filter-unnamed')] });
  await inOrganisation(actor, (db) => writeFilter(db, actor.orgId, name.trim(), query));
  return done(null);
}
export const filterIdShape = Joi.object<{ id: string }>({
  id: Joi.string().guid({ separator: '-', wrapper: false }).required(),
});
export async function dropFilter(actor: Actor, { id }: { id: string }): Promise<Outcome<null>> {
  requirePermission(actor, 'change the house');
  const isGone = await inOrganisation(actor, (db) => removeFilter(db, id));
  return isGone ? done(null) : refuse({ kind: 'gone' });
}

type BulkInput = Readonly<{
  zoneIds: readonly string[];
  change:
    | Readonly<{ what: 'school'; to: School | null }>
    | Readonly<{ what: 'moisture'; to: Moisture }>
    | Readonly<{ what: 'thatch'; to: Thatch }>;
}>;
const to = (what: string, list: readonly string[], orNull = false) =>
  Joi.object({
    what: Joi.valid(what).required(),
    to: (orNull ? Joi.string().allow(null) : Joi.string()).valid(...list).required(),
  });
export const bulkShape = Joi.object<BulkInput>({
  zoneIds: Joi.array()
    .items(Joi.string().guid({ separator: '-', wrapper: false }))
    .min(1)
    .max(5000)
    .required(),
  change: Joi.alternatives(
    to('school', SCHOOLS, true),
    to('moisture', MOISTURES),
    to('thatch', THATCHES),
  ).required(),
});

/** One fact of many zones. What is computed from it is computed again in the background. */
export async function changeMany(
  actor: Actor,
  { zoneIds, change }: BulkInput,
): Promise<Outcome<{ changed: number }>> {
  requirePermission(actor, 'plan');
  const count = await inOrganisation(actor, async (db) => {
    const known = await knownZones(db, zoneIds);
    if (!known.length) return 0;
    await changeZones(db, known, { [change.what]: change.to });
    await changed(db, actor, known, [{ kind: 'outlooks', orgId: actor.orgId }]);
    return known.length;
  });
  return done({ changed: count });
}

/** All zones as a file that can be brought in again. */
export function exportLawns(actor: Actor, as: 'csv' | 'geojson'): Promise<string> {
  requirePermission(actor, 'see');
  const write = as === 'csv' ? writeLawns : writeLawnsGeoJson;
  return inOrganisation(actor, async (db) => write(await rowsOfZones(db)));
}
