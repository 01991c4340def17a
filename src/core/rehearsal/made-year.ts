/** Years that never were: weather made like the station's, put where a year on file stood. */
import { dayOf } from '@/core/calendar/day';
import { dailyOf } from '@/core/weather/daily';
import { hourlyByFragments } from '@/core/weather/fragments';
import { fitGenerator, generate } from '@/core/weather/generator';
import { randomFrom } from '@/core/weather/random';
import type { Play } from './rehearsal';

/** Gives the play with the first, second and so on of the years that never were; the same each time it is asked. */
export function madeYears(p: Play, year: number): (number: number) => Play {
  const generator = fitGenerator(dailyOf(p.observed));
  const from = dayOf(year, 1, 1);
  const days = dayOf(year + 1, 1, 1) - from;
  const at = (from - p.observed.from) * 24;
  return (number) => {
    const random = randomFrom(6271 * number);
    const made = hourlyByFragments(generate(generator, from, days, random), p.observed, random);
    const put = (whole: Float64Array, part: Float64Array) => {
      const out = whole.slice();
      out.set(part, at);
      return out;
    };
    const { air, rain, wind } = p.observed;
    return {
      ...p,
      year,
      observed: {
        from: p.observed.from,
        air: put(air, made.air),
        rain: put(rain, made.rain),
        wind: put(wind, made.wind),
      },
    };
  };
}
