import { celsius, kelvins, metres, type SquareMetresPerSecond } from '@/core/units/quantity';
import { fromFahrenheit, fromInches } from '@/core/units/trade';
import { doubtsAbout, mostChange } from './plausible';

const loam = 0.5e-6 as SquareMetresPerSecond;
const expected = { value: fromFahrenheit(53), sd: kelvins(1.2) };

test('12 in a company of °F is asked about: in °C it is 53.6 °F', () => {
  const [doubt] = doubtsAbout({ value: 12, unit: 'F' }, expected, null);
  expect(doubt).toMatchObject({ code: 'other-scale', expected: fromFahrenheit(53) });
  if (doubt?.code === 'other-scale') expect(doubt.asOther).toBe(12);
});
test('53 typed as °C is asked about the other way round', () => {
  expect(doubtsAbout({ value: 53, unit: 'C' }, expected, null)[0]?.code).toBe('other-scale');
});
test('a value that fits is not asked about; one that fits in neither scale is far off', () => {
  expect(doubtsAbout({ value: 55, unit: 'F' }, expected, null)).toEqual([]);
  expect(doubtsAbout({ value: 88, unit: 'F' }, expected, null)[0]?.code).toBe('far-off');
});
test('without weather nothing is expected and nothing asked', () => {
  expect(doubtsAbout({ value: 12, unit: 'F' }, null, null)).toEqual([]);
});
test('a swing beyond what the depth allows is asked about', () => {
  const most = mostChange(fromInches(4), 1, loam);
  const last = { value: celsius(10), hours: 1, most };
  expect(doubtsAbout({ value: 14, unit: 'C' }, null, last).map((d) => d.code)).toEqual(['swing']);
  expect(doubtsAbout({ value: 11, unit: 'C' }, null, last)).toEqual([]);
});
test('the most that soil can change grows with time and shrinks with depth', () => {
  const at = (z: number, h: number) => mostChange(metres(z), h, loam);
  expect(at(0.05, 6)).toBeGreaterThan(at(0.05, 1));
  expect(at(0.1, 6)).toBeLessThan(at(0.05, 6));
  // published: heat-conduction solution: at 2 in of loam the wave keeps 0.648 of its height
  expect(at(0.0508, 12)).toBeCloseTo(30 * 0.648 + 2.5, 1);
});
