/**
 * Bolt: the label allows the method, and the spray that it puts on an area. Hose-end sprayers meter badly: only where the label says so.
 * Latch: what is used has been calibrated within the house's days; ajar where somebody only said so, without figures.
 */
import { gateName } from './gate-names';
import { addDays, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { carrierOutside } from './objections';
import type { Label } from '@/core/products/label';
import type { Method } from '@/core/trade/terms';
import { ajar, open, shut, type Gate, type GateContext, type Verdict } from './gate';

/** What puts out so much more or less than the time before wants looking at. Common practice, no source. */
const MOST_DRIFT = 0.1;

type Tool = GateContext['means']['equipment'][number];
/** The spray that it puts on an area, where the label does not allow so little or so much. */
function offLabel({ output }: Tool, label: Label) {
  const limits = output?.by === 'volume' ? carrierOutside(label, output.rate) : null;
  return limits && output?.by === 'volume' ? { carrier: output.rate, ...limits } : null;
}

/** What would be used: of what the label allows and the plan names, what puts out what the label asks, calibrated last. */
function chosen({ product: { label, method }, means }: GateContext): Tool | undefined {
  const fitting = means.equipment
    .filter((e) => (method === null || e.method === method) && label.methods.includes(e.method))
    .toSorted((a, b) => (b.calibratedOn ?? -Infinity) - (a.calibratedOn ?? -Infinity));
  return fitting.find((e) => !offLabel(e, label)) ?? fitting[0];
}

export const equipment: Gate = {
  key: 'equipment',
  name: gateName('equipment'),
  asks: 'everything',
  isWeather: false,
  spans: (context, range) => {
    const { product, means, rules } = context;
    const { label, method } = product;
    if (!label.methods.length)
      return constantLane(range, shut('bolt', { code: 'not-known', source: 'label', missing: 'methods' }));
    const used = chosen(context);
    if (!used) {
      const has: Method[] = method ? [method] : [...new Set(means.equipment.map((e) => e.method))];
      return constantLane(
        range,
        shut('bolt', { code: 'method-not-on-label', source: 'label', has, onLabel: label.methods }),
      );
    }
    const { name, calibratedOn: on } = used;
    const off = offLabel(used, label);
    if (off)
      return constantLane(range, shut('bolt', { code: 'carrier-outside', source: 'label', name, ...off }));
    if (on === null)
      return constantLane(range, shut('latch', { code: 'never-calibrated', source: 'house rule', name }));
    const days = rules.calibrationDays;
    const facts = { source: 'house rule', name, on, days } as const;
    const drift = used.drift ?? 0;
    const good = used.waived
      ? ajar({ code: 'calibration-waived', source: 'house rule', name, on, ...used.waived })
      : Math.abs(drift) > MOST_DRIFT
        ? ajar({ code: 'calibration-drifted', source: 'house rule', name, on, drift })
        : open({ code: 'calibrated', ...facts });
    const old = shut('latch', { code: 'calibration-old', ...facts });
    // by then it will be done again, or not: not known
    const later = ajar({ code: 'calibration-runs-out', ...facts });
    return laneByTick<Day, Verdict>(range, (day) =>
      day < addDays(on, days) ? good : day > context.today ? later : old,
    );
  },
};
