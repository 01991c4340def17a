import { SCHOOLS } from '@/core/ground/crossing';
import { USUAL_CROSSINGS, crossingsFrom } from './crossings';
import { DEFAULT_CROSSINGS } from '../../tests/support/soil-rules';

test('the usual figures in trade units are the core’s usual figures, school by school', () => {
  const made = crossingsFrom(USUAL_CROSSINGS);
  expect([made.use, made.depth]).toEqual([DEFAULT_CROSSINGS.use, DEFAULT_CROSSINGS.depth]);
  for (const school of SCHOOLS)
    for (const [key, value] of Object.entries(DEFAULT_CROSSINGS.rules[school])) {
      const got = (made.rules[school] as unknown as Record<string, unknown>)[key];
      if (typeof value === 'number') expect(got).toBeCloseTo(value, 9);
      else expect(got).toBe(value);
    }
});

test('another depth is every soil school’s depth', () => {
  const { rules, depth } = crossingsFrom({ ...USUAL_CROSSINGS, depthIn: 4 });
  expect(depth).toBeCloseTo(0.1016, 9); // published: NIST SP 811, an inch is 25.4 mm exactly
  for (const rule of Object.values(rules)) if ('depth' in rule) expect(rule.depth).toBe(depth);
});
