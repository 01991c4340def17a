/** What the year rail shows of an outlook: small enough to be sent with any page. */
import { addDays, type Day } from '@/core/calendar/day';
import type { Outlook } from '@/core/ground/outlook';
import type { Celsius } from '@/core/units/quantity';
import { toFahrenheit } from '@/core/units/trade';
import { SOIL_SCALE } from './palette';

/** Which color of the scale. */
const colorOf = (t: number): number =>
  Math.max(
    0,
    SOIL_SCALE.findLastIndex(([from]) => toFahrenheit(t as Celsius) >= from),
  );

export type RailSoil = Pick<Outlook, 'rule' | 'crossed' | 'dates' | 'depth'> &
  Readonly<{
    /** the last mean that was observed; null: none was */
    latest: Celsius | null;
    /** the first day of the ribbon, and the first that is still to come */
    from: Day;
    today: Day;
    /** stretches that follow each other: so many days of a color of the scale */
    ribbon: readonly (readonly [days: number, color: number])[];
  }>;

export function railSoilOf({ rule, crossed, dates, depth, from, today, observed, band }: Outlook): RailSoil {
  const ribbon: [number, number][] = [];
  [...observed, ...band.p50].forEach((t, i) => {
    const color = colorOf(t);
    const last = ribbon.at(-1);
    if (last?.[1] === color && i !== observed.length) last[0]++;
    else ribbon.push([1, color]);
  });
  const latest = (observed.at(-1) as Celsius | undefined) ?? null;
  return { rule, crossed, dates, depth, latest, from, today, ribbon };
}

/** The ribbon by its colors, paler where it is to come: stretches of days, `to` not in them. */
export function stretchesByColor({ from, today, ribbon }: RailSoil) {
  const byColor = new Map<string, { color: string; isAhead: boolean; stretches: { from: Day; to: Day }[] }>();
  let day = from;
  for (const [days, index] of ribbon) {
    const color = SOIL_SCALE[index]?.[1] ?? 'none';
    const isAhead = day >= today;
    const key = `${color}${isAhead ? ' ahead' : ''}`;
    const found = byColor.get(key) ?? { color, isAhead, stretches: [] };
    byColor.set(key, found);
    const to = addDays(day, days);
    found.stretches.push({ from: day, to });
    day = to;
  }
  return [...byColor.values()];
}
