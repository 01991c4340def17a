/**
 * What a gate is. A gate turns the calendar into spans, each open, ajar or shut, each with a reason made of figures.
 * It is a pure function of a context, total over the asked range, and knows nothing of the other gates.
 *
 * Strength: a *bolt* is law, label or safety, and nobody lifts it here; a *latch* is judgement. A gate that lacks a fact
 * says "ajar: not known", never open; where a label demands the fact, shut.
 */
import type { Day } from '@/core/calendar/day';
import type { Lane, Range } from '@/core/calendar/span';
import type { Outlook } from '@/core/ground/outlook';
import type { Texture } from '@/core/ground/site';
import type { Label, Turf } from '@/core/products/label';
import type { LedgerEntry } from '@/core/records/ledger';
import type { Spacing } from '@/core/season/split';
import type { MetresPerSecond, Millimetres } from '@/core/units/quantity';
import type { ProductRate } from '@/core/units/rate';
import type { Forecast } from '@/core/weather/series';
import type { Reason } from './reason';

export type Strength = 'bolt' | 'latch';

export type Verdict =
  | Readonly<{ state: 'open'; reason: Reason }>
  | Readonly<{ state: 'ajar'; reason: Reason }>
  | Readonly<{ state: 'shut'; strength: Strength; reason: Reason }>;

export const open = (reason: Reason): Verdict => ({ state: 'open', reason });
export const ajar = (reason: Reason): Verdict => ({ state: 'ajar', reason });
export const shut = (strength: Strength, reason: Reason): Verdict => ({ state: 'shut', strength, reason });

/** One part of a plan. */
export type Application = Readonly<{
  id: string;
  label: Label;
  rate: ProductRate;
  /** 1 for the first, or only, part */
  part: number;
  of: number;
}>;

export type ZoneFacts = Readonly<{
  turf: Turf;
  /** the second grass of a mix, which takes the stricter of both */
  mixedWith: Turf | null;
  texture: Texture;
  /** day on which this zone is to be seeded; null: none planned */
  seedingOn: Day | null;
  /** null: none, so that water comes from rain alone */
  irrigationPerHour: Millimetres | null;
}>;

/** The company's own rules; each gate names the one it used. */
export type HouseRules = Readonly<{
  windLimit: MetresPerSecond;
  windCaution: MetresPerSecond;
  /** working hours of the day by the clock: from (in it) to (not in it) */
  workFrom: number;
  workTo: number;
  /** a spell this long must be calm enough */
  calmHours: number;
  /** the useful start of a pre-emergent: so many days before the outlook's 10 % date */
  leadDays: number;
  spacing: Spacing;
}>;

export type GateContext = Readonly<{
  application: Application;
  zone: ZoneFacts;
  /** what this zone has received, and the earlier parts of this plan on their planned days */
  ledger: readonly LedgerEntry[];
  /** null: not known (no weather, or too few years) */
  outlook: Outlook | null;
  /** null: the weather service has not answered */
  forecast: Forecast | null;
  rules: HouseRules;
  today: Day;
  /** the clock's hour now: of today, what is before it has gone */
  hour: number;
  /** days on which people's clocks run ahead of the station's standard time, and by how many hours */
  clockAhead: readonly Readonly<{ from: Day; to: Day; hours: number }>[];
}>;

export type GateKey =
  | 'label-turf'
  | 'label-rate'
  | 'year-limit'
  | 'interval'
  | 'seeding-ahead'
  | 'soil-line'
  | 'wind'
  | 'watering-in';

export type Gate = Readonly<{
  key: GateKey;
  /** as the trade names it */
  name: string;
  spans: (context: GateContext, range: Range<Day>) => Lane<Day, Verdict>;
}>;
