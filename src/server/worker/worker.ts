import 'server-only';
import type PgBoss from 'pg-boss';
import { siteKey } from '@/core/ground/site';
import { siteAt } from '@/core/lawn/zone';
import type { Actor } from '@/data/actor';
import { hourOfMoment, momentOf, todayOf } from '@/data/clock';
import { againWhereCollided, inOrganisation, isDatabaseGone } from '@/data/connection';
import { houseOf } from '@/data/house';
import { zoneOf, zonesOf } from '@/data/lawns';
import { changed } from '@/server/queue/changes';
import { ensembleFor, compareReadings } from '@/data/outlooks';
import { tellChange } from '@/data/changes-told';
import { organisationIds, organisationOf } from '@/data/organisations';
import { noteImportFailed, runImport, runUndo } from '@/server/imports/run-imports';
import { log, logFault, whyOf, withoutData } from '@/server/log';
import { BEAT_MS, beat, forgetLongAgo, takeJob, takeOverFromDead } from '@/server/queue/alive';
import { queue, sendJob, sendJobIn } from '@/server/queue/jobs';
import { computeSeason } from './season';
import { QUEUES, type Job, type JobKind } from '@/server/queue/kinds';
import { computeWindows } from './windows';
import { clearNamesWhoseYearsAreOver } from '@/server/lawns/forget-customer';
import { fetchSensor, sensorsOf } from '@/server/soil/soil-station';
import { bringWeatherUpToDate } from '@/server/soil/weather';

/** A worker works for an organisation and not for a person. */
export async function workerActor(orgId: string): Promise<Actor> {
  const org = await organisationOf(orgId);
  if (!org) throw new Error(`No such organisation: ${orgId}`);
  return {
    userId: 'worker',
    name: 'Iron Gate',
    orgId,
    orgName: org.name,
    role: 'lead',
    timeZone: org.timeZone,
    units: org.units,
  };
}

/** @returns what is to be done next of it, in turn with what others wait for */
type Run<K extends JobKind> = (actor: Actor, job: Extract<Job, Readonly<{ kind: K }>>) => Promise<Job | void>;
/** What each kind of job does. */
const RUN: Readonly<{ [K in JobKind]: Run<K> }> = {
  outlooks: (actor) => computeOutlooks(actor, null),
  zones: (actor, { zoneIds }) => computeOutlooks(actor, zoneIds),
  import: (actor, { importId }) => runImport(actor, importId),
  undo: (actor, { importId }) => runUndo(actor, importId),
  'soil-station': (actor, { sensorId }) => fetchSensor(actor, sensorId),
  windows: async (actor, { orgId, rest: before = null }) => {
    const rest = await computeWindows(actor, { rest: before, ms: SLICE_MS });
    if (rest) return { kind: 'windows', orgId, rest };
  },
  season: (actor) => computeSeason(actor),
  weather: (actor) => bringWeatherUpToDate(actor),
};

/** A slice of long work; after it others have their turn. */
const SLICE_MS = 2000;

/** Does one job, or its next slice. Whatever is up to date costs nothing, so that a job done twice does no harm. */
export async function runJob(job: Job): Promise<Job | void> {
  const actor = await workerActor(job.orgId);
  return (RUN[job.kind] as Run<JobKind>)(actor, job);
}

/**
 * The ensembles of all kinds of site, and the comparisons of readings with them; or those of some zones. Each in a
 * transaction of its own: a person who waits for one kind does not wait for all. Windows ask for the same by themselves:
 * they are computed again only for zones at which something was read.
 */
async function computeOutlooks(actor: Actor, zoneIds: readonly string[] | null): Promise<void> {
  const { today, depth, zones } = await inOrganisation(actor, async (db) => ({
    today: await todayOf(db, actor),
    depth: (await houseOf(db)).crossings.depth,
    zones: zoneIds
      ? (await Promise.all(zoneIds.map((id) => zoneOf(db, id)))).filter((z) => z !== null)
      : await zonesOf(db),
  }));
  const sites = zones.flatMap(({ stationId, site, concreteEdgeFt }) => [
    { stationId, site },
    // its warmest strip comes first
    ...(concreteEdgeFt > 0 ? [{ stationId, site: siteAt(site, 'warmest strip') }] : []),
  ]);
  const kinds = new Map(sites.map((z) => [`${z.stationId}|${siteKey(z.site)}`, z]));
  let isNew = false;
  for (const z of kinds.values()) {
    const answer = await againWhereCollided(() =>
      inOrganisation(actor, (db) => ensembleFor(db, actor.orgId, z.stationId, z.site, depth, today)),
    );
    isNew ||= answer.ok && answer.isNew;
  }
  await inOrganisation(actor, async (db) => {
    isNew = (await compareReadings(db, actor.orgId, zones, depth, today)) || isNew;
    if (zoneIds) return changed(db, actor, zoneIds);
    if (!isNew) return;
    await sendJobIn(db, { kind: 'windows', orgId: actor.orgId });
    await tellChange(db, actor.orgId, null);
  });
}

