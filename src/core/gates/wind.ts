/**
 * Two limits, each with its own strength: above the label's a bolt, above the house's a latch, whichever is the lower.
 * The calmest spell of working hours decides for a day: its windiest hour is compared. A granule drifts far less, and is
 * asked only where its label sets a limit.
 * Gusts: a forecast has the hour's mean, and gusts are taken as half as much again.
 * Days that the forecast does not reach: ajar, not known. Today only what is left of the day counts.
 */
import { gateName } from './gate-names';
import type { Day } from '@/core/calendar/day';
import { dayOfHour, hourOfDay } from '@/core/calendar/hour';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { isGranule, setsNone } from '@/core/products/label';
import type { MetresPerSecond } from '@/core/units/quantity';
import { fromMilesPerHour } from '@/core/units/trade';
import type { Forecast } from '@/core/weather/series';
import { daylight } from '@/core/weather/evaporation';
import { ajar, open, shut, type Gate, type GateContext, type Verdict } from './gate';
import { aheadOn, hourlyGate, skyAt, solarHour, spellHours } from './sky';

/** At dawn and at dusk air this still may lie in layers, and drift goes far: an inversion cannot be told cheaply. */
const STILL = fromMilesPerHour(3);
const DAWN_HOURS = 2;

/** Gust against the mean of its hour over open lawns. Common practice, no source. */
const GUST_FACTOR = 1.5;

const isAsked = ({ product: { label } }: GateContext) =>
  !isGranule(label) || label.windLimit !== null || label.figures.gustMostMph !== null;

/** What the windiest hour of a stretch says. */
function judge(
  { product: { label }, rules }: GateContext,
  wind: MetresPerSecond,
  stretch: Readonly<{ from: number; to: number }>,
): Verdict {
  const byLabel = label.windLimit;
  const facts = { wind, ...stretch } as const;
  if (byLabel !== null && wind > byLabel)
    return shut('bolt', { code: 'windy', source: 'label', limit: byLabel, ...facts });
  const gusts = label.figures.gustMostMph;
  if (gusts !== null && wind * GUST_FACTOR > gusts)
    return shut('bolt', {
      code: 'above-label-figure',
      source: 'label',
      field: 'gustMostMph',
      value: wind * GUST_FACTOR,
      limit: gusts,
    });
  if (isGranule(label))
    return open(
      byLabel === null
        ? { code: 'granule', source: 'label' }
        : { code: 'calm', source: 'label', limit: byLabel, ...facts },
    );
  if (wind > rules.windLimit)
    return shut('latch', { code: 'windy', source: 'house rule', limit: rules.windLimit, ...facts });
  const isLabels = byLabel !== null && byLabel <= rules.windLimit;
  const lower = {
    source: isLabels ? 'label' : 'house rule',
    limit: isLabels ? byLabel : rules.windLimit,
  } as const;
  if (wind > rules.windCaution) return ajar({ code: 'breezy', ...lower, ...facts });
  return byLabel === null && !setsNone(label, 'wind')
    ? ajar({ code: 'not-known', source: 'label', missing: 'wind-limit' })
    : open({ code: 'calm', ...lower, ...facts });
}

const byTheHour = hourlyGate('wind', 'everything', (context) => {
  const { product, zone } = context;
  if (!isAsked(context)) return open({ code: 'granule', source: 'label' });
  return (hour): Verdict => {
    const now = skyAt(context, hour)!.wind;
    const verdict = judge(context, now, { from: hourOfDay(hour), to: hourOfDay(hour) + 1 });
    if (verdict.state !== 'open' || isGranule(product.label)) return verdict;
    const { rise, set } = daylight(zone.latitude, dayOfHour(hour));
    const sun = solarHour(context, hour);
    if (now < STILL && (sun < rise + DAWN_HOURS || sun > set - DAWN_HOURS))
      return ajar({ code: 'possible-inversion', source: 'forecast', wind: now });
    return verdict;
  };
});

export const wind: Gate = {
  key: 'wind',
  name: gateName('wind'),
  asks: 'everything',
  isWeather: true,
  spans: (context, range) => {
    const { forecast, rules } = context;
    if (!isAsked(context)) return constantLane(range, open({ code: 'granule', source: 'label' }));
    const unknown = ajar({ code: 'not-known', source: 'forecast', missing: 'forecast' });
    return laneByTick<Day, Verdict>(range, (day) => {
      const spell = forecast && calmestSpell(context, forecast, day);
      if (!spell) return unknown;
      if (spell === 'over')
        return shut('latch', {
          code: 'working-day-over',
          source: 'house rule',
          until: rules.workTo,
          hours: rules.calmHours,
        });
      return judge(context, spell.wind, { from: spell.from, to: spell.to });
    });
  },
  hours: byTheHour.hours!,
};

type Spell = Readonly<{ from: number; to: number; wind: MetresPerSecond }>;

/**
 * The spell of `calmHours` working hours whose windiest hour is the calmest, in clock hours; of today only what is left
 * of it. 'over': nothing so long is left. Null: the forecast lacks one of the hours.
 */
function calmestSpell(context: GateContext, forecast: Forecast, day: Day): Spell | 'over' | null {
  const { rules, today, hour, clockAhead } = context;
  const { workFrom, workTo } = rules;
  const first = day === today ? Math.max(workFrom, hour) : workFrom;
  const calmHours = spellHours(context, day, first);
  // clocks run ahead of the station's standard time in summer
  const ahead = aheadOn({ clockAhead }, day);
  const midnight = (day - forecast.from) * 24 - ahead;
  if (midnight + workFrom < 0 || midnight + workTo > forecast.wind.length) return null;
  let best: Spell | null = null;
  for (let from = first; from + calmHours <= workTo; from++) {
    const hours = forecast.wind.subarray(midnight + from, midnight + from + calmHours);
    const wind = Math.max(...hours) as MetresPerSecond;
    if (!best || wind < best.wind) best = { from, to: from + calmHours, wind };
  }
  return best ?? 'over';
}
