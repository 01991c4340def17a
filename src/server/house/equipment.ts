/** What sprayers and spreaders hold and carry, what befell them, and the tools that product is measured with. */
import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { parseDay, type Day } from '@/core/calendar/day';
import { EQUIPMENT_NOTES, TOOL_KINDS, type EquipmentNoteKind, type ToolKind } from '@/core/trade/terms';
import { figure } from '@/core/units/figure';
import { parseFigure } from '@/core/units/parse';
import { requirePermission, type Actor } from '@/data/actor';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import {
  addNote,
  addTool,
  addWeighing,
  changeEquipment,
  endTool,
  equipmentOf,
  toolsOf,
} from '@/data/equipment';
import { labelsOf } from '@/data/products';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome } from '../entry/outcome';

const text = (most = 20) => Joi.string().allow('').max(most).required();
const id = Joi.string().guid({ separator: '-', wrapper: false }).required();

/** As typed, in trade units; empty: not said. */
export type DetailsInput = Readonly<{
  equipmentId: string;
  version: number;
  name: string;
  tank: string;
  dead: string;
  hopper: string;
  fitted: string;
  truck: string;
  isRidden: boolean;
}>;
export const detailsShape = Joi.object<DetailsInput>({
  equipmentId: id,
  version: Joi.number().integer().required(),
  name: text(100),
  tank: text(),
  dead: text(),
  hopper: text(),
  fitted: text(120),
  truck: text(60),
  isRidden: Joi.boolean().required(),
}).required();

export async function saveDetails(actor: Actor, t: DetailsInput): Promise<Outcome<null>> {
  requirePermission(actor, 'change the house');
  const issues: Issue[] = [];
  const perhaps = (typed: string, bounds: Parameters<typeof parseFigure>[1]) => {
    if (typed.trim() === '') return null;
    const read = parseFigure(typed, bounds);
    if (!read.ok) issues.push(read.issue);
    return read.ok ? read.value : null;
  };
  const name = t.name.trim();
  if (!name) issues.push(issue('Name', 'equipment-name-missing'));
  const tankGal = perhaps(t.tank, { field: 'Tank', unit: 'volume', above: 0, most: 5000 });
  const deadGal =
    perhaps(t.dead, { field: 'Stays in pump and hose', unit: 'volume', least: 0, most: 100 }) ?? 0;
  const hopperLb = perhaps(t.hopper, { field: 'Hopper', unit: 'weight', above: 0, most: 5000 });
  if (tankGal !== null && deadGal >= tankGal)
    issues.push(issue('Stays in pump and hose', 'dead-volume-as-tank'));
  if (issues.length) return refuse({ kind: 'invalid', issues });
  return inOrganisation(actor, async (db) => {
    const details = { name, tankGal, deadGal, hopperLb, fitted: t.fitted.trim(), truck: t.truck.trim() };
    if (!(await changeEquipment(db, t.equipmentId, t.version, { ...details, isRidden: t.isRidden }))) {
      const there = (await equipmentOf(db)).some((e) => e.id === t.equipmentId);
      return there
        ? refuse({ kind: 'invalid', issues: [issue('Name', 'equipment-changed-meanwhile')] })
        : refuse({ kind: 'gone' });
    }
    await changed(db, actor, 'all');
    return done(null);
  });
}

export type NoteInput = Readonly<{
  sendKey: string;
  equipmentId: string;
  kind: EquipmentNoteKind;
  on: string;
  words: string;
}>;
export const noteShape = Joi.object<NoteInput>({
  sendKey: id,
  equipmentId: id,
  kind: Joi.valid(...EQUIPMENT_NOTES).required(),
  on: text(),
  words: text(500),
}).required();

export async function noteEquipment(actor: Actor, t: NoteInput): Promise<Outcome<null>> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) => {
    const issues: Issue[] = [];
    const on = dayTyped(t.on, 'On', await todayOf(db, actor), issues);
    const words = t.words.trim();
    if (!words) issues.push(issue('What', 'event-unnamed'));
    if (issues.length || on === null) return refuse({ kind: 'invalid', issues });
    if (!(await equipmentOf(db)).some((e) => e.id === t.equipmentId)) return refuse({ kind: 'gone' });
    const { sendKey, equipmentId, kind } = t;
    await addNote(db, actor.orgId, { sendKey, equipmentId, kind, words, on, person: actor.name });
    return done(null);
  });
}

