/** A year's programme as it is planned again in the year after. */
import { inYear, yearOf, type Day } from '@/core/calendar/day';
import type { PlannedApplication, PlannedProduct } from '@/core/season/standing';
import { typedFrom } from '@/core/season/typed-fields';
import type { RateUnit } from '@/core/units/rate';
import type { TypedProgramme } from './planner/typed';

type Kept = Omit<PlannedApplication, 'products'> &
  Readonly<{
    products: readonly (PlannedProduct & Readonly<{ typed: Readonly<{ rate: number; unit: RateUnit }> }>)[];
  }>;

/**
 * What was planned in `year` and not skipped, each on the same day of the next year, with its window, products, rates and
 * places. What was done counts on the day on which it was done; what would come before `today` is left out. Parts of a
 * total stay parts where all of them are copied; shots of a sequence keep their label's days by its gates.
 * @returns what is typed, and how many come too late for it
 */
export function nextYearOf(
  applications: readonly Kept[],
  year: number,
  today: Day,
): Readonly<{ typed: TypedProgramme; tooLate: number }> {
  const of = applications.filter((a) => !a.skipped && yearOf(a.doneOn ?? a.plannedOn) === year);
  const moved = of.map((a) => {
    const by = (day: Day | null): Day | null => day && inYear(day, yearOf(day) + 1);
    const on = a.doneOn ?? a.plannedOn;
    const day = by(on)!;
    // work that was done outside its window has none that holds
    const isInside = (a.earliest ?? on) <= on && on <= (a.latest ?? on);
    const window = isInside ? { earliest: by(a.earliest), latest: by(a.latest) } : NO_WINDOW;
    return { ...a, plannedOn: day, ...window };
  });
  const due = moved.filter((a) => a.plannedOn >= today);
  const copied = new Map<string, number>();
  for (const p of due.flatMap((a) => a.products))
    if (p.tie?.kind === 'split') copied.set(p.tie.id, (copied.get(p.tie.id) ?? 0) + 1);
  return {
    typed: due.map((a) => {
      const typed = typedFrom(a);
      return {
        ...typed,
        products: typed.products.map((p) => ({ ...p, id: '' })),
        ties: a.products.map(({ tie }) =>
          tie?.kind === 'split' && copied.get(tie.id) === tie.of ? { of: tie.id, part: tie.part } : null,
        ),
      };
    }),
    tooLate: moved.length - due.length,
  };
}
const NO_WINDOW = { earliest: null, latest: null };
