'use client';
import { Suspense, lazy, useCallback, useEffect, useMemo, useState } from 'react';
import { parseDay, showWeekday } from '@/core/calendar/day';
import { BUNDLE_VERSION, nextStop, type BundleStop, type StopBundle } from '@/core/stop/bundle';
import { isRun, type Run } from '@/core/stop/typed-run';
import { minuteWords } from '@/ui/day-words';
import { plural } from '@/ui/text';
import { GO_STORE } from './go-store';
import { deviceOf } from '../outbox/device';
import {
  UNSENT,
  bundleKey,
  isRefused,
  itemOf,
  runKey,
  type Answered,
  type Item,
  type KeptBundle,
} from '../outbox/item';
import { useOutbox } from '../outbox/use-outbox';
import { NOT_LASTING, noRoomWords, stuckWords } from '../outbox/device-words';

// a list of stops is read first; what a stop asks comes after it, and before the day is said to be on the device
const stopRun = () => import('./stop-run');
const StopRun = lazy(() => stopRun().then((m) => ({ default: m.StopRun })));
const runOfStop = () => import('@/core/stop/run');
const toldOf = () => import('./told-of');
const ToldOf = lazy(toldOf);
const AGAIN_MS = 3000;

/** Every part of a stop, until it is here: without a network there is no second try in the field. */
async function everyPart(): Promise<void> {
  for (;;)
    try {
      await Promise.all([
        stopRun(),
        runOfStop(),
        toldOf(),
        import('@/ui/issue-said'),
        import('@/ui/reason-said'),
      ]);
      return;
    } catch {
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    }
}

type Props = Readonly<{ userId: string; fresh: StopBundle; day: string; truckId: string }>;

/** The newest bundle of the day that page and device have, kept on the device, and what was begun of it. */
async function readDevice(
  userId: string,
  fresh: StopBundle,
): Promise<Readonly<{ bundle: KeptBundle; runs: ReadonlyMap<string, Run>; noRoom: string }>> {
  const device = await deviceOf(userId);
  const there = await device.bundle(bundleKey(fresh));
  const isNewer = !there || there.bundle.version !== BUNDLE_VERSION || there.bundle.madeAt < fresh.madeAt;
  // what the page brought with a network is of this moment; what the device kept has its own
  const bundle = isNewer
    ? { key: bundleKey(fresh), bundle: fresh, phoneAt: Date.now() }
    : // of the same moment, by a clock that stands: the page may know more, and came when the other did
      there.bundle.madeAt === fresh.madeAt
      ? { ...there, bundle: fresh }
      : there;
  const noRoom = await device.keepBundle(bundle).then(() => '', noRoomWords);
  const day = bundleKey(bundle.bundle);
  const runs = new Map(
    (await device.runs()).flatMap((r) => (r.key.startsWith(`${day}|`) && isRun(r) ? [[r.lawnId, r]] : [])),
  );
  return { bundle, runs, noRoom };
}

