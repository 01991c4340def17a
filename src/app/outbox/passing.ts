import type { Overtaken, Refusal } from '@/server/entry/outcome';

/**
 * Refusals that come again however often the same is sent: what was sent must change, or a person must decide. Any other,
 * also one that this device has never heard of, is taken for trouble that passes: what waits goes on waiting.
 */
const FINAL: ReadonlySet<string> = new Set<Refusal['kind'] | Overtaken<never>['kind']>([
  'invalid',
  'questions',
  'bolted',
  'forbidden',
  'gone',
  'already-recorded',
  'changed-by-other',
]);
export const isPassing = (refusal: Readonly<{ kind: string }>): boolean => !FINAL.has(refusal.kind);

/** Trouble of the way there or of the person: nothing that waits behind it would fare better. */
const OF_ALL: ReadonlySet<string> = new Set<Refusal['kind']>(['unreachable', 'database-away', 'signed-out']);
export const holdsUpAll = (refusal: Readonly<{ kind: string }>): boolean => OF_ALL.has(refusal.kind);
