'use client';
import { Controller } from 'react-hook-form';
import { textsOf } from '@/core/facts/house-figures';
import { MESSAGE_KINDS, MESSAGE_PLACES, USUAL_WORDS } from '@/core/day/messages';
import type { StoredVisitRules } from '@/data/visit-rules';
import type { Outcome } from '@/server/entry/outcome';
import type { VisitRulesInput } from '@/server/house/trucks';
import { Weekdays } from '@/ui/weekdays';
import { Entry } from '../entry/entry';
import { ProseEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';
import { Figures } from './figures';
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
  const entry = useEntry<VisitRulesInput>(typedFrom(rules, version));
  const { run, clear, isSending, form } = entry;
  return (
    <Entry
      entry={entry}
      here="/house/road"
      className="mt-6 grid gap-6"
      isLocked={!mayChange}
      onSend={(typed) => run(saveVisitRulesAction, typed, () => clear(typed))}
      foot={
        mayChange && (
          <button className="button justify-self-start" disabled={isSending}>
            {isSending ? 'Saving…' : 'Save road, water and words'}
          </button>
        )
      }
    >
      <Panel name="On the road">
        <div className="mt-2 grid grid-cols-1 items-start gap-3 sm:grid-cols-2 lg:grid-cols-5">
          <Figures panel="road" />
        </div>
      </Panel>
      <Panel name="Water by the rules of the place">
        <div className="mt-2 grid max-w-2xl grid-cols-2 gap-3">
          <Controller
            control={form.control}
            name="waterDays"
            render={({ field }) => (
              <Weekdays
                name="Watering is allowed on; none ticked: on any day"
                value={field.value}
                onChange={field.onChange}
              />
            )}
          />
          <Figures panel="no water" />
        </div>
      </Panel>
      <Panel name="Words for customers">
        <p className="mt-1 max-w-[80ch] text-note text-steel">
          In braces stand places that each visit fills: {MESSAGE_PLACES.map((p) => `{${p}}`).join(' ')}. What
          a label does not say is left out, and nothing more than the label is promised.
        </p>
        <div className="mt-2 grid grid-cols-1 gap-3 lg:grid-cols-3">
          {MESSAGES.map(([kind, called, label]) => (
            <ProseEntry<VisitRulesInput>
              key={kind}
              name={`messages.${kind}`}
              label={label}
              called={called}
              rows={9}
              maxLength={3000}
            />
          ))}
        </div>
        {mayChange && (
          <button
            type="button"
            className="button mt-2"
            onClick={() => form.setValue('messages', USUAL_WORDS, { shouldDirty: true })}
          >
            The usual words again
          </button>
        )}
      </Panel>
    </Entry>
  );
}
