/** The fields of an application as they are typed, and how they stand before anybody has. */
import { isoDay, type Day } from '@/core/calendar/day';
import type { Place } from '@/core/products/application';
import { significant } from '@/core/units/figure';
import type { RateUnit } from '@/core/units/rate';
import { toFeet, toSquareFeet } from '@/core/units/trade';
import type { PlannedApplication, PlannedProduct } from './standing';

/** How a new product is put down over several applications; '' alone: once. */
export const TIMES = ['once', 'split', 'sequence'] as const;
export type Times = (typeof TIMES)[number];

export type TypedProduct = Readonly<{
  /** of a product that is on file; empty: a new one */
  id: string;
  productId: string;
  /** of a new split: the total */
  rate: string;
  unit: string;
  use: string;
  targets: readonly string[];
  method: string;
  place: Place['on'];
  /** sq ft of spots; ft of a strip */
  area: string;
  length: string;
  width: string;
  /** a name for other spots than the zone's usual ones */
  ground: string;
  tank: number;
  times: Times;
  /** a named split, or 'typed' */
  split: string;
  shares: string;
  shots: string;
}>;
export type TypedApplication = Readonly<{
  purpose: string;
  plannedOn: string;
  earliest: string;
  latest: string;
  products: readonly TypedProduct[];
}>;

/** The key of a product's field, by which a form finds the issue that belongs to it: "products.0.rate". */
export const productField = (index: number, field: keyof TypedProduct): string =>
  `products.${index}.${field}`;

/** A planned application as the fields that make it. */
export function typedFrom(
  a: Pick<PlannedApplication, 'purpose' | 'plannedOn' | 'earliest' | 'latest'> &
    Readonly<{
      products: readonly (PlannedProduct & Readonly<{ typed: Readonly<{ rate: number; unit: RateUnit }> }>)[];
    }>,
): TypedApplication {
  const plain = (value: number) => significant(value, 6).replace(/,/g, '');
  const day = (d: Day | null) => (d === null ? '' : isoDay(d));
  return {
    purpose: a.purpose,
    plannedOn: isoDay(a.plannedOn),
    earliest: day(a.earliest),
    latest: day(a.latest),
    products: a.products.map((p) => ({
      ...NEW_PRODUCT,
      id: p.id,
      productId: p.label.id,
      rate: plain(p.typed.rate),
      unit: p.typed.unit,
      use: p.use,
      targets: p.targets,
      method: p.method ?? '',
      place: p.place.on,
      tank: p.tank,
      area: p.place.on === 'spots' ? plain(toSquareFeet(p.place.area)) : '',
      length: p.place.on === 'strip' ? plain(toFeet(p.place.length)) : '',
      width: p.place.on === 'strip' ? plain(toFeet(p.place.width)) : '',
      ground: p.place.on === 'zone' ? '' : p.place.ground,
    })),
  };
}

/** A product of which nothing is typed yet. */
export const NEW_PRODUCT: TypedProduct = {
  id: '',
  productId: '',
  rate: '',
  unit: '',
  use: '',
  targets: [],
  method: '',
  place: 'zone',
  area: '',
  length: '',
  width: '',
  ground: '',
  tank: 1,
  times: 'once',
  split: 'halves',
  shares: '',
  shots: '2',
};

/** An application of which nothing is typed yet but its day. */
export const emptyApplication = (day: Day): TypedApplication => ({
  purpose: '',
  plannedOn: isoDay(day),
  earliest: '',
  latest: '',
  products: [NEW_PRODUCT],
});
