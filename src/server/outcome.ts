/** What an action answers: a result, or a refusal that the screen can put in words. Refusals are values, not exceptions. */
import type { Deed } from '@/data/actor';
import type { Reason } from '@/core/gates/reason';
import type { Issue } from '@/core/units/parse';

export type Refusal<Theirs = never> =
  /** fields that must be mended */
  | Readonly<{ kind: 'invalid'; issues: readonly Issue[] }>
  /** fields that may be right and look like a slip: sent again with `confirmed`, they are taken */
  | Readonly<{ kind: 'questions'; questions: readonly Issue[] }>
  /** bolts that nobody lifts here: law, label, safety */
  | Readonly<{ kind: 'bolted'; bolts: readonly Readonly<{ part: number; reason: Reason }>[] }>
  | Readonly<{ kind: 'signed-out' }>
  | Readonly<{ kind: 'forbidden'; deed: Deed }>
  | Readonly<{ kind: 'database-away' }>
  | Readonly<{ kind: 'gone' }>
  | Readonly<{ kind: 'changed-by-other'; by: string; at: string; theirs: Theirs }>
  | Readonly<{ kind: 'already-recorded'; recordId: string }>
  /** a bug: logged under this id */
  | Readonly<{ kind: 'bug'; id: string }>;

export type Outcome<T, Theirs = never> =
  Readonly<{ ok: true; value: T }> | Readonly<{ ok: false; refusal: Refusal<Theirs> }>;

export const done = <T>(value: T): { ok: true; value: T } => ({ ok: true, value });
export const refuse = <Theirs = never>(
  refusal: Refusal<Theirs>,
): { ok: false; refusal: Refusal<Theirs> } => ({ ok: false, refusal });
