/**
 * Derived rows: what past years say of the weather's gates, for each way in which applications are asked. Kept beside the
 * outlooks of their station and made again once a further year is on file.
 */
import 'server-only';
import { createHash } from 'node:crypto';
import { and, eq, inArray } from 'drizzle-orm';
import { addDays, yearOf } from '@/core/calendar/day';
import type { GateContext } from '@/core/gates/gate';
import type { PastOdds } from '@/core/gates/past-odds';
import { pastYearsKey, type pastOddsFrom } from '@/core/gates/past-years';
import { daysIn } from '@/core/weather/series';
import { inThread, task } from '@/threads/threads';
import type { Transaction } from './connection';
import { outlook } from './schema';
import { observedWeather, weatherVersionOf } from './weather';

/** Changes when the gates of the weather do. */
const MODEL = 'past-1';
const PAST_ODDS = task<typeof pastOddsFrom>('screens', 'core/gates/past-years', 'pastOddsFrom');
const rowKey = (key: string) => `past|${createHash('sha1').update(key).digest('hex')}`;

/** What is kept for some contexts at a station, by their `pastYearsKey`. */
export async function pastOddsOf(
  db: Transaction,
  stationId: string,
  contexts: readonly GateContext[],
): Promise<Record<string, PastOdds>> {
  const keys = [...new Set(contexts.map(pastYearsKey))];
  if (!keys.length) return {};
  const rows = await db
    .select({ key: outlook.siteKey, inputs: outlook.inputs, body: outlook.body })
    .from(outlook)
    .where(and(eq(outlook.stationId, stationId), inArray(outlook.siteKey, keys.map(rowKey))));
  const found = new Map(
    rows.filter((r) => r.inputs.startsWith(MODEL)).map((r) => [r.key, r.body as PastOdds]),
  );
  return Object.fromEntries(
    keys.flatMap((key) => {
      const odds = found.get(rowKey(key));
      return odds ? [[key, odds]] : [];
    }),
  );
}

/** Makes the row of a context where there is none of the years on file. */
export async function keepPastOdds(
  db: Transaction,
  orgId: string,
  stationId: string,
  context: GateContext,
): Promise<void> {
  const observed = await observedWeather(db, stationId);
  if (!observed) return;
  const version = await weatherVersionOf(db, stationId);
  const inputs = `${MODEL}|${version}|${observed.from}|${yearOf(addDays(observed.from, daysIn(observed) - 1))}`;
  const siteKey = rowKey(pastYearsKey(context));
  const [kept] = await db
    .select({ inputs: outlook.inputs })
    .from(outlook)
    .where(and(eq(outlook.stationId, stationId), eq(outlook.siteKey, siteKey)));
  if (kept?.inputs === inputs) return;
  const body = await inThread(PAST_ODDS, orgId, { context, past: observed });
  await db
    .insert(outlook)
    .values({ orgId, stationId, siteKey, inputs, body })
    .onConflictDoUpdate({ target: [outlook.stationId, outlook.siteKey], set: { inputs, body } });
}
