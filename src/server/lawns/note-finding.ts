import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { addDays, isoDay, parseDay, type Day } from '@/core/calendar/day';
import { SOIL_OPENED } from '@/core/facts/facts';
import { wantsPhosphorus } from '@/core/lawn/soil-test';
import { parseFigure, type Parsed } from '@/core/units/parse';
import { NEXT_YEAR } from '@/core/weeds/next-year';
import { STAGES, isWeed } from '@/core/weeds/weeds';
import { requirePermission, type Actor } from '@/data/actor';
import { hourIn, momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { DAMAGE_CAUSES, WATERED_BY } from '@/core/follow-ups/follow-ups';
import { FINDINGS, addFinding, groundFrom, type FindingKind } from '@/data/findings';
import { zoneOf } from '@/data/lawns';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome } from '@/server/entry/outcome';

export type FindingInput = Readonly<{
  sendKey: string;
  zoneId: string;
  kind: FindingKind;
  /** the weed's key, the event, the kind of stress */
  word: string;
  stage: string;
  /** per cent green, mowings */
  figure: string;
  on: string;
}>;
const short = Joi.string().allow('').max(200).required();
export const findingShape = Joi.object<FindingInput>({
  sendKey: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  zoneId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  kind: Joi.string()
    .valid(...FINDINGS)
    .required(),
  word: short,
  stage: short,
  figure: short,
  on: short,
});

const FIGURES: Partial<Record<FindingKind, { field: string; unit: string; most: number }>> = {
  'turf green': { field: 'Green', unit: '%', most: 100 },
  looked: { field: 'Taken', unit: '%', most: 100 },
  thatch: { field: 'Thatch', unit: 'in', most: 6 },
  'cut height': { field: 'Height', unit: 'in', most: 12 },
  'seedlings mown': { field: 'Mowings', unit: 'times', most: 30 },
};

type Said = Readonly<{ word: string; stage: string }>;
const oneOf =
  (list: readonly string[], missing: () => Issue) =>
  ({ word }: Said): Issue[] =>
    list.includes(word) ? [] : [missing()];
/** What each kind asks of its words. */
const WORDS: Partial<Record<FindingKind, (said: Said) => Issue[]>> = {
  'weed stage': ({ word, stage }) =>
    isWeed(word) && STAGES.some((s) => s === stage) ? [] : [issue('Weed', 'weed-or-stage-missing')],
  'turf stress': oneOf(['none', 'heat', 'drought'], () => issue('Stress', 'stress-missing')),
  'soil test': oneOf(['wanted', 'not wanted'], () => issue('Phosphorus', 'phosphorus-missing')),
  compaction: oneOf(['hard', 'soft'], () => issue('Ground', 'ground-missing')),
  'soil values': ({ word }) => wrongSoilValues(word),
  'soil opened': oneOf(SOIL_OPENED, () => issue('Opened by', 'opened-by-missing')),
  watered: oneOf(WATERED_BY, () => issue('Watered by', 'watered-by-missing')),
  'next year': ({ word }) => (isWish(word) ? [] : [issue('Next year', 'next-year-unknown', { word })]),
  callback: ({ word }) => (word ? [] : [issue('About', 'call-reason-missing')]),
  damage: ({ word, stage }) =>
    !word
      ? [issue('Seen', 'seen-missing')]
      : (DAMAGE_CAUSES as readonly string[]).includes(stage)
        ? []
        : [issue('Cause', 'cause-missing')],
};

/** The day of it: what is to come may be an event alone. */
function dayIssue(kind: FindingKind, text: string, today: Day): Issue | null {
  const on = parseDay(text);
  if (on === null) return issue('Day', 'finding-no-day', { text });
  if (kind !== 'event' && on > today) return issue('Day', 'finding-to-come', { day: on, today });
  return on < addDays(today, -730) ? issue('Day', 'finding-years-ago', { day: on }) : null;
}

