/**
 * What a record asks for afterwards, and what has happened of it: watering in, a look at what broke through, a look at what
 * was sprayed, the first day for the mower and for seed, a callback. Made by the records, done by facts: rain at the
 * station, irrigation, somebody's word.
 */
import { addDays, type Day } from '@/core/calendar/day';
import type { Facts } from '@/core/facts/facts';
import type { Outlook } from '@/core/ground/outlook';
import { isGranule, type Label } from '@/core/products/label';
import type { Use } from '@/core/trade/terms';
import { isPreEmergent } from '@/core/trade/terms';
import { fallenSince, LIGHT_A_DAY } from '@/core/barrier/reached';
import type { Millimetres } from '@/core/units/quantity';
import { INTAKE } from '@/core/weather/soil-water';
import type { Cut } from '@/core/lawn/cuts';
import type { LedgerEntry } from '@/core/records/ledger';
import { seedHoldsOn } from '@/core/records/safe-to-seed';
import { nextWaterDay, type WaterRules } from '@/core/records/water-rules';
import type { Answer, FollowUp } from './follow-up';

/** An entry that stands, with its label as it was on that day. */
export type DoneEntry = Readonly<{
  id: string;
  day: Day;
  label: Label;
  use: Use;
  /** the whole zone, or a part of it */
  isWhole: boolean;
  /** hour of the clock in which the work ended; null: not written down */
  endedAt: number | null;
}>;

/** Who let the water on, for a barrier that waits for it. */
export const WATERED_BY = ['irrigation', 'customer', 'us'] as const;
/** What may have hurt a lawn, beside what was put down. */
export const DAMAGE_CAUSES = [
  'late frost',
  'drought',
  'mower',
  'dogs',
  'spill',
  'sprayer or spreader',
  'insects',
  'disease',
  'not known',
] as const;

/** What people wrote down that answers a follow-up. */
export type Answered = Readonly<{
  watered: readonly Readonly<{ on: Day; by: (typeof WATERED_BY)[number] }>[];
  looked: readonly Readonly<{ on: Day }>[];
  called: readonly Readonly<{ on: Day; about: string }>[];
  callsAnswered: readonly Readonly<{ on: Day }>[];
}>;

export type FollowUpQuestion = Readonly<{
  entries: readonly DoneEntry[];
  ledger: readonly LedgerEntry[];
  zone: Facts['zone'];
  /** concrete runs along it, or it lies beside pavement */
  hasHotEdge: boolean;
  /** days of the week on which the customer's irrigation runs; none: not said */
  irrigatesOn: readonly number[];
  water: WaterRules;
  answered: Answered;
  /** cuts before the next barrier, and when the mower was there last */
  cuts: readonly Cut[];
  mownOn: Day | null;
  labelOf: (productId: string) => Label | undefined;
}> &
  Pick<Facts, 'today' | 'recent' | 'forecast' | 'outlook'>;

/** Entries that are older ask for nothing any more. */
const ASKS_DAYS = 200;
/** A look at the hot edges: from so many days after the barrier on, for so long. Common practice, no source. */
const BREAKTHROUGH = { from: 42, to: 84 };
/** A look at what was sprayed: two to six weeks, in cold soil half as long again. Common practice, no source. */
const EFFICACY = { from: 14, to: 42 };
const COLD_C = 12;
const COLD_TIMES = 1.5;
/** A storm is looked for so many days ahead. */
const STORM_DAYS = 3;
/** Rain counts from this chance on. */
const LIKELY = 0.5;
/** A call is answered within so many days. Common practice, no source. */
const CALL_DAYS = 2;
/** The last cut before a barrier is in time for so long. Ours. */
const CUT_DAYS = 2;

/** Everything that the zone's entries still ask for, and what was answered of it, the most pressing first. */
export function followUpsOf(q: FollowUpQuestion): FollowUp[] {
  const recent = q.entries.filter((e) => e.day <= q.today && q.today - e.day <= ASKS_DAYS);
  return [
    ...recent.flatMap((e) => [...waterOf(e, q), ...mowOf(e)]),
    ...breakthroughOf(recent, q),
    ...efficacyOf(recent, q),
    ...seedOf(q),
    ...callsOf(q),
    ...cutsOf(q),
  ].toSorted((a, b) => Number(a.answer !== null) - Number(b.answer !== null) || a.from - b.from);
}

