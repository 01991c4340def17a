import { isoDay } from '@/core/calendar/day';
import type { TypedApplication } from '@/core/season/typed-fields';
import { significant } from '@/core/units/figure';
import { isRateUnit, rateIn } from '@/core/units/rate';
import { SHOWN_HAIR } from '@/core/units/tolerance';
import { toSquareFeet } from '@/core/units/trade';
import type { ZoneSheet } from '@/server/programme/view';
import type { AdoptedChange } from './openings';
import { withProduct } from './typed-product';

/** An application as typed, with an answer of "what would open it?" taken over: it is saved like any other edit. */
export function adopted(
  typed: TypedApplication,
  { position, productId, rate, split, day, treated }: AdoptedChange,
  sheet: ZoneSheet,
): TypedApplication {
  const products = typed.products.map((p, i) => {
    if (i !== position - 1) return p;
    const other = sheet.labels.now.find((l) => l.id === productId);
    const base = other ? withProduct(p, other, sheet) : p;
    const figureOf = rate && isRateUnit(base.unit) ? rateIn(rate, base.unit) : null;
    return {
      ...base,
      ...(figureOf === null ? {} : { rate: significant(figureOf, 4).replace(/,/g, '') }),
      ...(treated === undefined
        ? {}
        : { place: 'spots' as const, area: String(Math.floor(toSquareFeet(treated) + SHOWN_HAIR)) }),
      ...(split === undefined ? {} : { times: 'split' as const, split }),
    };
  });
  return { ...typed, products, ...(day === undefined ? {} : { plannedOn: isoDay(day) }) };
}
