'use client';
import { useRouter } from 'next/navigation';
import { UNIT_SYSTEMS, type UnitSystem } from '@/core/units/measures';
import type { Outcome } from '@/server/entry/outcome';
import type { UnitsInput } from '@/server/settings/units';
import { Choice } from '@/ui/choice';
import { useShows } from '@/ui/units';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';

/** What each system is, in a line. */
export const SYSTEM_WORDS: Readonly<Record<UnitSystem, string>> = {
  trade: 'US trade: °F, sq ft, gal, mph, in',
  metric: 'metric: °C, m², L, km/h, mm',
};

/** Which units the company's people read and type. */
export function UnitsPanel({
  mayChange,
  saveUnitsAction,
}: Readonly<{ mayChange: boolean; saveUnitsAction: (input: UnitsInput) => Promise<Outcome<UnitsInput>> }>) {
  const { system } = useShows();
  const router = useRouter();
  const { run, refusal, isSending } = useCommand();
  return (
    <section className="mt-6" aria-label="Units">
      <h2 className="border-b-2 border-iron text-row">Units</h2>
      <p className="mt-1 text-note text-steel">
        Of every figure on screens, cards and prints. Rates and amounts stay in the unit that a label prints;
        files name their own units. Nothing that is kept changes.
      </p>
      <fieldset className="mt-2" disabled={!mayChange || isSending}>
        <Choice
          name="Read and typed in"
          options={UNIT_SYSTEMS}
          value={system}
          words={(s) => SYSTEM_WORDS[s]}
          onChange={(units) => run(saveUnitsAction, { units }, () => router.refresh())}
        />
      </fieldset>
      {refusal && <RefusalWords refusal={refusal} here="/house/day" />}
    </section>
  );
}
