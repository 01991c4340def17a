/** Calibration against the published identities and check values of extension bulletins (derivable), and practice. */
import type { Kilograms, KilogramsPerHectare, Litres, Metres, SquareMetres } from '@/core/units/quantity';
import { rateIn } from '@/core/units/rate';
import {
  L_PER_FL_OZ,
  L_PER_GAL,
  fromFeet,
  fromInches,
  fromMilesPerHour,
  fromSquareFeet,
} from '@/core/units/trade';
import { meanOfRuns, sprayedAt, sprayedOver, spreadOver, swathsOf, unevenNozzles } from './calibration';

const gpa = (rate: number) => rateIn({ by: 'volume', rate: rate as never }, 'gal/acre')!;
const pounds = (rate: KilogramsPerHectare) => rateIn({ by: 'mass', rate }, 'lb/1000sqft')!;

test('GPA = 5940 × GPM / (MPH × W): 0.4 gpm, 4 mph, 20 in give 29.7 (published)', () => {
  const perMinute = (0.4 * L_PER_GAL) as Litres;
  expect(gpa(sprayedAt(perMinute, 60, fromMilesPerHour(4), fromInches(20)))).toBeCloseTo(29.7, 3);
  const needed = (0.5387 * L_PER_GAL) as Litres;
  expect(gpa(sprayedAt(needed, 60, fromMilesPerHour(4), fromInches(20)))).toBeCloseTo(40, 2);
});

test('L/ha = 600 × (L/min) / (km/h × m): 1.5, 6, 0.5 give 300 (published)', () => {
  expect(sprayedAt(1.5 as Litres, 60, 6 / 3.6, 0.5 as Metres)).toBeCloseTo(300, 9);
});

test('1/128 acre: fluid ounces caught in the time for 340.3125 sq ft are gallons an acre (published)', () => {
  const area = fromSquareFeet(340.3125);
  for (const ounces of [20, 43.56, 87])
    expect(
      gpa(sprayedOver({ caught: (ounces * L_PER_FL_OZ) as Litres, seconds: 41 }, { area, seconds: 41 })),
    ).toBeCloseTo(ounces, 9);
  // a course of 204.19 ft for nozzles at 20 in, 136.125 ft at 30 in
  expect(fromFeet(204.1875) * fromInches(20)).toBeCloseTo(area, 9);
  expect(fromFeet(136.125) * fromInches(30)).toBeCloseTo(area, 9);
});

test('two gallons a minute and six minutes to 1,000 sq ft are 12 gal/1,000 sq ft (practice)', () => {
  const rate = sprayedOver(
    { caught: (2 * L_PER_GAL) as Litres, seconds: 60 },
    { area: fromSquareFeet(1000), seconds: 360 },
  );
  expect(rateIn({ by: 'volume', rate }, 'gal/1000sqft')).toBeCloseTo(12, 9);
});

test('speed: 200 ft in 30 s are 4.545 mph, 88 ft in 20 s are 3 (published)', () => {
  expect(fromFeet(200) / 30 / fromMilesPerHour(1)).toBeCloseTo(4.545, 3);
  expect(fromFeet(88) / 20 / fromMilesPerHour(1)).toBeCloseTo(3, 9);
});

test('weigh-back: 3.2 lb over 10 by 80 ft are 4 lb/1,000 sq ft; 1.5 g in a pan of 0.1 m² are 150 kg/ha (published)', () => {
  expect(pounds(spreadOver((3.2 * 0.45359237) as Kilograms, fromSquareFeet(800)))).toBeCloseTo(4, 9);
  const pan = spreadOver(0.0015 as Kilograms, 0.1 as SquareMetres);
  expect(pan).toBeCloseTo(150, 9);
  expect(pounds(pan)).toBeCloseTo(3.0722, 4);
});

test('the overlapped pattern of eleven pans: 4.08, 13.07, 12.66 and 7.90 % at five to eight (published)', () => {
  const swaths = swathsOf([6, 14, 20, 22, 24, 26, 24, 22, 18, 14, 6]);
  const cv = (pans: number) => swaths.find((s) => s.pans === pans)!.cv * 100;
  expect([5, 6, 7, 8].map((pans) => Number(cv(pans).toFixed(2)))).toEqual([4.08, 13.07, 12.66, 7.9]);
  expect(swaths).toHaveLength(11);
  expect(cv(1)).toBe(0);
});

test('runs and nozzles: what lies too far apart is told by its place', () => {
  expect(meanOfRuns([10, 10.5, 9.5])).toEqual({ mean: 10, spread: expect.closeTo(0.1, 12) as number });
  expect(unevenNozzles([20, 20, 24, 20, 17])).toEqual([
    { place: 2, off: expect.closeTo(24 / 20.2 - 1, 12) as number },
    { place: 4, off: expect.closeTo(17 / 20.2 - 1, 12) as number },
  ]);
  expect(() => spreadOver(1 as Kilograms, 0 as SquareMetres)).toThrow(RangeError);
});
