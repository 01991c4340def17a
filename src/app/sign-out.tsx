'use client';
import dynamic from 'next/dynamic';
import { usePathname } from 'next/navigation';
import { useEffect, useState } from 'react';
import { plural } from '@/ui/text';
import { waitingOf } from './outbox/waits-here';

/** Comes only where something waits: it knows every form in which that is sent. */
const SendWaiting = dynamic(() => import('./outbox/send-waiting'), { ssr: false });
const LOOK_MS = 5000;

/** Signs out, but not over work that waits on this device unsent: of that it tells on every page, sends it, and asks. */
export function SignOut({ userId, action }: Readonly<{ userId: string; action: () => Promise<void> }>) {
  const [waiting, setWaiting] = useState(0);
  const [isAsking, setAsking] = useState(false);
  // the stops send their own
  const isAtStops = usePathname().startsWith('/go');
  useEffect(() => {
    const look = () => void waitingOf(userId).then(setWaiting);
    look();
    const timer = setInterval(look, LOOK_MS);
    return () => clearInterval(timer);
  }, [userId]);
  return (
    <>
      {waiting > 0 && !isAtStops && (
        <span role="status" className="text-glow">
          {plural(waiting, 'thing')} not sent yet
        </span>
      )}
      {waiting > 0 && !isAtStops && <SendWaiting userId={userId} />}
      <form
        action={action}
        onSubmit={(e) => {
          if (waiting === 0 || isAsking) return;
          e.preventDefault();
          setAsking(true);
        }}
      >
        {waiting > 0 && isAsking && (
          <span role="alert" className="mr-2">
            It stays on this device, and is sent when you sign in here again.
          </span>
        )}
        <button className="min-h-touch px-1 underline">
          {waiting > 0 && isAsking ? 'Sign out all the same' : 'Sign out'}
        </button>
      </form>
    </>
  );
}
