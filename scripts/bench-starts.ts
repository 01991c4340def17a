/**
 * Coverage of the outlook on synthetic starts: 480 days drawn from the weeks before the line is crossed, in four climates of
 * which every year is known. The forecast is off as much as it says, and the more the further ahead. What two cities of four
 * years cannot show: forty starts within a week of the line are few, and their springs are not independent.
 */
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { DEFAULT_CROSSING, crossingDay, lineRules } from '@/core/ground/crossing';
import { ensembleOf, wholeYears } from '@/core/ground/ensemble';
import { outlookFrom } from '@/core/ground/outlook';
import { EXACT } from '@/core/ground/readings';
import { forecastOfDays, usualAirError, wholeDays } from '@/core/weather/days';
import { normal, randomFrom } from '@/core/weather/random';
import { sliceDays, type HourlyWeather } from '@/core/weather/series';
import { CITY, MIDDLE, NORTH, SITE, WARM, airOf } from '../tests/support/climates';

const YEAR = 2027;
const SPRINGS = 20;
const STARTS = 6;
const SPREAD_DAYS = 24;
/** Errors of a forecast forget themselves to 1/e within so many days. */
const ERROR_DAYS = 2;

type Start = Readonly<{ lead: number; isHeld: boolean }>;

function forecastOn(air: HourlyWeather, today: Day, random: () => number) {
  const keep = Math.exp(-1 / ERROR_DAYS);
  let error = normal(random);
  return forecastOfDays(
    Array.from({ length: 10 }, (_, d) => {
      const day = addDays(today, d);
      const [one] = wholeDays(sliceDays(air, day, addDays(day, 1)), () => null);
      const off = usualAirError(24 * d + 12) * error;
      error = keep * error + Math.sqrt(1 - keep * keep) * normal(random);
      return {
        ...one!,
        day,
        air: one!.air.map((t) => t + off),
        chance: one!.rain.map((r) => (r > 0 ? 0.9 : 0.1)),
      };
    }),
  );
}

const starts = [NORTH, MIDDLE, CITY, WARM].flatMap((climate, c) =>
  Array.from({ length: SPRINGS }, (_, s) => s + 1).flatMap((spring): Start[] => {
    const air = airOf(climate, YEAR, { before: 10, seed: spring * 7 + c, wet: 0.2 });
    const years = wholeYears(air, YEAR).slice(-8);
    const input = { depth: DEFAULT_CROSSING.depth, site: SITE };
    const late = addDays(dayOf(YEAR, 1, 1), 200);
    const known = ensembleOf({
      ...input,
      observed: sliceDays(air, air.from, late),
      forecast: null,
      today: late,
      years,
    });
    if (!known.ok) return [];
    const { history } = known.ensemble;
    const came = crossingDay(history, DEFAULT_CROSSING, dayOf(YEAR, 1, 25));
    if (came === null) return [];
    const random = randomFrom(spring * 50 + c);
    return Array.from({ length: STARTS }, () =>
      addDays(came, -1 - Math.floor(random() * SPREAD_DAYS)),
    ).flatMap((today) => {
      const made = ensembleOf({
        ...input,
        observed: sliceDays(air, air.from, today),
        forecast: forecastOn(air, today, random),
        today,
        years,
      });
      if (!made.ok) return [];
      const { p10, p50, p90 } = outlookFrom(
        made.ensemble,
        { correction: EXACT, track: [], signs: [] },
        lineRules(DEFAULT_CROSSING),
      ).dates;
      return p10 === null || p50 === null || p90 === null
        ? []
        : [{ lead: p50 - today, isHeld: came >= p10 && came <= p90 }];
    });
  }),
);
const held = (name: string, some: readonly Start[]) =>
  console.log(
    `  ${name.padEnd(34)} ${some.length} starts, the line within 10 to 90 % in ${((100 * some.filter((s) => s.isHeld).length) / some.length).toFixed(0)} %`,
  );
console.log('synthetic starts, with a ten-day forecast (80 % are meant)');
held('all', starts);
held(
  'even odds within a week',
  starts.filter((s) => s.lead <= 7),
);
held(
  'even odds further ahead',
  starts.filter((s) => s.lead > 7),
);
