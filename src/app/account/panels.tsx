'use client';
import { useState, type ReactNode } from 'react';
import type { FactorOffer, PasswordInput, SessionNews } from '@/server/people/account';
import type { Outcome } from '@/server/entry/outcome';
import { PasswordFields } from '../begin/password-fields';
import { Entry } from '../entry/entry';
import { TextEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';

const Panel = ({ title, children }: Readonly<{ title: string; children: ReactNode }>) => (
  <section className="mt-6" aria-label={title}>
    <h2 className="border-b-2 border-iron text-row">{title}</h2>
    {children}
  </section>
);

const EMPTY: PasswordInput = { old: '', password: '', again: '' };

export function OwnPassword({
  changeOwnPasswordAction,
}: Readonly<{ changeOwnPasswordAction: (input: PasswordInput) => Promise<Outcome<null>> }>) {
  const entry = useEntry<PasswordInput>(EMPTY);
  const { run, clear, isSending } = entry;
  const [isDone, setDone] = useState(false);
  return (
    <Panel title="Password">
      <Entry
        entry={entry}
        here="/account"
        className="mt-2 grid max-w-md gap-2"
        onSend={(typed) => {
          setDone(false);
          run(changeOwnPasswordAction, typed, () => {
            clear();
            setDone(true);
          });
        }}
        foot={
          <>
            {isDone && <p role="status">Changed. Everywhere else you have been signed out.</p>}
            <button className="button" disabled={isSending}>
              Change the password
            </button>
          </>
        }
      >
        <TextEntry<PasswordInput>
          name="old"
          label="Password until now"
          type="password"
          autoComplete="current-password"
        />
        <PasswordFields name="New password" />
      </Entry>
    </Panel>
  );
}

type FactorActions = Readonly<{
  offerSecondFactorAction: (input: { password: string }) => Promise<Outcome<FactorOffer>>;
  confirmSecondFactorAction: (input: { code: string }) => Promise<Outcome<null>>;
  endSecondFactorAction: (input: { password: string }) => Promise<Outcome<null>>;
}>;

export function SecondFactor({
  isOn,
  confirmSecondFactorAction,
  ...actions
}: Readonly<{ isOn: boolean }> & FactorActions) {
  const [offer, setOffer] = useState<FactorOffer | null>(null);
  return (
    <Panel title="Second factor">
      <p className="mt-1 max-w-[62ch] text-note text-steel">
        {isOn
          ? 'On: beside the password a code from your authenticator app is asked for.'
          : 'Off. With it, a password that somebody else knows does not open your account: a code from an authenticator app on your phone is asked for too.'}
      </p>
      {offer ? (
        <ConfirmFactor
          offer={offer}
          confirmSecondFactorAction={confirmSecondFactorAction}
          onDone={() => setOffer(null)}
        />
      ) : (
        <AskFactor isOn={isOn} {...actions} onOffer={setOffer} />
      )}
    </Panel>
  );
}

/** The password once more, before the second factor is begun or switched off. */
function AskFactor({
  isOn,
  offerSecondFactorAction,
  endSecondFactorAction,
  onOffer,
}: Readonly<{ isOn: boolean; onOffer: (offer: FactorOffer) => void }> &
  Omit<FactorActions, 'confirmSecondFactorAction'>) {
  const entry = useEntry({ password: '' });
  const { run, clear, isSending } = entry;
  return (
    <Entry
      entry={entry}
      here="/account"
      className="mt-2 grid max-w-md gap-2"
      onSend={(typed) => {
        if (isOn) run(endSecondFactorAction, typed, () => clear());
        else run(offerSecondFactorAction, typed, onOffer);
      }}
      foot={
        <button className="button" disabled={isSending}>
          {isOn ? 'Switch the second factor off' : 'Begin a second factor'}
        </button>
      }
    >
      <TextEntry<{ password: string }>
        name="password"
        label="Your password, once more"
        called="Password"
        type="password"
        autoComplete="current-password"
      />
    </Entry>
  );
}

function ConfirmFactor({
  offer,
  confirmSecondFactorAction,
  onDone,
}: Readonly<{ offer: FactorOffer; onDone: () => void }> & Pick<FactorActions, 'confirmSecondFactorAction'>) {
  const entry = useEntry({ code: '' });
  const { run, isSending } = entry;
  return (
    <Entry
      entry={entry}
      here="/account"
      className="mt-2 grid max-w-md gap-2"
      onSend={(typed) => run(confirmSecondFactorAction, typed, onDone)}
      foot={
        <button className="button button-loud" disabled={isSending}>
          Switch the second factor on
        </button>
      }
    >
      <p>1. Let the app read this picture, or type the key into it.</p>
      {/* oxlint-disable-next-line nextjs/no-img-element -- made on the server a moment ago */}
      <img
        className="w-52 border-2 border-hair bg-white"
        alt="The key as a QR code"
        src={`data:image/svg+xml;base64,${btoa(offer.picture)}`}
      />
      <p className="break-all font-mono text-note" data-secret>
        {offer.secret}
      </p>
      <p>2. Keep these codes where the phone is not. Each opens the account once.</p>
      <ul className="grid grid-cols-2 font-mono text-note">
        {offer.codes.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      <TextEntry<{ code: string }>
        name="code"
        label="3. The six digits that the app shows now"
        called="Code"
        inputMode="numeric"
        autoComplete="one-time-code"
      />
    </Entry>
  );
}

export function OwnSessions({
  sessions,
  endOwnSessionsAction,
}: Readonly<{
  sessions: readonly SessionNews[];
  endOwnSessionsAction: (input: { id: string | null }) => Promise<Outcome<{ ended: number }>>;
}>) {
  const { run, refusal, isSending } = useCommand();
  return (
    <Panel title="Where you are signed in">
      <ul>
        {sessions.map((s) => (
          <li
            key={s.id}
            className="flex flex-wrap items-center justify-between gap-x-4 border-b border-hair py-1"
          >
            <span>
              <b>{s.device}</b>
              {s.isThis && ' (here)'}
              <span className="block text-note text-steel">since {timeWords(s.since)}</span>
            </span>
            {!s.isThis && (
              <button
                type="button"
                className="button py-0 md:min-h-desk"
                disabled={isSending}
                onClick={() => run(endOwnSessionsAction, { id: s.id })}
              >
                Sign out there
              </button>
            )}
          </li>
        ))}
      </ul>
      {sessions.length > 1 && (
        <button
          type="button"
          className="button mt-2"
          disabled={isSending}
          onClick={() => run(endOwnSessionsAction, { id: null })}
        >
          Sign out everywhere else
        </button>
      )}
      {refusal && <RefusalWords refusal={refusal} here="/account" />}
    </Panel>
  );
}

const timeWords = (at: Date) => at.toLocaleString('en-US', { dateStyle: 'medium', timeStyle: 'short' });
