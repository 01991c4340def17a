/**
 * Bolt where the label sets a limit, else latch: spray only in a spell of working hours with wind under the limit.
 * The calmest spell of the day decides: its windiest hour is compared with limit and caution. Granules do not drift so.
 * Days that the forecast does not reach: ajar, not known. Today only what is left of the day counts.
 */
import type { Day } from '@/core/calendar/day';
import { dayOfHour, hourOfDay } from '@/core/calendar/hour';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { isGranule } from '@/core/products/label';
import type { MetresPerSecond } from '@/core/units/quantity';
import { fromMilesPerHour } from '@/core/units/trade';
import type { Forecast } from '@/core/weather/series';
import { daylight } from '@/core/weather/evaporation';
import { ajar, open, shut, type Gate, type GateContext, type Verdict } from './gate';
import { aheadOn, hourlyGate, skyAt, solarHour } from './sky';

/** At dawn and at dusk air this still may lie in layers, and drift goes far: an inversion cannot be told cheaply. */
const STILL = fromMilesPerHour(3);
const DAWN_HOURS = 2;

function limits({ product: { label }, rules }: GateContext) {
  const byLabel = label.windLimit;
  const limit = byLabel === null ? rules.windLimit : (Math.min(byLabel, rules.windLimit) as MetresPerSecond);
  const isLabelLimit = byLabel !== null && byLabel <= rules.windLimit;
  return { limit, isLabelLimit, source: isLabelLimit ? 'label' : 'house rule' } as const;
}

const byTheHour = hourlyGate('wind', 'Wind', (context) => {
  const { product, rules, zone } = context;
  if (isGranule(product.label)) return open({ code: 'granule', source: 'label' });
  const { limit, isLabelLimit, source } = limits(context);
  return (hour): Verdict => {
    const now = skyAt(context, hour)!.wind;
    const facts = { source, wind: now, limit, from: hourOfDay(hour), to: hourOfDay(hour) + 1 } as const;
    if (now > limit) return shut(isLabelLimit ? 'bolt' : 'latch', { code: 'windy', ...facts });
    if (now > rules.windCaution) return ajar({ code: 'breezy', ...facts });
    const { rise, set } = daylight(zone.latitude, dayOfHour(hour));
    const sun = solarHour(context, hour);
    if (now < STILL && (sun < rise + DAWN_HOURS || sun > set - DAWN_HOURS))
      return ajar({ code: 'possible-inversion', source: 'forecast', wind: now });
    return open({ code: 'calm', ...facts });
  };
});

export const wind: Gate = {
  key: 'wind',
  name: 'Wind',
  spans: (context, range) => {
    const { product, forecast, rules } = context;
    if (isGranule(product.label)) return constantLane(range, open({ code: 'granule', source: 'label' }));
    const unknown = ajar({ code: 'not-known', source: 'forecast', missing: 'forecast' });
    const { limit, isLabelLimit, source } = limits(context);
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
      const facts = { source, wind: spell.wind, limit, from: spell.from, to: spell.to } as const;
      if (spell.wind > limit) return shut(isLabelLimit ? 'bolt' : 'latch', { code: 'windy', ...facts });
      if (spell.wind > rules.windCaution) return ajar({ code: 'breezy', ...facts });
      return open({ code: 'calm', ...facts });
    });
  },
  hours: byTheHour.hours!,
};

type Spell = Readonly<{ from: number; to: number; wind: MetresPerSecond }>;

/**
 * The spell of `calmHours` working hours whose windiest hour is the calmest, in clock hours; of today only what is left
 * of it. 'over': nothing so long is left. Null: the forecast lacks one of the hours.
 */
function calmestSpell(
  { rules, today, hour, clockAhead }: GateContext,
  forecast: Forecast,
  day: Day,
): Spell | 'over' | null {
  const { workFrom, workTo, calmHours } = rules;
  // clocks run ahead of the station's standard time in summer
  const ahead = aheadOn({ clockAhead }, day);
  const midnight = (day - forecast.from) * 24 - ahead;
  if (midnight + workFrom < 0 || midnight + workTo > forecast.wind.length) return null;
  let best: Spell | null = null;
  for (let from = day === today ? Math.max(workFrom, hour) : workFrom; from + calmHours <= workTo; from++) {
    const hours = forecast.wind.subarray(midnight + from, midnight + from + calmHours);
    const wind = Math.max(...hours) as MetresPerSecond;
    if (!best || wind < best.wind) best = { from, to: from + calmHours, wind };
  }
  return best ?? 'over';
}
