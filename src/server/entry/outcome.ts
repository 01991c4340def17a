/** What an action answers: a result, or a refusal that the screen can put in words. Refusals are values, not exceptions. */
import type { Issue } from '@/core/units/issue';
import type { Day } from '@/core/calendar/day';
import type { Permission } from '@/data/actor';
import type { Reason } from '@/core/gates/reason';

export type Refusal =
  /** fields that must be mended */
  | Readonly<{ kind: 'invalid'; issues: readonly Issue[] }>
  /** fields that may be right and look like a slip: sent again with `confirmed`, they are taken */
  | Readonly<{ kind: 'questions'; questions: readonly Issue[] }>
  /** bolts that nobody lifts here: law, label, safety */
  | Readonly<{ kind: 'bolted'; bolts: readonly Readonly<{ day: Day; product: string; reason: Reason }>[] }>
  | Readonly<{ kind: 'signed-out' }>
  | Readonly<{ kind: 'forbidden'; permission: Permission }>
  | Readonly<{ kind: 'database-away' }>
  /** no answer at all: the network or the server is away */
  | Readonly<{ kind: 'unreachable' }>
  /** an answer that is none of ours: of a wall in between, or cut off */
  | Readonly<{ kind: 'unreadable' }>
  | Readonly<{ kind: 'gone' }>
  /** it would hold up the others: refused, with why */
  | Readonly<{ kind: 'too-much'; detail: string }>
  | Readonly<{ kind: 'already-recorded'; recordId: string }>
  /** a bug: logged under this id */
  | Readonly<{ kind: 'bug'; id: string }>;

/** Somebody else saved first: theirs, so that both can be shown. */
export type Overtaken<Theirs> = Readonly<{
  kind: 'changed-by-other';
  by: string;
  at: string;
  theirs: Theirs;
}>;

export type Outcome<T, More = never> =
  | Readonly<{ ok: true; value: T }>
  | Readonly<{ ok: false; refusal: Refusal | More }>;

export const done = <T>(value: T): { ok: true; value: T } => ({ ok: true, value });
export const refuse = <const R extends Readonly<{ kind: string }>>(
  refusal: R,
): { ok: false; refusal: R } => ({ ok: false, refusal });
