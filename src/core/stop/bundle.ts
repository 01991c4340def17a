/**
 * What a phone takes along of a truck's day: everything that its stops need without a network, small and plain. And what
 * it sends when a stop is done.
 */
import type { Day } from '@/core/calendar/day';
import type { ApplicationProduct, Place } from '@/core/products/application';
import type { ProductUsed } from '@/core/records/product-used';
import type { KnownLicence } from '@/core/records/visit';
import type { Label } from '@/core/products/label';
import type { Method, Use } from '@/core/trade/terms';
import type { SquareMetres } from '@/core/units/quantity';
import type { AmountUnit } from '@/core/units/rate';
import type { StopFacts } from './seen-now';
import type { Fact } from '@/core/units/issue';

export const BUNDLE_VERSION = 2;

export type BundleProduct = Readonly<{
  plannedProductId: string;
  /** by its id in `labels` */
  labelId: string;
  position: number;
  tank: number;
  use: Use;
  targets: ApplicationProduct['targets'];
  place: Place;
  method: Method | null;
  rate: ApplicationProduct['rate'];
  /** as the record's form begins with them, in trade units */
  area: string;
  amount: string;
  amountUnit: AmountUnit;
  ground: string;
}>;

export type BundleZone = Readonly<{
  zoneId: string;
  name: string;
  applicationId: string;
  turf: string;
  area: SquareMetres;
  purpose: string;
  products: readonly BundleProduct[];
  /** gal of water that the plan puts down; empty: none */
  water: string;
  method: string;
  equipment: string;
  facts: StopFacts;
  /** what stands against it today, in words */
  held: readonly Readonly<{ gate: string; product: string; state: 'ajar' | 'shut'; words: string }>[];
  /** why it is done today, in words */
  why: string;
  /** edges: feet along concrete, which are overlapped, and along beds, which are not */
  concreteFt: number;
  bedFt: number;
  /** what is kept out, in words */
  keptOut: string;
  /** recorded since; empty: not yet */
  doneBy: string;
  /** planned products that are recorded already, by name: the rest is to be done */
  recorded: readonly string[];
  /** what may be given besides, as it stood this morning */
  addOns: readonly AddOn[];
}>;

/** A product that nobody planned here and that its label allows on this turf. */
export type AddOn = Readonly<{
  /** by its id in `labels` */
  labelId: string;
  use: Use;
  amountUnit: AmountUnit;
  /** what the label allows an area of 1,000 sq ft, or an acre, in words */
  rates: string;
  held: BundleZone['held'];
}>;

export type BundleStop = Readonly<{
  lawnId: string;
  address: string;
  customer: string;
  hazards: string;
  notes: string;
  waters: string;
  /** its place is on file */
  isPlaced: boolean;
  /** minutes from midnight, as planned */
  begin: number;
  end: number;
  zones: readonly BundleZone[];
  sign: string;
  after: string;
  expect: string;
}>;

export type StopBundle = Readonly<{
  version: typeof BUNDLE_VERSION;
  /** when the server made it, ms since 1970 by the company's clock */
  madeAt: number;
  day: Day;
  truckId: string;
  truck: string;
  person: string;
  timeZone: string;
  people: readonly string[];
  certified: readonly string[];
  /** those that were valid when it was made, with their last day */
  licences: readonly KnownLicence[];
  labels: readonly Label[];
  stops: readonly BundleStop[];
  /** ms that the phone's clock was ahead of the company's when the bundle came; the phone says it. Missing: not known */
  phoneAhead?: number;
}>;

/** What is kept of a phone's moment: ms by its own clock, right or wrong. */
type PhoneTime = number;

/** A product as it went down. `labelVersion`: of the sheet that the phone had with it; phones of form 1 do not say */
export type DoneProduct = ProductUsed & Readonly<{ labelVersion?: number }>;

export type DoneZone = Readonly<{
  zoneId: string;
  applicationId: string;
  /** planned and given besides */
  products: readonly DoneProduct[];
  water: string;
  startedAt: PhoneTime;
  endedAt: PhoneTime;
  method: string;
  equipment: string;
  /** why it was begun though a gate was shut by what was measured; empty: none was */
  anyway: string;
}>;

/**
 * Changes with what a stop holds. Phones send what they wrote, whichever version of the program they meet: readers of
 * older forms stay for a year (`forms.ts`).
 */
export const STOP_FORM = 2;

export type DoneStop = Readonly<{
  form: typeof STOP_FORM;
  /** of the stop: whatever it brings is kept once under it */
  sendKey: string;
  lawnId: string;
  truck: string;
  /** the phone's clock when this is sent: tells how far it is off */
  sentAt: PhoneTime;
  arrivedAt: PhoneTime;
  leftAt: PhoneTime;
  zones: readonly DoneZone[];
  appliedBy: string;
  certifiedBy: string;
  wind: string;
  windFrom: string;
  air: string;
  /** seen, in words and figures as they were typed */
  /** soil: °F at two inches in the open */
  seen: Readonly<{ leafWet: boolean | null; bloom: boolean | null; green: string; soil: string }>;
  /** where the phone was, for a lawn whose place nobody has said; null: not taken */
  place: Readonly<{ latitude: number; longitude: number }> | null;
  /** stages seen, "weed|stage" */
  stages: readonly string[];
  /** steps that were ticked, by name */
  ticked: readonly string[];
  /** add-ons and work that nobody planned, with its minutes */
  extras: readonly Readonly<{ what: string; minutes: number }>[];
  /** the note that was left or told; empty: none */
  told: string;
  toldHow: string;
  signWords: string;
  /** what the customer said */
  said: string;
  notes: string;
}>;

/** What became of each zone when a stop was sent. */
export type ZoneOutcome = Readonly<{
  zoneId: string;
  outcome: 'recorded' | 'already' | 'refused';
  /** who recorded it before; the fault that was found; how it was recorded though not as it was sent */
  told: readonly Fact[];
  recordId: string;
}>;

/** What else a stop brought and was not kept, with why. */
export type PartRefused = Readonly<{ part: string; why: Fact }>;

/** The stop that is next: the first in order that is not done, whichever was done last. */
export const nextStop = (
  { stops }: StopBundle,
  done: (s: BundleStop) => boolean,
  but: string,
): BundleStop | undefined => stops.find((s) => s.lawnId !== but && !done(s));
