import type { Outcome } from '@/server/entry/outcome';
import { NO_PICTURE, scaledDown } from './outbox/photo';

/** @returns why the picture could not be kept; empty: it is */
export async function sendPhoto(file: File, lawnId: string, stopKey: string, what: string): Promise<string> {
  const jpeg = await scaledDown(file);
  if (jpeg === null) return NO_PICTURE;
  const now = Date.now();
  try {
    const answer = await fetch('/api/go/photo', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      // one picture a look: its key is the look's own, so that sending again keeps one
      body: JSON.stringify({ sendKey: stopKey, stopKey, lawnId, what, takenAt: now, sentAt: now, jpeg }),
    });
    const outcome = (await answer.json()) as Outcome<null>;
    return outcome.ok ? '' : 'What you wrote is kept, the picture is not: send it once more.';
  } catch {
    return 'What you wrote is kept, the picture is not: send it once more when there is a network.';
  }
}
