'use client';
import { useQueue } from './go/use-queue';

/** Sends what waits on this device from whatever page is open. */
export default function SendWaiting({ userId }: Readonly<{ userId: string }>) {
  useQueue(userId);
  return null;
}
