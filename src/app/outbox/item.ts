/** What waits on a device to be sent, and what became of it. */
import type { PartRefused, StopBundle, ZoneOutcome } from '@/core/stop/bundle';
import type { Run } from '@/core/stop/typed-run';
import type { SentStop } from '@/core/stop/forms';
import type { Refusal } from '@/server/entry/outcome';
import type { WalkInput } from '@/server/lawns/walk';
import type { MeasuredInput } from '@/server/mixing/loads';
import type { ReadingInput } from '@/server/soil/take-reading';
import type { PhotoInput } from '@/server/stop/keep-photo';

type Of<Kind extends string, Input> = Readonly<{
  kind: Kind;
  /** sent twice, it is kept once */
  sendKey: string;
  /** empty: of no lawn */
  lawnId: string;
  /** ms by the device's clock, when it was put here */
  since: number;
  input: Input;
  /** form of `input`; missing: of before it was said */
  form?: number;
  /** how often it was tried in vain for a reason of its own, when last, and what was answered */
  tries?: number;
  triedAt?: number;
  said?: Refusal;
}>;
export type Item =
  | Of<'stop', SentStop>
  | Of<'photo', PhotoInput>
  | Of<'walk', WalkInput>
  | Of<'reading', ReadingInput>
  | Of<'measured', MeasuredInput>;

/** Changes with what an item holds: a server reads those of the last year. */
export const ITEM_FORMS: Readonly<Record<Item['kind'], number>> = {
  stop: 2,
  photo: 1,
  walk: 1,
  reading: 1,
  measured: 1,
};

/** What a device keeps and this program can send; null: of a program that this one does not know. It stays where it is. */
export function itemFrom(stored: unknown): Item | null {
  const item = stored as Partial<Item> | null;
  if (typeof item !== 'object' || item === null) return null;
  const { kind, sendKey, input } = item;
  return typeof kind === 'string' &&
    kind in ITEM_FORMS &&
    typeof sendKey === 'string' &&
    typeof input === 'object' &&
    input !== null
    ? (item as Item)
    : null;
}

/** What the server said. */
export type Answered = Readonly<{
  sendKey: string;
  lawnId: string;
  /** missing: a stop's or a picture's, of before walks waited too */
  kind?: Item['kind'];
  zones: readonly ZoneOutcome[];
  /** parts that were not kept; missing: of before they were told */
  refused?: readonly PartRefused[];
  /** why it will not be taken as it is; missing: it was */
  refusal?: Refusal;
  /** what was refused, where its form is not a run: to be typed over */
  input?: WalkInput | ReadingInput | MeasuredInput;
  /** of before refusals were kept: the words */
  problem?: string;
}>;
export const isRefused = (a: Answered): boolean => Boolean(a.refusal ?? a.problem);

/** A bundle with the phone's clock when it came: tells how far that is off. */
export type KeptBundle = Readonly<{ key: string; bundle: StopBundle; phoneAt: number }>;
export type KeptRun = Run & Readonly<{ key: string }>;

export const bundleKey = (b: Pick<StopBundle, 'day' | 'truckId'>) => `${b.day}|${b.truckId}`;
export const runKey = (b: Pick<StopBundle, 'day' | 'truckId'>, lawnId: string) => `${bundleKey(b)}|${lawnId}`;

/** A run that is to be finished again: all that was typed in it stands. */
export const UNSENT = { leftAt: null, step: 'done' } as const;

type InputOf<K extends Item['kind']> = Extract<Item, { kind: K }>['input'];
/** To be put into the outbox now, in the form of this program. */
export const itemOf = <K extends Item['kind']>(kind: K, input: InputOf<K>, lawnId: string): Item =>
  ({ kind, sendKey: input.sendKey, lawnId, since: Date.now(), input, form: ITEM_FORMS[kind] }) as Item;
