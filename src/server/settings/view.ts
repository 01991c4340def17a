import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { isGranule } from '@/core/products/label';
import { RATE_UNITS } from '@/core/units/rate';
import { FALL_SCHOOLS, SCHOOLS, SIGNS, type FallSchool } from '@/core/ground/crossing';
import { parseFigure } from '@/core/units/parse';
import { writeRules } from './write-rules';
import { requirePermission, type Actor } from '@/data/actor';
import { hourOfMoment, momentOf, todayOf } from '@/data/clock';
import { countWindows } from '@/data/windows';
import { inOrganisation } from '@/data/connection';
import type { StoredCrossings } from '@/data/crossings';
import type { StoredGateRules } from '@/data/gate-rules';
import type { StoredPlanning } from '@/data/planning-rules';
import { equipmentOf, toolsOf, type Equipment, type MeasuringTool } from '@/data/equipment';
import { labelsOf } from '@/data/products';
import { peopleOfCompany } from '@/data/people';
import { licencesOf, type Licence } from '@/data/resources';
import { houseOf, type StoredDay } from '@/data/house';
import { retireThermometer, thermometersOf, writeThermometer, type Thermometer } from '@/data/readings';
import { parseDay, parseMonthDay, type Day } from '@/core/calendar/day';
import { zonesOf, siteName } from '@/data/lawns';
import { toNumeric } from '@/data/numbers';
import { trucksOf, type Truck } from '@/data/trucks';
import type { StoredVisitRules } from '@/data/visit-rules';
import { stationsOf } from '@/data/weather';
import { peopleOf } from '@/server/people/names';
import { queueState, retryJob, type QueueState } from '@/server/queue/jobs';
import { done, refuse, type Outcome } from '@/server/entry/outcome';
import { sensorsOf, type Sensor } from '@/server/soil/soil-station';
import { tokensOf, type TokenNews } from '@/server/entry/tokens';

export type HouseSheet = Readonly<{
  today: Day;
  crossings: StoredCrossings;
  version: number;
  gatesVersion: number;
  gates: StoredGateRules;
  day: StoredDay;
  dayVersion: number;
  planning: StoredPlanning;
  planningVersion: number;
  keepNamesYears: number;
  keepingVersion: number;
  visitRules: StoredVisitRules;
  visitRulesVersion: number;
  trucks: readonly Truck[];
  people: readonly string[];
  licences: readonly Licence[];
  /** of whom a licence may be */
  licensable: readonly Readonly<{ userId: string; name: string }>[];
  equipment: readonly Equipment[];
  tools: readonly MeasuringTool[];
  /** products that a cap may hold */
  dryProducts: readonly Readonly<{ id: string; name: string }>[];
  thermometers: readonly Thermometer[];
  sensors: readonly (Pick<Sensor, 'id' | 'spot' | 'serviceKey' | 'unit' | 'trouble' | 'fetchedTo'> & {
    site: string;
  })[];
  zones: readonly Readonly<{ id: string; site: string }>[];
  /** the station's standard time against UTC: what loggers that know no summer time go by */
  standardOffsetHours: number;
  tokens: readonly TokenNews[];
  jobs: QueueState;
  /** of planned applications: how many there are, and how many wait for being computed */
  windows: Readonly<{ all: number; left: number }>;
}>;

