import { closeConnection } from '@/data/connection';
import { closeQueue } from '@/server/queue/jobs';
import { startWorker } from '@/server/worker/worker';

/** Waits for a database that is away instead of ending: it comes back. */
async function begin(): Promise<() => Promise<void>> {
  for (;;)
    try {
      return await startWorker();
    } catch (error) {
      console.error(
        '[worker] not started, trying again in 3 s:',
        error instanceof Error ? error.message : error,
      );
      await new Promise((again) => setTimeout(again, 3000));
    }
}
// what nobody caught leaves nothing to rely on: the one who started this worker begins a new one
for (const fault of ['uncaughtException', 'unhandledRejection'] as const)
  process.on(fault, (error: unknown) => {
    console.error('[worker] ends:', error instanceof Error ? error.message : 'a fault that nobody caught');
    process.exit(1);
  });
const stop = await begin();
console.log('A worker waits for jobs');
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    void stop()
      .then(closeQueue)
      .then(closeConnection)
      .finally(() => process.exit(0));
  });
