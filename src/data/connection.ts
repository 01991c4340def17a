import 'server-only';
import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/postgres-js';
import postgres from 'postgres';
import * as schema from './schema';

/** Seconds to the next try where the database is away: it must be seen soon that it is back. */
export const backoff = (tries: number): number => Math.min(2, 0.25 * 2 ** tries);

/**
 * A failed query without what was put into it: whatever prints the error, a customer's name is not in it.
 * @returns the same error, for rethrowing
 */
function withoutParameters(error: unknown): unknown {
  for (let e = error; e instanceof Error; e = e.cause) {
    e.message = e.message.split('\nparams: ')[0] ?? '';
    if (e.stack) e.stack = e.stack.replace(/\nparams: [^\n]*/, '');
    for (const key of ['params', 'parameters', 'args', 'detail', 'where'] as const)
      // what cannot be taken off is hidden from printing already
      if (Object.getOwnPropertyDescriptor(e, key)?.configurable) Reflect.deleteProperty(e, key);
  }
  return error;
}
/** Runs a transaction; what is thrown in it says nothing of its rows. */
const transaction = <T>(
  work: (db: Transaction) => Promise<T>,
  how?: Parameters<Connection['db']['transaction']>[1],
): Promise<T> =>
  connection()
    .db.transaction(work, how)
    .catch((error: unknown) => {
      throw withoutParameters(error);
    });

function connect() {
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('DATABASE_URL is not set');
  const client = postgres(url, {
    max: 10,
    connect_timeout: 5,
    idle_timeout: 60,
    backoff,
    onnotice: () => {},
  });
  return { client, db: drizzle(client, { schema }) };
}
type Connection = ReturnType<typeof connect>;
const kept = globalThis as typeof globalThis & { __ironGate?: Connection };
/** One pool a process, made on first use, so that a build needs no database. */
const connection = (): Connection => (kept.__ironGate ??= connect());

/** The pool itself: for sign-in, which comes before any organisation. Tenant tables show nothing through it. */
export const signInDatabase = (): Connection['db'] => connection().db;
export type Transaction = Parameters<Parameters<Connection['db']['transaction']>[0]>[0];

export async function closeConnection(): Promise<void> {
  await kept.__ironGate?.client.end({ timeout: 5 });
  delete kept.__ironGate;
}

/**
 * The only way to a tenant's rows: one transaction in which one organisation is set. Row-level security does the rest,
 * also for a query that forgets its where-clause.
 * @param how another isolation than the usual: "repeatable read" sees one moment
 */
export function inOrganisation<T>(
  actor: Readonly<{ orgId: string; name?: string }>,
  work: (db: Transaction) => Promise<T>,
  how?: Parameters<Connection['db']['transaction']>[1],
): Promise<T> {
  return transaction(async (db) => {
    await db.execute(
      sql`select set_config('app.org_id', ${actor.orgId}, true), set_config('app.person', ${actor.name ?? ''}, true)`,
    );
    return work(db);
  }, how);
}

/** A transaction on what comes before any organisation, by somebody: the book of changes says by whom. */
export function asPerson<T>(person: string, work: (db: Transaction) => Promise<T>): Promise<T> {
  return transaction(async (db) => {
    await db.execute(sql`select set_config('app.person', ${person}, true)`);
    return work(db);
  });
}

/**
 * Hears what transactions tell on a channel, on a connection of its own that comes back by itself.
 * @param heard each notice
 * @param back after each time of being away: notices may have been missed
 */
export async function listenTo(
  channel: string,
  heard: (text: string) => void,
  back: () => void,
): Promise<void> {
  await connection().client.listen(channel, heard, back);
}

/** When the newest migration that the database has was made, ms since 1970. */
export async function newestMigration(): Promise<number> {
  const [row] = await connection().db.execute<{ at: string | null }>(
    sql`select max(created_at)::text as at from drizzle.__drizzle_migrations`,
  );
  return Number(row?.at ?? 0);
}

/** Whether the database answers at all. */
export async function databaseAnswers(): Promise<boolean> {
  try {
    await connection().db.execute(sql`select 1`);
    return true;
  } catch {
    return false;
  }
}

const GONE = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'CONNECTION_CLOSED',
  'CONNECTION_ENDED',
  'CONNECTION_DESTROYED',
  'CONNECT_TIMEOUT',
  '57P01',
  '57P02',
  '57P03',
  '53300',
]);
/** Whether an error, or what caused it, says that the database is away: that passes, and is nobody's bug. */
export function isDatabaseGone(error: unknown): boolean {
  for (let e = error, depth = 0; e instanceof Error && depth < 5; e = e.cause, depth++) {
    if ('code' in e && typeof e.code === 'string' && GONE.has(e.code)) return true;
    if (e instanceof AggregateError && e.errors.some(isDatabaseGone)) return true;
  }
  return false;
}

/** Two transactions that wait for each other's rows: the database ends one of them, and nothing of it has happened. */
const COLLIDED = new Set(['40P01', '40001']);
function hasCollided(error: unknown): boolean {
  for (let e = error, depth = 0; e instanceof Error && depth < 5; e = e.cause, depth++)
    if ('code' in e && typeof e.code === 'string' && COLLIDED.has(e.code)) return true;
  return false;
}
const MOST_TRIES = 4;

/**
 * Runs a command, and runs it again where the database ended it for the sake of another: that passes, and is nobody's
 * bug. What it does outside its transactions must bear being done twice.
 */
export async function againWhereCollided<T>(command: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++)
    try {
      return await command();
    } catch (error) {
      if (!hasCollided(error) || tries === MOST_TRIES) throw error;
      // not both at once again
      await new Promise((go) => setTimeout(go, 50 * tries + Math.random() * 100));
    }
}
