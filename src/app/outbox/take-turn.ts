import { deviceOf } from './device';
import { sendTurn, type Post } from './turn';

/** By this the browser tells the service worker that there is a network again. */
export const SYNC_TAG = 'outbox';

/**
 * A turn of sending for one person; open pages and the service worker take turns, one at a time.
 * @returns null: nothing waits
 */
export async function takeTurn(userId: string, post: Post) {
  const device = await deviceOf(userId);
  if (!(await device.waiting()).length) return null;
  return alone(userId, () => sendTurn(device, post, Date.now));
}

/** While nothing of a person is being sent. */
export const alone = <T>(userId: string, work: () => Promise<T>): Promise<T> =>
  'locks' in navigator ? navigator.locks.request(`go-${userId}`, work) : work();
