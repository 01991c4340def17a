'use client';
import { useState } from 'react';
import { textsOf } from '@/core/facts/house-figures';
import { MESSAGE_KINDS, MESSAGE_PLACES, USUAL_WORDS } from '@/core/day/messages';
import type { StoredVisitRules } from '@/data/visit-rules';
import type { Outcome } from '@/server/entry/outcome';
import type { VisitRulesInput } from '@/server/house/trucks';
import { Labelled } from '@/ui/labelled';
import { Weekdays } from '@/ui/weekdays';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';
import { Figures, fieldNames } from './figures';
import { Panel } from './panel';

const typedFrom = (r: StoredVisitRules, seen: number): VisitRulesInput => ({
  seen,
  waterDays: r.waterDays,
  messages: r.messages,
  ...textsOf(r, 'road', 'no water'),
});

const MESSAGES = [
  ['before', 'Notice before', 'Notice before a visit'],
  ['sign', 'Sign', 'Sign on the lawn'],
  ['after', 'Note after', 'Note after a visit'],
] as const satisfies readonly (readonly [(typeof MESSAGE_KINDS)[number], string, string])[];

/** The road between lawns, the place's rules for water, what an hour costs, and the words for customers. */
export function VisitsPanel({
  rules,
  version,
  mayChange,
  saveVisitRulesAction,
}: Readonly<{
  rules: StoredVisitRules;
  version: number;
  mayChange: boolean;
  saveVisitRulesAction: (input: VisitRulesInput) => Promise<Outcome<{ version: number }>>;
}>) {
  /** null: nothing typed; what is typed keeps the version that its person saw */
  const [edited, setEdited] = useState<VisitRulesInput | null>(null);
  const { run, issue, refusal, isSending } = useCommand();
  const typed = edited ?? typedFrom(rules, version);
  const set = (change: Partial<VisitRulesInput>) => setEdited({ ...typed, ...change });
  return (
    <form
      noValidate
      className="mt-6 grid gap-6"
      onSubmit={(e) => {
        e.preventDefault();
        run(saveVisitRulesAction, typed, () => setEdited(null));
      }}
    >
      <Panel name="On the road">
        <div className="mt-2 grid grid-cols-1 items-start gap-3 sm:grid-cols-2 lg:grid-cols-5">
          <Figures panel="road" typed={typed} set={set} issue={issue} mayChange={mayChange} />
        </div>
      </Panel>
      <Panel name="Water by the rules of the place">
        <div className="mt-2 grid max-w-2xl grid-cols-2 gap-3">
          <Weekdays
            name="Watering is allowed on; none ticked: on any day"
            value={typed.waterDays}
            onChange={(waterDays) => mayChange && set({ waterDays })}
          />
          <Figures panel="no water" typed={typed} set={set} issue={issue} mayChange={mayChange} />
        </div>
      </Panel>
      <Panel name="Words for customers">
        <p className="mt-1 max-w-[80ch] text-note text-steel">
          In braces stand places that each visit fills: {MESSAGE_PLACES.map((p) => `{${p}}`).join(' ')}. What
          a label does not say is left out, and nothing more than the label is promised.
        </p>
        <div className="mt-2 grid grid-cols-1 gap-3 lg:grid-cols-3">
          {MESSAGES.map(([kind, field, name]) => (
            <Labelled key={kind} name={name} issue={issue(field)}>
              {(f) => (
                <textarea
                  {...f}
                  rows={9}
                  disabled={!mayChange}
                  maxLength={3000}
                  value={typed.messages[kind]}
                  onChange={(e) => set({ messages: { ...typed.messages, [kind]: e.target.value } })}
                />
              )}
            </Labelled>
          ))}
        </div>
        {mayChange && (
          <button type="button" className="button mt-2" onClick={() => set({ messages: USUAL_WORDS })}>
            The usual words again
          </button>
        )}
      </Panel>
      {refusal && (
        <RefusalWords
          refusal={refusal}
          here="/house/road"
          shown={[...fieldNames('road', 'no water'), ...MESSAGES.map(([, field]) => field)]}
        />
      )}
      {mayChange && (
        <button className="button justify-self-start" disabled={isSending}>
          {isSending ? 'Saving…' : 'Save road, water and words'}
        </button>
      )}
    </form>
  );
}
