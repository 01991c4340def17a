/**
 * Latch: no frost on the leaf, no frozen ground, no snow. For what feeds, frozen ground and snow are a bolt, asked before
 * the frost that may be lifted. Snow lies by the bucket of core/ground/surface, from the weeks observed on. Ground that no
 * outlook tells of is not known after frost; a leaf frozen this morning thaws for two hours (common practice, no source).
 */
import type { Day } from '@/core/calendar/day';
import { dayOfHour, hourOf, type Hour } from '@/core/calendar/hour';
import { SNOW_COVERS_MM, snowBucket } from '@/core/ground/surface';
import { soilOn } from '@/core/lawn/green-up';
import type { Celsius, Millimetres } from '@/core/units/quantity';
import { ajar, open, shut, type GateContext, type Verdict } from './gate';
import { aheadOn, hourlyGate, hoursBefore, skyAt } from './sky';

const FROZEN_C = 0.5;
const THAWS_HOURS = 2;
/** Ten days of air under this may have frozen the ground. */
const HARD_DAYS = 10;
const HARD_MEAN_C = 1;

export const frost = hourlyGate('frost', 'everything', (context) => {
  const lying = snowLying(context);
  // many states forbid fertilizer on frozen ground and snow, whatever else is in the bag (from memory)
  const feeds = context.product.label.analysis !== null;
  const hard = new Map<Day, boolean>();
  const wasHardBefore = (day: Day) => {
    const known = hard.get(day) ?? wasHard(context, hourOf(day, 0));
    hard.set(day, known);
    return known;
  };
  return (hour): Verdict => {
    const { air } = skyAt(context, hour)!;
    const soil = context.outlook && soilOn(context.outlook, dayOfHour(hour));
    if (soil !== null && soil <= FROZEN_C)
      return shut(feeds ? 'bolt' : 'latch', {
        code: 'ground-frozen',
        source: feeds ? 'local code' : 'outlook',
        soil: soil as Celsius,
      });
    const water = lying(hour);
    if (water >= SNOW_COVERS_MM)
      return shut(feeds ? 'bolt' : 'latch', {
        code: 'snow',
        source: feeds ? 'local code' : 'forecast',
        water,
      });
    if (air <= 0) return shut('latch', { code: 'frost-in-air', source: 'forecast', air });
    const coldest = Math.min(
      ...[...hoursBefore(hour, THAWS_HOURS)].map((h) => skyAt(context, h)?.air ?? Infinity),
    );
    if (coldest <= 0) return ajar({ code: 'frost-in-air', source: 'forecast', air: coldest as Celsius });
    if (soil === null && wasHardBefore(dayOfHour(hour)))
      return ajar({ code: 'not-known', source: 'outlook', missing: 'outlook' });
    return open({ code: 'no-frost', source: 'forecast' });
  };
});

/** Water in the snow that lies at an hour of the clock, mm. */
function snowLying(context: GateContext): (hour: Hour) => Millimetres {
  const { recent, forecast } = context;
  const runs = [recent, forecast].filter((r) => r !== null);
  const first = runs[0];
  if (!first) return () => 0 as Millimetres;
  const from = first.from * 24;
  const bucket = snowBucket();
  const water: number[] = [];
  for (const run of runs)
    for (let i = 0; i < run.air.length; i++) {
      const at = run.from * 24 + i - from;
      // the forecast goes on from where the observations end
      if (at >= water.length) water[at] = bucket(run.air[i]!, run.rain[i]!);
    }
  return (hour) => (water[hour - aheadOn(context, dayOfHour(hour)) - from] ?? 0) as Millimetres;
}

/** In the ten days before an hour. */
function wasHard(context: GateContext, hour: Hour): boolean {
  let sum = 0;
  let n = 0;
  for (const h of hoursBefore(hour, HARD_DAYS * 24)) {
    const then = skyAt(context, h);
    if (then) {
      sum += then.air;
      n++;
    }
  }
  return n > 0 && sum / n < HARD_MEAN_C;
}
