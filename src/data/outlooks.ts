import 'server-only';
import { and, eq } from 'drizzle-orm';
import { yearOf, type Day } from '@/core/calendar/day';
import type { CrossingRule } from '@/core/ground/crossing';
import { outlookOf, wholeYears, type Outlook, type OutlookRefusal } from '@/core/ground/outlook';
import { siteKey, type Site } from '@/core/ground/site';
import { daysIn } from '@/core/weather/series';
import type { Transaction } from './connection';
import { outlook } from './schema';
import { PAST_YEARS, forecastFrom, observedWeather, storedForecast } from './weather';

/** Changes when the model does: what was computed by an older one is computed again. */
const MODEL = 'ground-1';

export type OutlookAnswer =
  Readonly<{ ok: true; outlook: Outlook }> | Readonly<{ ok: false; refusal: OutlookRefusal }>;

/**
 * The outlook of one kind of site at one station. Sites of the same kind share it; it is kept with the version of its
 * inputs and computed again when they change.
 */
export async function outlookFor(
  db: Transaction,
  orgId: string,
  stationId: string,
  site: Site,
  rule: CrossingRule,
  today: Day,
): Promise<OutlookAnswer> {
  const observed = await observedWeather(db, stationId);
  if (!observed) return { ok: false, refusal: { kind: 'too-few-years', have: 0, need: PAST_YEARS } };
  const forecast = await storedForecast(db, stationId);
  const observedTo = observed.from + daysIn(observed);
  const inputs = [
    MODEL,
    today,
    observed.from,
    observedTo,
    forecast?.from ?? 'none',
    rule.line,
    rule.days,
    rule.depth,
  ].join('|');
  const key = siteKey(site);
  const [kept] = await db
    .select()
    .from(outlook)
    .where(and(eq(outlook.stationId, stationId), eq(outlook.siteKey, key)));
  if (kept?.inputs === inputs) return kept.body as OutlookAnswer;

  // weather that stops short of today (the service is away): the forecast on file bridges the gap where it can
  const start = Math.min(today, observedTo) as Day;
  const years = wholeYears(observed, yearOf(start)).slice(-PAST_YEARS);
  const answer = outlookOf({
    site,
    observed,
    forecast: forecastFrom(forecast, start),
    today: start,
    years,
    rule,
  });
  const row = { inputs, body: answer };
  await db
    .insert(outlook)
    .values({ orgId, stationId, siteKey: key, ...row })
    .onConflictDoUpdate({ target: [outlook.stationId, outlook.siteKey], set: row });
  return answer;
}