/** The day as the device has it: what was begun, what waits, and what a person does with a stop. */
function useGo(userId: string, fresh: StopBundle) {
  // the page itself may be an old one that the device kept: the newest bundle that it has counts
  const [kept, setKept] = useState<KeptBundle>({ key: bundleKey(fresh), bundle: fresh, phoneAt: 0 });
  const [runs, setRuns] = useState<ReadonlyMap<string, Run>>(new Map());
  const [isRead, setRead] = useState(false);
  const [chosen, setChosen] = useState<string | null>(null);
  const giveBack = useCallback(
    (sendKey: string) =>
      setRuns((all) => {
        const run = [...all.values()].find((r) => r.sendKey === sendKey);
        return run ? new Map(all).set(run.lawnId, { ...run, ...UNSENT }) : all;
      }),
    [],
  );
  const queue = useOutbox(userId, giveBack);
  const [noRoom, setNoRoom] = useState('');
  const bundle: StopBundle = useMemo(
    () => ({ ...kept.bundle, ...(kept.phoneAt ? { phoneAhead: kept.phoneAt - kept.bundle.madeAt } : {}) }),
    [kept],
  );

  useEffect(() => {
    void (async () => {
      const { bundle: now, runs: found, noRoom: why } = await readDevice(userId, fresh);
      setNoRoom(why);
      setKept(now);
      // what was typed since counts, and not what was read before
      setRuns((typed) => new Map([...found, ...typed]));
      await everyPart();
      setRead(true);
      if (navigator.storage?.persist) void navigator.storage.persist();
      // the key to the weeds is taken along
      void caches
        .open(GO_STORE)
        .then((c) => c.add('/key'))
        .catch(() => undefined);
    })();
    // taken up again where it was left
    const at = () => setChosen(location.hash.slice(1) || null);
    at();
    window.addEventListener('hashchange', at);
    return () => window.removeEventListener('hashchange', at);
  }, [userId, fresh]);

  const keep = useCallback(
    (run: Run) => {
      setRuns((r) => new Map(r).set(run.lawnId, run));
      void deviceOf(userId)
        .then((d) => d.keepRun({ ...run, key: runKey(bundle, run.lawnId) }))
        .then(() => setNoRoom(''))
        .catch((error: unknown) => setNoRoom(noRoomWords(error)));
    },
    [userId, bundle],
  );
  const finish = async (stop: BundleStop, run: Run) => {
    const now = Date.now();
    const { doneStopOf } = await runOfStop();
    const done: Run = { ...run, leftAt: now, step: 'done' };
    // the stop and what is sent of it in one step: no kill can leave the one without the other
    const item = itemOf('stop', doneStopOf(stop, done, bundle, now), stop.lawnId);
    if (!(await queue.put([item], { ...done, key: runKey(bundle, run.lawnId) }))) return;
    setRuns((r) => new Map(r).set(run.lawnId, done));
    const isOver = (s: BundleStop) => Boolean(runs.get(s.lawnId)?.leftAt) || isDone(s);
    location.hash = nextStop(bundle, isOver, stop.lawnId)?.lawnId ?? '';
  };
  /** Under a new name: the old one may have reached the server, whose answer was lost. */
  const takeBack = async (run: Run) => {
    const open: Run = { ...run, ...UNSENT, sendKey: crypto.randomUUID() };
    if (await queue.takeBack(run.sendKey, { ...open, key: runKey(bundle, run.lawnId) }))
      setRuns((r) => new Map(r).set(run.lawnId, open));
  };
  return { bundle, runs, isRead, chosen, queue, noRoom, keep, finish, takeBack };
}

/** A truck's stops of the day, one by one; with a network or without. */
export function GoScreen({ userId, fresh, day, truckId }: Props) {
  const { bundle, runs, isRead, chosen, queue, noRoom, keep, finish, takeBack } = useGo(userId, fresh);
  const stop = bundle.stops.find((s) => s.lawnId === chosen);
  return (
    <div data-still className="mx-auto max-w-2xl px-4 pb-24 pt-3">
      <Waiting
        queue={queue}
        noRoom={noRoom}
        signIn={`/sign-in?next=${encodeURIComponent(`/go?day=${day}&truck=${truckId}`)}`}
      />
      {stop && !isRead ? (
        // what was begun is read first: a stop must not begin again over it
        <p className="pt-4 text-lg">Opening…</p>
      ) : stop ? (
        <Suspense fallback={<p className="pt-4 text-lg">Opening…</p>}>
          <StopRun
            key={stop.lawnId}
            stop={stop}
            bundle={bundle}
            run={runs.get(stop.lawnId) ?? null}
            others={[...runs.values()].filter((r) => r.lawnId !== stop.lawnId)}
            onKeep={keep}
            onWait={queue.put}
            onDone={(run) => void finish(stop, run)}
            onTakeBack={(run) => void takeBack(run)}
            waiting={queue.waiting}
            answers={queue.answers}
          />
        </Suspense>
      ) : (
        <Stops
          bundle={bundle}
          runs={runs}
          isRead={isRead}
          day={day}
          waiting={queue.waiting}
          answers={queue.answers}
        />
      )}
    </div>
  );
}

/** What waits for a network, and what stands in its way. */
function Waiting({
  queue,
  noRoom,
  signIn,
}: Readonly<{ queue: ReturnType<typeof useOutbox>; noRoom: string; signIn: string }>) {
  const waiting = queue.waiting.length;
  return (
    <>
      {(waiting > 0 || queue.isSignedOut) && (
        <p role="status" className="mb-2 border-l-4 border-straw bg-paper px-3 py-2">
          {plural(waiting, 'thing')} {waiting === 1 ? 'waits' : 'wait'} on this device and{' '}
          {waiting === 1 ? 'is' : 'are'} sent as soon as there is a network.
          {queue.isSignedOut && (
            <>
              {' '}
              You are signed out:{' '}
              <a href={signIn} className="font-semibold">
                sign in to send
              </a>
              .
            </>
          )}
        </p>
      )}
      {[queue.trouble, noRoom, stuckWords(queue.waiting), queue.isLasting ? '' : NOT_LASTING]
        .filter(Boolean)
        .map((words) => (
          <p key={words} role="alert" className="mb-2 border-l-8 border-clay bg-paper px-3 py-2 text-lead">
            {words}
          </p>
        ))}
    </>
  );
}

