import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { addDays, isoDay, parseDay } from '@/core/calendar/day';
import { SOIL_OPENED } from '@/core/facts/facts';
import { wantsPhosphorus } from '@/core/lawn/soil-test';
import { parseFigure } from '@/core/units/parse';
import { NEXT_YEAR } from '@/core/weeds/next-year';
import { STAGES, isWeed } from '@/core/weeds/weeds';
import { requirePermission, type Actor } from '@/data/actor';
import { hourIn, nowOf, todayOf } from '@/data/clock';
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

/** Writes down what was seen or done on a zone; gates go by the last of each kind. */
export async function noteFinding(actor: Actor, input: FindingInput): Promise<Outcome<{ on: string }>> {
  requirePermission(actor, 'record');
  const { kind } = input;
  return inOrganisation(actor, async (db) => {
    if (!(await zoneOf(db, input.zoneId))) return refuse({ kind: 'gone' });
    const today = await todayOf(db, actor);
    const issues: Issue[] = [];
    const on = parseDay(input.on);
    const isAhead = kind === 'event';
    if (on === null) issues.push(issue('Day', 'finding-no-day', { text: input.on }));
    else if (!isAhead && on > today) issues.push(issue('Day', 'finding-to-come', { day: on, today }));
    else if (on < addDays(today, -730)) issues.push(issue('Day', 'finding-years-ago', { day: on }));
    const asked = kind === 'looked' && input.figure.trim() === '' ? undefined : FIGURES[kind];
    const figure = asked
      ? parseFigure(input.figure, { field: asked.field, unit: asked.unit, least: 0, most: asked.most })
      : null;
    if (figure && !figure.ok) issues.push(figure.issue);
    const word = input.word.trim();
    const isStage = STAGES.some((s) => s === input.stage);
    if (kind === 'weed stage' && (!isWeed(word) || !isStage))
      issues.push(issue('Weed', 'weed-or-stage-missing'));
    if (kind === 'turf stress' && !['none', 'heat', 'drought'].includes(word))
      issues.push(issue('Stress', 'stress-missing'));
    if (kind === 'soil test' && !['wanted', 'not wanted'].includes(word))
      issues.push(issue('Phosphorus', 'phosphorus-missing'));
    if (kind === 'compaction' && !['hard', 'soft'].includes(word))
      issues.push(issue('Ground', 'ground-missing'));
    if (kind === 'soil values') checkSoilValues(word, issues);
    if (kind === 'soil opened' && !(SOIL_OPENED as readonly string[]).includes(word))
      issues.push(issue('Opened by', 'opened-by-missing'));
    if (kind === 'watered' && !(WATERED_BY as readonly string[]).includes(word))
      issues.push(issue('Watered by', 'watered-by-missing'));
    if (kind === 'next year' && !isWish(word)) issues.push(issue('Next year', 'next-year-unknown', { word }));
    if (kind === 'callback' && !word) issues.push(issue('About', 'call-reason-missing'));
    if (kind === 'damage' && (!word || !(DAMAGE_CAUSES as readonly string[]).includes(input.stage)))
      issues.push(
        word
          ? issue(word ? 'Cause' : 'Seen', 'cause-missing')
          : issue(word ? 'Cause' : 'Seen', 'seen-missing'),
      );
    if (issues.length || on === null) return refuse({ kind: 'invalid', issues });
    await addFinding(db, {
      orgId: actor.orgId,
      zoneId: input.zoneId,
      sendKey: input.sendKey,
      kind,
      on,
      word:
        kind === 'weed stage'
          ? `${word}|${input.stage}`
          : kind === 'damage'
            ? `${input.stage}|${word}`
            : word,
      figure:
        kind === 'notice sent'
          ? on === today
            ? hourIn((await nowOf(db)).now, actor.timeZone)
            : 0
          : figure?.ok
            ? figure.value
            : null,
      person: actor.name,
    });
    if (kind === 'soil values') {
      // what the law asks of phosphorus goes by the same test
      const wants = wantsPhosphorus(groundFrom([{ kind, word, on, figure: null, person: '' }]).test!);
      if (wants !== null)
        await addFinding(db, {
          orgId: actor.orgId,
          zoneId: input.zoneId,
          kind: 'soil test',
          on,
          figure: null,
          word: wants ? 'wanted' : 'not wanted',
          person: actor.name,
          sendKey: besides(input.sendKey),
        });
    }
    await changed(db, actor, [input.zoneId]);
    return done({ on: isoDay(on) });
  });
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
function checkSoilValues(word: string, issues: Issue[]): void {
  const parts = word.split('|');
  for (const [i, { isAsked, ...bounds }] of SOIL_VALUES.entries()) {
    const text = parts[i] ?? '';
    const parsed = text.trim() === '' && !isAsked ? null : parseFigure(text, bounds);
    if (parsed && !parsed.ok) issues.push(parsed.issue);
  }
}