function dayTyped(typed: string, field: string, today: Day, issues: Issue[]): Day | null {
  const day = parseDay(typed);
  if (day === null) issues.push(issue(field, 'event-no-day'));
  else if (day > today) issues.push(issue(field, 'event-to-come'));
  return day !== null && day <= today ? day : null;
}

/** Of a scale its step in g, of a jug in fl oz; of a cap its product and what it weighs when full, in g. */
export type ToolInput = Readonly<{
  sendKey: string;
  name: string;
  kind: ToolKind;
  figure: string;
  productId: string;
  truck: string;
}>;
export const toolShape = Joi.object<ToolInput>({
  sendKey: id,
  name: text(60),
  kind: Joi.valid(...TOOL_KINDS).required(),
  figure: text(),
  productId: Joi.string().guid({ separator: '-', wrapper: false }).allow('').required(),
  truck: text(60),
}).required();

const FIGURES = {
  scale: { field: 'Reads to', unit: 'g', above: 0, most: 1000 },
  jug: { field: 'Reads to', unit: 'pour', above: 0, most: 1000 },
  cap: { field: 'A full cap weighs', unit: 'g', above: 0, most: 5000 },
} as const;

export async function saveTool(actor: Actor, t: ToolInput): Promise<Outcome<null>> {
  requirePermission(actor, 'record');
  const issues: Issue[] = [];
  const name = t.name.trim();
  if (!name) issues.push(issue('Tool', 'tool-unnamed'));
  const read = parseFigure(t.figure, FIGURES[t.kind]);
  if (!read.ok) issues.push(read.issue);
  if (t.kind === 'cap' && !t.productId) issues.push(issue('Product', 'cap-without-product'));
  if (issues.length || !read.ok) return refuse({ kind: 'invalid', issues });
  return inOrganisation(actor, async (db) => {
    const isCap = t.kind === 'cap';
    if (isCap && !(await labelsOf(db)).now.some((l) => l.id === t.productId)) return refuse({ kind: 'gone' });
    const toolId = await addTool(db, actor.orgId, {
      name,
      kind: t.kind,
      truck: t.truck.trim(),
      sendKey: t.sendKey,
      step: isCap ? null : read.value,
      productId: isCap ? t.productId : null,
    });
    if (isCap)
      await addWeighing(db, actor.orgId, {
        toolId,
        grams: read.value,
        on: await todayOf(db, actor),
        person: actor.name,
        sendKey: t.sendKey,
      });
    return done(null);
  });
}

export type WeighingInput = Readonly<{ sendKey: string; toolId: string; figure: string }>;
export const weighingShape = Joi.object<WeighingInput>({
  sendKey: id,
  toolId: id,
  figure: text(),
}).required();

/** A cap weighed again: from now on it counts so. */
export async function weighCap(actor: Actor, t: WeighingInput): Promise<Outcome<{ words: string }>> {
  requirePermission(actor, 'record');
  const read = parseFigure(t.figure, FIGURES.cap);
  if (!read.ok) return refuse({ kind: 'invalid', issues: [read.issue] });
  return inOrganisation(actor, async (db) => {
    const tool = (await toolsOf(db)).find((x) => x.id === t.toolId && x.kind === 'cap');
    if (!tool) return refuse({ kind: 'gone' });
    await addWeighing(db, actor.orgId, {
      toolId: tool.id,
      grams: read.value,
      person: actor.name,
      sendKey: t.sendKey,
      on: await todayOf(db, actor),
    });
    const before = tool.weighings[0]?.grams;
    const share = before ? read.value / before - 1 : 0;
    return done({
      words:
        Math.abs(share) < 0.005
          ? 'As before.'
          : `${figure(Math.abs(share) * 100)} % ${share > 0 ? 'more' : 'less'} than before.`,
    });
  });
}

export async function putToolAway(actor: Actor, { id: toolId }: { id: string }): Promise<Outcome<null>> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) =>
    (await endTool(db, toolId, await todayOf(db, actor))) ? done(null) : refuse({ kind: 'gone' }),
  );
}
