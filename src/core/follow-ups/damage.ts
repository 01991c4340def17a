/**
 * What a complaint is answered with: damage as it was seen, beside what was put down before it, how green the turf was, and
 * the frosts since. It judges nobody: it lays dates side by side.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { daysIn, type HourlyWeather } from '@/core/weather/series';

export type Damage = Readonly<{
  on: Day;
  seen: string;
  /** as somebody judged it */
  cause: string;
  person: string;
  /** put down in the weeks before, the last first, with the days in between */
  before: readonly Readonly<{ product: string; day: Day; days: number }>[];
  /** the last look at the green before it; null: nobody looked */
  green: Readonly<{ on: Day; percent: number }> | null;
  /** days of the two weeks before on which the air went below freezing; null: their weather is not on file */
  frosts: readonly Day[] | null;
}>;

/** What was put down longer before hardly shows then. Common practice, no source. */
const BEFORE_DAYS = 35;
/** Frost shows within days, and its scars for two weeks. Common practice, no source. */
const FROST_DAYS = 14;
/** °C: what nips green leaf. Common practice, no source. */
const NIPS = -1;

type Seen = Readonly<{ on: Day; seen: string; cause: string; person: string }>;

/** The newest first. @param looks at the green, per cent @param weather the station's, as far as it is on file */
export function damagesOf(
  seen: readonly Seen[],
  entries: readonly Readonly<{ product: string; day: Day }>[],
  looks: readonly Readonly<{ on: Day; percent: number }>[],
  weather: HourlyWeather | null,
): Damage[] {
  return seen
    .map((d): Damage => ({
      ...d,
      before: entries
        .filter((e) => e.day <= d.on && d.on - e.day <= BEFORE_DAYS)
        .toSorted((a, b) => b.day - a.day)
        .map(({ product, day }) => ({ product, day, days: d.on - day })),
      green: looks.filter((l) => l.on <= d.on).toSorted((a, b) => b.on - a.on)[0] ?? null,
      frosts: frostsBefore(d.on, weather),
    }))
    .toSorted((a, b) => b.on - a.on);
}

function frostsBefore(on: Day, weather: HourlyWeather | null): Day[] | null {
  const first = addDays(on, -FROST_DAYS);
  // the day itself may not be over
  if (!weather || weather.from > first || addDays(weather.from, daysIn(weather)) < on) return null;
  const frosts: Day[] = [];
  for (let day = first; day < on; day = addDays(day, 1)) {
    const at = (day - weather.from) * 24;
    if (Math.min(...weather.air.subarray(at, at + 24)) <= NIPS) frosts.push(day);
  }
  return frosts;
}
