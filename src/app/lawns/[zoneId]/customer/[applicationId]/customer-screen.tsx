'use client';
import { useState } from 'react';
import { showDay, showWeekday } from '@/core/calendar/day';
import type { MessageKind } from '@/core/day/messages';
import type { CustomerSheet, TellInput } from '@/server/day/customer';
import type { Outcome } from '@/server/entry/outcome';
import { Labelled } from '@/ui/labelled';
import { Link } from '@/ui/link';
import { RefusalWords } from '../../../../refusal-words';
import { useSendKey } from '../../../../use-send-key';
import { useCommand } from '../../../../use-command';

type Props = Readonly<{
  sheet: CustomerSheet;
  /** the house's words for this visit, filled in */
  messages: Readonly<Record<MessageKind, string>>;
  first: MessageKind;
  mayTell: boolean;
  tellCustomerAction: (input: TellInput) => Promise<Outcome<{ how: string }>>;
}>;

const NAMES: Readonly<Record<MessageKind | 'said', string>> = {
  before: 'Notice before',
  sign: 'Sign',
  after: 'Note after',
  said: 'The customer said',
};
const KINDS = ['before', 'sign', 'after'] as const;

/** What the customer is told: read, changed where it must be, handed over, printed or sent, and kept. */
export function CustomerScreen({ sheet, messages, first, mayTell, tellCustomerAction }: Props) {
  const { zone, applicationId, day, notes } = sheet;
  const [kind, setKind] = useState<MessageKind>(first);
  const [typed, setTyped] = useState<Partial<Record<MessageKind, string>>>({});
  const [told, setTold] = useState('');
  const { run, issue, refusal, isSending } = useCommand();
  const { keyOf, answered } = useSendKey();
  const words = typed[kind] ?? messages[kind];
  const tell = (how: TellInput['how']) => {
    const input = { zoneId: zone.id, applicationId, kind, how, words };
    run(tellCustomerAction, { ...input, sendKey: keyOf(input) }, (done) => {
      answered();
      setTold(done.how);
    });
  };
  return (
    <div className="mx-auto max-w-3xl px-4 pb-10 pt-4">
      <p className="no-print">
        <Link href={`/lawns/${zone.id}`} className="inline-flex min-h-touch items-center">
          {zone.address}
        </Link>
      </p>
      <h1 className="no-print text-title">
        What {zone.customer || 'the customer'} is told, {showWeekday(day)}
      </h1>
      <div className="no-print mt-2 flex flex-wrap gap-1" role="group" aria-label="Kind">
        {KINDS.map((k) => (
          <button
            key={k}
            type="button"
            aria-pressed={k === kind}
            className={`button grow ${k === kind ? 'button-on' : ''}`}
            onClick={() => {
              setKind(k);
              setTold('');
            }}
          >
            {NAMES[k]}
          </button>
        ))}
      </div>
      <pre
        className={`mt-4 hidden whitespace-pre-wrap font-text print:block ${kind === 'sign' ? 'text-figure' : 'text-lead'}`}
      >
        {words}
      </pre>
      <div className="no-print mt-3">
        <Labelled
          name="Words"
          issue={issue('Words')}
          hint="Made of the house’s words and the labels. What you change here is kept as you send it."
        >
          {(f) => (
            <textarea
              {...f}
              rows={12}
              className="field text-lead leading-snug"
              maxLength={4000}
              value={words}
              onChange={(e) => setTyped({ ...typed, [kind]: e.target.value })}
            />
          )}
        </Labelled>
        {mayTell && <Ways email={zone.email} isSending={isSending} onTell={tell} />}
        {told && (
          <p role="status" className="mt-3 border-l-4 border-moss bg-paper px-3 py-2">
            Kept: {NAMES[kind].toLowerCase()}, {told}.
            {kind === 'before' && ' The gate of notice counts from now.'}
          </p>
        )}
        {refusal && (
          <RefusalWords
            refusal={refusal}
            here={`/lawns/${zone.id}/customer/${applicationId}`}
            shown={['Words']}
          />
        )}
        <ToldSoFar notes={notes} />
      </div>
    </div>
  );
}

function Ways({
  email,
  isSending,
  onTell,
}: Readonly<{ email: string; isSending: boolean; onTell: (how: TellInput['how']) => void }>) {
  return (
    <div className="mt-3 grid grid-cols-1 gap-2 sm:grid-cols-3">
      <button type="button" className="button" disabled={isSending} onClick={() => onTell('handed over')}>
        I have told them this
      </button>
      <button
        type="button"
        className="button"
        disabled={isSending}
        onClick={() => {
          window.print();
          onTell('printed');
        }}
      >
        Print it
      </button>
      <button type="button" className="button" disabled={isSending} onClick={() => onTell('by letter')}>
        {email ? `Send it to ${email}` : 'Send it by mail'}
      </button>
    </div>
  );
}

function ToldSoFar({ notes }: Pick<CustomerSheet, 'notes'>) {
  if (!notes.length) return null;
  return (
    <section className="mt-6" aria-label="Told so far">
      <h2 className="border-b-2 border-iron text-row">Told so far</h2>
      <ul>
        {notes.map((n) => (
          <li key={n.id} className="border-b border-hair py-1">
            <details>
              <summary className="flex min-h-touch cursor-pointer items-center">
                {NAMES[n.kind]} for {showDay(n.day)}, {n.how} by {n.person}
              </summary>
              <p className="whitespace-pre-wrap pb-2 text-note">{n.words}</p>
            </details>
          </li>
        ))}
      </ul>
    </section>
  );
}