const blank = {
  answer: null,
  depth: null,
  fallen: null,
  ahead: null,
  irrigate: null,
  losesADay: 0,
  note: '',
} as const;

function waterOf(e: DoneEntry, q: FollowUpQuestion): FollowUp[] {
  const { wateringIn } = e.label;
  if (!wateringIn) return [];
  const to = addDays(e.day, wateringIn.withinDays);
  const rain =
    q.recent && q.recent.from <= e.day ? fallenSince(q.recent, e.day, e.endedAt, wateringIn.depth) : null;
  const told = wateredBy(e, q, rain?.on ?? null);
  // the weather of then is not at hand any more, and nothing can be done about it
  const answer = orOver(told, to, q.today, GRACE_DAYS);
  const fallen = (rain?.fallen ?? null) as Millimetres | null;
  const water: FollowUp = {
    ...blank,
    kind: 'water-in',
    entryId: e.id,
    product: e.label.name,
    since: e.day,
    from: e.day,
    to,
    answer,
    depth: wateringIn.depth,
    fallen,
    ahead: rainBy(q, to),
    irrigate: irrigateFor(q, wateringIn.depth - (fallen ?? 0)),
    losesADay: isPreEmergent(e.use) ? LIGHT_A_DAY : 0,
  };
  // a storm on soil that nothing has wetted carries it off: a light wetting before it binds it
  const storm = answer || !isPreEmergent(e.use) ? null : stormAhead(q);
  return storm === null
    ? [water]
    : [water, { ...water, kind: 'light-wetting', from: q.today, to: storm, depth: null, ahead: null }];
}

/** What watered it in first: the rain, or who says so. */
function wateredBy(e: DoneEntry, q: FollowUpQuestion, rainOn: Day | null): Answer | null {
  const [word] = q.answered.watered.filter((w) => w.on >= e.day).toSorted((a, b) => a.on - b.on);
  const byRain: Answer | null = rainOn === null ? null : { by: 'rain', on: rainOn };
  const byWord: Answer | null = word ? { by: word.by, on: word.on } : null;
  if (byRain && byWord) return byWord.on < byRain.on ? byWord : byRain;
  return byRain ?? byWord;
}

/** When the lawn's own irrigation may run, and how long for what is lacking, mm; null: it has none, or nothing is lacking. */
function irrigateFor(q: FollowUpQuestion, lacks: number): FollowUp['irrigate'] {
  const rate = q.zone.irrigationPerHour;
  if (rate === null || !(rate > 0) || !(lacks > 0)) return null;
  const on = nextWaterDay(q.water, q.irrigatesOn, q.today);
  return on === null ? null : { on, minutes: Math.ceil((60 * lacks) / rate), notBetween: q.water.notBetween };
}

/** Rain that the forecast brings from today to the end of a day; null: it does not reach, or the day is over. */
function rainBy({ forecast: f, today }: FollowUpQuestion, to: Day): Millimetres | null {
  if (!f || to < today) return null;
  let sum = 0;
  const end = Math.min(f.rain.length, (addDays(to, 1) - f.from) * 24);
  for (let h = Math.max(0, (today - f.from) * 24); h < end; h++)
    if (f.rainChance[h]! >= LIKELY) sum += f.rain[h]!;
  return sum as Millimetres;
}

/** The first day ahead with an hour above what the soil takes in; null: none. */
function stormAhead({ forecast: f, today, zone }: FollowUpQuestion): Day | null {
  if (!f) return null;
  for (let d = 0; d < STORM_DAYS; d++) {
    const at = (addDays(today, d) - f.from) * 24;
    for (let h = Math.max(0, at); h < Math.min(at + 24, f.rain.length); h++)
      if (f.rain[h]! > INTAKE[zone.texture] && f.rainChance[h]! >= LIKELY) return addDays(today, d);
  }
  return null;
}

function mowOf(e: DoneEntry): FollowUp[] {
  const days = e.label.mowing.afterDays;
  if (!days) return [];
  const from = addDays(e.day, days);
  return [
    {
      ...blank,
      kind: 'mow',
      entryId: e.id,
      product: e.label.name,
      since: e.day,
      from,
      to: from,
      answer: null,
    },
  ];
}

