/** A planned application, and how it stands: what lists and screens ask of one needs no gate. */
import type { Day } from '@/core/calendar/day';
import type { ApplicationProduct, Tie } from '@/core/products/application';

/** One product of a planned application; `recordId` names the entry that stands for it once it is down. */
export type PlannedProduct = ApplicationProduct<Tie> & Readonly<{ id: string; recordId: string | null }>;

export type PlannedApplication = Readonly<{
  id: string;
  /** what it is for, as people call it; may be empty */
  purpose: string;
  /** the best day, and the window around it where one is set */
  plannedOn: Day;
  earliest: Day | null;
  latest: Day | null;
  products: readonly PlannedProduct[];
  /** the day on which it was put down; null: it was not */
  doneOn: Day | null;
  skipped: Readonly<{ why: string; by: string; on: Day }> | null;
}>;

/** Done: every product of it is down. Part of a visit that was left out stays due. */
export type Standing = 'done' | 'skipped' | 'due' | 'to come';
export function standingOf(a: PlannedApplication, today: Day): Standing {
  if (a.products.every((p) => p.recordId !== null)) return 'done';
  if (a.skipped) return 'skipped';
  return (a.earliest ?? a.plannedOn) <= today ? 'due' : 'to come';
}
/** Still to be put down. */
export const isOpen = (a: PlannedApplication): boolean =>
  !a.skipped && a.products.some((p) => p.recordId === null);

/** By day; applications of one day in the order of their ids, so that lists keep still. */
export const byDay = (a: PlannedApplication, b: PlannedApplication): number =>
  (a.doneOn ?? a.plannedOn) - (b.doneOn ?? b.plannedOn) || a.id.localeCompare(b.id);

/** The first that is still to come; undefined: none is. */
export const nextOf = (applications: readonly PlannedApplication[]): PlannedApplication | undefined =>
  applications.filter(isOpen).toSorted(byDay)[0];
