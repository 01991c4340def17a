import 'server-only';
import Joi from 'joi';
import { DateTime } from 'luxon';
import { doubtsAbout } from '@/core/ground/plausible';
import { SPOTS, type Spot } from '@/core/lawn/zone';
import { fromInches } from '@/core/units/trade';
import { LAWN_COLUMNS, LAWN_KEYS, type LawnMapping } from '@/formats/lawn-columns';
import type { LoggedRow, LoggerMapping } from '@/formats/logger-csv';
import {
  TEMPERATURE_UNITS,
  WATER_UNITS,
  WEATHER_COLUMNS,
  ROW_TIMES,
  WEATHER_FORMATS,
  WIND_UNITS,
  type WeatherMapping,
} from '@/formats/weather-mapping';
import { stationsOf } from '@/data/weather';
import { requirePermission, type Actor } from '@/data/actor';
import { dayIn, nowOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { houseOf } from '@/data/house';
import {
  addImport,
  importOf,
  importsOf,
  moveImport,
  rememberSetup,
  rememberedSetup,
  type FileImport,
  type ImportNews,
} from '@/data/imports';
import { zoneOf } from '@/data/lawns';
import { MOST_FILE_BYTES } from '@/formats/file-size';
import { inThread, task } from '@/threads/threads';
import {
  PROBLEMS_SHOWN,
  type Looked,
  type lookAtLawns,
  type lookAtReadings,
  type lookAtWeather,
} from './read-files';
import { sendJobIn } from '@/server/queue/jobs';
import { done, refuse, type Outcome } from '@/server/entry/outcome';
import { expectedAt } from '@/server/soil/view';
import { type Fact, fact } from '@/core/units/issue';

const READINGS = task<typeof lookAtReadings>('screens', 'server/imports/read-files', 'lookAtReadings');
const LAWNS = task<typeof lookAtLawns>('screens', 'server/imports/read-files', 'lookAtLawns');
const WEATHER = task<typeof lookAtWeather>('screens', 'server/imports/read-files', 'lookAtWeather');

type ReadingsInput = Readonly<{ fileName: string; body: string; mapping: LoggerMapping }>;
export const readingsImportShape = Joi.object<ReadingsInput>({
  fileName: Joi.string().max(200).required(),
  body: Joi.string().max(MOST_FILE_BYTES).required(),
  mapping: Joi.object({
    zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
    timeColumn: Joi.number().integer().min(0).required(),
    dayFirst: Joi.boolean().required(),
    clock: Joi.alternatives(
      Joi.object({ kind: Joi.valid('offset').required(), hours: Joi.number().min(-12).max(14).required() }),
      Joi.object({ kind: Joi.valid('zone').required(), name: Joi.string().max(60).required() }),
    ).required(),
    unit: Joi.string().valid('F', 'C').required(),
    columns: Joi.array()
      .items(
        Joi.object({
          column: Joi.number().integer().min(0).required(),
          depthIn: Joi.number().min(0.5).max(12).required(),
          spot: Joi.string()
            .valid(...SPOTS)
            .required(),
        }),
      )
      .min(1)
      .required(),
  }).required(),
});

/** Looks a logger's file through without taking anything: the person sees the counts first. */
export async function checkReadings(
  actor: Actor,
  input: ReadingsInput,
): Promise<Outcome<{ importId: string }>> {
  requirePermission(actor, 'plan');
  const { mapping, body, fileName } = input;
  if (!DateTime.local().setZone(mapping.clock.kind === 'zone' ? mapping.clock.name : 'utc').isValid)
    return fileIssue(fact('clock-unknown'));
  // what a file would cost to read is not spent on a zone that is not there
  const known = await inOrganisation(actor, async (db) => ({
    ...(await nowOf(db)),
    isThere: (await zoneOf(db, mapping.zoneId)) !== null,
  }));
  if (!known.isThere) return refuse({ kind: 'gone' });
  const { now } = known;
  const read = await inThread(READINGS, actor.orgId, { body, mapping, now: now.getTime() });
  if (!read.ok) return fileIssue(fact('file-not-read', { why: read.why, kind: 'rows' }));
  const { looked, latest, header } = read;
  if (!looked.good)
    return fileIssue(fact('no-row-readable', { rows: looked.rows, first: looked.problems[0] ?? null }));
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, mapping.zoneId);
    if (!zone) return refuse({ kind: 'gone' });
    const house = await houseOf(db);
    const today = dayIn(now, actor.timeZone);
    const scale = await wrongScale(latest, mapping, (spot, depthIn, at) =>
      expectedAt(db, actor.orgId, zone, house, today, spot, fromInches(depthIn), at),
    );
    const importId = await addImport(db, {
      ...summary(actor, 'readings', fileName, body, mapping, looked),
      orgId: actor.orgId,
      madeAt: now,
      warnings: [...scale, ...looked.warnings],
    });
    await rememberSetup(db, actor.orgId, header.join('|'), mapping);
    return done({ importId });
  });
}

