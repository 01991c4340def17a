import 'server-only';
import Joi from 'joi';
import { DateTime } from 'luxon';
import { doubtsAbout } from '@/core/ground/plausible';
import { SPOTS, type Spot } from '@/core/lawn/zone';
import { fromInches } from '@/core/units/trade';
import { checkLawns, LAWN_COLUMNS, LAWN_KEYS, type LawnMapping } from '@/formats/lawn-csv';
import {
  checkLogger,
  readCsv,
  type LoggerCheck,
  type LoggerMapping,
  type RowProblem,
} from '@/formats/logger-csv';
import { must, type Actor } from '@/data/actor';
import { dayIn, nowOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { houseOf } from '@/data/house';
import {
  addImport,
  addLogged,
  importOf,
  importsOf,
  moveImport,
  rememberSetup,
  rememberedSetup,
  undoLawns,
  undoReadings,
  type FileImport,
  type ImportNews,
} from '@/data/imports';
import { addLawn, addZone, zoneOf, zonesOf, siteName } from '@/data/lawns';
import { touchZones } from '@/data/readings';
import { stationsOf } from '@/data/weather';
import { sendJob } from './jobs';
import { done, refuse, type Outcome } from './outcome';
import { expectedAt } from './soil';

/** 40 MB of text are about a million rows. */
const MOST_BYTES = 40_000_000;
const PROBLEMS_SHOWN = 200;
const BATCH = 5000;

type ReadingsInput = Readonly<{ fileName: string; body: string; mapping: LoggerMapping }>;
export const readingsImportShape = Joi.object<ReadingsInput>({
  fileName: Joi.string().max(200).required(),
  body: Joi.string().max(MOST_BYTES).required(),
  mapping: Joi.object({
    zoneId: Joi.string().guid().required(),
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
  must(actor, 'plan');
  const { mapping, body, fileName } = input;
  const read = readCsv(body);
  if (!read.ok) return fileIssue(read.problem);
  if (!DateTime.local().setZone(mapping.clock.kind === 'zone' ? mapping.clock.name : 'utc').isValid)
    return fileIssue('The time zone is not known', 'Choose one from the list.');
  return inOrganisation(actor, async (db) => {
    const zone = await zoneOf(db, mapping.zoneId);
    if (!zone) return refuse({ kind: 'gone' });
    const { now } = await nowOf(db);
    const check = checkLogger(read.file, mapping, offsetIn, now.getTime());
    if (!check.good.length)
      return fileIssue(
        `None of the ${read.file.rows.length} rows can be read: line ${check.bad[0]?.line ?? 2}, ${check.bad[0]?.problem ?? 'empty'}`,
        'Check which column is the time, which the temperature, and the scale.',
      );
    const house = await houseOf(db);
    const today = dayIn(now, actor.timeZone);
    const scale = await wrongScale(check, mapping, (spot, depthIn, at) =>
      expectedAt(db, actor.orgId, zone, house, today, spot, fromInches(depthIn), at),
    );
    const importId = await addImport(db, {
      ...summary(actor, 'readings', fileName, body, mapping, check, read.file.rows.length),
      orgId: actor.orgId,
      madeAt: now,
      warnings: [...scale, ...check.warnings],
    });
    await rememberSetup(db, actor.orgId, read.file.header.join('|'), mapping);
    return done({ importId });
  });
}

const fileIssue = (problem: string, remedy = 'Choose the file again.') =>
  refuse({ kind: 'invalid', issues: [{ field: 'File', problem, remedy }] });

const summary = (
  actor: Actor,
  kind: FileImport['kind'],
  fileName: string,
  body: string,
  mapping: unknown,
  check: { bad: readonly RowProblem[]; repeated: number },
  total: number,
) => ({
  kind,
  fileName,
  body,
  mapping,
  status: 'checked' as const,
  total,
  skipped: check.repeated,
  bad: check.bad.length,
  problems: check.bad.slice(0, PROBLEMS_SHOWN),
  madeBy: actor.name,
});

/** Samples of this year held to the model: does the other scale fit better? */
async function wrongScale(
  { good }: LoggerCheck,
  mapping: LoggerMapping,
  expected: (spot: Spot, depthIn: number, at: Date) => ReturnType<typeof expectedAt>,
): Promise<string[]> {
  const last = good.slice(-2000);
  const samples = Array.from({ length: 7 }, (_, i) => last[Math.floor((i / 7) * last.length)]!);
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
    ? [`These figures fit °${other} and not °${mapping.unit}. Check the scale before you take them.`]
    : [];
}

const offsets = new Map<string, number>();
/** Minutes that a zone's clocks stand ahead of UTC, read once a zone and hour. */
function offsetIn(localMs: number, zone: string): number {
  const key = `${zone}|${Math.floor(localMs / 3_600_000)}`;
  const known = offsets.get(key);
  if (known !== undefined) return known;
  const d = new Date(localMs);
  const offset = DateTime.fromObject(
    { year: d.getUTCFullYear(), month: d.getUTCMonth() + 1, day: d.getUTCDate(), hour: d.getUTCHours() },
    { zone },
  ).offset;
  if (offsets.size > 100_000) offsets.clear();
  offsets.set(key, offset);
  return offset;
}

type LawnsInput = Readonly<{ fileName: string; body: string; mapping: LawnMapping }>;
export const lawnsImportShape = Joi.object<LawnsInput>({
  fileName: Joi.string().max(200).required(),
  body: Joi.string().max(MOST_BYTES).required(),
  mapping: Joi.object(
    Object.fromEntries(LAWN_KEYS.map((k) => [k, Joi.number().integer().min(-1).required()])),
  ).required(),
});

/** A dry run of a file of lawns. */
export async function checkLawnFile(actor: Actor, input: LawnsInput): Promise<Outcome<{ importId: string }>> {
  must(actor, 'plan');
  const read = readCsv(input.body);
  if (!read.ok) return fileIssue(read.problem);
  const missing = LAWN_KEYS.filter((k) => LAWN_COLUMNS[k].needed && input.mapping[k] < 0);
  if (missing.length)
    return fileIssue(
      `No column is chosen for ${missing.map((k) => LAWN_COLUMNS[k].words).join(', ')}`,
      'Choose one for each.',
    );
  const { good, bad, repeated } = checkLawns(read.file, input.mapping);
  if (!good.length)
    return fileIssue(
      `None of the ${read.file.rows.length} rows can be taken: line ${bad[0]?.line ?? 2}, ${bad[0]?.problem ?? ''}`,
      'Check which column is which.',
    );
  return inOrganisation(actor, async (db) => {
    const importId = await addImport(db, {
      ...summary(
        actor,
        'lawns',
        input.fileName,
        input.body,
        input.mapping,
        { bad, repeated },
        read.file.rows.length,
      ),
      orgId: actor.orgId,
      madeAt: (await nowOf(db)).now,
    });
    return done({ importId });
  });
}

/** The counts have been seen: the good rows are to be taken, in the background. */
export async function takeImport(actor: Actor, { importId }: { importId: string }): Promise<Outcome<null>> {
  must(actor, 'plan');
  const moved = await inOrganisation(actor, (db) =>
    moveImport(db, importId, ['checked', 'failed'], { status: 'waiting', trouble: null }),
  );
  if (!moved) return refuse({ kind: 'gone' });
  await sendJob({ kind: 'import', orgId: actor.orgId, importId });
  return done(null);
}

/** Takes everything out again that an import brought in. */
export async function undoImport(actor: Actor, { importId }: { importId: string }): Promise<Outcome<null>> {
  must(actor, 'plan');
  const known = await inOrganisation(actor, (db) => importOf(db, importId));
  if (!known || !['done', 'failed', 'running', 'checked'].includes(known.status))
    return refuse({ kind: 'gone' });
  await sendJob({ kind: 'undo', orgId: actor.orgId, importId });
  return done(null);
}
export const importIdShape = Joi.object<{ importId: string }>({ importId: Joi.string().guid().required() });

/** What was brought in lately. */
export function importBook(actor: Actor): Promise<ImportNews[]> {
  must(actor, 'see');
  return inOrganisation(actor, (db) => importsOf(db));
}

/** The work itself, by a worker. Done twice, it does the same once. */
export async function runImport(actor: Actor, importId: string): Promise<void> {
  const file = await inOrganisation(actor, (db) => importOf(db, importId));
  if (!file || (file.status !== 'waiting' && file.status !== 'running')) return;
  await inOrganisation(actor, (db) =>
    moveImport(db, importId, ['waiting', 'running'], { status: 'running' }),
  );
  const read = readCsv(file.body);
  if (!read.ok) throw new Error(read.problem);
  if (file.kind === 'readings') await runReadings(actor, file, read.file);
  else await runLawns(actor, file, read.file);
}

async function runReadings(
  actor: Actor,
  file: FileImport,
  table: Parameters<typeof checkLogger>[0],
): Promise<void> {
  const mapping = file.mapping as LoggerMapping;
  const { good } = checkLogger(table, mapping, offsetIn, file.madeAt.getTime());
  const columns = new Map(mapping.columns.map((c) => [c.column, c]));
  let added = 0;
  for (let i = 0; i < good.length; i += BATCH) {
    const rows = good.slice(i, i + BATCH).map((r) => {
      const { spot, depthIn } = columns.get(r.column)!;
      return { spot, depth: depthIn, at: new Date(r.at).toISOString(), value: r.value };
    });
    const goOn = await inOrganisation(actor, async (db) => {
      added += await addLogged(
        db,
        {
          orgId: actor.orgId,
          zoneId: mapping.zoneId,
          unit: mapping.unit,
          instrument: file.fileName,
          person: file.madeBy,
          importId: file.id,
          source: 'logger',
        },
        rows,
      );
      return moveImport(db, file.id, ['running'], {
        done: Math.round((file.total * Math.min(good.length, i + BATCH)) / good.length),
        added,
      });
    });
    if (!goOn) return; // undone meanwhile
  }
  await inOrganisation(actor, async (db) => {
    await touchZones(db, [mapping.zoneId]);
    await moveImport(db, file.id, ['running'], {
      status: 'done',
      done: file.total,
      skipped: file.skipped + good.length - added,
    });
  });
  await sendJob({ kind: 'zones', orgId: actor.orgId, zoneIds: [mapping.zoneId] });
}

async function runLawns(
  actor: Actor,
  file: FileImport,
  table: Parameters<typeof checkLawns>[0],
): Promise<void> {
  const { good } = checkLawns(table, file.mapping as LawnMapping);
  const { stationId, known, lawns } = await inOrganisation(actor, async (db) => {
    const zones = await zonesOf(db);
    return {
      stationId: (await stationsOf(db))[0]?.id,
      known: new Set(zones.map(siteName)),
      lawns: new Map(zones.map((z) => [z.address, z.lawnId])),
    };
  });
  if (!stationId) throw new Error('There is no weather station to put these lawns under');
  let added = file.added;
  for (let i = 0; i < good.length; i += 500) {
    const goOn = await inOrganisation(actor, async (db) => {
      for (const r of good.slice(i, i + 500)) {
        const site = siteName({ address: r.address, name: r.zone });
        if (known.has(site)) continue;
        known.add(site);
        const lawnId =
          lawns.get(r.address) ??
          (await addLawn(db, {
            orgId: actor.orgId,
            stationId,
            customer: r.customer,
            address: r.address,
            notes: r.notes,
            hazards: r.hazards,
            importId: file.id,
          }));
        lawns.set(r.address, lawnId);
        await addZone(db, {
          orgId: actor.orgId,
          lawnId,
          name: r.zone,
          turf: r.turf,
          areaSqFt: r.area,
          texture: r.texture,
          moisture: r.moisture,
          exposure: r.exposure,
          drainage: r.drainage,
          thatch: r.thatch,
          besidePavement: false,
          importId: file.id,
        });
        added++;
      }
      return moveImport(db, file.id, ['running'], {
        done: Math.round((file.total * Math.min(good.length, i + 500)) / good.length),
        added,
      });
    });
    if (!goOn) return;
  }
  await inOrganisation(actor, (db) =>
    moveImport(db, file.id, ['running'], {
      status: 'done',
      done: file.total,
      skipped: file.skipped + good.length - added,
    }),
  );
}

export async function runUndo(actor: Actor, importId: string): Promise<void> {
  await inOrganisation(actor, async (db) => {
    const file = await importOf(db, importId);
    if (!file || file.status === 'undone') return;
    // first the state, so that a worker in the middle of it stops
    await moveImport(db, importId, [file.status], { status: 'undone' });
    if (file.kind === 'readings') {
      const gone = await undoReadings(db, importId);
      await moveImport(db, importId, ['undone'], {
        added: 0,
        done: 0,
        trouble: `${gone} readings taken out`,
      });
    } else {
      const { gone, stay } = await undoLawns(db, importId);
      await moveImport(db, importId, ['undone'], {
        added: stay,
        done: 0,
        trouble: `${gone} zones taken out${stay ? `; ${stay} stay, because work has been planned, read or recorded there` : ''}`,
      });
    }
  });
}

/** A job that failed for good: the import says so. */
export async function noteImportFailed(actor: Actor, importId: string, why: string): Promise<void> {
  await inOrganisation(actor, (db) =>
    moveImport(db, importId, ['waiting', 'running'], { status: 'failed', trouble: why }),
  );
}

/** What the columns of a file with this header meant last time; null: a new kind of file. */
export async function setupFor(actor: Actor, header: string): Promise<LoggerMapping | null> {
  must(actor, 'see');
  return (await inOrganisation(actor, (db) => rememberedSetup(db, header))) as LoggerMapping | null;
}
