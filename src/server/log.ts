/** The server's log: a line of JSON each, with where and what of a fault and nothing of a customer's or a session's data. */
import 'server-only';
import { pino } from 'pino';
import { VERSION } from '@/version';

const kept = globalThis as typeof globalThis & { __ironGateLog?: ReturnType<typeof pino> };
/** LOG_LEVEL: fatal, error, warn, info (usual), debug, silent. */
export const log = (kept.__ironGateLog ??= pino({
  level: process.env['LOG_LEVEL'] ?? 'info',
  base: { version: VERSION, part: process.env['IRON_GATE_WORKER'] === '1' ? 'worker' : 'app' },
  timestamp: () => `,"time":"${new Date().toISOString()}"`,
  formatters: { level: (level) => ({ level }) },
}));

/** Logs a fault under an id of its own, which the person is told. */
export function logFault(error: unknown, doing: string): string {
  const id = crypto.randomUUID().slice(0, 8);
  log.error({ id, fault: withoutData(error) }, doing);
  return id;
}

/** An error as lines for the log. A failed query is named by its text, without what was put into it. */
export function withoutData(error: unknown): string {
  if (!(error instanceof Error)) return typeof error;
  const [first = ''] = error.message.split(/\nparams: /);
  const where = (error.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line));
  const code = 'code' in error && typeof error.code === 'string' ? ` (${error.code})` : '';
  const cause = error.cause === undefined ? '' : `\n  caused by ${withoutData(error.cause)}`;
  return `${error.name}${code}: ${first}\n${where.join('\n')}${cause}`;
}

/** Why something failed, in the words of what caused it: for people, who have no use for a query. */
export function whyOf(error: unknown): string {
  if (!(error instanceof Error)) return String(error);
  return error.cause instanceof Error && error.message.startsWith('Failed query')
    ? whyOf(error.cause)
    : error.message;
}
