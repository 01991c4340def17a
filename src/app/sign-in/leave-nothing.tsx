'use client';
import { useEffect, useState } from 'react';
import { plural } from '@/ui/text';
import { leaveNothing } from '../load/take-along';
import { waitingOfAll } from '../outbox/waits-here';

/** Who comes here has signed out, or is not in yet: cards of whoever was here go. Work that was not sent stays, and is told. */
export function LeaveNothing() {
  const [waiting, setWaiting] = useState(0);
  useEffect(() => {
    void leaveNothing();
    void waitingOfAll().then(setWaiting);
  }, []);
  return waiting === 0 ? null : (
    <p role="status" className="mt-4 border-l-4 border-straw bg-paper px-3 py-2">
      {plural(waiting, 'thing')} done on this device {waiting === 1 ? 'is' : 'are'} not sent yet. Whoever did
      it signs in here once more, and it is sent.
    </p>
  );
}
