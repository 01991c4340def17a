/**
 * What a gate is. A gate turns the calendar into spans, each open, ajar or shut, each with a reason made of figures.
 * It is a pure function of a context, total over the asked range, and knows nothing of the other gates.
 *
 * Strength: a *bolt* is law, label or safety, and nobody lifts it here; a *latch* is judgement. A gate that lacks a fact
 * says "ajar: not known", never open; where a label demands the fact, shut.
 */
import type { GateKey } from './gate-names';
import type { Day } from '@/core/calendar/day';
import type { Hour } from '@/core/calendar/hour';
import { worseState, type Lane, type Range } from '@/core/calendar/span';
import type { Facts } from '@/core/facts/facts';
import type { ApplicationProduct } from '@/core/products/application';
import type { Reason } from './reason';

export type Strength = 'bolt' | 'latch';

export type Verdict =
  | Readonly<{ state: 'open'; reason: Reason }>
  | Readonly<{ state: 'ajar'; reason: Reason }>
  | Readonly<{ state: 'shut'; strength: Strength; reason: Reason }>;

export const open = (reason: Reason): Verdict => ({ state: 'open', reason });
export const ajar = (reason: Reason): Verdict => ({ state: 'ajar', reason });
/** The worse of two, the first of equals. */
export const worseVerdict = (a: Verdict, b: Verdict): Verdict =>
  a.state !== b.state && worseState(a.state, b.state) === b.state ? b : a;

export const shut = (strength: Strength, reason: Reason): Verdict => ({ state: 'shut', strength, reason });

/** What gates read: the facts, and the latches that a named person has lifted; each counts for its own application alone. */
export type GateFacts = Facts & Readonly<{ lifts: readonly Lift[] }>;

/** What a gate is asked with: one product of an application, those that go down beside it, and the facts. */
export type GateContext = GateFacts &
  Readonly<{
    applicationId: string;
    product: ApplicationProduct;
    /** the other products of the same application: of its tank, or of the same visit */
    beside: readonly ApplicationProduct[];
  }>;

/**
 * A latch lifted: by whom, why, and for which days (both in it). It lifts one reason of one product, snow and not frozen
 * ground; what was lifted before that was asked has neither. Kept with the record.
 */
export type Lift = Readonly<{
  plannedId: string;
  gate: GateKey;
  reason: Reason['code'] | null;
  /** the product's position in its application */
  position: number | null;
  by: string;
  why: string;
  from: Day;
  until: Day;
}>;

export type Gate = Readonly<{
  key: GateKey;
  /** as the trade names it */
  name: string;
  /** of what it is asked: of herbicides, or of fertilizer, lime, iron and wetting agents too */
  asks: 'herbicide' | 'everything';
  /** nothing but the weather decides it: past years then say the odds beyond the forecast */
  isWeather: boolean;
  spans: (context: GateContext, range: Range<Day>) => Lane<Day, Verdict>;
  /** by the hour of the clock, where the weather decides; a gate without it holds for whole days */
  hours?: (context: GateContext, range: Range<Hour>) => Lane<Hour, Verdict>;
}>;
