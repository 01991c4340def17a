/** What stands on a zone's year besides its programme. */
import { standingOf, isOpen, type PlannedApplication } from '@/core/season/standing';
import type { Day } from '@/core/calendar/day';
import type { Shows } from '@/core/units/format';
import { significant } from '@/core/units/figure';
import { AMOUNT_UNITS } from '@/core/units/rate';
import type { LawnView } from './lawn-view';
import { earlierWords } from '@/ui/earlier-words';
import { shortName } from '@/ui/words';
import type { RailMark } from '@/ui/year-rail';
import type { OtherWork } from './programme/programme-list';

/** What went down here without a plan, and what is known from before the book. */
export const otherWork = ({ entries, earlier, shelf, zone }: LawnView, show: Shows): OtherWork[] => [
  ...entries
    .filter((e) => e.plannedProductId === null)
    .map((e) => ({
      id: e.id,
      day: e.appliedOn,
      href: `/records/${e.id}`,
      what: 'done, not planned',
      words: `${shortName({ name: e.productName })}, ${significant(e.amount, 4)} ${AMOUNT_UNITS[e.amountUnit].words}`,
    })),
  ...earlier.map((w) => ({
    id: w.id,
    day: w.on,
    href: `/lawns/${zone.id}/sheet#history`,
    what: 'before this book',
    words: earlierWords(w, (id) => shortName(shelf.find((l) => l.id === id) ?? { name: 'a product' }), show),
  })),
];

/** Its programme and its other work on the rail. @param chosenId the application that the page shows */
export const marksOf = (
  others: readonly OtherWork[],
  applications: readonly PlannedApplication[],
  { chosenId, today, mayPlan }: Readonly<{ chosenId: string | undefined; today: Day; mayPlan: boolean }>,
): RailMark[] => [
  ...others.map(({ id, day, words, what }) => ({
    id,
    day,
    standing: 'done' as const,
    label: `${words}, ${what}`,
    isChosen: false,
    isMovable: false,
  })),
  ...applications.map((a) => ({
    id: a.id,
    day: a.doneOn ?? a.plannedOn,
    standing: standingOf(a, today),
    label: `${titleOf(a)}, ${standingOf(a, today)}`,
    isChosen: a.id === chosenId,
    isMovable: mayPlan && isOpen(a),
  })),
];

/** What an application is for, or what it puts down. */
export const titleOf = (a: PlannedApplication): string =>
  a.purpose || a.products.map((p) => shortName(p.label)).join(' + ');
