/** A proposed programme as the fields that make it: what is sent to be written. */
import { isoDay } from '@/core/calendar/day';
import { NEW_PRODUCT, type TypedApplication } from '@/core/season/typed-application';
import { significant } from '@/core/units/format';
import { rateIn } from '@/core/units/rate';
import type { PlannedApplication } from '@/core/season/programme';
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
} as const;

export function typedProgramme({ kind, applications, looks }: Programme): TypedProgramme {
  const spring = applications.filter((a) => !isInAutumn(a));
  const purposeOf = (a: PlannedApplication): string =>
    isInAutumn(a) ? PURPOSES.autumn : `${PURPOSES.spring} ${spring.indexOf(a) + 1}`;
  const shots = kind === 'no pre-emergent' ? looks : [];
  return [
    ...applications.map((a) => typedOf(a, purposeOf(a))),
    ...shots.flatMap((l) =>
      l.product
        ? [
            {
              ...{ purpose: PURPOSES.look, plannedOn: isoDay(l.on), earliest: '', latest: '' },
              products: [
                {
                  ...NEW_PRODUCT,
                  ...{ productId: l.product.label.id, unit: l.product.label.rateUnit },
                  ...{ use: 'post-emergent', targets: l.product.targets },
                  rate: cut(rateIn(l.product.rate, l.product.label.rateUnit) ?? 0),
                },
              ],
              ties: [null],
            },
          ]
        : [],
    ),
  ];
}

const isInAutumn = (a: PlannedApplication): boolean =>
  a.products.every((p) => p.use === 'autumn pre-emergent');

const typedOf = (a: PlannedApplication, purpose: string): TypedProgramme[number] => ({
  purpose: a.purpose || purpose,
  plannedOn: isoDay(a.plannedOn),
  earliest: a.earliest === null ? '' : isoDay(a.earliest),
  latest: a.latest === null ? '' : isoDay(a.latest),
  products: a.products.map((p) => ({
    ...NEW_PRODUCT,
    ...{ productId: p.label.id, unit: p.label.rateUnit, use: p.use, targets: p.targets, tank: p.tank },
    rate: cut(rateIn(p.rate, p.label.rateUnit) ?? 0),
  })),
  ties: a.products.map((p) => p.tie && { of: p.tie.id, part: p.tie.part }),
});
