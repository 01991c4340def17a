/** What a log may hold of a fault: where and what, and nothing of a customer's or a session's data. */
import 'server-only';

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
