/** Levels by Mehlich 3: from memory. */
import { addDays, dayOf } from '@/core/calendar/day';
import type { Metres } from '@/core/units/quantity';
import { rateOf } from '@/core/units/rate';
import { groundVerdicts, wantsPhosphorus, type SoilTest } from './soil-test';

const on = dayOf(2026, 3, 1);
const test1: SoilTest = { on, ph: 6.5, phosphorus: 35, potassium: 120, lime: null };
const firm = { isCompacted: false, thatch: null };
const codes = (
  t: SoilTest | null,
  seen: Parameters<typeof groundVerdicts>[1] = firm,
  today = addDays(on, 100),
) => groundVerdicts(t, seen, today).map((v) => v.code);

test('what is as it should be says nothing, and an old test asks for a new one', () => {
  expect(codes(test1)).toEqual([]);
  expect(codes(null)).toEqual([]);
  expect(codes(test1, firm, addDays(on, 731))).toEqual(['test-old']);
});
test('acid ground, little potassium, much phosphorus, lime', () => {
  expect(
    codes({ ...test1, ph: 5.6, phosphorus: 80, potassium: 40, lime: rateOf(50, 'lb/1000sqft') }),
  ).toEqual(['acid', 'phosphorus-high', 'potassium-low', 'lime']);
  expect(codes({ ...test1, ph: 7.9, phosphorus: 10 })).toEqual(['alkaline', 'phosphorus-low']);
  expect([wantsPhosphorus({ ...test1, phosphorus: 10 }), wantsPhosphorus(test1)]).toEqual([true, false]);
  expect(wantsPhosphorus({ ...test1, phosphorus: null })).toBeNull();
});
test('hard ground and thick thatch', () => {
  expect(codes(null, { isCompacted: true, thatch: 0.02 as Metres })).toEqual(['compacted', 'thatch']);
  expect(codes(null, { isCompacted: false, thatch: 0.01 as Metres })).toEqual([]);
});
