/** Figures for whoever watches the server, in the Prometheus text format. None is about a person, a customer or a lawn. */
import 'server-only';
import { Counter, Gauge, Registry, collectDefaultMetrics } from 'prom-client';
import { databaseAnswers } from '@/data/connection';
import { queueSize } from '@/server/queue/jobs';
import { lastBeat } from '@/server/queue/alive';
import { waitingInThreads } from '@/threads/threads';
import { VERSION } from '@/version';

function make() {
  const registry = new Registry();
  registry.setDefaultLabels({ version: VERSION });
  collectDefaultMetrics({ register: registry, prefix: 'iron_gate_' });
  const registers = [registry];
  const counter = (name: string, help: string, labelNames: string[]) =>
    new Counter({ name: `iron_gate_${name}`, help, labelNames, registers });
  const gauge = (
    name: string,
    help: string,
    read: (g: Gauge) => Promise<void> | void,
    labelNames: string[] = [],
  ) =>
    new Gauge({
      name: `iron_gate_${name}`,
      help,
      labelNames,
      registers,
      collect() {
        return read(this);
      },
    });
  gauge('database_up', 'Whether the database answers, 1 or 0', async (g) =>
    g.set((await databaseAnswers()) ? 1 : 0),
  );
  gauge('worker_silent_seconds', 'Since a worker was last heard of', async (g) => {
    const beat = await lastBeat().catch(() => null);
    g.set(beat ? (Date.now() - beat.getTime()) / 1000 : Number.POSITIVE_INFINITY);
  });
  gauge(
    'jobs',
    'Jobs of the queue by state; failed of seven days',
    async (g) => {
      for (const [state, n] of Object.entries(await queueSize().catch(() => ({})))) g.set({ state }, n);
    },
    ['state'],
  );
  gauge(
    'thread_tasks',
    'What computes or waits in threads, by lane',
    (g) => {
      for (const [lane, n] of Object.entries(waitingInThreads())) g.set({ lane }, n);
    },
    ['lane'],
  );
  return {
    registry,
    actions: counter('actions_total', 'Commands of screens by what came of them', ['outcome']),
    signIns: counter('sign_ins_total', 'Tries to sign in by what came of them', ['outcome']),
    calls: counter('api_calls_total', 'Calls of the HTTP interface by status', ['status']),
  };
}
const kept = globalThis as typeof globalThis & { __ironGateMetrics?: ReturnType<typeof make> };
/** One of them a process: Next bundles each route by itself. */
export const metrics = () => (kept.__ironGateMetrics ??= make());
