'use client';
/** What a phone keeps of its day: bundles, stops as they go, stops and walks that wait to be sent, and what became of them. One store for each person. */
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { DoneStop, PartRefused, StopBundle, ZoneOutcome } from '@/core/stop/bundle';
import type { Run } from '@/core/stop/run';
import type { WalkInput } from '@/server/lawns/walk';
import type { PhotoInput } from '@/server/stop/keep-photo';
import { goStoreOf } from '../waits-here';

export type Waiting =
  | Readonly<{ kind: 'stop'; sendKey: string; lawnId: string; since: number; input: DoneStop }>
  | Readonly<{ kind: 'photo'; sendKey: string; lawnId: string; since: number; input: PhotoInput }>
  | Readonly<{ kind: 'walk'; sendKey: string; lawnId: string; since: number; input: WalkInput }>;
/** What the server said; `problem`: it will not take it as it is. */
export type Answered = Readonly<{
  sendKey: string;
  lawnId: string;
  /** missing: a stop's or a picture's, of before walks waited too */
  kind?: Waiting['kind'];
  zones: readonly ZoneOutcome[];
  /** parts that were not kept; missing: of before they were told */
  refused?: readonly PartRefused[];
  problem: string;
}>;
/** A bundle with the phone's clock when it came: tells how far that is off. */
export type KeptBundle = Readonly<{ key: string; bundle: StopBundle; phoneAt: number }>;

interface GoStore extends DBSchema {
  bundles: { key: string; value: KeptBundle };
  runs: { key: string; value: Run & { key: string } };
  queue: { key: string; value: Waiting; indexes: { since: number } };
  answers: { key: string; value: Answered };
}

const stores = new Map<string, Promise<IDBPDatabase<GoStore>>>();
export function storeOf(userId: string): Promise<IDBPDatabase<GoStore>> {
  const found = stores.get(userId);
  if (found) return found;
  const opened = openDB<GoStore>(goStoreOf(userId), 1, {
    upgrade(db) {
      db.createObjectStore('bundles', { keyPath: 'key' });
      db.createObjectStore('runs', { keyPath: 'key' });
      db.createObjectStore('queue', { keyPath: 'sendKey' }).createIndex('since', 'since');
      db.createObjectStore('answers', { keyPath: 'sendKey' });
    },
  });
  stores.set(userId, opened);
  return opened;
}

export const bundleKey = (b: Pick<StopBundle, 'day' | 'truckId'>) => `${b.day}|${b.truckId}`;
export const runKey = (b: Pick<StopBundle, 'day' | 'truckId'>, lawnId: string) => `${bundleKey(b)}|${lawnId}`;
