'use client';
import { useState, type ReactNode } from 'react';
import type { FactorOffer, PasswordInput, SessionNews } from '@/server/people/account';
import type { Outcome } from '@/server/entry/outcome';
import { Labelled } from '@/ui/labelled';
import { PasswordFields } from '../begin/password-fields';
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
  const [typed, setTyped] = useState(EMPTY);
  const [isDone, setDone] = useState(false);
  const { run, refusal, issue, isSending } = useCommand();
  return (
    <Panel title="Password">
      <form
        className="mt-2 grid max-w-md gap-2"
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          setDone(false);
          run(changeOwnPasswordAction, typed, () => {
            setTyped(EMPTY);
            setDone(true);
          });
        }}
      >
        <Labelled name="Password until now" issue={issue('Password until now')}>
          {(f) => (
            <input
              {...f}
              type="password"
              autoComplete="current-password"
              value={typed.old}
              onChange={(e) => setTyped({ ...typed, old: e.target.value })}
            />
          )}
        </Labelled>
        <PasswordFields
          name="New password"
          typed={typed}
          onChange={(change) => setTyped({ ...typed, ...change })}
          issue={issue}
        />
        {refusal && (
          <RefusalWords
            refusal={refusal}
            here="/account"
            shown={['Password until now', 'Password', 'Password again']}
          />
        )}
        {isDone && <p role="status">Changed. Everywhere else you have been signed out.</p>}
        <button className="button" disabled={isSending}>
          Change the password
        </button>
      </form>
    </Panel>
  );
}

export function SecondFactor({
  isOn,
  offerSecondFactorAction,
  confirmSecondFactorAction,
  endSecondFactorAction,
}: Readonly<{
  isOn: boolean;
  offerSecondFactorAction: (input: { password: string }) => Promise<Outcome<FactorOffer>>;
  confirmSecondFactorAction: (input: { code: string }) => Promise<Outcome<null>>;
  endSecondFactorAction: (input: { password: string }) => Promise<Outcome<null>>;
}>) {
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [offer, setOffer] = useState<FactorOffer | null>(null);
  const { run, refusal, issue, isSending } = useCommand();
  return (
    <Panel title="Second factor">
      <p className="mt-1 max-w-[62ch] text-note text-steel">
        {isOn
          ? 'On: beside the password a code from your authenticator app is asked for.'
          : 'Off. With it, a password that somebody else knows does not open your account: a code from an authenticator app on your phone is asked for too.'}
      </p>
      {!offer && (
        <form
          className="mt-2 grid max-w-md gap-2"
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            if (isOn) run(endSecondFactorAction, { password }, () => setPassword(''));
            else
              run(offerSecondFactorAction, { password }, (value) => {
                setPassword('');
                setOffer(value);
              });
          }}
        >
          <Labelled name="Your password, once more" issue={issue('Password')}>
            {(f) => (
              <input
                {...f}
                type="password"
                autoComplete="current-password"
                value={password}
                onChange={(e) => setPassword(e.target.value)}
              />
            )}
          </Labelled>
          {refusal && <RefusalWords refusal={refusal} here="/account" shown={['Password']} />}
          <button className="button" disabled={isSending}>
            {isOn ? 'Switch the second factor off' : 'Begin a second factor'}
          </button>
        </form>
      )}
      {offer && (
        <form
          className="mt-2 grid max-w-md gap-2"
          noValidate
          onSubmit={(e) => {
            e.preventDefault();
            run(confirmSecondFactorAction, { code }, () => {
              setOffer(null);
              setCode('');
            });
          }}
        >
          <p>1. Let the app read this picture, or type the key into it.</p>
          {/* eslint-disable-next-line @next/next/no-img-element -- made on the server a moment ago */}
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
          <Labelled name="3. The six digits that the app shows now" issue={issue('Code')}>
            {(f) => (
              <input
                {...f}
                inputMode="numeric"
                autoComplete="one-time-code"
                value={code}
                onChange={(e) => setCode(e.target.value)}
              />
            )}
          </Labelled>
          {refusal && <RefusalWords refusal={refusal} here="/account" shown={['Code']} />}
          <button className="button button-loud" disabled={isSending}>
            Switch the second factor on
          </button>
        </form>
      )}
    </Panel>
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
