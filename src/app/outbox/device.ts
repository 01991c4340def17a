/**
 * What a device keeps for one person: bundles of a day, stops as they go, the outbox, and what became of what was sent.
 * Whatever belongs together is written in one step: a page that is killed leaves the one or the other, never half.
 */
import { openDB, type IDBPDatabase, type StoreNames } from 'idb';
import type { DBSchema } from 'idb';
import { itemFrom, isRefused, UNSENT, type Answered, type Item, type KeptBundle, type KeptRun } from './item';
import { storeNameOf } from './waits-here';

interface Kept extends DBSchema {
  bundles: { key: string; value: KeptBundle };
  runs: { key: string; value: KeptRun };
  queue: { key: string; value: Item; indexes: { since: number } };
  answers: { key: string; value: Answered };
}
type Name = StoreNames<Kept>;

type Table<V> = Readonly<{
  get: (key: string) => Promise<V | undefined>;
  all: () => Promise<V[]>;
  put: (value: V) => Promise<unknown>;
  drop: (key: string) => Promise<unknown>;
}>;
type Tables = Readonly<{ [N in Name]: Table<Kept[N]['value']> }>;

/** Where it is kept. `atomically`: all of it or nothing. */
export type Store = Readonly<{
  /** false: nothing outlives the page */
  isLasting: boolean;
  atomically: <T>(names: readonly Name[], work: (tables: Tables) => Promise<T>) => Promise<T>;
}>;

/** In the browser's own database. */
function storeIn(db: IDBPDatabase<Kept>): Store {
  return {
    isLasting: true,
    async atomically(names, work) {
      const all = db.transaction([...names], 'readwrite');
      const table = <N extends Name>(name: N): Table<Kept[N]['value']> => {
        const at = () => all.objectStore(name);
        return {
          get: (key) => at().get(key),
          all: () => at().getAll(),
          put: (value) => at().put(value),
          drop: (key) => at().delete(key),
        };
      };
      try {
        const result = await work({
          bundles: table('bundles'),
          runs: table('runs'),
          queue: table('queue'),
          answers: table('answers'),
        });
        await all.done;
        return result;
      } catch (error) {
        await all.done.catch(() => undefined);
        throw error;
      }
    },
  };
}

/** In the page alone: where the browser keeps nothing, as in a private window. */
export function storeInPage(): Store {
  const kept = {
    bundles: new Map<string, KeptBundle>(),
    runs: new Map<string, KeptRun>(),
    queue: new Map<string, Item>(),
    answers: new Map<string, Answered>(),
  };
  const table = <V>(of: Map<string, V>, keyOf: (v: V) => string): Table<V> => ({
    get: (key) => Promise.resolve(of.get(key)),
    all: () => Promise.resolve([...of.values()]),
    put: (value) => Promise.resolve(of.set(keyOf(value), value)),
    drop: (key) => Promise.resolve(of.delete(key)),
  });
  const tables: Tables = {
    bundles: table(kept.bundles, (v) => v.key),
    runs: table(kept.runs, (v) => v.key),
    queue: table(kept.queue, (v) => v.sendKey),
    answers: table(kept.answers, (v) => v.sendKey),
  };
  return { isLasting: false, atomically: (_, work) => work(tables) };
}

export type Device = ReturnType<typeof deviceIn>;

export function deviceIn(store: Store) {
  const { atomically } = store;
  return {
    isLasting: store.isLasting,
    bundle: (key: string) => atomically(['bundles'], (t) => t.bundles.get(key)),
    keepBundle: (b: KeptBundle) => atomically(['bundles'], (t) => t.bundles.put(b)),
    runs: () => atomically(['runs'], (t) => t.runs.all()),
    keepRun: (run: KeptRun) => atomically(['runs'], (t) => t.runs.put(run)),
    /** The oldest first; what this program does not know how to send is not among them. */
    waiting: async (): Promise<Item[]> =>
      (await atomically(['queue'], (t) => t.queue.all()))
        .flatMap((stored) => itemFrom(stored) ?? [])
        .toSorted((a, b) => a.since - b.since),
    answers: () => atomically(['answers'], (t) => t.answers.all()),
    /**
     * Into the outbox, with the run that it finishes; what was said of it before is over.
     * @throws where the device has no room left: then nothing of it is there
     */
    put: (items: readonly Item[], run: KeptRun | null = null) =>
      atomically(['queue', 'answers', 'runs'], async (t) => {
        for (const item of items) {
          await t.queue.put(item);
          await t.answers.drop(item.sendKey);
        }
        if (run) await t.runs.put(run);
      }),
    /** Out of the outbox again, to be typed over as the run that is given; false: it is not there any more. */
    takeBack: (sendKey: string, run: KeptRun) =>
      atomically(['queue', 'runs'], async (t) => {
        if (!(await t.queue.get(sendKey))) return false;
        await t.queue.drop(sendKey);
        await t.runs.put(run);
        return true;
      }),
    /** Something of its own kept it: it is tried again later. */
    tried: (sendKey: string, said: Item['said'], at: number) =>
      atomically(['queue'], async (t) => {
        const item = await t.queue.get(sendKey);
        // another tab may have sent it meanwhile
        if (item && said) await t.queue.put({ ...item, said, triedAt: at, tries: (item.tries ?? 0) + 1 });
      }),
    /** It was answered. A stop that was not taken is a run again, with all that was typed. */
    settle: (answer: Answered) =>
      atomically(['queue', 'answers', 'runs'], async (t) => {
        await t.queue.drop(answer.sendKey);
        await t.answers.put(answer);
        if (!isRefused(answer)) return;
        const run = (await t.runs.all()).find((r) => r.sendKey === answer.sendKey);
        if (run) await t.runs.put({ ...run, ...UNSENT });
      }),
    /** What was refused stands where it was typed: the answer need not hold it any more. */
    isBack: (sendKey: string) =>
      atomically(['answers'], async (t) => {
        const answer = await t.answers.get(sendKey);
        if (!answer) return;
        const { input: _, ...said } = answer;
        await t.answers.put(said);
      }),
    forget: (sendKey: string) => atomically(['answers'], (t) => t.answers.drop(sendKey)),
  };
}

/** @throws where the browser lets nobody keep anything */
export async function openStore(userId: string): Promise<Store> {
  const db = await openDB<Kept>(storeNameOf(userId), 1, {
    upgrade(made) {
      made.createObjectStore('bundles', { keyPath: 'key' });
      made.createObjectStore('runs', { keyPath: 'key' });
      made.createObjectStore('queue', { keyPath: 'sendKey' }).createIndex('since', 'since');
      made.createObjectStore('answers', { keyPath: 'sendKey' });
    },
    // a newer program in another tab wants another form of it
    blocking: (_, __, event) => (event.target as IDBDatabase | null)?.close(),
  });
  return storeIn(db);
}

const devices = new Map<string, Promise<Device>>();
/** This browser's, for one person. */
export function deviceOf(userId: string): Promise<Device> {
  const found = devices.get(userId);
  if (found) return found;
  const opened = openStore(userId).catch(storeInPage).then(deviceIn);
  devices.set(userId, opened);
  return opened;
}
