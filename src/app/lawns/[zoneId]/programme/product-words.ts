import type { Use } from '@/core/trade/terms';

/** A label's name as it is said: what marks it as a demo's is said once for the screen. */
export const shortName = (label: Readonly<{ name: string }>): string =>
  label.name.replace(', demo label', '');

export const USE_NAMES: Record<Use, string> = {
  'pre-emergent': 'pre-emergent, spring',
  'autumn pre-emergent': 'pre-emergent, autumn',
  'post-emergent': 'post-emergent, broadcast',
  spot: 'post-emergent, spots',
  'turf care': 'turf care: feeding, lime, wetting',
};
export const PLACE_NAMES = { zone: 'whole zone', spots: 'spots', strip: 'strip along an edge' } as const;
