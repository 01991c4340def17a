import { closeConnection } from '@/data/connection';
import { closeQueue } from '@/server/jobs/jobs';
import { startWorker } from '@/server/jobs/worker';

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
const stop = await begin();
console.log('A worker waits for jobs');
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => {
    void stop()
      .then(closeQueue)
      .then(closeConnection)
      .finally(() => process.exit(0));
  });
