/** One turn of sending: the page takes it, and the service worker where there is no page. */
import type { Outcome, Refusal } from '@/server/entry/outcome';
import type { StopKept } from '@/server/stop/finish-stop';
import type { Device } from './device';
import type { Answered, Item } from './item';
import { holdsUpAll, isPassing } from './passing';

export type Post = (item: Item) => Promise<Outcome<unknown>>;
type Turn = Readonly<{
  /** of items that the server will not take as they are */
  givenBack: readonly string[];
  isSignedOut: boolean;
  /** nothing waits any more */
  isEmpty: boolean;
}>;

/** After so many tries in vain something is told to a person, and tried less often. */
export const MANY_TRIES = 5;
const SLOW_MS = 60_000;
const SLOWEST_MS = 3_600_000;

/** Whether something that failed for a reason of its own is to be tried again; at once where the clock was set back. */
export function isDue({ tries = 0, triedAt = 0 }: Item, now: number): boolean {
  if (tries < MANY_TRIES || triedAt > now) return true;
  return now - triedAt >= Math.min(SLOWEST_MS, SLOW_MS * 2 ** (tries - MANY_TRIES));
}

/**
 * Sends what waits, the oldest first. Trouble of the way there, of the database or of the sign-in ends the turn; of one
 * item it does not hold up those behind it.
 * @param now the device's clock
 */
export async function sendTurn(device: Device, post: Post, now: () => number): Promise<Turn> {
  const givenBack: string[] = [];
  let isSignedOut = false;
  for (const item of await device.waiting()) {
    if (!isDue(item, now())) continue;
    const outcome = await post(item);
    if (!outcome.ok && isPassing(outcome.refusal)) {
      isSignedOut = outcome.refusal.kind === 'signed-out';
      if (holdsUpAll(outcome.refusal)) break;
      await device.tried(item.sendKey, outcome.refusal, now());
      continue;
    }
    isSignedOut = false;
    await device.settle(answerTo(item, outcome));
    if (!outcome.ok) givenBack.push(item.sendKey);
  }
  return { givenBack, isSignedOut, isEmpty: (await device.waiting()).length === 0 };
}

function answerTo(item: Item, outcome: Outcome<unknown>): Answered {
  const { sendKey, lawnId, kind } = item;
  const about = { sendKey, lawnId, kind };
  if (!outcome.ok)
    return {
      ...about,
      zones: [],
      refusal: outcome.refusal,
      ...(item.kind === 'stop' || item.kind === 'photo' ? {} : { input: item.input }),
    };
  const kept = item.kind === 'stop' ? (outcome.value as StopKept) : null;
  return { ...about, zones: kept?.zones ?? [], refused: kept?.refused ?? [] };
}

/** Whether an answer is one of ours: a wall in between answers with pages of its own. */
export function outcomeFrom(answer: unknown, kind: Item['kind']): Outcome<unknown> {
  const o = answer as { ok?: unknown; value?: unknown; refusal?: { kind?: unknown } } | null;
  if (typeof o === 'object' && o !== null) {
    if (o.ok === false && typeof o.refusal?.kind === 'string')
      return { ok: false, refusal: o.refusal as Refusal };
    if (o.ok === true && 'value' in o) {
      const zones = (o.value as Partial<StopKept> | null)?.zones;
      if (kind !== 'stop' || Array.isArray(zones)) return { ok: true, value: o.value };
    }
  }
  return { ok: false, refusal: { kind: 'unreadable' } };
}
