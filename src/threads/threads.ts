/** What computes long runs beside the requests, in threads with limits on time, memory and how much waits. */
import 'server-only';
import os from 'node:os';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import pLimit, { type LimitFunction } from 'p-limit';
import { Piscina } from 'piscina';

/** The project's folder: a thread runs its sources, as the worker does. The built server stands in another folder. */
const HOME = process.env['IRON_GATE_HOME'] ?? process.cwd();

/** An export of a module of this project that takes one argument; both it and its answer are plain data. */
export type Task<Input, Output> = Readonly<{
  module: string;
  name: string;
  lane: keyof typeof LANES;
  _of?: (input: Input) => Output;
}>;

/**
 * What a screen waits for has threads of its own: a long question over HTTP does not hold it up. Of a lane's places one
 * company takes half.
 */
const LANES = { screens: { seconds: 120, waiting: 100 }, questions: { seconds: 60, waiting: 10 } } as const;
/** A core stays for the requests; and never one thread alone, which one company would have. */
const THREADS = Math.max(2, Math.floor(os.availableParallelism() / 2));
/** Threads of a lane that one company may have at the same time: another's question finds one. */
const SHARE = THREADS - 1;
/** Of one thread's objects; a question that needs more is refused. */
const MOST_MB = 2048;

/** @param module below src, without its ending */
export const task = <F extends (input: never) => unknown>(
  lane: keyof typeof LANES,
  module: string,
  name: string,
): Task<Parameters<F>[0], Awaited<ReturnType<F>>> => ({ lane, module, name });

/** It was refused: too many wait, or it took longer or more memory than one question may. */
export class TooMuch extends Error {
  constructor(
    readonly why: 'busy' | 'long',
    detail: string,
  ) {
    super(detail);
  }
}

/** The library counts only what waits without a limit of time, so what is asked is counted here. */
type Lane = { readonly pool: Piscina; asked: number; readonly companies: Map<string, LimitFunction> };
const kept = globalThis as typeof globalThis & { __ironGateThreads?: Map<string, Lane> };
const lanes = (kept.__ironGateThreads ??= new Map());

function laneOf(name: keyof typeof LANES): Lane {
  const there = lanes.get(name);
  if (there) return there;
  const loader = pathToFileURL(path.join(HOME, 'node_modules', 'tsx', 'dist', 'loader.mjs')).href;
  const pool = new Piscina({
    // one is always there: it takes up what waits where another was ended
    minThreads: 1,
    maxThreads: THREADS,
    idleTimeout: 60_000,
    execArgv: ['--conditions=react-server', '--import', loader],
    env: { ...process.env, TSX_TSCONFIG_PATH: path.join(HOME, 'tsconfig.json') },
    resourceLimits: { maxOldGenerationSizeMb: MOST_MB },
  });
  const lane: Lane = { pool, asked: 0, companies: new Map() };
  lanes.set(name, lane);
  return lane;
}

/**
 * Runs a task in a thread. What is thrown there is thrown here.
 * @param company who asks: companies take turns, however much one of them asks
 * @param limit seconds after which the thread is ended, waiting included
 * @throws TooMuch where its lane is full, the company has half of it, or its limits end it
 */
export async function inThread<Input, Output>(
  { lane, module, name }: Task<Input, Output>,
  company: string,
  input: Input,
  limit: Readonly<{ seconds: number }> = LANES[lane],
): Promise<Output> {
  const there = laneOf(lane);
  const own = there.companies.get(company) ?? pLimit(SHARE);
  const { waiting } = LANES[lane];
  if (there.asked >= waiting || own.activeCount + own.pendingCount >= waiting / 2)
    throw new TooMuch('busy', 'Others are computing, and enough wait already.');
  there.companies.set(company, own);
  there.asked++;
  const signal = AbortSignal.timeout(limit.seconds * 1000);
  try {
    return await Promise.race([
      own(
        () =>
          there.pool.run(input, {
            filename: path.join(HOME, 'src', `${module}.ts`),
            name,
            signal,
          }) as Promise<Output>,
      ),
      over(signal, limit.seconds),
    ]);
  } catch (error) {
    throw tooMuch(error, limit.seconds) ?? error;
  } finally {
    there.asked--;
    if (own.activeCount + own.pendingCount === 0) there.companies.delete(company);
  }
}

/** Fails when the time is over: also for what has not had its turn. */
const over = (signal: AbortSignal, seconds: number) =>
  new Promise<never>((_, fail) => signal.addEventListener('abort', () => fail(tooLong(seconds))));
const tooLong = (seconds: number) => new TooMuch('long', `It takes longer than ${seconds} s.`);

/** What computes or waits, by lane. */
export const waitingInThreads = (): Record<string, number> =>
  Object.fromEntries([...lanes].map(([name, lane]) => [name, lane.asked]));

function tooMuch(error: unknown, seconds: number): TooMuch | null {
  if (error instanceof TooMuch || !(error instanceof Error)) return null;
  if (error.name === 'AbortError') return tooLong(seconds);
  if ('code' in error && error.code === 'ERR_WORKER_OUT_OF_MEMORY')
    return new TooMuch('long', `It needs more than ${MOST_MB} MB of memory.`);
  return null;
}
