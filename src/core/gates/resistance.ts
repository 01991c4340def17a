/**
 * Latch: the same site of action group year after year breeds weeds that stand it. Shut in the year that makes it the
 * house's number of years running, with no other group between; ajar in the year before that, and where the twelve
 * months before are not known.
 */
import { gateName } from './gate-names';
import { addDays, dayOf, yearOf, type Day } from '@/core/calendar/day';
import { constantLane, laneByBreaks } from '@/core/calendar/span';
import { YEAR_DAYS } from '@/core/records/ledger';
import { isPreEmergent } from '@/core/trade/terms';
import { WEEDS } from '@/core/weeds/weeds';
import { ajar, open, shut, type Gate, type Verdict } from './gate';

/** Perennials that come from the root are not bred by auxins as annuals are: for them a warning is enough. Practice. */
const AUXINS = 4;

export const resistance: Gate = {
  key: 'resistance',
  name: gateName('resistance'),
  asks: 'herbicide',
  isWeather: false,
  spans: ({ product, beside, ledger, rules, bookFrom }, range) => {
    if (product.label.ingredients.some((i) => i.group === null))
      return constantLane(range, ajar({ code: 'not-known', source: 'label', missing: 'group' }));
    const { targets, label } = product;
    const perennials = targets.length > 0 && targets.every((t) => WEEDS[t].life === 'perennial');
    const groups = [...new Set(label.ingredients.flatMap((i) => i.group || []))];
    const alike = ledger.filter((e) => e.inSoil === label.inSoil);
    const besideIt = beside
      .filter((p) => p.label.inSoil === label.inSoil)
      .flatMap((p) => p.label.ingredients);
    const groupsIn = (year: number) =>
      new Set(
        alike
          .filter((e) => yearOf(e.day) === year)
          .flatMap((e) => e.ingredients.flatMap((i) => i.group || [])),
      );
    const others = besideIt.flatMap((i) => i.group || []);
    const newYears = [];
    for (let y = yearOf(range.from); y <= yearOf(range.to); y++) newYears.push(dayOf(y, 1, 1));
    const whole = bookFrom === null ? [] : [addDays(bookFrom, YEAR_DAYS)];
    return laneByBreaks<Day, Verdict>(range, [...newYears, ...whole], verdictOn);

    function verdictOn(day: Day): Verdict {
      const year = yearOf(day);
      let warning: Verdict | null = null;
      for (const group of groups) {
        // this year's other groups break the row
        if ([...groupsIn(year), ...others].some((g) => !groups.includes(g)) || groups.length > 1) continue;
        const years = [year];
        for (let y = year - 1; groupsIn(y).has(group) && groupsIn(y).size === 1; y--) years.unshift(y);
        const isPre = isPreEmergent(product.use);
        const facts = { source: 'ledger', group, years, most: rules.groupYears, isPre } as const;
        if (years.length >= rules.groupYears && !(group === AUXINS && perennials))
          return shut('latch', { code: 'group-running', ...facts });
        if (years.length >= rules.groupYears) warning = ajar({ code: 'group-running', ...facts });
        if (years.length === rules.groupYears - 1 && years.length > 1)
          warning = ajar({ code: 'group-running', ...facts });
      }
      if (warning) return warning;
      return groups.length > 0 && (bookFrom === null || bookFrom > addDays(day, -YEAR_DAYS))
        ? ajar({ code: 'history-not-known', source: 'ledger', days: YEAR_DAYS, bookFrom })
        : open({ code: 'groups-rotate', source: 'ledger', groups });
    }
  },
};
