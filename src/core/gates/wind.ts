/**
 * Bolt where the label sets a limit, else latch: spray only in a spell of working hours with wind under the limit.
 * The calmest spell of the day decides: its windiest hour is compared with limit and caution. Granules do not drift so.
 * Days that the forecast does not reach: ajar, not known.
 */
import type { Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { isGranule } from '@/core/products/label';
import type { MetresPerSecond } from '@/core/units/quantity';
import { ajar, open, shut, type Gate, type GateContext } from './gate';

export const wind: Gate = {
  key: 'wind',
  name: 'Wind',
  spans: (context, range) => {
    const { application, forecast, rules } = context;
    if (isGranule(application.label)) return constantLane(range, open({ code: 'granule', source: 'label' }));
    const unknown = ajar({ code: 'not-known', source: 'forecast', missing: 'forecast' });
    const byLabel = application.label.windLimit;
    const limit =
      byLabel === null ? rules.windLimit : (Math.min(byLabel, rules.windLimit) as MetresPerSecond);
    const isLabelLimit = byLabel !== null && byLabel <= rules.windLimit;
    const source = isLabelLimit ? 'label' : 'house rule';
    return laneByTick<Day, typeof unknown>(range, (day) => {
      const spell = forecast && calmestSpell(forecast, day, rules);
      if (!spell) return unknown;
      const facts = { source, wind: spell.wind, limit, from: spell.from, to: spell.to } as const;
      if (spell.wind > limit) return shut(isLabelLimit ? 'bolt' : 'latch', { code: 'windy', ...facts });
      if (spell.wind > rules.windCaution) return ajar({ code: 'breezy', ...facts });
      return open({ code: 'calm', ...facts });
    });
  },
};

/** The spell of `calmHours` working hours whose windiest hour is the calmest; null where the forecast lacks one of them. */
function calmestSpell(
  forecast: NonNullable<GateContext['forecast']>,
  day: Day,
  { workFrom, workTo, calmHours }: GateContext['rules'],
): { from: number; to: number; wind: MetresPerSecond } | null {
  const first = (day - forecast.from) * 24;
  if (first < 0 || first + workTo > forecast.wind.length) return null;
  let best: { from: number; to: number; wind: MetresPerSecond } | null = null;
  for (let from = workFrom; from + calmHours <= workTo; from++) {
    const speed = Math.max(
      ...forecast.wind.subarray(first + from, first + from + calmHours),
    ) as MetresPerSecond;
    if (!best || speed < best.wind) best = { from, to: from + calmHours, wind: speed };
  }
  return best;
}
