'use client';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { addDays, isoDay, type Day } from '@/core/calendar/day';
import type { GateContext } from '@/core/gates/gate';
import { windowOf, type Window } from '@/core/gates/window';
import {
  byDay,
  contextOf,
  isOpen,
  nextOf,
  yearAhead,
  type PlannedApplication,
} from '@/core/season/programme';
import {
  asPlanned,
  draftsFrom,
  readApplication,
  typedFrom,
  type TypedApplication,
} from '@/core/season/typed-application';
import type { StoredApplication } from '@/data/programme';
import type { ZoneSheet } from '@/server/programme/view';
import { useSteps } from '../../../use-steps';
import { newApplication } from './typed-product';

export const NEW = 'new-1';

/**
 * What is being typed, of which application (empty: a new one), and over which version. A screen that is drawn anew while
 * somebody types must not take what others saved meanwhile for what this person saw.
 */
export type Edited = Readonly<{ applicationId: string; base: number; typed: TypedApplication }>;

const isEdited = (v: unknown): v is Edited =>
  typeof v === 'object' &&
  v !== null &&
  'typed' in v &&
  'base' in v &&
  'applicationId' in v &&
  typeof v.typed === 'object' &&
  v.typed !== null &&
  'products' in v.typed &&
  Array.isArray(v.typed.products);

