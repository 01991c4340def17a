/**
 * Random mornings of a phone in a simulated browser store: the network goes and comes, the server is busy, fails, answers
 * nonsense or nothing, or refuses; the page is killed at any step, two tabs send at once, the program is replaced by a newer
 * one, the phone's clock is turned, its room runs out. Whatever the phone said that it kept is on the server once in the end, or still here
 * with what was typed in it. Everything is invented.
 */
import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import type { Refusal } from '@/server/entry/outcome';
import type { Run } from '@/core/stop/typed-run';
import { deviceIn, openStore, storeInPage, type Device, type Store } from './device';
import { giveBackWalks } from './refused-walks';
import { isRefused, itemOf, type Item, type KeptRun } from './item';
import { MANY_TRIES, isDue, outcomeFrom, sendTurn } from './turn';
import { noRoomWords, stuckWords } from './device-words';

/** A small generator, so that each morning can be played again by its number. From memory: mulberry32. */
function randomOf(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

class Killed extends Error {}
const FULL = new DOMException('no room', 'QuotaExceededError');

const runOf = (n: number, sendKey: string): KeptRun =>
  ({
    version: 1,
    key: `day|${n}`,
    lawnId: `lawn ${n}`,
    sendKey,
    leftAt: null,
    step: 'done',
  }) as unknown as Run & { key: string };
const stopOf = (run: KeptRun, typed: string): Item =>
  itemOf('stop', { sendKey: run.sendKey, notes: typed, zones: [] } as never, run.lawnId);

type World = {
  random: () => number;
  /** by send key: what was kept, and how often it came */
  server: Map<string, { typed: string; times: number }>;
  isLineCut: boolean;
  isFull: boolean;
  /** chance that the page is killed before or after any step of the store */
  kill: number;
  clock: number;
};

/** A store whose page may be killed between any two steps, and whose room may run out. */
function mortal(store: Store, w: World): Store {
  const dies = () => {
    if (w.random() < w.kill) throw new Killed();
  };
  return {
    isLasting: true,
    async atomically(names, work) {
      dies();
      const result = await store.atomically(names, async (t) => {
        const full = <V>(table: { put: (v: V) => Promise<unknown> }) => ({
          ...table,
          put: (v: V) => (w.isFull ? Promise.reject(FULL) : table.put(v)),
        });
        const made = await work({
          bundles: full(t.bundles),
          runs: full(t.runs),
          queue: full(t.queue),
          answers: full(t.answers),
        } as typeof t);
        return made;
      });
      dies();
      return result;
    },
  };
}

/** What the server says of an item: it keeps it, or has trouble of one kind or another. */
const answered =
  (w: World) =>
  (item: Item): Promise<ReturnType<typeof outcomeFrom>> => {
    const trouble = (refusal: Refusal) => Promise.resolve({ ok: false, refusal } as const);
    if (w.isLineCut) return trouble({ kind: 'unreachable' });
    const luck = w.random();
    if (luck < 0.06) return trouble({ kind: 'too-much', detail: 'busy' });
    if (luck < 0.1) return trouble({ kind: 'bug', id: 'abc' });
    if (luck < 0.14) return Promise.resolve(outcomeFrom('<html>a wall</html>', item.kind));
    if (luck < 0.16) return trouble({ kind: 'database-away' });
    if (luck < 0.18) return trouble({ kind: 'signed-out' });
    if (luck < 0.2)
      return Promise.resolve(outcomeFrom({ ok: false, refusal: { kind: 'of next year' } }, item.kind));
    const { notes: typed } = item.input as unknown as { notes: string };
    // what a person must mend
    if (typed.startsWith('wrong')) return trouble({ kind: 'invalid', issues: [] });
    const kept = w.server.get(item.sendKey);
    w.server.set(item.sendKey, { typed: kept?.typed ?? typed, times: (kept?.times ?? 0) + 1 });
    // its answer is lost on the way, or the page dies before it comes
    if (w.random() < 0.12) return trouble({ kind: 'unreachable' });
    if (w.random() < w.kill) return Promise.reject(new Killed());
    return Promise.resolve(outcomeFrom({ ok: true, value: { zones: [], refused: [] } }, item.kind));
  };

const STOPS = 6;

/** @returns what the phone said that it kept, by send key; and the device at the end */
async function morning(seed: number) {
  globalThis.indexedDB = new IDBFactory();
  const w: World = {
    random: randomOf(seed),
    server: new Map(),
    isLineCut: false,
    isFull: false,
    kill: 0.03,
    clock: 1_000_000,
  };
  const post = answered(w);
  const now = () => w.clock;
  const open = async (): Promise<Device> => deviceIn(mortal(await openStore('person'), w));
  let device = await open();
  /** Killed, it is opened again: perhaps by a newer program. Nothing of the page's memory is left. */
  const orDie = async <T>(step: () => Promise<T>): Promise<T | null> => {
    try {
      return await step();
    } catch (error) {
      if (!(error instanceof Killed)) throw error;
      device = await open();
      return null;
    }
  };
  const said = new Map<string, string>();
  let fullSaid = 0;
  for (let n = 0; n < STOPS; n++) {
    const run = runOf(n, `stop ${n}`);
    await orDie(() => device.keepRun(run));
    const isWrong = w.random() < 0.15;
    // it is finished again and again until the phone says that it is kept
    for (let isKept = false; !isKept;) {
      w.isFull = w.random() < 0.08;
      w.isLineCut = w.random() < 0.4;
      w.clock += w.random() < 0.05 ? -7e9 : 60_000;
      isKept =
        (await orDie(async () => {
          try {
            await device.put([stopOf(run, isWrong ? `wrong ${n}` : `right ${n}`)], { ...run, leftAt: 1 });
            return true;
          } catch (error) {
            if (error instanceof Killed) throw error;
            expect(noRoomWords(error)).toContain('no room left');
            fullSaid++;
            return false;
          }
        })) ?? false;
      w.isFull = false;
    }
    said.set(run.sendKey, `right ${n}`);
    if (w.random() < 0.3) await orDie(() => sendTurn(device, post, now));
    // a second tab at the same moment, in a browser without locks
    if (w.random() < 0.15) {
      const other = await open();
      await orDie(() =>
        Promise.allSettled([sendTurn(device, post, now), sendTurn(other, post, now)]).then((both) => {
          for (const b of both) if (b.status === 'rejected') throw b.reason as Error;
        }),
      );
    }
  }
  // the afternoon: the line is there, the page lives, and what was refused is mended
  w.kill = 0;
  w.isLineCut = false;
  device = await open();
  for (let turns = 0; turns < 400; turns++) {
    w.clock += 3_600_000;
    await sendTurn(device, post, now);
    for (const a of (await device.answers()).filter(isRefused)) {
      const run = (await device.runs()).find((r) => r.sendKey === a.sendKey)!;
      // it stands open again, with all that was typed
      expect(run.leftAt).toBeNull();
      await device.put([stopOf(run, said.get(a.sendKey)!)], { ...run, leftAt: 2 });
    }
    if (!(await device.waiting()).length && !(await device.answers()).some(isRefused)) break;
  }
  return { said, server: w.server, device, fullSaid };
}

test('a thousand random mornings: nothing is lost, nothing is doubled', async () => {
  let sentAgain = 0;
  let full = 0;
  for (let seed = 1; seed <= 1000; seed++) {
    const { said, server, device, fullSaid } = await morning(seed);
    const kept = Object.fromEntries([...server].map(([key, v]) => [key, v.typed]));
    expect({ seed, kept }).toEqual({ seed, kept: Object.fromEntries(said) });
    expect({ seed, waiting: await device.waiting() }).toEqual({ seed, waiting: [] });
    const runs = await device.runs();
    expect(runs.every((r) => r.leftAt !== null)).toBe(true);
    sentAgain += [...server.values()].filter((v) => v.times > 1).length;
    full += fullSaid;
  }
  // what the server was sent twice it knows by its key; and it was really full, and really sent again
  expect(sentAgain).toBeGreaterThan(100);
  expect(full).toBeGreaterThan(100);
}, 600_000);

describe('one thing that always fails', () => {
  test('does not hold up what is behind it, is tried less often, and is told', async () => {
    globalThis.indexedDB = new IDBFactory();
    const device = deviceIn(await openStore('poison'));
    const [bad, good] = [runOf(1, 'bad'), runOf(2, 'good')];
    await device.put([stopOf(bad, 'x')], bad);
    await device.put([stopOf(good, 'y')], good);
    const post = (i: Item) =>
      Promise.resolve(
        i.sendKey === 'bad'
          ? ({ ok: false, refusal: { kind: 'bug', id: 'q7' } } as const)
          : ({ ok: true, value: { zones: [] } } as const),
      );
    let tried = 0;
    let clock = 0;
    for (let i = 0; i < 60; i++) {
      clock += 10_000;
      const before = (await device.waiting()).find((x) => x.sendKey === 'bad')!.tries ?? 0;
      await sendTurn(device, post, () => clock);
      tried += ((await device.waiting()).find((x) => x.sendKey === 'bad')!.tries ?? 0) - before;
    }
    const waiting = await device.waiting();
    expect(waiting.map((x) => x.sendKey)).toEqual(['bad']);
    // ten minutes at every ten seconds would be sixty
    expect(tried).toBeGreaterThan(MANY_TRIES);
    expect(tried).toBeLessThan(12);
    expect(isDue(waiting[0]!, clock)).toBe(false);
    // the phone's clock is set back by years
    expect(isDue(waiting[0]!, clock - 1e11)).toBe(true);
    expect(stuckWords(waiting)).toMatch(
      /^A stop could not be sent after \d+ tries\. .*fault q7.*Tell your lead\.$/,
    );
  });
  test('what a newer program wrote stays where it is, and is not sent', async () => {
    globalThis.indexedDB = new IDBFactory();
    const store = await openStore('newer');
    const device = deviceIn(store);
    await store.atomically(['queue'], (t) =>
      t.queue.put({ kind: 'hologram', sendKey: 'h', lawnId: '', since: 1, input: {} } as never),
    );
    expect(await device.waiting()).toEqual([]);
    expect(await store.atomically(['queue'], (t) => t.queue.all())).toHaveLength(1);
  });
});

test('a browser that keeps nothing still sends, and says that it keeps nothing', async () => {
  const device = deviceIn(storeInPage());
  expect(device.isLasting).toBe(false);
  const run = runOf(1, 'a');
  await device.put([stopOf(run, 'x')], run);
  const turn = await sendTurn(
    device,
    () => Promise.resolve({ ok: true, value: { zones: [] } }),
    () => 0,
  );
  expect(turn).toEqual({ givenBack: [], isSignedOut: false, isEmpty: true });
});
test('a walk that was refused is there to be typed over once, and its answer stays', async () => {
  globalThis.indexedDB = new IDBFactory();
  const kept = new Map<string, string>();
  const localStorage = {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => void kept.set(k, v),
  };
  Object.assign(globalThis, { localStorage });
  const device = deviceIn(await openStore('walks'));
  const walk = { sendKey: 'w', zoneId: 'z', on: '2027-03-18', found: [], notes: 'typed' };
  await device.put([itemOf('walk', walk, 'lawn')]);
  const refusal = { kind: 'forbidden', permission: 'record' } as const;
  await sendTurn(
    device,
    () => Promise.resolve({ ok: false, refusal }),
    () => 0,
  );
  await giveBackWalks(device, await device.answers());
  expect([...kept.values()].join()).toContain('typed');
  // sent again, its form is empty: it does not come back
  kept.clear();
  await giveBackWalks(device, await device.answers());
  expect(kept.size).toBe(0);
  expect(await device.answers()).toMatchObject([{ sendKey: 'w', refusal }]);
});
test('what waits is taken back to be corrected; what is sent is not', async () => {
  globalThis.indexedDB = new IDBFactory();
  const device = deviceIn(await openStore('back'));
  const run = runOf(1, 'a');
  await device.put([stopOf(run, 'x')], { ...run, leftAt: 5 });
  const open = { ...run, leftAt: null, sendKey: 'b' };
  expect(await device.takeBack('a', open)).toBe(true);
  expect([await device.waiting(), (await device.runs())[0]]).toEqual([[], open]);
  expect(await device.takeBack('a', open)).toBe(false);
});

test.each([
  [{ ok: true, value: { zones: [] } }, true],
  [{ ok: true, value: {} }, false],
  [{ ok: true }, false],
  [null, false],
  ['<html>', false],
  [{ ok: false }, false],
])('an answer to a stop, %j, is one of ours: %s', (answer, isOurs) => {
  const read = outcomeFrom(answer, 'stop');
  expect(read.ok || read.refusal.kind !== 'unreadable').toBe(isOurs);
});
