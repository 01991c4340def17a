import type { Use } from '@/core/trade/terms';

export const USE_NAMES: Record<Use, string> = {
  'pre-emergent': 'pre-emergent, spring',
  'autumn pre-emergent': 'pre-emergent, autumn',
  'post-emergent': 'post-emergent, broadcast',
  spot: 'post-emergent, spots',
  'turf care': 'turf care: feeding, lime, wetting',
};
export const PLACE_NAMES = { zone: 'whole zone', spots: 'spots', strip: 'strip along an edge' } as const;
