import type { Labelled } from '@/ui/labelled';

/** A field of a product in which words or a figure are typed. */
export type TextOf = (
  field: 'rate' | 'ground' | 'shares' | 'shots',
  isText?: boolean,
) => Parameters<typeof Labelled>[0]['children'];
