/** Which application of a zone a page shows. */
import { nextOf, type PlannedApplication } from '@/core/season/standing';
import type { StoredApplication } from '@/data/programme';

/** Of an application that is not on file yet. */
export const NEW = 'new-1';

/** The one that an address names, the next, or the last. */
export const firstOf = (onFile: readonly StoredApplication[], wished: string | null): string | null =>
  (onFile.find((a) => a.id === wished) ?? nextOf(onFile) ?? onFile.at(-1))?.id ?? null;

export const shownOf = (
  applications: readonly PlannedApplication[],
  isNew: boolean,
  chosen: StoredApplication | null,
): PlannedApplication | null => applications.find((a) => a.id === (isNew ? NEW : chosen?.id)) ?? null;
