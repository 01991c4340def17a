import { fromSquareFeet, toSquareFeet } from '@/core/units/trade';
import { spotsIn } from './spots';

const zone = fromSquareFeet(6240.4);

test('spots are square feet of a zone; nothing typed is the whole of it', () => {
  const some = spotsIn('1,200', zone);
  expect(some.ok && some.value && toSquareFeet(some.value)).toBeCloseTo(1200, 9);
  expect(spotsIn('  ', zone)).toEqual({ ok: true, value: null });
  expect(spotsIn('6240', zone).ok).toBe(true);
});

test.each([
  ['7,000', 'Area of the spots is 7,000 sq ft, and the zone has 6,240 sq ft'],
  ['0', 'Area of the spots is 0 sq ft'],
  ['a few', 'Area of the spots'],
])('%p is refused by field and figure', (text, problem) => {
  const read = spotsIn(text, zone);
  expect(read.ok ? '' : read.issue.problem).toContain(problem);
});