/** The company's own settings. */
export async function houseSheet(actor: Actor): Promise<HouseSheet> {
  requirePermission(actor, 'see');
  const sensors = await sensorsOf(actor);
  const tokens = await tokensOf(actor);
  const jobs = await queueState(actor.orgId);
  const people = await peopleOf(actor);
  const staff = (await peopleOfCompany(actor.orgId))
    .filter((p) => p.endedAt === null)
    .map(({ userId, name }) => ({ userId, name }));
  return inOrganisation(actor, async (db) => {
    const moment = await momentOf(db, actor);
    const { totals, waiting } = await countWindows(db, hourOfMoment(moment));
    const house = await houseOf(db);
    const zones = (await zonesOf(db)).map((z) => ({ id: z.id, site: siteName(z) }));
    return {
      today: moment.today,
      windows: { all: Object.values(totals).reduce((sum, n) => sum + n, 0), left: waiting },
      crossings: house.storedCrossings,
      version: house.version,
      gatesVersion: house.gatesVersion,
      gates: house.storedGates,
      day: house.storedDay,
      dayVersion: house.dayVersion,
      planning: house.planning,
      planningVersion: house.planningVersion,
      keepNamesYears: house.keepNamesYears,
      keepingVersion: house.keepingVersion,
      visitRules: house.visitRules,
      visitRulesVersion: house.visitRulesVersion,
      trucks: await trucksOf(db),
      people,
      licences: await licencesOf(db),
      licensable: staff,
      equipment: await equipmentOf(db),
      tools: await toolsOf(db),
      dryProducts: (await labelsOf(db)).now
        .filter((l) => RATE_UNITS[l.rateUnit].by === 'mass' && !isGranule(l))
        .map(({ id, name }) => ({ id, name })),
      thermometers: await thermometersOf(db),
      sensors: sensors.map(({ id, zoneId, spot, serviceKey, unit, trouble, fetchedTo }) => ({
        id,
        spot,
        serviceKey,
        unit,
        trouble,
        fetchedTo,
        site: zones.find((z) => z.id === zoneId)?.site ?? '',
      })),
      zones,
      standardOffsetHours: (await stationsOf(db))[0]?.utcOffsetHours ?? 0,
      tokens,
      jobs,
    };
  });
}

type Typed = Readonly<{
  seen: number;
  use: StoredCrossings['use'];
  depthIn: string;
  runLineF: string;
  runDays: string;
  earlyLineF: string;
  meanLineF: string;
  airLineF: string;
  airDays: string;
  airOf: 'mean' | 'maximum';
  sign: StoredCrossings['signs']['sign'];
  baseF: string;
  sumF: string;
  fromMonth: string;
  degreeOf: 'soil' | 'air';
  fallSchool: FallSchool;
  fallLineF: string;
  fallDays: string;
  habitFrom: string;
  habitTo: string;
}>;
const text = Joi.string().allow('').max(20).required();
export const crossingsShape = Joi.object<Typed>({
  seen: Joi.number().integer().min(0).required(),
  use: Joi.string()
    .valid(...SCHOOLS)
    .required(),
  depthIn: text,
  runLineF: text,
  runDays: text,
  earlyLineF: text,
  meanLineF: text,
  airLineF: text,
  airDays: text,
  airOf: Joi.string().valid('mean', 'maximum').required(),
  sign: Joi.string()
    .valid(...SIGNS)
    .required(),
  baseF: text,
  sumF: text,
  fromMonth: text,
  degreeOf: Joi.string().valid('soil', 'air').required(),
  fallSchool: Joi.string()
    .valid(...FALL_SCHOOLS)
    .required(),
  fallLineF: text,
  fallDays: text,
  habitFrom: text,
  habitTo: text,
});

