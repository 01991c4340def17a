'use client';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { addDays, isoDay, type Day } from '@/core/calendar/day';
import { readOdds } from '@/core/gates/past-odds';
import { nextOf } from '@/core/season/standing';
import { emptyApplication, typedFrom, type TypedApplication } from '@/core/season/typed-fields';
import type { StoredApplication } from '@/data/programme';
import { useSteps } from '../../../use-steps';
import type { LawnView } from '../lawn-view';
import type { Asked } from './answers';
import { NEW, firstOf, shownOf } from './chosen';
import type { ReadyDesk } from './use-desk';

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
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [keptKey]);
}

/**
 * The programme as it is edited, and what the gates make of it: by the desk where it is there, else what came with the page.
 * The application that is shown is asked at once, the others when there is time.
 */
function useAnswers(
  { applications: onFile, first }: LawnView,
  desk: ReadyDesk | null,
  {
    typed,
    chosen,
    isNew,
  }: Readonly<{ typed: TypedApplication | null; chosen: StoredApplication | null; isNew: boolean }>,
) {
  const { applications, issues } = useMemo(
    () =>
      desk
        ? desk.engine.programmeWith(typed, chosen, {
            ...desk.sheet,
            applications: desk.engine.onFileOf(desk.sheet, onFile),
          })
        : { applications: first.applications ?? onFile, issues: [] },
    [desk, typed, chosen, onFile, first],
  );
  const shown = shownOf(applications, isNew, chosen);
  const asked = useMemo((): Asked | null => {
    if (!desk)
      return first.asked && shown?.id === first.shownId
        ? { ...first.asked, past: first.asked.past && readOdds(first.asked.past) }
        : null;
    performance.mark('gates-asked');
    const now = desk.engine.askedOf(desk.sheet, applications, shown);
    performance.measure('gates', 'gates-asked');
    return now;
  }, [desk, applications, shown, first]);
  // the others change only by what this one takes of their limits
  const later = useDeferredValue(applications);
  const windows = useMemo(
    () => (desk ? desk.engine.windowsOf(desk.sheet, later) : first.windows),
    [desk, later, first],
  );
  const limits = useMemo(
    () => (desk ? desk.engine.limitBarsOf(desk.sheet, later) : first.limits),
    [desk, later, first],
  );
  return { applications, issues, shown, asked, windows, limits };
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

const idShown = (isNew: boolean, chosen: StoredApplication | null): string | null =>
  isNew ? NEW : (chosen?.id ?? null);

/** After a save the page brings what is true now: it counts until somebody goes on, or the desk's own facts have followed. */
const deskFor = (view: LawnView, ready: ReadyDesk | null, isTouched: boolean): ReadyDesk | null =>
  ready && (isTouched || ready.of === view) ? ready : null;

/** An application with its window on other days. */
function shifted(a: StoredApplication, days: number): Edited {
  const by = (day: Day | null) => (day === null ? '' : isoDay(addDays(day, days)));
  const moved = { plannedOn: by(a.plannedOn), earliest: by(a.earliest), latest: by(a.latest) };
  return { applicationId: a.id, base: a.version, typed: { ...typedFrom(a), ...moved } };
}

/**
 * The programme of a zone as it is edited: which application is chosen, what is typed, what the gates make of it.
 * @param ready the desk, where it has come
 */
export function useProgrammeEdit(view: LawnView, ready: ReadyDesk | null, wished: string | null) {
  const { applications: onFile, zone, first } = view;
  const keptKey = `application:${zone.id}`;
  const [begun] = useState<Edited | null>(
    () => first.begun && { applicationId: '', base: 0, typed: first.begun },
  );
  const steps = useSteps<Edited | null>(() => begun);
  const { now: edited, step, begin } = steps;
  const [chosenId, setChosenId] = useState<string | null>(() => firstOf(onFile, wished));
  useLeftHere(keptKey, begin);

  const isNew = edited?.applicationId === '';
  const chosen = chosenOf(onFile, edited, chosenId);
  const typed = edited?.typed ?? (chosen && typedFrom(chosen));
  /** something stands here that did not come with the page */
  const isTouched = edited !== begun || idShown(isNew, chosen) !== first.shownId;
  const desk = deskFor(view, ready, isTouched);
  const answers = useAnswers(view, desk, { typed: edited?.typed ?? null, chosen, isNew });
  return {
    ...answers,
    desk,
    isTouched,
    chosen,
    typed,
    edited,
    isNew,
    isChanged: isOtherThan(edited, chosen),
    isOvertaken: edited !== null && chosen !== null && edited.base !== chosen.version,
    choose: (id: string) => {
      setChosenId(id);
      begin(null);
    },
    add: () => begin({ applicationId: '', base: 0, typed: first.begun ?? emptyApplication(view.today) }),
    /** the last step taken back, and taken again; null: there is none */
    back: steps.back,
    again: steps.again,
    change: (typedNow: TypedApplication) => step({ ...overOf(edited, chosen), typed: typedNow }),
    /** the same of what will be typed when it comes to it */
    revise: (revised: (typedThen: TypedApplication) => TypedApplication) =>
      step((then) => {
        const over = overOf(then, chosen);
        const typedThen = then?.typed ?? (chosen && typedFrom(chosen));
        return typedThen && { ...over, typed: revised(typedThen) };
      }),
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