/** The figure that a kind asks for; null: it asks for none, or may go without and does. */
function figureOf({ kind, figure }: FindingInput): Parsed<number> | null {
  const asked = kind === 'looked' && figure.trim() === '' ? undefined : FIGURES[kind];
  return asked
    ? parseFigure(figure, { field: asked.field, unit: asked.unit, least: 0, most: asked.most })
    : null;
}

/** How it is kept: a kind of two words keeps both. */
const keptWord = (kind: FindingKind, { word, stage }: Said): string =>
  kind === 'weed stage' ? `${word}|${stage}` : kind === 'damage' ? `${stage}|${word}` : word;

/** Writes down what was seen or done on a zone; gates go by the last of each kind. */
export async function noteFinding(actor: Actor, input: FindingInput): Promise<Outcome<{ on: string }>> {
  requirePermission(actor, 'record');
  const { kind, zoneId } = input;
  return inOrganisation(actor, async (db) => {
    if (!(await zoneOf(db, zoneId))) return refuse({ kind: 'gone' });
    const { now, today } = await momentOf(db, actor);
    const on = parseDay(input.on);
    const figure = figureOf(input);
    const said = { word: input.word.trim(), stage: input.stage };
    const issues = [
      dayIssue(kind, input.on, today),
      figure && !figure.ok ? figure.issue : null,
      ...(WORDS[kind]?.(said) ?? []),
    ].filter((i) => i !== null);
    if (issues.length || on === null) return refuse({ kind: 'invalid', issues });
    const of = { orgId: actor.orgId, zoneId, on, person: actor.name };
    // of a notice it counts when on its day it was given
    const hour = on === today ? hourIn(now, actor.timeZone) : 0;
    await addFinding(db, {
      ...of,
      sendKey: input.sendKey,
      kind,
      word: keptWord(kind, said),
      figure: kind === 'notice sent' ? hour : figure?.ok ? figure.value : null,
    });
    const wants = kind === 'soil values' ? wantsIn(said.word, on) : null;
    if (wants !== null)
      await addFinding(db, {
        ...of,
        kind: 'soil test',
        figure: null,
        word: wants ? 'wanted' : 'not wanted',
        sendKey: besides(input.sendKey),
      });
    await changed(db, actor, [zoneId]);
    return done({ on: isoDay(on) });
  });
}

/** Whether the law lets phosphorus go down goes by the same test; null: it does not say. */
function wantsIn(word: string, on: Day): boolean | null {
  const { test } = groundFrom([{ kind: 'soil values', word, on, figure: null, person: '' }]);
  return test ? wantsPhosphorus(test) : null;
}

/** "in parts|smooth-crabgrass"; without a wish it takes back what was asked for the weed. */
function isWish(word: string): boolean {
  const [wish = '', weed = ''] = word.split('|');
  return isWeed(weed) && (wish === '' || NEXT_YEAR.some((w) => w === wish));
}

/** A key of its own for what is written down beside it: the same each time it is sent. */
const besides = (key: string): string => key.replace(/.$/, (c) => (c === '0' ? '1' : '0'));

const SOIL_VALUES = [
  { field: 'pH', unit: 'of the scale', least: 3, most: 11, isAsked: true },
  { field: 'Phosphorus', unit: 'ppm', least: 0, most: 2000, isAsked: false },
  { field: 'Potassium', unit: 'ppm', least: 0, most: 5000, isAsked: false },
  { field: 'Lime', unit: 'lb/1,000 sq ft', least: 0, most: 300, isAsked: false },
] as const;
function wrongSoilValues(word: string): Issue[] {
  const parts = word.split('|');
  return SOIL_VALUES.flatMap(({ isAsked, ...bounds }, i) => {
    const text = parts[i] ?? '';
    const parsed = text.trim() === '' && !isAsked ? null : parseFigure(text, bounds);
    return parsed && !parsed.ok ? [parsed.issue] : [];
  });
}
