/** Writes down a walk over a zone. What it says of stages feeds the gates, and it answers looks that were asked for. */
import 'server-only';
import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { addDays, isoDay, parseDay } from '@/core/calendar/day';
import { parseFigure, type Issue } from '@/core/units/parse';
import type { SquareMetres } from '@/core/units/quantity';
import { toSquareFeet } from '@/core/units/trade';
import { GROUNDS, type Found, type Ground } from '@/core/weeds/scouting';
import { STAGES, WEEDS, isWeed, stageRank, type Stage, type Weed } from '@/core/weeds/weeds';
import { requirePermission, type Actor } from '@/data/actor';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { addFinding } from '@/data/findings';
import { zoneOf } from '@/data/lawns';
import { addWalk } from '@/data/walks';
import { changed } from '../changes';
import { done, refuse, type Outcome } from '../entry/outcome';

export type WalkInput = Readonly<{
  sendKey: string;
  zoneId: string;
  on: string;
  found: readonly Readonly<{
    weed: string;
    stage: string;
    /** % of the zone */
    cover: string;
    /** plants a square foot; empty: not counted */
    counted: string;
    where: readonly string[];
    isInFlower: boolean;
  }>[];
  notes: string;
}>;
const id = Joi.string().guid({ separator: '-', wrapper: false }).required();
const short = Joi.string().allow('').max(40).required();
const MOST_WEEDS = 20;
export const walkShape = Joi.object<WalkInput>({
  ...{ sendKey: id, zoneId: id, on: short },
  found: Joi.array()
    .items(
      Joi.object({
        ...{ weed: short, stage: short, cover: short, counted: short },
        where: Joi.array()
          .items(Joi.string().valid(...GROUNDS))
          .max(GROUNDS.length)
          .required(),
        isInFlower: Joi.boolean().required(),
      }),
    )
    .max(MOST_WEEDS)
    .required(),
  notes: Joi.string().allow('').max(2000).required(),
}).required();

export function saveWalk(actor: Actor, input: WalkInput): Promise<Outcome<{ on: string }>> {
  requirePermission(actor, 'record');
  return inOrganisation(actor, async (db) => {
    if (!(await zoneOf(db, input.zoneId))) return refuse({ kind: 'gone' });
    const today = await todayOf(db, actor);
    const issues: Issue[] = [];
    const on = parseDay(input.on);
    if (on === null || on > today || on < addDays(today, -730))
      issues.push({
        field: 'Day',
        problem: `Day "${input.on}" is ${on === null ? 'no day' : on > today ? 'after today' : 'years ago'}`,
        remedy: `Type the day of the walk, ${isoDay(today)} at the latest.`,
      });
    const found = input.found.flatMap((f, i) => readFound(f, i + 1, issues));
    for (const [i, f] of found.entries())
      if (found.findIndex((x) => x.weed === f.weed && x.stage === f.stage) < i)
        issues.push({
          field: `Weed ${i + 1}`,
          problem: `${WEEDS[f.weed].name}, ${f.stage}, is written down twice`,
          remedy: 'Put both together, or give one another stage.',
        });
    if (issues.length || on === null) return refuse({ kind: 'invalid', issues });
    const isNew = await addWalk(db, {
      ...{ orgId: actor.orgId, zoneId: input.zoneId, sendKey: input.sendKey, on, person: actor.name },
      ...{ found, notes: input.notes.trim() },
    });
    if (!isNew) return done({ on: isoDay(on) });
    const note = { orgId: actor.orgId, zoneId: input.zoneId, on, person: actor.name, figure: null };
    for (const [weed, stage] of furthest(found))
      await addFinding(db, {
        ...{ ...note, kind: 'weed stage', word: `${weed}|${stage}`, sendKey: randomUUID() },
      });
    // it was looked at: a look that a record asked for is answered
    await addFinding(db, { ...note, kind: 'looked', word: lookedWords(found), sendKey: randomUUID() });
    await changed(db, actor, [input.zoneId]);
    return done({ on: isoDay(on) });
  });
}

function readFound(f: WalkInput['found'][number], row: number, issues: Issue[]): Found[] {
  const stage = STAGES.find((s) => s === f.stage && s !== 'not up');
  if (!isWeed(f.weed) || !stage) {
    issues.push({
      field: `Weed ${row}`,
      problem: `Weed ${row} has no ${isWeed(f.weed) ? 'stage' : 'name'}`,
      remedy: 'Choose both. What you cannot name the key may.',
    });
    return [];
  }
  const cover = parseFigure(f.cover, { field: `Cover ${row}`, unit: '%', above: 0, most: 100 });
  if (!cover.ok) issues.push(cover.issue);
  const counted =
    f.counted.trim() === ''
      ? null
      : parseFigure(f.counted, { field: `Counted ${row}`, unit: 'plants', least: 0, most: 2000 });
  if (counted && !counted.ok) issues.push(counted.issue);
  if (!cover.ok || (counted && !counted.ok)) return [];
  return [
    {
      ...{ weed: f.weed, stage, cover: cover.value, isInFlower: f.isInFlower },
      perSquareMetre: counted?.ok ? counted.value * toSquareFeet(1 as SquareMetres) : null,
      where: f.where as readonly Ground[],
    },
  ];
}

/** Of each weed how far the furthest is: what the label must still take. */
function furthest(found: readonly Found[]): Map<Weed, Stage> {
  const out = new Map<Weed, Stage>();
  for (const { weed, stage } of found)
    if (stageRank(stage) > stageRank(out.get(weed) ?? 'not up')) out.set(weed, stage);
  return out;
}

const lookedWords = (found: readonly Found[]): string =>
  found.length
    ? `walked: ${[...new Set(found.map((f) => WEEDS[f.weed].name))].join(', ')}`.slice(0, 200)
    : 'walked: nothing is up';