const lookedBetween = ({ answered }: FollowUpQuestion, from: Day, to: Day): Answer | null => {
  const look = answered.looked.find((l) => l.on >= from && l.on <= to);
  return look ? { by: 'look', on: look.on } : null;
};
/** A look may come a little before its time; what nobody did in time is over. */
const SOON_DAYS = 5;
const orOver = (answer: Answer | null, to: Day, today: Day, graceDays: number): Answer | null =>
  answer ?? (addDays(to, graceDays) < today ? { by: 'time', on: to } : null);
const GRACE_DAYS = 28;

/** Of the zone's barriers the last one: seedlings come up along the concrete first. */
function breakthroughOf(entries: readonly DoneEntry[], q: FollowUpQuestion): FollowUp[] {
  const last = entries.filter((e) => e.isWhole && isPreEmergent(e.use)).toSorted((a, b) => b.day - a.day)[0];
  if (!last) return [];
  const from = addDays(last.day, BREAKTHROUGH.from);
  const to = addDays(last.day, BREAKTHROUGH.to);
  const answer = orOver(
    lookedBetween(q, addDays(from, -SOON_DAYS), addDays(to, GRACE_DAYS)),
    to,
    q.today,
    GRACE_DAYS,
  );
  return [
    {
      ...blank,
      kind: 'breakthrough',
      entryId: last.id,
      product: last.label.name,
      since: last.day,
      from,
      to,
      answer,
      note: q.hasHotEdge ? 'hot edge' : '',
    },
  ];
}

function efficacyOf(entries: readonly DoneEntry[], q: FollowUpQuestion): FollowUp[] {
  return entries
    .filter((e) => (e.use === 'post-emergent' || e.use === 'spot') && !isGranule(e.label))
    .map((e): FollowUp => {
      const isCold = coldSince(q.outlook, e.day);
      const times = isCold ? COLD_TIMES : 1;
      const from = addDays(e.day, Math.round(EFFICACY.from * times));
      const to = addDays(e.day, Math.round(EFFICACY.to * times));
      const answer = orOver(
        lookedBetween(q, addDays(from, -SOON_DAYS), addDays(to, GRACE_DAYS)),
        to,
        q.today,
        GRACE_DAYS,
      );
      return {
        ...blank,
        kind: 'efficacy',
        entryId: e.id,
        product: e.label.name,
        since: e.day,
        from,
        to,
        answer,
        note: isCold ? 'cold' : '',
      };
    });
}

/** Whether the soil was cold in the two weeks after a day, as far as they are behind us. */
function coldSince(outlook: Outlook | null, day: Day): boolean {
  if (!outlook) return false;
  const means = outlook.observed.slice(Math.max(0, day - outlook.from), Math.max(0, day - outlook.from) + 14);
  return means.length > 0 && means.reduce((a, b) => a + b, 0) / means.length < COLD_C;
}

function seedOf({ ledger, today }: FollowUpQuestion): FollowUp[] {
  // if nothing more goes down: what is planned may keep it out for longer
  const done = ledger.filter((e) => e.status !== 'planned');
  return seedHoldsOn(done, today).flatMap(({ clear, products, last }): FollowUp[] =>
    clear === null
      ? []
      : [
          {
            ...blank,
            kind: 'seed',
            entryId: null,
            product: products.join(' + '),
            since: last,
            from: clear,
            to: clear,
          },
        ],
  );
}

/** A cut is wanted from its day on, until the next one: dated tasks before a barrier. */
function cutsOf({ cuts, mownOn, today }: FollowUpQuestion): FollowUp[] {
  return cuts.flatMap(({ on, to }, i): FollowUp[] => {
    const ends = cuts[i + 1]?.on ?? addDays(on, CUT_DAYS);
    if (ends < today) return [];
    return [
      {
        ...blank,
        kind: 'cut',
        entryId: null,
        product: '',
        since: on,
        from: on,
        to: ends,
        note: String(to),
        answer: mownOn !== null && mownOn >= on ? { by: 'us', on: mownOn } : null,
      },
    ];
  });
}

function callsOf({ answered }: FollowUpQuestion): FollowUp[] {
  return answered.called.map((c): FollowUp => {
    const closed = answered.callsAnswered.find((a) => a.on >= c.on);
    return {
      ...blank,
      kind: 'callback',
      entryId: null,
      product: '',
      since: c.on,
      from: c.on,
      to: addDays(c.on, CALL_DAYS),
      note: c.about,
      answer: closed ? { by: 'us', on: closed.on } : null,
    };
  });
}
