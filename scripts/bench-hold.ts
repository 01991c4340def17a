/**
 * How often the hold comes within the range that was told, on real weather: two cities of four years (vega-datasets), each
 * year left out in turn and filled up with generated ones as the program does, fifty products a year as far off their
 * promise as the model says. What it cannot show: eight springs are few, and those of a city are not independent; the
 * test of four made climates has 456. More than 80 is right here: the range is also of a soil that nobody read, and the
 * truth's soil is the model's own.
 */
import { dayOf } from '@/core/calendar/day';
import { ensembleOf } from '@/core/ground/ensemble';
import { DEFAULT_CROSSING } from '@/core/ground/crossing';
import { NOTHING_READ, soilRunsOf } from '@/core/ground/outlook';
import { withMoisture } from '@/core/barrier/moisture';
import { randomFrom } from '@/core/weather/random';
import { openWeather } from '../tests/support/open-weather';
import { SITE } from '../tests/support/climates';
import { zone } from '../tests/support/gate-context';
import { STRENGTH, drawnStrength, heldOf, shareWithin, type HoldCase } from '../tests/support/hold-cases';

const YEARS = [2012, 2013, 2014, 2015];
const DRAWS = 50;
const lawn = { ...zone, texture: SITE.texture, irrigationPerHour: null };

function casesOf(city: 'Seattle' | 'New York', year: number): HoldCase[] {
  const observed = openWeather(city);
  const today = dayOf(year, 2, 1);
  const made = ensembleOf({
    site: SITE,
    depth: DEFAULT_CROSSING.depth,
    observed,
    forecast: null,
    today,
    years: YEARS.filter((y) => y !== year),
    leaveOut: year,
  });
  if (!made.ok || !made.ensemble.truth) return [];
  const { ensemble } = made;
  const truth = { year, ...made.ensemble.truth };
  const runs = (members: (typeof ensemble)['members']) =>
    withMoisture(soilRunsOf({ ...ensemble, members }, NOTHING_READ), observed, lawn, today);
  const told = heldOf(runs(ensemble.members), today, STRENGTH);
  const own = runs([truth]);
  const random = randomFrom(year);
  return Array.from({ length: DRAWS }, () => ({
    ...told,
    came: heldOf(own, today, drawnStrength(random)).p50,
  }));
}

console.log('range of the hold on real station-years (80 % are meant)');
for (const city of ['Seattle', 'New York'] as const) {
  const by = YEARS.map((year) => ({ year, cases: casesOf(city, year) })).filter((y) => y.cases.length);
  const percent = (cases: readonly HoldCase[]) => `${(100 * shareWithin(cases)).toFixed(0)} %`;
  console.log(
    `  ${city.padEnd(10)} ${by.length * DRAWS} products, within 10 to 90 % in ${percent(by.flatMap((y) => y.cases))} (${by.map((y) => `${y.year} ${percent(y.cases)}`).join(', ')})`,
  );
}