const fileIssue = (why: Fact) => refuse({ kind: 'invalid', issues: [{ field: 'File', ...why }] });

const summary = (
  actor: Actor,
  kind: FileImport['kind'],
  fileName: string,
  body: string,
  mapping: unknown,
  { rows, bad, repeated, problems }: Pick<Looked, 'rows' | 'bad' | 'repeated' | 'problems'>,
) => ({
  kind,
  fileName,
  body,
  mapping,
  status: 'checked' as const,
  madeBy: actor.name,
  total: rows,
  skipped: repeated,
  bad,
  problems,
});

/** Samples of this year held to the model: does the other scale fit better? */
async function wrongScale(
  latest: readonly LoggedRow[],
  mapping: LoggerMapping,
  expected: (spot: Spot, depthIn: number, at: Date) => ReturnType<typeof expectedAt>,
): Promise<Fact[]> {
  const samples = Array.from({ length: 7 }, (_, i) => latest[Math.floor((i / 7) * latest.length)]!);
  let doubted = 0;
  let judged = 0;
  for (const s of samples) {
    const column = mapping.columns.find((c) => c.column === s.column)!;
    const model = await expected(column.spot, column.depthIn, new Date(s.at));
    if (!model) continue;
    judged++;
    if (doubtsAbout({ value: s.value, unit: mapping.unit }, model, null)[0]?.code === 'other-scale')
      doubted++;
  }
  const other = mapping.unit === 'F' ? 'C' : 'F';
  return judged > 0 && doubted > judged / 2
    ? [fact('other-scale-fits', { fits: other, chosen: mapping.unit })]
    : [];
}

const column = Joi.number().integer().min(-1).max(10_000).required();
type WeatherInput = Readonly<{ fileName: string; body: string; mapping: WeatherMapping }>;
export const weatherImportShape = Joi.object<WeatherInput>({
  fileName: Joi.string().max(200).required(),
  body: Joi.string().max(MOST_FILE_BYTES).required(),
  mapping: Joi.object({
    stationId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
    format: Joi.string()
      .valid(...WEATHER_FORMATS)
      .required(),
    series: Joi.string().allow('').max(20).required(),
    isReadInTheMorning: Joi.boolean().required(),
    dayFirst: Joi.boolean().required(),
    rowTime: Joi.string()
      .valid(...Object.keys(ROW_TIMES))
      .optional(),
    columns: Joi.object(
      Object.fromEntries(Object.keys(WEATHER_COLUMNS).map((key) => [key, column])),
    ).required(),
    temperature: Joi.string()
      .valid(...Object.keys(TEMPERATURE_UNITS))
      .required(),
    water: Joi.string()
      .valid(...Object.keys(WATER_UNITS))
      .required(),
    windIn: Joi.string()
      .valid(...Object.keys(WIND_UNITS))
      .required(),
  }).required(),
}).required();

