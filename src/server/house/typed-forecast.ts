/** A forecast typed by hand, from a radio or a notice board: a company without a service has one all the same. */
import { issue, type Issue } from '@/core/units/issue';
import 'server-only';
import Joi from 'joi';
import { addDays, showWeekday } from '@/core/calendar/day';
import { hourlyOf } from '@/core/weather/daily';
import { wholeDays } from '@/core/weather/days';
import { parseFigure } from '@/core/units/parse';
import { fromFahrenheit, fromInchesOfWater, fromMilesPerHour } from '@/core/units/trade';
import { requirePermission, type Actor } from '@/data/actor';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { putForecast, stationsOf, touchWeather } from '@/data/weather';
import { changed } from '@/server/queue/changes';
import { done, refuse, type Outcome } from '../entry/outcome';

/** As far ahead as such forecasts reach. */
export const MOST_TYPED_DAYS = 7;
const text = Joi.string().allow('').max(20).required();
/** One day in trade units; a row that is wholly empty ends the forecast. */
export type TypedDay = Readonly<{ low: string; high: string; rain: string; chance: string; wind: string }>;
export type ForecastInput = Readonly<{ stationId: string; days: readonly TypedDay[] }>;
export const forecastShape = Joi.object<ForecastInput>({
  stationId: Joi.string().guid({ separator: '-', wrapper: false }).required(),
  days: Joi.array()
    .items(Joi.object({ low: text, high: text, rain: text, chance: text, wind: text }))
    .min(1)
    .max(MOST_TYPED_DAYS)
    .required(),
}).required();

/** Keeps the days from today on as the station's forecast, in place of the one before. */
export function typeForecast(actor: Actor, input: ForecastInput): Promise<Outcome<{ days: number }>> {
  requirePermission(actor, 'change the house');
  return inOrganisation(actor, async (db) => {
    if (!(await stationsOf(db)).some((s) => s.id === input.stationId)) return refuse({ kind: 'gone' });
    const today = await todayOf(db, actor);
    const issues: Issue[] = [];
    const isEmpty = (d: TypedDay) => Object.values(d).every((v) => v.trim() === '');
    const last = input.days.findLastIndex((d) => !isEmpty(d));
    const read = input.days.slice(0, last + 1).map((d, i) => {
      const on = showWeekday(addDays(today, i));
      const figure = (value: string, what: string, unit: string, least: number, most: number) => {
        const parsed = parseFigure(value.replace('−', '-'), { field: `${on}: ${what}`, unit, least, most });
        if (!parsed.ok) issues.push(parsed.issue);
        return parsed.ok ? parsed.value : 0;
      };
      const day = {
        low: figure(d.low, 'Low', 'temperature', -80, 130),
        high: figure(d.high, 'High', 'temperature', -80, 130),
        rain: d.rain.trim() ? figure(d.rain, 'Rain', 'water', 0, 40) : 0,
        chance: d.chance.trim() ? figure(d.chance, 'Chance of rain', '%', 0, 100) : null,
        wind: figure(d.wind, 'Wind', 'wind', 0, 120),
      };
      if (day.low > day.high)
        issues.push(issue(`${on}: Low`, 'forecast-low-above-high', { lowF: day.low, highF: day.high }));
      return day;
    });
    if (!read.length) issues.push(issue('Forecast', 'forecast-empty'));
    if (issues.length) return refuse({ kind: 'invalid', issues });
    const column = (of: (d: (typeof read)[number]) => number) => Float64Array.from(read, of);
    const hourly = hourlyOf({
      from: today,
      min: column((d) => fromFahrenheit(d.low)),
      max: column((d) => fromFahrenheit(d.high)),
      rain: column((d) => fromInchesOfWater(d.rain)),
      wind: column((d) => fromMilesPerHour(d.wind)),
    });
    const days = wholeDays(hourly, (i) => {
      const { chance } = read[i]!;
      return chance === null ? null : Array.from({ length: 24 }, () => chance / 100);
    });
    await putForecast(db, { orgId: actor.orgId, stationId: input.stationId }, days);
    await touchWeather(db, input.stationId);
    await changed(db, actor, 'all', [{ kind: 'outlooks', orgId: actor.orgId }]);
    return done({ days: read.length });
  });
}
