/** Trucks, and the house's figures for the road, for water and for customers. */
import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import { readFigures, type HouseTexts } from '@/core/facts/house-figures';
import Joi from 'joi';
import { MESSAGE_KINDS, missingPlaces, unknownPlaces, type MessageWords } from '@/core/day/messages';
import { parseFigure } from '@/core/units/parse';
import { requirePermission, type Actor } from '@/data/actor';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { addTruck, changeTruck, endTruck, trucksOf } from '@/data/trucks';
import type { StoredVisitRules } from '@/data/visit-rules';
import { tellChange } from '@/data/changes-told';
import { done, refuse, type Outcome } from '../entry/outcome';
import { figureShapes, writeRules } from '@/server/settings/write-rules';

export type TruckInput = Readonly<{
  /** empty: a new one */
  id: string;
  seen: number;
  name: string;
  people: readonly string[];
  /** "07:30"; empty: the house's working hours */
  from: string;
  to: string;
  latitude: string;
  longitude: string;
}>;
const text = (most = 40) => Joi.string().allow('').max(most).required();
export const truckShape = Joi.object<TruckInput>({
  id: Joi.string().guid({ separator: '-', wrapper: false }).allow('').required(),
  seen: Joi.number().integer().min(0).max(2_000_000_000).required(),
  name: text(60),
  people: Joi.array().items(Joi.string().max(200)).max(8).required(),
  from: text(10),
  to: text(10),
  latitude: text(),
  longitude: text(),
}).required();

const CLOCK = /^([01]\d|2[0-3]):[0-5]\d$/;
const minutes = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));

/** Writes a truck down, or changes it. */
export async function saveTruck(actor: Actor, t: TruckInput): Promise<Outcome<{ id: string }>> {
  requirePermission(actor, 'change the house');
  const issues: Issue[] = [];
  const name = t.name.trim();
  if (!name) issues.push(issue('Truck', 'truck-unnamed'));
  const clock = (value: string, field: string): number | null => {
    if (value === '') return null;
    if (CLOCK.test(value)) return minutes(value);
    issues.push(issue(field, 'truck-no-time', { text: value }));
    return null;
  };
  const from = clock(t.from, 'Out at');
  const to = clock(t.to, 'Back at');
  if (from !== null && to !== null && to <= from)
    issues.push(issue('Back at', 'truck-back-before-out', { to: t.to, from: t.from }));
  const degrees = (value: string, field: string, most: number): number | null => {
    if (value.trim() === '') return null;
    const parsed = parseFigure(value, { field, unit: '°', least: -most, most });
    if (!parsed.ok) issues.push(parsed.issue);
    return parsed.ok ? parsed.value : null;
  };
  const latitude = degrees(t.latitude, 'Latitude', 90);
  const longitude = degrees(t.longitude, 'Longitude', 180);
  if ((latitude === null) !== (longitude === null) && !issues.length)
    issues.push(issue(latitude === null ? 'Latitude' : 'Longitude', 'place-half'));
  if (issues.length) return refuse({ kind: 'invalid', issues });
  const at = latitude === null || longitude === null ? null : { latitude, longitude };
  const truck = { name, people: [...new Set(t.people)], from, to, at };
  return inOrganisation(actor, async (db) => {
    const same = (await trucksOf(db)).find((x) => x.name === name && x.id !== t.id);
    const id = same ? null : t.id === '' ? await addTruck(db, actor.orgId, truck) : t.id;
    if (id === null) return refuse({ kind: 'invalid', issues: [issue('Truck', 'truck-twice', { name })] });
    if (t.id !== '' && !(await changeTruck(db, { ...truck, id, version: t.seen })))
      return refuse({ kind: 'invalid', issues: [issue('Truck', 'truck-changed-meanwhile')] });
    await tellChange(db, actor.orgId, []);
    return done({ id });
  });
}

/** It goes out no more; what it did stays in the book. */
export function putTruckAway(actor: Actor, { id }: Readonly<{ id: string }>): Promise<Outcome<null>> {
  requirePermission(actor, 'change the house');
  return inOrganisation(actor, async (db) =>
    (await endTruck(db, id, await todayOf(db, actor))) ? done(null) : refuse({ kind: 'gone' }),
  );
}

export type VisitRulesInput = Readonly<{
  seen: number;
  waterDays: readonly number[];
  messages: MessageWords;
}> &
  HouseTexts<'road' | 'no water'>;
export const visitRulesShape = Joi.object<VisitRulesInput>({
  seen: Joi.number().integer().min(0).max(2_000_000_000).required(),
  waterDays: Joi.array().items(Joi.number().integer().min(1).max(7)).max(7).unique().required(),
  messages: Joi.object(Object.fromEntries(MESSAGE_KINDS.map((k) => [k, text(3000)]))).required(),
  ...figureShapes('road', 'no water'),
}).required();

/** How the words for customers are called on the screen. */
const MESSAGE_NAMES = { before: 'Notice before', sign: 'Sign', after: 'Note after' } as const;

export async function saveVisitRules(
  actor: Actor,
  t: VisitRulesInput,
): Promise<Outcome<{ version: number }>> {
  requirePermission(actor, 'change the house');
  const issues: Issue[] = [];
  const rules: StoredVisitRules = {
    ...readFigures(t, issues, 'road', 'no water'),
    waterDays: t.waterDays.toSorted((x, y) => x - y),
    messages: t.messages,
  };
  for (const kind of MESSAGE_KINDS) {
    const field = MESSAGE_NAMES[kind];
    const unknown = unknownPlaces(t.messages[kind]);
    const missing = missingPlaces(kind, t.messages[kind]);
    if (unknown.length) issues.push(issue(field, 'letter-unknown-place', { place: unknown[0] ?? '' }));
    else if (missing.length) issues.push(issue(field, 'letter-place-missing', { place: missing[0] ?? '' }));
  }
  if ((rules.waterNotFrom === null) !== (rules.waterNotTo === null))
    issues.push(issue(rules.waterNotFrom === null ? 'No water from' : 'No water to', 'water-hours-half'));
  if (issues.length) return refuse({ kind: 'invalid', issues });
  return writeRules(actor, { visitRules: rules }, t.seen);
}