/** Looks a weather file through without taking anything: days, gaps and what is odd are seen first. */
export async function checkWeatherFile(
  actor: Actor,
  { mapping, body, fileName }: WeatherInput,
): Promise<Outcome<{ importId: string }>> {
  requirePermission(actor, 'change the house');
  const read = await inThread(WEATHER, actor.orgId, { body, mapping });
  if (!read.ok) return fileIssue(fact('file-not-read', { why: read.why, kind: 'weather' }));
  const { days, bad, repeated, gaps, warnings } = read.check;
  if (!days.length) return fileIssue(fact('no-day-readable', { first: bad[0] ?? null }));
  return inOrganisation(actor, async (db) => {
    if (!(await stationsOf(db)).some((s) => s.id === mapping.stationId)) return refuse({ kind: 'gone' });
    const { now } = await nowOf(db);
    const [first, last] = [days[0]!.day, days.at(-1)!.day];
    const ahead = days.filter((d) => d.day >= dayIn(now, actor.timeZone)).length;
    const importId = await addImport(db, {
      ...summary(actor, 'weather', fileName, body, mapping, {
        rows: days.length + bad.length,
        repeated: 0,
        bad: bad.length,
        problems: bad.slice(0, PROBLEMS_SHOWN),
      }),
      orgId: actor.orgId,
      madeAt: now,
      warnings: [
        fact('days-covered', { first, last, ahead }),
        ...gaps.slice(0, 5).map((g) => fact('days-missing', { from: g.from, to: g.to })),
        ...(gaps.length > 5 ? [fact('further-gaps', { count: gaps.length - 5 })] : []),
        ...(repeated ? [fact('figures-twice', { count: repeated })] : []),
        ...warnings,
      ],
    });
    return done({ importId });
  });
}

type LawnsInput = Readonly<{ fileName: string; body: string; mapping: LawnMapping }>;
export const lawnsImportShape = Joi.object<LawnsInput>({
  fileName: Joi.string().max(200).required(),
  body: Joi.string().max(MOST_FILE_BYTES).required(),
  mapping: Joi.object(
    Object.fromEntries(LAWN_KEYS.map((k) => [k, Joi.number().integer().min(-1).required()])),
  ).required(),
});

/** A dry run of a file of lawns. */
export async function checkLawnFile(actor: Actor, input: LawnsInput): Promise<Outcome<{ importId: string }>> {
  requirePermission(actor, 'plan');
  const missing = LAWN_KEYS.filter((k) => LAWN_COLUMNS[k].needed && input.mapping[k] < 0);
  if (missing.length) return fileIssue(fact('lawn-columns-missing', { columns: missing }));
  const stations = (await inOrganisation(actor, stationsOf)).map((s) => s.name);
  const read = await inThread(LAWNS, actor.orgId, { body: input.body, mapping: input.mapping, stations });
  if (!read.ok) return fileIssue(fact('file-not-read', { why: read.why, kind: 'rows' }));
  const { looked } = read;
  if (!looked.good)
    return fileIssue(fact('no-lawn-readable', { rows: looked.rows, first: looked.problems[0] ?? null }));
  return inOrganisation(actor, async (db) => {
    const importId = await addImport(db, {
      ...summary(actor, 'lawns', input.fileName, input.body, input.mapping, looked),
      orgId: actor.orgId,
      madeAt: (await nowOf(db)).now,
    });
    return done({ importId });
  });
}

/** The counts have been seen: the good rows are to be taken, in the background. Sent again, it is taken once. */
export async function takeImport(actor: Actor, { importId }: { importId: string }): Promise<Outcome<null>> {
  requirePermission(actor, 'plan');
  return inOrganisation(actor, async (db) => {
    const moved = await moveImport(db, importId, ['checked', 'failed'], { status: 'waiting', trouble: null });
    if (!moved) {
      const known = await importOf(db, importId);
      return known && known.status !== 'undone' ? done(null) : refuse({ kind: 'gone' });
    }
    await sendJobIn(db, { kind: 'import', orgId: actor.orgId, importId });
    return done(null);
  });
}

/** Takes everything out again that an import brought in. Sent again, it is out already. */
export async function undoImport(actor: Actor, { importId }: { importId: string }): Promise<Outcome<null>> {
  requirePermission(actor, 'plan');
  return inOrganisation(actor, async (db) => {
    const known = await importOf(db, importId);
    if (known?.status === 'undone') return done(null);
    if (!known || known.status === 'waiting') return refuse({ kind: 'gone' });
    await sendJobIn(db, { kind: 'undo', orgId: actor.orgId, importId });
    return done(null);
  });
}
export const importIdShape = Joi.object<{ importId: string }>({
  importId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
});

/** What was brought in lately. */
export function importBook(actor: Actor): Promise<ImportNews[]> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, (db) => importsOf(db));
}

/** What the columns of a file with this header meant last time; null: a new kind of file. */
export async function setupFor(actor: Actor, header: string): Promise<LoggerMapping | null> {
  requirePermission(actor, 'see');
  return (await inOrganisation(actor, (db) => rememberedSetup(db, header))) as LoggerMapping | null;
}
