'use client';
import { useOutbox } from './use-outbox';
import { stuckWords } from './device-words';

/** Sends what waits on this device from whatever page is open, and tells what cannot be sent. */
export default function SendWaiting({ userId }: Readonly<{ userId: string }>) {
  const { waiting, isSignedOut } = useOutbox(userId);
  const stuck = stuckWords(waiting);
  return stuck || isSignedOut ? (
    <span role="alert" className="text-glow">
      {stuck ?? 'Sign in again to send it.'}
    </span>
  ) : null;
}
