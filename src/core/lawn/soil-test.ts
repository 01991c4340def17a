/**
 * What a soil test and a probe say of the ground, as far as it decides about weeds and what may be put down: pH, phosphorus,
 * potassium, lime, how old the test is; compaction and thatch. Levels by Mehlich 3, from memory; laboratories differ, and
 * theirs go before these.
 */
import type { Day } from '@/core/calendar/day';
import type { Metres } from '@/core/units/quantity';
import type { ProductRate } from '@/core/units/rate';

export type SoilTest = Readonly<{
  on: Day;
  ph: number;
  /** mg/kg; null: not tested */
  phosphorus: number | null;
  potassium: number | null;
  /** that the laboratory asks for; null: it says nothing */
  lime: ProductRate | null;
}>;

/** Two years. Common practice, no source. */
const LASTS_DAYS = 730;
const ACID = 6;
const ALKALINE = 7.5;
const LOW = { phosphorus: 25, potassium: 75 };
const HIGH_PHOSPHORUS = 50;
/** Thatch over half an inch holds back what belongs in the soil. Common practice, no source. */
const THICK = 0.0127 as Metres;

export type GroundVerdict =
  | Readonly<{ code: 'test-old'; days: number }>
  | Readonly<{ code: 'acid' | 'alkaline'; ph: number }>
  | Readonly<{ code: 'phosphorus-low' | 'phosphorus-high' | 'potassium-low'; found: number }>
  | Readonly<{ code: 'lime'; rate: ProductRate }>
  | Readonly<{ code: 'compacted' }>
  | Readonly<{ code: 'thatch'; depth: Metres }>;

/** Whether the test asks for phosphorus; null: it was not tested. */
export const wantsPhosphorus = ({ phosphorus }: SoilTest): boolean | null =>
  phosphorus === null ? null : phosphorus < LOW.phosphorus;

export function groundVerdicts(
  test: SoilTest | null,
  seen: Readonly<{ isCompacted: boolean; thatch: Metres | null }>,
  today: Day,
): GroundVerdict[] {
  const out: GroundVerdict[] = [];
  if (test) {
    if (today - test.on > LASTS_DAYS) out.push({ code: 'test-old', days: today - test.on });
    if (test.ph < ACID) out.push({ code: 'acid', ph: test.ph });
    if (test.ph > ALKALINE) out.push({ code: 'alkaline', ph: test.ph });
    const { phosphorus: p, potassium: k } = test;
    if (p !== null && p < LOW.phosphorus) out.push({ code: 'phosphorus-low', found: p });
    if (p !== null && p > HIGH_PHOSPHORUS) out.push({ code: 'phosphorus-high', found: p });
    if (k !== null && k < LOW.potassium) out.push({ code: 'potassium-low', found: k });
    if (test.lime !== null && test.lime.rate > 0) out.push({ code: 'lime', rate: test.lime });
  }
  if (seen.isCompacted) out.push({ code: 'compacted' });
  if (seen.thatch !== null && seen.thatch > THICK) out.push({ code: 'thatch', depth: seen.thatch });
  return out;
}
