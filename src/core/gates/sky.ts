/** The weather at an hour of the clock, and the shape that all gates by the hour have in common. */
import { gateName } from './gate-names';
import type { Day } from '@/core/calendar/day';
import { dayOfHour, hourOf, hourOfDay, type Hour } from '@/core/calendar/hour';
import { laneByTick, worseState, type Lane, type Range } from '@/core/calendar/span';
import type { Celsius, MetresPerSecond, Millimetres } from '@/core/units/quantity';
import { areaOf } from '@/core/products/application';
import { fromSquareFeet } from '@/core/units/trade';
import { ajar, shut, type Gate, type GateContext, type Verdict } from './gate';

export type SkyAt = Readonly<{ air: Celsius; rain: Millimetres; wind: MetresPerSecond; chance: number }>;

/** Hours that clocks run ahead of the station's standard time on a day. */
export const aheadOn = ({ clockAhead }: Pick<GateContext, 'clockAhead'>, day: Day): number =>
  clockAhead.find((r) => r.from <= day && day < r.to)?.hours ?? 0;

/** The weather in an hour of the clock: forecast, or what was observed before it; null where neither reaches. */
export function skyAt(context: GateContext, hour: Hour): SkyAt | null {
  const standard = hour - aheadOn(context, dayOfHour(hour));
  const { forecast: f, recent: r } = context;
  if (f) {
    const i = standard - f.from * 24;
    if (i >= 0)
      return i < f.air.length
        ? {
            air: f.air[i] as Celsius,
            rain: f.rain[i] as Millimetres,
            wind: f.wind[i] as MetresPerSecond,
            chance: f.rainChance[i]!,
          }
        : null;
  }
  const i = r ? standard - r.from * 24 : -1;
  if (!r || i < 0 || i >= r.air.length) return null;
  const rain = r.rain[i] as Millimetres;
  return { air: r.air[i] as Celsius, rain, wind: r.wind[i] as MetresPerSecond, chance: rain > 0 ? 1 : 0 };
}

const UNKNOWN_SKY: Verdict = ajar({ code: 'not-known', source: 'forecast', missing: 'forecast' });

const RANK = { open: 0, ajar: 1, shut: 2 };

/** What one person treats in an hour on foot, 10,000 sq ft: common practice, no source. */
const PER_HOUR = fromSquareFeet(10_000);

/**
 * Hours of a spell that must be good together: the house's; late in the day what is left of it, where that is enough for
 * the ground that is treated.
 */
export function spellHours({ rules, today, zone, product }: GateContext, day: Day, first: number): number {
  const left = rules.workTo - first;
  const needed = Math.max(1, Math.ceil(areaOf(product.place, zone) / PER_HOUR));
  return day === today && left < rules.calmHours && left >= needed ? left : rules.calmHours;
}

/**
 * A day as the best spell of working hours makes it: the spell of `calmHours` whose worst hour is the least bad, the
 * first of equals; what that worst hour says, the day says. Of today only what is left.
 */
function bestSpell(context: GateContext, day: Day, at: (hour: Hour) => Verdict): Verdict {
  const { rules, today, hour } = context;
  const { workFrom, workTo } = rules;
  const first = day === today ? Math.max(workFrom, hour) : workFrom;
  const calmHours = spellHours(context, day, first);
  const verdicts: Verdict[] = [];
  for (let h = first; h < workTo; h++) verdicts.push(at(hourOf(day, h)));
  let best: Verdict | null = null;
  for (let i = 0; i + calmHours <= verdicts.length; i++) {
    let worst = verdicts[i]!;
    for (let k = i + 1; k < i + calmHours; k++)
      if (worseState(worst.state, verdicts[k]!.state) !== worst.state) worst = verdicts[k]!;
    if (!best || RANK[worst.state] < RANK[best.state]) best = worst;
    if (best.state === 'open') break;
  }
  return (
    best ?? shut('latch', { code: 'working-day-over', source: 'house rule', until: workTo, hours: calmHours })
  );
}

/** Where the forecast ends: from this hour of the clock on nothing is known. */
export function skyEnds({ forecast }: GateContext): Hour {
  return (forecast ? forecast.from * 24 + forecast.air.length : -Infinity) as Hour;
}

/**
 * A gate that the weather decides by the hour. `ask` is given the context once and answers with a verdict for all time,
 * where the product or the use does not care, or with a function of the hour.
 */
export function hourlyGate(
  key: Gate['key'],
  asks: Gate['asks'],
  ask: (context: GateContext) => Verdict | ((hour: Hour) => Verdict),
): Gate {
  const answers = (context: GateContext) => {
    const asked = ask(context);
    if (typeof asked !== 'function') return () => asked;
    const kept = new Map<Hour, Verdict>();
    return (hour: Hour) => {
      let v = kept.get(hour);
      if (!v) kept.set(hour, (v = skyAt(context, hour) ? asked(hour) : UNKNOWN_SKY));
      return v;
    };
  };
  return {
    key,
    name: gateName(key),
    asks,
    isWeather: true,
    spans: (context, range): Lane<Day, Verdict> => {
      const asked = ask(context);
      if (typeof asked !== 'function') return laneByTick(range, () => asked);
      const at = answers(context);
      const end = dayOfHour(skyEnds(context));
      const start = context.recent?.from ?? context.forecast?.from ?? context.today;
      return laneByTick(range, (day) =>
        day > end || day < start ? UNKNOWN_SKY : bestSpell(context, day, at),
      );
    },
    hours: (context, range: Range<Hour>) => laneByTick(range, answers(context)),
  };
}

/** The middle of an hour on the sun’s clock, on which noon is when it stands highest (but for the equation of time). */
export const solarHour = (context: GateContext, hour: Hour): number =>
  hourOfDay(hour) - aheadOn(context, dayOfHour(hour)) - context.sunBehind + 0.5;

/** The hours before an hour, nearest first. */
export function* hoursBefore(hour: Hour, count: number): Generator<Hour> {
  for (let i = 1; i <= count; i++) yield (hour - i) as Hour;
}