/** Does what waits, in this process, until nothing does: no worker finds anything left. */
export async function workOff(): Promise<void> {
  const boss = await queue();
  for (let isAny = true; isAny;) {
    isAny = false;
    for (const name of QUEUES)
      for (let [job] = await boss.fetch<Job>(name); job; [job] = await boss.fetch<Job>(name)) {
        isAny = true;
        for (let next: Job | void = job.data; next;) next = await runJob(next);
        await boss.complete(name, job.id);
      }
  }
}

/** Takes jobs from the queue until the process ends. @param everyMs how often weather and stations are asked by themselves */
export async function startWorker(everyMs = 120_000): Promise<() => Promise<void>> {
  const boss = await queue();
  const workerId = crypto.randomUUID();
  const inHand = new Set<string>();
  const live = async () => {
    try {
      await beat(workerId, inHand);
      const taken = await takeOverFromDead();
      if (taken) log.warn({ jobs: taken }, 'jobs of a worker that died are taken over');
    } catch (error) {
      if (!isDatabaseGone(error)) logFault(error, 'a round of the worker');
    }
  };
  await live();
  const pulse = setInterval(() => void live(), BEAT_MS);
  for (const name of QUEUES)
    await boss.work<Job>(
      name,
      { pollingIntervalSeconds: 0.5, batchSize: 1, includeMetadata: true },
      async ([job]) => {
        if (!job) return;
        inHand.add(job.id);
        await runOne(job, workerId).finally(() => inHand.delete(job.id));
      },
    );
  const lastHour = new Map<string, number>();
  const round = async () => {
    try {
      await forgetLongAgo();
      for (const id of await organisationIds()) await refreshOrganisation(await workerActor(id), lastHour);
    } catch (error) {
      if (!isDatabaseGone(error)) logFault(error, 'a round of the worker');
    }
  };
  await round();
  const timer = setInterval(() => void round(), everyMs);
  return async () => {
    clearInterval(timer);
    clearInterval(pulse);
    for (const name of QUEUES) await boss.offWork(name);
  };
}

async function runOne(job: PgBoss.JobWithMetadata<Job>, workerId: string): Promise<void> {
  try {
    await takeJob(job.id, workerId);
    const next = await runJob(job.data);
    // one that waits already begins anew: what this one has computed would be told by nobody
    if (next && !(await sendJob(next)))
      await inOrganisation({ orgId: next.orgId }, (db) => tellChange(db, next.orgId, null));
  } catch (error) {
    const why = whyOf(error);
    log.error(
      { kind: job.data.kind, attempt: job.retryCount + 1, fault: withoutData(error) },
      'a job failed',
    );
    const { data } = job;
    if (job.retryCount >= job.retryLimit)
      await inOrganisation({ orgId: data.orgId }, (db) => tellChange(db, data.orgId, []));
    if ((data.kind === 'import' || data.kind === 'undo') && job.retryCount >= job.retryLimit)
      await noteImportFailed(await workerActor(data.orgId), data, why);
    // the queue keeps what is thrown with its cause, and House shows it: the words alone
    throw new Error(why);
  }
}

/** New weather, new days and stations, without anybody having opened a screen. */
async function refreshOrganisation(actor: Actor, lastHour: Map<string, number>): Promise<void> {
  await bringWeatherUpToDate(actor);
  const moment = await inOrganisation(actor, (db) => momentOf(db, actor));
  const hour = hourOfMoment(moment);
  const before = lastHour.get(actor.orgId);
  if (before === undefined || Math.floor(before / 24) !== moment.today) {
    await clearNamesWhoseYearsAreOver(actor);
    await sendJob({ kind: 'outlooks', orgId: actor.orgId });
  }
  if (before !== hour) await sendJob({ kind: 'windows', orgId: actor.orgId });
  lastHour.set(actor.orgId, hour);
  for (const s of await sensorsOf(actor))
    await sendJob({ kind: 'soil-station', orgId: actor.orgId, sensorId: s.id });
}
