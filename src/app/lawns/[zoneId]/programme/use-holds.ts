'use client';
import { useDeferredValue, useMemo, useState } from 'react';
import { addDays, type Day } from '@/core/calendar/day';
import { CONTROL, heldUntil, type BarrierSchool } from '@/core/barrier/control';
import type { Hold } from '@/core/barrier/hold';
import type { HeldWeed, LawnView } from '../lawn-view';
import type { ProgrammeEdit } from './use-programme-edit';

/** What the programme holds of each weed as it is edited, by the house's school or another; nothing without an outlook. */
export function useHolds({ school: houses, first }: LawnView, { desk, applications }: ProgrammeEdit) {
  const [chosenSchool, setSchool] = useState<BarrierSchool | null>(null);
  const school = chosenSchool ?? houses;
  const runs = useMemo(
    () => (desk?.runs ? desk.engine.weighed(desk.engine.readRuns(desk.runs), school) : null),
    [desk, school],
  );
  const later = useDeferredValue(applications);
  const holds = useMemo(
    (): readonly HeldWeed[] =>
      desk && runs
        ? desk.engine
            .holdsOn(desk.sheet, runs, later)
            .map((full) => ({ weed: full.weed, hold: full.hold, full }))
        : (first.soil?.holds ?? []),
    [desk, runs, later, first],
  );
  const seed = useMemo(
    () => (desk ? desk.engine.seedFor(desk.sheet, later) : first.seed),
    [desk, later, first],
  );
  const says = useMemo(
    () => (desk && runs ? desk.engine.soilSays(desk.sheet, runs) : (first.soil?.says ?? null)),
    [desk, runs, first],
  );
  return { school, setSchool, runs, holds, seed, says, applications: later };
}
export type Holds = ReturnType<typeof useHolds>;

/** Stretches of days on which four fifths and more of a weed's seedlings are stopped; both ends in them. */
export function stretchesOf({ from, effect }: Pick<Hold, 'from' | 'effect'>): { from: Day; to: Day }[] {
  const out: { from: Day; to: Day }[] = [];
  for (let d = 0; d < effect.length; d++) {
    if (effect[d]! < CONTROL) continue;
    const to = heldUntil(from, effect, addDays(from, d))!;
    out.push({ from: addDays(from, d), to });
    d = to - from;
  }
  return out;
}
