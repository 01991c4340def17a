'use client';
import { useDeferredValue, useMemo, useState } from 'react';
import { addDays, type Day } from '@/core/calendar/day';
import { readRuns, type SentRuns } from '@/core/ground/soil-runs';
import { safeToSeed } from '@/core/records/safe-to-seed';
import { CONTROL, heldUntil, weighed, type BarrierSchool, type WeighedRuns } from '@/core/barrier/barrier';
import { heldOf } from '@/core/barrier/held';
import { leftOf } from '@/core/barrier/reached';
import type { Hold } from '@/core/barrier/hold';
import { USUAL_WEEDS } from '@/core/season/planner/question';
import { plannedEntries, type PlannedApplication } from '@/core/season/programme';
import { isPreEmergent } from '@/core/trade/terms';
import { emergenceOf } from '@/core/weeds/emergence';
import type { Weed } from '@/core/weeds/weeds';
import type { ZoneSheet } from '@/server/programme/view';

/** What the programme holds of each weed as it is edited, by the house's school or another; nothing without an outlook. */
export function useHolds(
  { facts, labels, today, house }: ZoneSheet,
  sent: SentRuns | null,
  applications: readonly PlannedApplication[],
) {
  const [school, setSchool] = useState<BarrierSchool>(house.planning.school);
  const runs = useMemo(() => sent && weighed(readRuns(sent), school), [sent, school]);
  const later = useDeferredValue(applications);
  const weeds = useMemo(() => weedsOf(later), [later]);
  const holds = useMemo(
    () => (runs ? holdsOn({ facts, labels, today }, runs, later, weeds) : []),
    [facts, labels, later, runs, today, weeds],
  );
  const seed = useMemo(
    () => safeToSeed([...facts.ledger, ...plannedEntries(later, facts.zone, today)], today),
    [facts, later, today],
  );
  return { school, setSchool, runs, holds, seed, applications: later };
}

/** What a programme holds of each weed on some soil: weeds without a season are left out. */
export function holdsOn(
  { facts, labels, today }: Pick<ZoneSheet, 'facts' | 'labels' | 'today'>,
  runs: WeighedRuns,
  applications: readonly PlannedApplication[],
  weeds: readonly Weed[],
): Hold[] {
  const entries = [...facts.ledger, ...plannedEntries(applications, facts.zone, today)];
  const left = leftOf(facts, labels.now);
  return weeds.flatMap((weed): Hold[] => {
    const hold = heldOf(weed, entries, { ...facts, today }, labels.now, runs, left);
    return hold ? [hold] : [];
  });
}
export type Holds = ReturnType<typeof useHolds>;

/** Weeds of a season that the programme's pre-emergents name, else the usual ones. */
function weedsOf(applications: readonly PlannedApplication[]): readonly Weed[] {
  const named = applications
    .filter((a) => !a.skipped)
    .flatMap((a) => a.products.filter((p) => isPreEmergent(p.use)).flatMap((p) => p.targets));
  const found = [...new Set(named)].filter((w) => emergenceOf(w));
  return found.length ? found : USUAL_WEEDS;
}

/** Stretches of days on which four fifths and more of a weed's seedlings are stopped; both ends in them. */
export function stretchesOf({ from, effect }: Hold): { from: Day; to: Day }[] {
  const out: { from: Day; to: Day }[] = [];
  for (let d = 0; d < effect.length; d++) {
    if (effect[d]! < CONTROL) continue;
    const to = heldUntil(from, effect, addDays(from, d))!;
    out.push({ from: addDays(from, d), to });
    d = to - from;
  }
  return out;
}
