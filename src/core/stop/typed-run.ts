/** What was typed and ticked at a stop so far, as a device keeps it. */
import type { Use } from '@/core/trade/terms';
import type { DoneStop } from './bundle';

export const STEPS = [
  'arrive',
  'look',
  'check',
  'wear',
  'apply',
  'used',
  'clean',
  'sign',
  'customer',
  'done',
] as const;
export type Step = (typeof STEPS)[number];

export type ZoneRun = Readonly<{
  isLeftOut: boolean;
  startedAt: number | null;
  endedAt: number | null;
  /** as typed, by the planned product's id */
  amounts: Readonly<Record<string, string>>;
  water: string;
  /** gal in the tank */
  before: string;
  after: string;
  isSure: boolean;
  /** why it was begun though a gate was shut by what was measured; not kept by runs that were begun earlier */
  anyway?: string;
  /** given besides what was planned; not kept by runs that were begun earlier */
  addOns?: readonly AddedRun[];
}>;

/** An add-on as it is typed. */
export type AddedRun = Readonly<{
  labelId: string;
  use: Use;
  amount: string;
  /** sq ft; empty: the whole zone */
  area: string;
}>;
export type Run = Readonly<{
  version: 1;
  sendKey: string;
  lawnId: string;
  step: Step;
  arrivedAt: number | null;
  /** when it was sent to the outbox */
  leftAt: number | null;
  ticked: readonly string[];
  /** in trade units, as typed */
  wind: string;
  windFrom: string;
  air: string;
  /** when wind and air were measured, by the phone's clock; not kept by runs that were begun earlier */
  measuredAt?: number;
  green: string;
  soil: string;
  place: DoneStop['place'];
  leafWet: boolean | null;
  bloom: boolean | null;
  /** stage seen, by weed */
  stages: Readonly<Record<string, string>>;
  zones: Readonly<Record<string, ZoneRun>>;
  extras: readonly Readonly<{ what: string; minutes: string }>[];
  appliedBy: string;
  certifiedBy: string;
  told: string;
  toldHow: string;
  said: string;
  notes: string;
}>;

export const isRun = (v: unknown): v is Run =>
  typeof v === 'object' && v !== null && (v as Run).version === 1 && typeof (v as Run).sendKey === 'string';
