/**
 * Latch: the same site of action group year after year breeds weeds that stand it. Shut in the year that makes it the
 * house's number of years running, with no other group between; ajar in the year before that.
 */
import { yearOf, type Day } from '@/core/calendar/day';
import { constantLane, laneByTick } from '@/core/calendar/span';
import { ajar, open, shut, type Gate, type Verdict } from './gate';

export const resistance: Gate = {
  key: 'resistance',
  name: 'Resistance',
  spans: ({ application: { label }, ledger, rules }, range) => {
    if (label.ingredients.some((i) => i.group === null))
      return constantLane(range, ajar({ code: 'not-known', source: 'label', missing: 'group' }));
    const groups = [...new Set(label.ingredients.flatMap((i) => i.group || []))];
    const done = ledger.filter((e) => e.label.inSoil === label.inSoil);
    const groupsIn = (year: number) =>
      new Set(
        done
          .filter((e) => yearOf(e.day) === year)
          .flatMap((e) => e.label.ingredients.flatMap((i) => i.group || [])),
      );
    const rotates = open({ code: 'groups-rotate', source: 'ledger', groups });
    const kept = new Map<number, Verdict>();
    return laneByTick<Day, Verdict>(range, (day) => {
      const year = yearOf(day);
      let verdict = kept.get(year);
      if (!verdict) kept.set(year, (verdict = verdictIn(year)));
      return verdict;
    });

    function verdictIn(year: number): Verdict {
      for (const group of groups) {
        // this year's other groups break the row
        if ([...groupsIn(year)].some((g) => !groups.includes(g)) || groups.length > 1) continue;
        const years = [year];
        for (let y = year - 1; groupsIn(y).has(group) && groupsIn(y).size === 1; y--) years.unshift(y);
        const facts = { source: 'ledger', group, years, most: rules.groupYears } as const;
        if (years.length >= rules.groupYears) return shut('latch', { code: 'group-running', ...facts });
        if (years.length === rules.groupYears - 1 && years.length > 1)
          return ajar({ code: 'group-running', ...facts });
      }
      return rotates;
    }
  },
};
