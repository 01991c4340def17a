/** What stands in the way on the device itself: said without the words of issues, which come when they are needed. */
import { plural } from '@/ui/text';
import type { Item } from './item';
import { MANY_TRIES } from './turn';

const THING: Readonly<Record<Item['kind'], string>> = {
  stop: 'stop',
  photo: 'picture',
  walk: 'walk',
  reading: 'soil reading',
  measured: 'load',
};

/** What was tried often in vain; null: nothing was. A person may know why. */
export function stuckWords(waiting: readonly Item[]): string | null {
  const stuck = waiting.filter((w) => (w.tries ?? 0) >= MANY_TRIES);
  const [first] = stuck;
  if (!first) return null;
  const why =
    first.said?.kind === 'bug'
      ? ` The server fails on it (fault ${first.said.id}).`
      : first.said?.kind === 'too-much'
        ? ` The server says: ${first.said.detail}`
        : '';
  const what = stuck.length === 1 ? `A ${THING[first.kind]}` : plural(stuck.length, 'thing');
  return `${what} could not be sent after ${plural(first.tries ?? 0, 'try', 'tries')}.${why} It is kept here and tried again. Tell your lead.`;
}

/** What a device says when it cannot keep something. */
export const noRoomWords = (error: unknown): string =>
  error instanceof DOMException && error.name === 'QuotaExceededError'
    ? 'This phone has no room left. Delete some pictures or videos, then try again. Keep this page open until then.'
    : 'This phone could not keep it. Try again, and keep this page open until it is sent.';

export const NOT_LASTING =
  'This browser keeps nothing after it is closed (a private window?). Send before you close it, or open Iron Gate in a normal window.';