const isDone = (s: BundleStop) => s.zones.every((z) => z.doneBy !== '');

type StopsProps = Readonly<{
  bundle: StopBundle;
  runs: ReadonlyMap<string, Run>;
  isRead: boolean;
  day: string;
  waiting: readonly Item[];
  answers: readonly Answered[];
}>;

function Stops({ bundle, runs, isRead, day, waiting, answers }: StopsProps) {
  const on = parseDay(day);
  const next = bundle.stops.find((s) => !runs.get(s.lawnId)?.leftAt && !isDone(s));
  const done = bundle.stops.filter((s) => runs.get(s.lawnId)?.leftAt || isDone(s)).length;
  return (
    <>
      <h1 className="text-title">
        {bundle.truck}, {on === null ? day : showWeekday(on)}
      </h1>
      <p className="text-steel">
        {plural(bundle.stops.length, 'lawn')}, {done} done.{' '}
        {isRead ? 'All of it is on this device: it works without a network.' : 'Taking it along…'}
      </p>
      <ol className="mt-2">
        {bundle.stops.map((s, i) => {
          const run = runs.get(s.lawnId);
          const words = standing(s, run, waiting, answers);
          return (
            <li key={s.lawnId} className="border-b border-hair">
              <a
                href={`#${s.lawnId}`}
                className={`flex min-h-glove items-center gap-3 py-2 no-underline ${s === next ? 'border-l-8 border-moss bg-paper pl-2' : ''}`}
              >
                <b className="w-8 shrink-0 text-right font-cond text-title">{i + 1}</b>
                <span className="min-w-0 grow">
                  <b className="block font-cond text-head leading-tight">{s.address}</b>
                  <span className="block text-note text-steel">
                    {minuteWords(s.begin)} · {s.zones.map((z) => z.purpose || z.name).join(', ')}
                  </span>
                  {s.hazards && <span className="block text-note font-semibold">{s.hazards}</span>}
                </span>
                <span
                  className={`shrink-0 text-right text-note font-semibold ${words.isOdd ? 'text-clay' : ''}`}
                >
                  {words.text}
                </span>
              </a>
            </li>
          );
        })}
      </ol>
      {isRead && answers.length > 0 && (
        <Suspense fallback={null}>
          <ToldOf answers={answers} stops={bundle.stops} />
        </Suspense>
      )}
      {next && isRead && (
        <p className="fixed inset-x-0 bottom-0 z-10 bg-lime p-3">
          <a href={`#${next.lawnId}`} className="button button-loud min-h-glove w-full text-row">
            {runs.get(next.lawnId) ? 'Go on' : 'Go'}: {next.address}
          </a>
        </p>
      )}
      {!next && bundle.stops.length > 0 && (
        <p className="mt-4 text-lg">
          The day is done{waiting.length ? ', and what waits is sent by itself' : ''}.
        </p>
      )}
    </>
  );
}

function standing(
  s: BundleStop,
  run: Run | undefined,
  waiting: readonly Item[],
  answers: readonly Answered[],
): { text: string; isOdd: boolean } {
  const answer = run && answers.find((a) => a.sendKey === run.sendKey);
  if (answer && isRefused(answer)) return { text: 'not sent', isOdd: true };
  if (answer?.zones.some((z) => z.outcome === 'refused')) return { text: 'look at it', isOdd: true };
  if (answer?.zones.some((z) => z.outcome === 'already')) return { text: 'done by two', isOdd: true };
  if (answer) return { text: 'recorded', isOdd: false };
  if (run && waiting.some((w) => w.sendKey === run.sendKey)) return { text: 'waits', isOdd: false };
  const by = s.zones.find((z) => z.doneBy)?.doneBy;
  if (isDone(s) && by) return { text: `done by ${by}`, isOdd: false };
  return { text: run?.arrivedAt ? 'begun' : '', isOdd: false };
}
