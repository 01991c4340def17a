import type { Issue } from '@/core/units/issue';
import { PERMISSIONS } from '@/data/actor';
import type { Shows } from '@/core/units/format';
import type { Refusal } from '@/server/entry/outcome';
import { reasonWords } from '@/ui/reason-words';
import { plural } from '@/ui/words';
import type { Answered, Item } from './item';
import { MANY_TRIES } from './turn';
import { issueSentence, factSentence } from '@/ui/issue-words';
import type { ZoneOutcome, PartRefused } from '@/core/stop/bundle';

/** What was said of a zone of a stop. */
export const toldBy = (z: Pick<ZoneOutcome, 'told'>, shows: Shows): string =>
  z.told.map((f) => factSentence(f, shows)).join(' ');
export const partWords = (p: PartRefused, shows: Shows): string => factSentence(p.why, shows);

/** Why the server will never take it as it is, and what to do; empty: it took it. */
export const answerWords = (a: Answered, shows: Shows): string =>
  a.refusal ? whyNot(a.refusal, shows) : (a.problem ?? '');

function whyNot(refusal: Refusal, shows: Shows): string {
  const all = (issues: readonly Issue[]) => issues.map((i) => issueSentence(i, shows)).join(' ');
  switch (refusal.kind) {
    case 'invalid':
      return all(refusal.issues);
    case 'questions':
      return all(refusal.questions);
    case 'bolted':
      return refusal.bolts.map((b) => `${b.product}: ${reasonWords(b.reason, shows)}`).join(' ');
    case 'forbidden':
      return `Your role may not ${PERMISSIONS[refusal.permission]}. Ask your lead, then send it again.`;
    case 'gone':
      return 'This lawn or plan is no longer there. Ask your lead.';
    default:
      return 'The server did not take it. Ask your lead.';
  }
}

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
