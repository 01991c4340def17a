import type { NextYear } from '@/core/weeds/next-year';

const NEXT: Readonly<Record<NextYear, string>> = {
  'in parts': 'a barrier in parts',
  'another group': 'another site of action',
  'year off': 'a year without a barrier',
};
export const nextYearWords = (wish: NextYear): string => NEXT[wish];
