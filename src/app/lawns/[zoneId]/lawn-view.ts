/** What is sent with a lawn's page: what stands on it, and no more; the desk comes when somebody begins to plan. */
import { weighed } from '@/core/barrier/barrier';
import type { BarrierSchool } from '@/core/barrier/control';
import type { Hold, Range3 } from '@/core/barrier/hold';
import type { Day } from '@/core/calendar/day';
import { sendOdds, type SentOdds } from '@/core/gates/past-odds';
import type { WindowLane } from '@/core/gates/window-lane';
import { generatedIn, type Outlook } from '@/core/ground/outlook';
import { readRuns } from '@/core/ground/soil-runs';
import type { ZoneFacts } from '@/core/facts/facts';
import type { Label } from '@/core/products/label';
import type { safeToSeed } from '@/core/records/safe-to-seed';
import type { PlannedApplication } from '@/core/season/standing';
import type { TypedApplication } from '@/core/season/typed-fields';
import type { FollowUp } from '@/core/follow-ups/follow-up';
import type { Shows } from '@/core/units/format';
import type { House } from '@/data/house';
import type { Weed } from '@/core/weeds/weeds';
import type { ZoneSheet } from '@/server/programme/view';
import { askedWhy, askedWords, dueWords } from '@/ui/follow-up-words';
import { railSoilOf, type RailSoil } from '@/ui/rail-soil';
import {
  askedOf,
  holdsOn,
  lastingOf,
  limitBarsOf,
  programmeWith,
  seedFor,
  seedHeldIn,
  soilSays,
  windowsOf,
  type Asked,
  type Desk,
  type Lasting,
  type LimitBar,
  type SeedHeldDays,
  type SoilSays,
} from './programme/answers';
import { foundWords } from './finding-words';
import { firstOf, shownOf } from './programme/chosen';
import { MONTHS_TO_HOLD } from './programme/months';
import { newApplication } from './programme/typed-product';

/** A weed with how much of its flush is held; `full` null: its days come with the desk. */
export type HeldWeed = Readonly<{ weed: Weed; hold: Range3; full: Hold | null }>;

/** What the page says before anybody has changed anything. */
type FirstAnswers = Readonly<{
  /** what stands in the fields of a zone without a programme; null: it has one, or nobody may plan */
  begun: TypedApplication | null;
  /** the programme with what is begun; null: as it is on file */
  applications: readonly PlannedApplication[] | null;
  shownId: string | null;
  asked: (Omit<Asked, 'past'> & Readonly<{ past: SentOdds | null }>) | null;
  windows: Readonly<Record<string, WindowLane>>;
  seed: ReturnType<typeof safeToSeed>;
  limits: readonly LimitBar[];
  /** null: no outlook */
  soil: Readonly<{ holds: readonly HeldWeed[]; says: SoilSays; lasting: Lasting | null }> | null;
}>;

type AsItIs =
  | 'today'
  | 'zone'
  | 'siblings'
  | 'applications'
  | 'entries'
  | 'earlier'
  | 'outlookRefusal'
  | 'movedLines'
  | 'signs'
  | 'weather';

export type LawnView = Pick<ZoneSheet, AsItIs> &
  Readonly<{
    /** what was seen or done here that gates ask for, in words */
    found: readonly string[];
    /** what its records ask for afterwards, with their words */
    followUps: readonly (FollowUp & Readonly<{ asked: string; due: string; why: string }>)[];
    /** what can be chosen from */
    shelf: readonly Readonly<{ id: string; name: string; isCancelled: boolean }>[];
    /** sheets of the products in the programme, with their rows for the turf here */
    labels: readonly Label[];
    carrier: House['carrier'];
    school: BarrierSchool;
    bookFrom: Day | null;
    rail: RailSoil | null;
    /** null: no outlook */
    model: Readonly<{
      years: number;
      generated: number;
      correction: Outlook['correction'];
      hasStrip: boolean;
    }> | null;
    seedHeld: SeedHeldDays;
    first: FirstAnswers;
  }>;

