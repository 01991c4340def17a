/** A proposed programme as the fields that make it: what is sent to be written. */
import { isoDay, type Day } from '@/core/calendar/day';
import { NEW_PRODUCT, type TypedApplication } from '@/core/season/typed-fields';
import { significant } from '@/core/units/figure';
import type { PlannedApplication } from '@/core/season/standing';
import { rateIn, type ProductRate } from '@/core/units/rate';
import type { Label } from '@/core/products/label';
import type { Weed } from '@/core/weeds/weeds';
import type { CleanUp } from './beside';
import type { Programme } from './planner';

/** With each product's part of a total, by a name of the total. */
export type TypedProgramme = readonly (TypedApplication &
  Readonly<{ ties: readonly (Readonly<{ of: string; part: number }> | null)[] }>)[];

/** Rates are cut, not rounded: what is written is never over a limit that the proposal keeps. */
const cut = (value: number): string => significant(Math.floor(value * 1e4 + 1e-6) / 1e4, 6).replace(/,/g, '');

/** What applications are called, so that those of all lawns make one round. */
const PURPOSES = {
  spring: 'Pre-emergent',
  autumn: 'Autumn pre-emergent',
  look: 'Look, and treat what is up',
  perennials: 'Broadleaf weeds',
} as const;

/** @param cleanUp what is done beside it, whichever programme is taken */
export function typedProgramme(
  { kind, applications, looks }: Programme,
  cleanUp: CleanUp | null = null,
): TypedProgramme {
  const spring = applications.filter((a) => !isInAutumn(a));
  const purposeOf = (a: PlannedApplication): string =>
    isInAutumn(a) ? PURPOSES.autumn : `${PURPOSES.spring} ${spring.indexOf(a) + 1}`;
  const shots = kind === 'no pre-emergent' ? looks : [];
  return [
    ...applications.map((a) => typedOf(a, purposeOf(a))),
    ...shots.flatMap((l) => (l.product ? [shot(PURPOSES.look, l.on, l.product)] : [])),
    ...(cleanUp ? [shot(PURPOSES.perennials, cleanUp.on, cleanUp)] : []),
  ];
}

/** One post-emergent on one day. */
const shot = (
  purpose: string,
  on: Day,
  { label, rate, targets }: Readonly<{ label: Label; rate: ProductRate; targets: readonly Weed[] }>,
): TypedProgramme[number] => ({
  purpose,
  plannedOn: isoDay(on),
  earliest: '',
  latest: '',
  products: [
    {
      ...NEW_PRODUCT,
      productId: label.id,
      unit: label.rateUnit,
      use: 'post-emergent',
      targets,
      rate: cut(rateIn(rate, label.rateUnit) ?? 0),
    },
  ],
  ties: [null],
});
const isInAutumn = (a: PlannedApplication): boolean =>
  a.products.every((p) => p.use === 'autumn pre-emergent');

const typedOf = (a: PlannedApplication, purpose: string): TypedProgramme[number] => ({
  purpose: a.purpose || purpose,
  plannedOn: isoDay(a.plannedOn),
  earliest: a.earliest === null ? '' : isoDay(a.earliest),
  latest: a.latest === null ? '' : isoDay(a.latest),
  products: a.products.map((p) => ({
    ...NEW_PRODUCT,
    productId: p.label.id,
    unit: p.label.rateUnit,
    use: p.use,
    targets: p.targets,
    tank: p.tank,
    rate: cut(rateIn(p.rate, p.label.rateUnit) ?? 0),
  })),
  ties: a.products.map((p) => p.tie && { of: p.tie.id, part: p.tie.part }),
});
