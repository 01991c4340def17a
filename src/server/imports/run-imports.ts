/** What a worker does with a file that was looked through: take its good rows, or take them out again. */
import 'server-only';
import type { LawnMapping } from '@/formats/lawn-columns';
import { checkLawns } from '@/formats/lawn-csv';
import { readLawnTable } from './read-files';
import { checkLogger, readCsv, type LoggerMapping } from '@/formats/logger-csv';
import type { Actor } from '@/data/actor';
import { inOrganisation } from '@/data/connection';
import {
  addLogged,
  gatherStatistics,
  importOf,
  moveImport,
  undoLawns,
  undoReadings,
  type FileImport,
} from '@/data/imports';
import { addLawn, addZone, siteName, zonesOf } from '@/data/lawns';
import { touchZones } from '@/data/readings';
import {
  addWeatherDays,
  putForecast,
  nearestTo,
  removeWeatherDays,
  stationsOf,
  touchWeather,
} from '@/data/weather';
import { checkWeather } from '@/formats/weather-file';
import type { WeatherMapping } from '@/formats/weather-mapping';
import { todayOf } from '@/data/clock';
import { changed } from '@/server/queue/changes';
import { offsetIn } from '@/server/soil/clock-offset';
import { sendJob } from '@/server/queue/jobs';
import { fact, factText, factIn } from '@/core/units/issue';

/** Days of weather written in one. */
const DAYS = 500;
/** Rows written in one transaction: a crash loses no more, and progress is seen. */
const BATCH = 5000;
/** From so many rows on, the planner is told at once. */
const MANY_ROWS = 500;

/** The work itself, by a worker. Done twice, it does the same once. */
export async function runImport(actor: Actor, importId: string): Promise<void> {
  const file = await inOrganisation(actor, (db) => importOf(db, importId));
  if (!file || (file.status !== 'waiting' && file.status !== 'running')) return;
  await inOrganisation(actor, (db) =>
    moveImport(db, importId, ['waiting', 'running'], { status: 'running' }),
  );
  if (file.kind === 'weather') return runWeather(actor, file);
  const read = file.kind === 'lawns' ? readLawnTable(file.body) : readCsv(file.body);
  if (!read.ok) throw new Error(factText(read.why));
  if (file.kind === 'readings') await runReadings(actor, file, read.file);
  else await runLawns(actor, file, read.file);
  if (file.total >= MANY_ROWS) await inOrganisation(actor, gatherStatistics);
}

/** Days behind today are kept, one that is there already stays; days from today on without a gap are the forecast. */
async function runWeather(actor: Actor, file: FileImport): Promise<void> {
  const mapping = file.mapping as WeatherMapping;
  const read = checkWeather(file.body, mapping);
  if (!read.ok) throw new Error(factText(read.why));
  const { days } = read.check;
  const to = { orgId: actor.orgId, stationId: mapping.stationId, importId: file.id };
  const today = await inOrganisation(actor, (db) => todayOf(db, actor));
  const past = days.filter((d) => d.day < today);
  const ahead = days.filter((d, i) => d.day >= today && d.day - today === i - past.length);
  let { added } = file;
  for (let i = 0; i < past.length; i += DAYS) {
    const goOn = await inOrganisation(actor, async (db) => {
      added += await addWeatherDays(db, to, past.slice(i, i + DAYS));
      return moveImport(db, file.id, ['running'], { done: Math.min(past.length, i + DAYS), added });
    });
    if (!goOn) return;
  }
  await inOrganisation(actor, async (db) => {
    if (ahead.length) await putForecast(db, to, ahead);
    await touchWeather(db, mapping.stationId);
    await moveImport(db, file.id, ['running'], {
      status: 'done',
      done: file.total,
      added: added + ahead.length,
      skipped: Math.max(0, past.length - added),
    });
    await changed(db, actor, 'all', [{ kind: 'outlooks', orgId: actor.orgId }]);
  });
}

async function runReadings(
  actor: Actor,
  file: FileImport,
  table: Parameters<typeof checkLogger>[0],
): Promise<void> {
  const mapping = file.mapping as LoggerMapping;
  const { good } = checkLogger(table, mapping, offsetIn, file.madeAt.getTime());
  const columns = new Map(mapping.columns.map((c) => [c.column, c]));
  // begun again after a crash, what was added before is on file and counts
  let { added } = file;
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
  const { stations, known, lawns } = await inOrganisation(actor, async (db) => {
    const zones = await zonesOf(db);
    return {
      stations: await stationsOf(db),
      known: new Set(zones.map(siteName)),
      lawns: new Map(zones.map((z) => [z.address, z.lawnId])),
    };
  });
  if (!stations.length) throw new Error('There is no weather station to put these lawns under');
  let added = file.added;
  for (let i = 0; i < good.length; i += 500) {
    const goOn = await inOrganisation(actor, async (db) => {
      for (const r of good.slice(i, i + 500)) {
        const { address } = r.lawn;
        const site = siteName({ address, name: r.zone.name });
        if (known.has(site)) continue;
        known.add(site);
        const kept = { orgId: actor.orgId, importId: file.id };
        const chosen = stations.find((s) => r.lawn.station && s.name === r.lawn.station);
        const stationId = (chosen ?? nearestTo(stations, r.lawn)!).id;
        const lawnId =
          lawns.get(address) ??
          (await addLawn(db, { ...r.lawn, ...kept, stationId, stationChosen: chosen !== undefined }));
        lawns.set(address, lawnId);
        await addZone(db, { ...r.zone, ...kept, lawnId });
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
    if (file.kind === 'weather') {
      const gone = await removeWeatherDays(db, importId);
      await moveImport(db, importId, ['undone'], {
        added: 0,
        done: 0,
        trouble: factText(fact('days-taken-out', { days: gone })),
      });
      await changed(db, actor, 'all', [{ kind: 'outlooks', orgId: actor.orgId }]);
    } else if (file.kind === 'readings') {
      const gone = await undoReadings(db, importId);
      await moveImport(db, importId, ['undone'], {
        added: 0,
        done: 0,
        trouble: factText(fact('readings-taken-out', { readings: gone })),
      });
    } else {
      const { gone, stay } = await undoLawns(db, importId);
      await moveImport(db, importId, ['undone'], {
        added: stay,
        done: 0,
        trouble: factText(fact('zones-taken-out', { zones: gone, stay })),
      });
    }
  });
}

/** A job that failed for good: the import says so. What could not be taken out again stays taken. */
export async function noteImportFailed(
  actor: Actor,
  { kind, importId }: Readonly<{ kind: 'import' | 'undo'; importId: string }>,
  why: string,
): Promise<void> {
  await inOrganisation(actor, (db) =>
    kind === 'import'
      ? moveImport(db, importId, ['waiting', 'running'], { status: 'failed', trouble: why })
      : moveImport(db, importId, ['done', 'failed', 'running', 'checked', 'undone'], {
          status: 'failed',
          trouble: factText(fact('not-taken-out', { why: factIn(why) })),
        }),
  );
}