/** @param wished the application that an address names @param shows as its reader reads figures */
export function lawnViewOf(
  desk: Desk,
  { wished, mayPlan, shows }: Readonly<{ wished: string | null; mayPlan: boolean; shows: Shows }>,
): LawnView {
  const { sheet } = desk;
  const { labels, outlook, house, facts, zone, applications } = sheet;
  const first = firstAnswers(desk, { wished, mayPlan: mayPlan && !zone.closed });
  const named = new Set([
    ...applications.flatMap((a) => a.products.map((p) => p.label.id)),
    ...(first.begun?.products.map((p) => p.productId) ?? []),
  ]);
  const short = shortLabels(zone.facts);
  return {
    today: sheet.today,
    zone,
    siblings: sheet.siblings,
    applications: applications.map((a) => ({
      ...a,
      products: a.products.map((p) => ({ ...p, label: short(p.label) })),
    })),
    entries: sheet.entries,
    earlier: sheet.earlier,
    outlookRefusal: sheet.outlookRefusal,
    movedLines: sheet.movedLines,
    signs: sheet.signs,
    found: foundWords(sheet.findings),
    weather: sheet.weather,
    followUps: sheet.followUps.map((f) => ({
      ...f,
      asked: askedWords(f),
      due: dueWords(f, sheet.today),
      why: askedWhy(f, sheet.today, shows),
    })),
    shelf: labels.now.map(({ id, name, status }) => ({ id, name, isCancelled: status === 'cancelled' })),
    labels: labels.now.filter((l) => named.has(l.id)).map(short),
    carrier: house.carrier,
    school: house.planning.school,
    bookFrom: facts.bookFrom,
    rail: outlook && railSoilOf(outlook),
    model: outlook && {
      years: outlook.members.length - generatedIn(outlook),
      generated: generatedIn(outlook),
      correction: outlook.correction,
      hasStrip: outlook.strip !== null,
    },
    seedHeld: seedHeldIn(sheet),
    first,
  };
}

/** Labels without the rows of other turf: the same label is the same object, which is sent once. */
function shortLabels({ turf, mixedWith }: ZoneFacts): (label: Label) => Label {
  const known = new Map<Label, Label>();
  return (label) => {
    const short = known.get(label) ?? {
      ...label,
      rates: label.rates.filter((r) => r.turf === turf || r.turf === mixedWith),
    };
    known.set(label, short);
    return short;
  };
}

function firstAnswers(
  { sheet, runs: sent }: Desk,
  { wished, mayPlan }: Readonly<{ wished: string | null; mayPlan: boolean }>,
): FirstAnswers {
  const { applications: onFile, house } = sheet;
  const begun = !onFile.length && mayPlan ? newApplication(sheet) : null;
  const { applications } = programmeWith(begun, null, sheet);
  const shown = shownOf(
    applications,
    begun !== null,
    onFile.find((a) => a.id === firstOf(onFile, wished)) ?? null,
  );
  const asked = askedOf(sheet, applications, shown);
  const runs = sent && weighed(readRuns(sent), house.planning.school);
  return {
    begun,
    applications: begun && applications,
    shownId: shown?.id ?? null,
    asked: asked && { ...asked, past: asked.past && sendOdds(asked.past) },
    windows: windowsOf(sheet, applications),
    seed: seedFor(sheet, applications),
    limits: limitBarsOf(sheet, applications),
    soil: runs && {
      holds: holdsOn(sheet, runs, applications).map((hold, i) => ({
        weed: hold.weed,
        hold: hold.hold,
        full: i === 0 ? inShort(hold) : null,
      })),
      says: soilSays(sheet, runs),
      lasting: shown && lastingOf(sheet, runs, shown, MONTHS_TO_HOLD),
    },
  };
}

/** To four digits: many small days make a sum. */
const rounded = (value: number): number => Number(value.toPrecision(4));
/** To a tenth of a per mille, cut and not rounded: no day is held that was not. */
const cut = (value: number): number => Math.floor(value * 1e4) / 1e4;
const inShort = (hold: Hold): Hold => ({
  ...hold,
  flush: hold.flush.map(rounded),
  effect: hold.effect.map(cut),
  each: hold.each.map(cut),
});
