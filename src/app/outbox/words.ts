import type { Issue } from '@/core/units/issue';
import { PERMISSIONS } from '@/data/actor';
import type { Shows } from '@/core/units/format';
import type { Refusal } from '@/server/entry/outcome';
import { reasonWords } from '@/ui/reason-words';
import type { Answered } from './item';
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