/** Saves when the line counts as crossed, by each school. Everything that hangs on it is computed again in the background. */
export async function saveCrossings(actor: Actor, t: Typed): Promise<Outcome<{ version: number }>> {
  requirePermission(actor, 'change the house');
  const issues: Issue[] = [];
  const read = (value: string, field: string, unit: string, least: number, most: number) => {
    const parsed = parseFigure(value, { field, unit, least, most });
    if (!parsed.ok) issues.push(parsed.issue);
    return parsed.ok ? parsed.value : 0;
  };
  const line = (value: string, field: string) => read(value, field, 'temperature', 33, 90);
  const days = (value: string, field: string) => Math.round(read(value, field, 'days', 1, 14));
  const habit = { habitFrom: t.habitFrom.trim(), habitTo: t.habitTo.trim() };
  for (const [field, value, other] of [
    ['Crews go from', habit.habitFrom, habit.habitTo],
    ['Crews go to', habit.habitTo, habit.habitFrom],
  ] as const)
    if (value === '' ? other !== '' : parseMonthDay(value) === null)
      issues.push(
        value === '' ? issue(field, 'season-day-missing') : issue(field, 'season-no-day', { text: value }),
      );
  const crossings: StoredCrossings = {
    use: t.use,
    depthIn: read(t.depthIn, 'House depth', 'in', 1, 6),
    'run of days': {
      lineF: line(t.runLineF, 'Run of days, line'),
      days: days(t.runDays, 'Run of days, days'),
    },
    'early bird': { lineF: line(t.earlyLineF, 'Early bird, line') },
    'five-day mean': { lineF: line(t.meanLineF, 'Five-day mean, line') },
    'air rule of thumb': {
      lineF: line(t.airLineF, 'Air, line'),
      days: days(t.airDays, 'Air, days'),
      of: t.airOf,
    },
    signs: { sign: t.sign },
    'degree days': {
      baseF: read(t.baseF, 'Degree days, base', 'temperature', 30, 70),
      sumF: read(t.sumF, 'Degree days, sum', 'degreeDays', 1, 5000),
      fromMonth: Math.round(read(t.fromMonth, 'Degree days, month', '(1 to 6)', 1, 6)),
      of: t.degreeOf,
    },
    fall: {
      school: t.fallSchool,
      lineF: line(t.fallLineF, 'Fall, line'),
      days: days(t.fallDays, 'Fall, days'),
      ...habit,
    },
  };
  if (issues.length) return refuse({ kind: 'invalid', issues });
  return writeRules(actor, { crossings }, t.seen, [{ kind: 'outlooks', orgId: actor.orgId }]);
}

type ThermometerInput = Readonly<{ id: string | null; name: string; offsetF: string; calibratedOn: string }>;
export const thermometerShape = Joi.object<ThermometerInput>({
  id: Joi.string().guid({ separator: '-', wrapper: false }).allow(null).required(),
  name: Joi.string().allow('').max(60).required(),
  offsetF: text,
  calibratedOn: text,
});
/** Keeps a thermometer with what it shows too much, as found in ice water or beside others. */
export async function saveThermometer(actor: Actor, t: ThermometerInput): Promise<Outcome<null>> {
  requirePermission(actor, 'record');
  const issues: Issue[] = [];
  if (!t.name.trim()) issues.push(issue('Name', 'thermometer-unnamed'));
  const offset = parseFigure(t.offsetF.replace('−', '-'), {
    field: 'Offset',
    unit: 'warmth',
    least: -10,
    most: 10,
  });
  if (!offset.ok) issues.push(offset.issue);
  return inOrganisation(actor, async (db) => {
    const today = await todayOf(db, actor);
    const day = t.calibratedOn.trim() ? parseDay(t.calibratedOn) : null;
    if (t.calibratedOn.trim() && (day === null || day > today))
      issues.push(issue('Compared on', 'compared-no-day', { text: t.calibratedOn, today }));
    if (!offset.ok || issues.length) return refuse({ kind: 'invalid', issues });
    const isThere = await writeThermometer(db, actor.orgId, {
      id: t.id,
      name: t.name.trim(),
      offsetF: toNumeric(offset.value),
      calibratedOn: day,
    });
    return isThere ? done(null) : refuse({ kind: 'gone' });
  });
}
export const anyIdShape = Joi.object<{ id: string }>({
  id: Joi.string().guid({ separator: '-', wrapper: false }).required(),
});
export async function putThermometerAway(actor: Actor, { id }: { id: string }): Promise<Outcome<null>> {
  requirePermission(actor, 'record');
  const isAway = await inOrganisation(actor, (db) => retireThermometer(db, id));
  return isAway ? done(null) : refuse({ kind: 'gone' });
}

/** Tries a failed job once more. */
export async function tryJobAgain(actor: Actor, { id }: { id: string }): Promise<Outcome<null>> {
  requirePermission(actor, 'change the house');
  return (await retryJob(actor.orgId, id)) ? done(null) : refuse({ kind: 'gone' });
}
