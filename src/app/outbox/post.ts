import type { Outcome } from '@/server/entry/outcome';
import { PERSON_HEADER } from '@/server/entry/person-header';
import type { Item } from './item';
import { outcomeFrom, type Post } from './turn';

/** A line so poor that nothing comes in this time is none. */
const PATIENCE_MS = 60_000;

/** Sends as one person: where somebody else has signed in since, the server keeps its hands off. */
export const postAs =
  (userId: string): Post =>
  async (item): Promise<Outcome<unknown>> => {
    let answer: Response;
    try {
      answer = await fetch(`/api/go/${item.kind}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', [PERSON_HEADER]: userId },
        body: JSON.stringify(asSent(item, Date.now())),
        signal: AbortSignal.timeout(PATIENCE_MS),
      });
    } catch {
      return { ok: false, refusal: { kind: 'unreachable' } };
    }
    const said: unknown = await answer.json().catch(() => null);
    return outcomeFrom(said, item.kind);
  };

/** With the clock at sending, so that the server knows how far it is off. */
const asSent = (item: Item, now: number): unknown =>
  item.kind === 'stop' || item.kind === 'photo' || item.kind === 'reading'
    ? { ...item.input, sentAt: now }
    : item.input;
