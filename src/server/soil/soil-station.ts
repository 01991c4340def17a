import { fact, type Fact } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { dayOf, yearOf } from '@/core/calendar/day';
import { POSSIBLE } from '@/core/ground/plausible';
import { SPOTS, type Spot } from '@/core/lawn/zone';
import { requirePermission, type Actor } from '@/data/actor';
import { dayIn, nowOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { groupBy } from '@/core/group';
import { addLogged, type LoggedReading } from '@/data/imports';
import { zoneOf } from '@/data/lawns';
import { tellChange } from '@/data/changes-told';
import { touchZones } from '@/data/readings';
import { newSensor, noteSensor, sensorById, sensors, type Sensor } from '@/data/sensors';
import { soilStationOverHttp } from '@/devices/soil/client';
import type { SoilRow } from '@/devices/soil/service';
import { sendJobIn } from '@/server/queue/jobs';
import { done, refuse, type Outcome } from '@/server/entry/outcome';

export type { Sensor };
const DAY_MS = 86_400_000;
/** What a station is asked for at once. */
const STEP_MS = 20 * DAY_MS;

export function sensorsOf(actor: Actor): Promise<Sensor[]> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, sensors);
}

type SensorInput = Readonly<{ zoneId: string; spot: Spot; serviceKey: string; unit: 'F' | 'C' }>;
export const sensorShape = Joi.object<SensorInput>({
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  spot: Joi.string()
    .valid(...SPOTS)
    .required(),
  serviceKey: Joi.string().allow('').max(60).required(),
  unit: Joi.string().valid('F', 'C').required(),
});

/** Puts a soil station under a zone. It is asked once before it is kept: what it says is shown where it does not fit. */
export async function addSensor(actor: Actor, input: SensorInput): Promise<Outcome<null>> {
  requirePermission(actor, 'plan');
  const base = process.env['SOIL_URL'];
  const serviceKey = input.serviceKey.trim();
  const invalid = (found: Fact) => refuse({ kind: 'invalid', issues: [{ field: 'Station', ...found }] });
  if (!base) return invalid(fact('no-soil-service'));
  if (serviceKey === '') return invalid(fact('field-missing', { name: 'Station', remedy: 'station name' }));
  const now = await inOrganisation(
    actor,
    async (db) => (await zoneOf(db, input.zoneId)) && (await nowOf(db)).now,
  );
  if (!now) return refuse({ kind: 'gone' });
  const answer = await soilStationOverHttp(base).readings(serviceKey, new Date(now.getTime() - DAY_MS), now);
  if (!answer.ok)
    return invalid(
      fact('soil-station-trouble', {
        key: serviceKey,
        kind: answer.trouble.kind,
        detail: answer.trouble.detail,
      }),
    );
  if (answer.value.unit !== input.unit)
    return invalid(fact('soil-station-scale', { told: answer.value.unit, chosen: input.unit }));
  await inOrganisation(actor, async (db) => {
    const sensorId = await newSensor(db, actor, { ...input, serviceKey });
    await sendJobIn(db, { kind: 'soil-station', orgId: actor.orgId, sensorId });
  });
  return done(null);
}

/** So many equal values in a row are no soil: a stuck sensor. Ours. */
const STUCK_RUN = 10;

/** Without stretches in which a probe says one value over and over; and when they were. */
function withoutStuck(rows: readonly SoilRow[]): { rows: SoilRow[]; stuck: string[] } {
  const good: SoilRow[] = [];
  const stuck: string[] = [];
  for (const [depthIn, probe] of groupBy(rows, (r) => r.depthIn)) {
    const inOrder = probe.toSorted((a, b) => a.at - b.at);
    for (let from = 0; from < inOrder.length;) {
      let to = from + 1;
      while (to < inOrder.length && inOrder[to]!.value === inOrder[from]!.value) to++;
      if (to - from < STUCK_RUN) good.push(...inOrder.slice(from, to));
      else stuck.push(`${depthIn} in on ${new Date(inOrder[from]!.at).toISOString().slice(0, 10)}`);
      from = to;
    }
  }
  return { rows: good, stuck };
}

/** Brings one station up to now. What it fails at is written down with it; the next try goes on from there. */
export async function fetchSensor(actor: Actor, sensorId: string): Promise<void> {
  const base = process.env['SOIL_URL'];
  const known = await inOrganisation(actor, async (db) => {
    const sensor = await sensorById(db, sensorId);
    return sensor && { sensor, now: (await nowOf(db)).now };
  });
  if (!base || !known) return;
  const { sensor, now } = known;
  const newYear = new Date(dayOf(yearOf(dayIn(now, actor.timeZone)), 1, 1) * DAY_MS);
  let from = sensor.fetchedTo ?? newYear;
  const service = soilStationOverHttp(base);
  let added = 0;
  const stuck: string[] = [];
  while (from < now) {
    const to = new Date(Math.min(now.getTime(), from.getTime() + STEP_MS));
    const answer = await service.readings(sensor.serviceKey, from, to);
    const change = answer.ok
      ? { fetchedTo: to, trouble: null as string | null }
      : { trouble: `${answer.trouble.kind}: ${answer.trouble.detail}` };
    if (answer.ok) {
      const { least, most } = POSSIBLE[answer.value.unit];
      const checked = withoutStuck(answer.value.rows.filter((r) => r.value >= least && r.value <= most));
      stuck.push(...checked.stuck);
      if (stuck.length) change.trouble = `stuck, not used: ${stuck.slice(-3).join('; ')}`;
      const rows = checked.rows.map((r): LoggedReading => ({
        spot: sensor.spot,
        depth: r.depthIn,
        at: new Date(r.at).toISOString(),
        value: r.value,
      }));
      const to_ = { orgId: actor.orgId, zoneId: sensor.zoneId, unit: answer.value.unit };
      added += await inOrganisation(actor, (db) =>
        addLogged(
          db,
          {
            ...to_,
            instrument: sensor.serviceKey,
            person: 'soil station',
            importId: null,
            source: 'station',
          },
          rows,
        ),
      );
    }
    await inOrganisation(actor, (db) => noteSensor(db, sensorId, change));
    if (!answer.ok) break;
    from = to;
  }
  if (added)
    await inOrganisation(actor, async (db) => {
      await touchZones(db, [sensor.zoneId]);
      await tellChange(db, actor.orgId, null);
    });
}
