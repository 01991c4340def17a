import 'server-only';
import { asc, eq, inArray } from 'drizzle-orm';
import { readDay, isoDay, type Day } from '@/core/calendar/day';
import { hourOf } from '@/core/calendar/hour';
import { NOTHING_SEEN, SOIL_OPENED, type Seen } from '@/core/facts/facts';
import type { SoilTest } from '@/core/lawn/soil-test';
import { WATERED_BY, type Answered } from '@/core/follow-ups/follow-ups';
import type { Metres } from '@/core/units/quantity';
import { rateOf } from '@/core/units/rate';
import { NEXT_YEAR, type Wished } from '@/core/weeds/next-year';
import { STAGES, isWeed } from '@/core/weeds/weeds';
import type { Transaction } from './connection';
import { groupBy } from '@/core/group';
import { fromNumeric, toNumeric } from './numbers';
import { finding } from './schema';

export const FINDINGS = [
  'mown',
  'turf green',
  'turf stress',
  'weed stage',
  'seeded',
  'seedlings mown',
  'notice sent',
  'event',
  'soil test',
  'soil values',
  'compaction',
  'thatch',
  'cut height',
  'soil opened',
  'watered',
  'looked',
  'callback',
  'callback answered',
  'damage',
  'next year',
] as const;
export type FindingKind = (typeof FINDINGS)[number];

/** What somebody saw or did. `figure`: per cent green, mowings, the clock's hour of a notice, per cent taken on a look. */
export type Finding = Readonly<{
  kind: FindingKind;
  word: string;
  figure: number | null;
  on: Day;
  person: string;
}>;

/** Everything written down of some zones, in the order of entry. */
export async function findingsOf(
  db: Transaction,
  zoneIds: readonly string[],
): Promise<Map<string, Finding[]>> {
  if (!zoneIds.length) return new Map();
  const rows = await db
    .select()
    .from(finding)
    .where(zoneIds.length === 1 ? eq(finding.zoneId, zoneIds[0]!) : inArray(finding.zoneId, [...zoneIds]))
    .orderBy(asc(finding.entered));
  return groupBy(
    rows.flatMap((r) => {
      const kind = FINDINGS.find((k) => k === r.kind);
      return kind
        ? [
            {
              zoneId: r.zoneId,
              kind,
              word: r.word,
              person: r.person,
              figure: r.figure === null ? null : fromNumeric(r.figure),
              on: readDay(r.foundOn),
            },
          ]
        : [];
    }),
    (f) => f.zoneId,
  );
}

/** What of it the gates go by: the last of each. */
export function seenFrom(findings: readonly Finding[]): Seen {
  const last = (kind: FindingKind) =>
    findings
      .filter((f) => f.kind === kind)
      .reduce<Finding | null>((best, f) => (best && best.on > f.on ? best : f), null);
  const green = last('turf green');
  const stress = last('turf stress');
  const seeded = last('seeded');
  const notice = last('notice sent');
  const events = new Map(findings.flatMap((f) => (f.kind === 'event' ? [[f.on, f.word] as const] : [])));
  const soilTest = last('soil test');
  const mown = last('seedlings mown');
  return {
    ...NOTHING_SEEN,
    mownOn: last('mown')?.on ?? null,
    green: green && { share: (green.figure ?? 0) / 100, on: green.on },
    stress: stress && {
      kind: stress.word === 'heat' || stress.word === 'drought' ? stress.word : 'none',
      on: stress.on,
    },
    stages: stagesIn(findings),
    seededOn: seeded?.on ?? null,
    seedlingMowings: mown && (!seeded || mown.on >= seeded.on) ? (mown.figure ?? 0) : 0,
    noticeSent: notice && hourOf(notice.on, notice.figure ?? 0),
    // an event without a word takes that day's back
    events: [...events].flatMap(([on, what]) => (what === '' ? [] : [{ on, what }])),
    opened: openedIn(findings),
    nextYear: wishedIn(findings),
    phosphorus: soilTest && { isWanted: soilTest.word === 'wanted', on: soilTest.on },
  };
}

const stagesIn = (findings: readonly Finding[]): Seen['stages'] =>
  findings.flatMap((f) => {
    const [weed = '', word = ''] = f.word.split('|');
    const stage = STAGES.find((s) => s === word);
    return f.kind === 'weed stage' && isWeed(weed) && stage ? [{ weed, stage, on: f.on }] : [];
  });
const openedIn = (findings: readonly Finding[]): Seen['opened'] =>
  findings.flatMap((f) => {
    const how = SOIL_OPENED.find((o) => o === f.word);
    return f.kind === 'soil opened' && how ? [{ how, on: f.on }] : [];
  });

/** What was asked of the next season, "wish|weed"; without a wish all that was asked for the weed is taken back. */
function wishedIn(findings: readonly Finding[]): Wished[] {
  return findings
    .filter((f) => f.kind === 'next year')
    .reduce<Wished[]>((soFar, { word, on }) => {
      const [asked = '', weed = ''] = word.split('|');
      const wish = NEXT_YEAR.find((w) => w === asked);
      const others = soFar.filter((w) => w.weed !== weed || (wish && w.wish !== wish));
      return wish && isWeed(weed) ? [...others, { wish, weed, on }] : others;
    }, []);
}

/** The last soil test, and what was seen of the ground. "pH|phosphorus|potassium|lime" in mg/kg and lb/1,000 sq ft. */
export function groundFrom(
  findings: readonly Finding[],
): Readonly<{
  test: SoilTest | null;
  isCompacted: boolean;
  thatch: Metres | null;
  cutHeight: Readonly<{ on: Day; height: Metres }> | null;
}> {
  const last = (kind: FindingKind) =>
    findings
      .filter((f) => f.kind === kind)
      .reduce<Finding | null>((best, f) => (best && best.on > f.on ? best : f), null);
  const test = last('soil values');
  const [ph = '', p = '', k = '', lime = ''] = test?.word.split('|') ?? [];
  const figure = (text: string) => (text === '' ? null : Number(text));
  const inches = (f: Finding | null) =>
    (f?.figure ?? null) === null ? null : ((f!.figure! * 0.0254) as Metres);
  const cut = last('cut height');
  const height = inches(cut);
  const limed = figure(lime);
  return {
    test: test && {
      on: test.on,
      ph: Number(ph),
      phosphorus: figure(p),
      potassium: figure(k),
      lime: limed === null ? null : rateOf(limed, 'lb/1000sqft'),
    },
    isCompacted: last('compaction')?.word === 'hard',
    thatch: inches(last('thatch')),
    cutHeight: cut && height !== null ? { on: cut.on, height } : null,
  };
}

/** What of it answers a follow-up. */
export function answeredFrom(findings: readonly Finding[]): Answered {
  const of = (kind: FindingKind) => findings.filter((f) => f.kind === kind);
  return {
    watered: of('watered').map((f) => ({ on: f.on, by: WATERED_BY.find((w) => w === f.word) ?? 'us' })),
    looked: of('looked').map((f) => ({ on: f.on })),
    called: of('callback').map((f) => ({ on: f.on, about: f.word })),
    callsAnswered: of('callback answered').map((f) => ({ on: f.on })),
  };
}

/** Adds what was found; sent twice, it is added once. */
export async function addFinding(
  db: Transaction,
  f: Finding & Readonly<{ orgId: string; zoneId: string; sendKey: string }>,
): Promise<void> {
  const { on, figure, ...rest } = f;
  await db
    .insert(finding)
    .values({ ...rest, foundOn: isoDay(on), figure: figure === null ? null : toNumeric(figure) })
    .onConflictDoNothing();
}
