/** What the server does with a fault that a screen meets: it stands in the log under the reference that the person reads. */
import type { Instrumentation } from 'next';

export const onRequestError: Instrumentation.onRequestError = async (error, request) => {
  if (process.env['NEXT_RUNTIME'] === 'edge') return;
  const { log, withoutData } = await import('@/server/log');
  const digest = error instanceof Error && 'digest' in error ? String(error.digest) : '';
  // an address may hold a key or a name: its path alone, and no headers
  const [path = ''] = request.path.split('?');
  log.error({ id: digest, path, method: request.method, fault: withoutData(error) }, 'a screen failed');
};
