'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { addDays, type Day } from '@/core/calendar/day';
import type { Window } from '@/core/gates/window';
import { nextOpen } from '@/core/gates/window-lane';
import { isOpen } from '@/core/season/standing';
import type { StoredApplication } from '@/data/programme';
import type { Outcome, Overtaken } from '@/server/entry/outcome';
import type { ApplicationInput, Saved } from '@/server/programme/save-application';
import { useKeys } from '@/ui/keys';
import { useCommand } from '../../use-command';
import type { LawnView } from './lawn-view';
import type { SaveState } from './programme/application-form';
import { FENCE_DAYS } from './programme/gate-fence';
import type { AdoptedChange } from './programme/openings';
import { useDesk, type DeskAction } from './programme/use-desk';
import { useHolds } from './programme/use-holds';
import { useProgrammeEdit } from './programme/use-programme-edit';

/** Days of the past that a fence shows before an opening far ahead. */
const RUN_UP = 5;
/** An opening later than this after the planned day is not this application’s. */
const NEAR_DAYS = 60;

/**
 * Today, or shortly before an opening that lies beyond the fence. Where none comes within two months of the planned day,
 * that day stands in sight instead, with what shuts it.
 */
function fenceStart(window: Window | undefined, planned: Day | undefined, today: Day): Day {
  if (!window) return today;
  const due = Math.max(planned ?? today, today) as Day;
  const first = nextOpen(window.all, today, 'ajar')?.from;
  const shown = first === undefined || first > addDays(due, NEAR_DAYS) ? due : first;
  return shown < today + FENCE_DAYS - RUN_UP ? today : addDays(shown, -RUN_UP);
}

export type SaveApplication = (
  input: ApplicationInput,
) => Promise<Outcome<Saved, Overtaken<StoredApplication>>>;
type Asks = Readonly<{
  view: LawnView;
  deskAction: DeskAction;
  wished: string | null;
  mayPlan: boolean;
  mayRecord: boolean;
  saveApplicationAction: SaveApplication;
}>;

export type LawnPage = ReturnType<typeof useLawnPage>;
/** What a lawn's page shows and does: the edited programme, the days in sight, saving, and its keys. */
export function useLawnPage({ view, deskAction, wished, mayPlan, mayRecord, saveApplicationAction }: Asks) {
  const { today, zone } = view;
  const router = useRouter();
  const desk = useDesk(view, deskAction);
  const edit = useProgrammeEdit(view, desk.ready, wished);
  const holding = useHolds(view, edit);
  const { shown, edited, asked, isTouched } = edit;
  const [moved, setMoved] = useState<Day | null>(null);
  const [saved, setSaved] = useState<SaveState>({ kind: 'none' });
  const { run, keyOf, refusal, say, isSending: isSaving } = useCommand<Overtaken<StoredApplication>>();
  const save: SaveState = refusal ? { kind: 'refused', refusal } : saved;
  /** what was said of the last save is of another state now */
  const saidNothing = () => {
    say(null);
    setSaved({ kind: 'none' });
  };
  const choose = (id: string) => {
    if (id !== shown?.id) edit.choose(id);
    setMoved(null);
    saidNothing();
  };
  const adopt = (change: AdoptedChange) => {
    desk.with(({ engine, sheet }) => edit.revise((then) => engine.adopted(then, change, sheet)));
    saidNothing();
  };
  const add = () => {
    edit.add();
    saidNothing();
  };
  const showOnFile = (id: string | null) => {
    edit.showOnFile(id);
    saidNothing();
  };
  /** @param base over which version */
  const saveIt = (base = edited?.base ?? 0) => {
    if (!edited || !mayPlan) return;
    const sent = { zoneId: zone.id, applicationId: edited.applicationId, base, ...edited.typed };
    run(saveApplicationAction, { ...sent, sendKey: keyOf(sent) }, (now) => {
      edit.showOnFile(now.applicationId);
      setSaved({ kind: 'saved', applications: now.applications });
    });
  };
  // signing in again leaves this page: what was typed is here when it comes back
  const { keepOnDevice } = edit;
  const isSignedOut = refusal?.kind === 'signed-out';
  useEffect(() => {
    if (isSignedOut) keepOnDevice();
    // once, when it is said
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [isSignedOut]);

  // what does not stand on the page as it came is computed here
  const isAsking = isTouched || moved !== null || holding.school !== view.school;
  useEffect(() => {
    if (isAsking) desk.ask();
    // once, when it begins
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [isAsking]);

  const from = moved ?? fenceStart(asked?.window, shown?.plannedOn, today);
  const lastStart = addDays(asked?.window.range.to ?? addDays(today, 366), -FENCE_DAYS);
  const move = (to: Day) => setMoved(Math.min(Math.max(to, today), lastStart) as Day);
  const page = {
    edit,
    desk,
    holding,
    save,
    isSaving,
    saidNothing,
    choose,
    adopt,
    add,
    showOnFile,
    saveIt,
    range: { from, to: addDays(from, FENCE_DAYS) },
    move,
    goTo: (to: string) => router.push(to),
    refresh: () => router.refresh(),
  };
  useLawnKeys(page, { zoneId: zone.id, mayPlan, mayRecord });
  return page;
}

/** Its keys, as the list of keys says. */
function useLawnKeys(
  { edit, choose, move, range: { from }, goTo, saveIt }: LawnPage,
  { zoneId, mayPlan, mayRecord }: Readonly<{ zoneId: string; mayPlan: boolean; mayRecord: boolean }>,
): void {
  const { applications, chosen, isChanged } = edit;
  const there = (what: string) => goTo(`/lawns/${zoneId}/${what}`);
  const withChosen = (what: 'mix' | 'record') => () =>
    chosen && !isChanged && isOpen(chosen) && there(`${what}/${chosen.id}`);
  const nth = (n: number) => () => {
    const a = applications[n - 1];
    if (a) choose(a.id);
  };
  useKeys({
    ...Object.fromEntries(Array.from({ length: 9 }, (_, i) => [String(i + 1), nth(i + 1)])),
    '[': () => move(addDays(from, -20)),
    ']': () => move(addDays(from, 20)),
    a: () => mayPlan && edit.add(),
    s: () => saveIt(),
    z: () => edit.back?.(),
    y: () => edit.again?.(),
    m: withChosen('mix'),
    e: withChosen('record'),
    u: () => mayRecord && there('record/new'),
    o: () => there('soil'),
    p: () => mayRecord && there('reading'),
  });
}