/** What was left here to sign in again is typed again, once. */
function useLeftHere(keptKey: string, begin: (edited: Edited) => void): void {
  useEffect(() => {
    const kept = localStorage.getItem(keptKey);
    if (!kept) return;
    localStorage.removeItem(keptKey);
    const stored: unknown = JSON.parse(kept);
    // read after the first paint: the server cannot know it; what an older version kept is left
    if (isEdited(stored)) begin(stored);
    // once, when the screen opens
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [keptKey]);
}

/** What the gates make of the application that is shown, and, when there is time, of the others. */
function useGates(
  applications: readonly PlannedApplication[],
  shown: PlannedApplication | null,
  { facts, today }: ZoneSheet,
) {
  const asked = useMemo((): { context: GateContext; window: Window } | null => {
    if (!shown || !isOpen(shown)) return null;
    performance.mark('gates-asked');
    const context = contextOf(applications, shown.id, facts);
    const window = windowOf(context, yearAhead(today, shown.plannedOn));
    performance.measure('gates', 'gates-asked');
    return { context, window };
  }, [applications, shown, facts, today]);
  // the others change only by what this one takes of their limits
  const later = useDeferredValue(applications);
  const windows = useMemo(
    () =>
      new Map(
        later
          .filter(isOpen)
          .map((a) => [a.id, windowOf(contextOf(later, a.id, facts), yearAhead(today, a.plannedOn)).all]),
      ),
    [later, facts, today],
  );
  return { asked, windows };
}

const isOtherThan = (edited: Edited | null, chosen: StoredApplication | null): boolean =>
  edited !== null && (chosen === null || JSON.stringify(edited.typed) !== JSON.stringify(typedFrom(chosen)));

/** The application that is edited or chosen; else the next one on file. */
function chosenOf(
  onFile: readonly StoredApplication[],
  edited: Edited | null,
  chosenId: string | null,
): StoredApplication | null {
  if (edited?.applicationId === '') return null;
  return onFile.find((a) => a.id === (edited?.applicationId ?? chosenId)) ?? nextOnFile(onFile) ?? null;
}

/** The one that an address names, the next, or the last. */
const firstOf = (onFile: readonly StoredApplication[], wished: string | null): string | null =>
  (onFile.find((a) => a.id === wished) ?? nextOf(onFile) ?? onFile.at(-1))?.id ?? null;

const shownOf = (
  applications: readonly PlannedApplication[],
  isNew: boolean,
  chosen: StoredApplication | null,
): PlannedApplication | null => applications.find((a) => a.id === (isNew ? NEW : chosen?.id)) ?? null;

/** Which application, and over which of its versions. */
const overOf = (edited: Edited | null, chosen: StoredApplication | null): Omit<Edited, 'typed'> => ({
  applicationId: edited?.applicationId ?? chosen?.id ?? '',
  base: edited?.base ?? chosen?.version ?? 0,
});

/** An application as it is edited, or begun to be from what is on file. */
function editedOf(onFile: readonly StoredApplication[], edited: Edited | null, id: string): Edited | null {
  if (edited?.applicationId === id) return edited;
  const a = onFile.find((x) => x.id === id);
  return a ? { applicationId: id, base: a.version, typed: typedFrom(a) } : null;
}

/** An application with its window on other days. */
function shifted(a: StoredApplication, days: number): Edited {
  const by = (day: Day | null) => (day === null ? '' : isoDay(addDays(day, days)));
  const moved = { plannedOn: by(a.plannedOn), earliest: by(a.earliest), latest: by(a.latest) };
  return { applicationId: a.id, base: a.version, typed: { ...typedFrom(a), ...moved } };
}

/** The programme of a zone as it is edited: which application is chosen, what is typed, what the gates make of it. */
export function useProgrammeEdit(sheet: ZoneSheet, wished: string | null, mayPlan: boolean) {
  const { applications: onFile, zone, labels, house, facts } = sheet;
  const keptKey = `application:${zone.id}`;
  const steps = useSteps<Edited | null>(() =>
    !onFile.length && mayPlan && !zone.closed
      ? { applicationId: '', base: 0, typed: newApplication(sheet) }
      : null,
  );
  const { now: edited, step, begin } = steps;
  const [chosenId, setChosenId] = useState<string | null>(() => firstOf(onFile, wished));
  useLeftHere(keptKey, begin);

  const isNew = edited?.applicationId === '';
  const chosen = chosenOf(onFile, edited, chosenId);
  const typed = edited?.typed ?? (chosen && typedFrom(chosen));

  const read = useMemo(
    () =>
      edited
        ? readApplication(edited.typed, {
            labels: labels.now,
            zone: { ...facts.zone, area: zone.area },
            spacing: house.rules.spacing,
          })
        : null,
    [edited, labels.now, facts.zone, zone.area, house.rules.spacing],
  );
  /** while a field is wrong the gates go on showing what is on file */
  const applications = useMemo((): readonly PlannedApplication[] => {
    if (!read?.ok) return onFile;
    const planned = asPlanned(draftsFrom(read.value), chosen);
    return [...onFile.filter((a) => a.id !== chosen?.id), ...planned].sort(byDay);
  }, [onFile, read, chosen]);
  const shown = shownOf(applications, isNew, chosen);

  const { asked, windows } = useGates(applications, shown, sheet);
  return {
    applications,
    chosen,
    shown,
    typed,
    edited,
    isNew,
    asked,
    windows,
    issues: read && !read.ok ? read.issues : [],
    isChanged: isOtherThan(edited, chosen),
    isOvertaken: edited !== null && chosen !== null && edited.base !== chosen.version,
    choose: (id: string) => {
      setChosenId(id);
      begin(null);
    },
    add: () => begin({ applicationId: '', base: 0, typed: newApplication(sheet) }),
    /** the last step taken back, and taken again; null: there is none */
    back: steps.back,
    again: steps.again,
    change: (typedNow: TypedApplication) => step({ ...overOf(edited, chosen), typed: typedNow }),
    /** An application goes to another day: it becomes the one that is edited. */
    moveTo: (id: string, to: Day) => {
      const next = id === NEW ? edited : editedOf(onFile, edited, id);
      if (next) step({ ...next, typed: { ...next.typed, plannedOn: isoDay(to) } });
      setChosenId(id);
    },
    /** The same with its window. */
    shift: (id: string, days: number) => {
      const a = onFile.find((x) => x.id === id);
      if (!a) return;
      step(shifted(a, days));
      setChosenId(id);
    },
    showOnFile: (id: string | null) => {
      begin(null);
      if (id) setChosenId(id);
    },
    keepOnDevice: () => edited && localStorage.setItem(keptKey, JSON.stringify(edited)),
  };
}
export type ProgrammeEdit = ReturnType<typeof useProgrammeEdit>;

const nextOnFile = (all: readonly StoredApplication[]): StoredApplication | undefined => {
  const next = nextOf(all);
  return all.find((a) => a.id === next?.id) ?? all.at(-1);
};
