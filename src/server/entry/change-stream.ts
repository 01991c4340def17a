/**
 * What open screens are told: one ear a process on the database's notices, and a stream to each screen. A notice says
 * which zones look different now, so that only screens that show them are drawn again.
 */
import 'server-only';
import type { Actor } from '@/data/actor';
import { inOrganisation, listenTo } from '@/data/connection';
import { CHANGES_CHANNEL, changesVersion, type ChangeNotice } from '@/data/changes-told';
import { queueState } from '@/server/queue/jobs';

/** @property zones what looks different since the event before; null: anything may */
export type ChangesTold = Readonly<{
  version: number;
  waiting: number;
  failed: number;
  zones: readonly string[] | null;
}>;

/** Notices that come close together are told together. */
const TOGETHER_MS = 250;
/** While work is under way its end is looked for; else a sign of life keeps the line open. */
const WORKING_MS = 2000;
const QUIET_MS = 30_000;
/** After this the screen asks again. */
const LONGEST_MS = 10 * 60_000;

type Hear = (zones: ChangeNotice['zones']) => void;
const kept = globalThis as typeof globalThis & {
  __ironGateChanges?: { ears: Map<string, Set<Hear>>; listening: Promise<void> | null };
};
const state = (kept.__ironGateChanges ??= { ears: new Map(), listening: null });

/** @returns what ends it */
async function hear(orgId: string, ear: Hear): Promise<() => void> {
  state.listening ??= listenTo(
    CHANGES_CHANNEL,
    (text) => {
      const notice = JSON.parse(text) as ChangeNotice;
      for (const one of state.ears.get(notice.orgId) ?? []) one(notice.zones);
    },
    () => {
      for (const ears of state.ears.values()) for (const one of ears) one(null);
    },
  ).catch((error: unknown) => {
    state.listening = null;
    throw error;
  });
  await state.listening;
  const ears = state.ears.get(orgId) ?? new Set();
  state.ears.set(orgId, ears.add(ear));
  return () => void ears.delete(ear);
}

async function stateOf(actor: Actor): Promise<Omit<ChangesTold, 'zones'>> {
  const [version, jobs] = await Promise.all([inOrganisation(actor, changesVersion), queueState(actor.orgId)]);
  return { version, waiting: jobs.waiting, failed: jobs.failed.length };
}

/**
 * The events of one screen, the first at once: `text/event-stream`. It ends when the screen is left, when its person may
 * not hear them any more, when the database goes away, and after some minutes.
 * @param mayHear asked before each event and each sign of life
 * @throws where the database is away from the start
 */
export async function changeStream(
  actor: Actor,
  left: AbortSignal,
  mayHear: () => Promise<boolean>,
): Promise<ReadableStream<Uint8Array>> {
  let changed: Set<string> | null = new Set();
  let isNew = false;
  let wake = () => {};
  const stopHearing = await hear(actor.orgId, (zones) => {
    changed = zones && changed ? new Set([...changed, ...zones]) : null;
    isNew = true;
    wake();
  });
  const first = await stateOf(actor).catch((error: unknown) => {
    stopHearing();
    throw error;
  });
  const end = Date.now() + LONGEST_MS;
  const sleep = (ms: number) =>
    new Promise<void>((done) => {
      const timer = setTimeout(done, ms);
      wake = () => {
        clearTimeout(timer);
        done();
      };
    });
  const gone = new AbortController();
  left.addEventListener('abort', () => gone.abort());
  // also where nobody asks for the next event any more
  gone.signal.addEventListener('abort', () => {
    stopHearing();
    wake();
  });

  async function* events(): AsyncGenerator<string, void> {
    const event = (e: ChangesTold) => `data: ${JSON.stringify(e)}\n\n`;
    try {
      let told = first;
      yield event({ ...told, zones: null });
      while (!gone.signal.aborted && Date.now() < end) {
        if (!isNew) await sleep(told.waiting ? WORKING_MS : QUIET_MS);
        if (gone.signal.aborted) return;
        if (isNew) await sleep(TOGETHER_MS);
        const zones: readonly string[] | null = changed && [...changed];
        changed = new Set();
        isNew = false;
        if (!(await mayHear())) return;
        const now = await stateOf(actor);
        const isSame =
          now.version === told.version && now.waiting === told.waiting && now.failed === told.failed;
        told = now;
        yield isSame ? ': still here\n\n' : event({ ...now, zones });
      }
    } catch {
      // the database went away: the screen asks again
    } finally {
      stopHearing();
    }
  }
  const source = events();
  const encoder = new TextEncoder();
  return new ReadableStream({
    async pull(controller) {
      const { done, value } = await source.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    cancel() {
      gone.abort();
    },
  });
}
