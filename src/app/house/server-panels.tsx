'use client';
import { useState } from 'react';
import type { KeepingInput } from '@/server/settings/keeping';
import type { QueueState } from '@/server/queue/jobs';
import { JOB_KINDS } from '@/server/queue/kinds';
import { CALLS, type Call } from '@/server/entry/calls';
import type { Outcome } from '@/server/entry/outcome';
import type { TokenInput, TokenNews } from '@/server/entry/tokens';
import { Labelled } from '@/ui/labelled';
import { list, plural } from '@/ui/words';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';
import { Panel } from './panel';
import { factWords } from '@/ui/issue-words';
import { SHOWS } from '@/core/units/format';
import { factIn } from '@/core/units/issue';

type One = (input: { id: string }) => Promise<Outcome<null>>;

const CALL_WORDS: Readonly<Record<Call, string>> = {
  outlook: 'the soil’s outlook',
  gates: 'the gates of an application',
  season: 'programmes for a zone’s year',
  workload: 'when a round must be begun',
  mix: 'loads of a tank or hopper',
  route: 'a day’s route',
  identify: 'which weed it is',
};

export function Tokens({
  tokens,
  makeTokenAction,
  revokeTokenAction,
}: Readonly<{
  tokens: readonly TokenNews[];
  makeTokenAction: (input: TokenInput) => Promise<Outcome<{ secret: string }>>;
  revokeTokenAction: One;
}>) {
  const [name, setName] = useState('');
  const [days, setDays] = useState<TokenInput['days']>(90);
  const [calls, setCalls] = useState<TokenInput['calls']>(CALLS);
  const [secret, setSecret] = useState<string | null>(null);
  const { run, refusal, isSending } = useCommand();
  const day = (iso: string) => iso.slice(0, 10);
  return (
    <Panel name="Your tokens for the HTTP interface">
      <p className="mt-1 text-note text-steel">
        A program with your token may ask what the token is for, as long as you may.{' '}
        <a href="/api/v1/openapi.json">The interface, described</a>.
      </p>
      {secret && (
        <p role="status" className="mt-2 border-2 border-moss bg-paper px-3 py-2">
          <b>Copy it now: it is not shown again.</b>
          <code className="block break-all text-note">{secret}</code>
        </p>
      )}
      <ul>
        {tokens.map((t) => (
          <li key={t.id} className="flex flex-wrap items-center gap-x-4 border-b border-hair">
            <b className="font-cond text-lead">{t.name}</b>
            <span className="text-steel">…{t.hint}</span>
            <span className="text-note">
              {t.revokedAt
                ? `taken back ${day(t.revokedAt)}`
                : `for ${list(t.calls)}, ${t.lastUsedAt ? `last used ${day(t.lastUsedAt)}` : 'never used'}${t.expiresAt ? `, ends ${day(t.expiresAt)}` : ', without an end'}`}
            </span>
            {!t.revokedAt && (
              <button
                type="button"
                className="ml-auto min-h-touch underline"
                disabled={isSending}
                onClick={() => run(revokeTokenAction, { id: t.id })}
              >
                Take back
              </button>
            )}
          </li>
        ))}
      </ul>
      <form
        className="mt-2 grid grid-cols-[1fr_6em] items-end gap-2 sm:grid-cols-[1fr_6em_auto]"
        onSubmit={(e) => {
          e.preventDefault();
          run(makeTokenAction, { name, days, calls }, (v) => {
            setSecret(v.secret);
            setName('');
          });
        }}
      >
        <Labelled name="What a new token is for">
          {(f) => <input {...f} value={name} onChange={(e) => setName(e.target.value)} />}
        </Labelled>
        <Labelled name="For, days">
          {(f) => (
            <select
              {...f}
              value={days}
              onChange={(e) => setDays(Number(e.target.value) as TokenInput['days'])}
            >
              {[30, 90, 365].map((d) => (
                <option key={d}>{d}</option>
              ))}
            </select>
          )}
        </Labelled>
        <fieldset className="col-span-2 flex flex-wrap items-center gap-x-4 sm:col-span-3">
          <legend className="text-note">May ask for</legend>
          {CALLS.map((call) => (
            <label key={call} className="flex min-h-touch items-center gap-2">
              <input
                type="checkbox"
                className="h-5 w-5 accent-[var(--color-moss)]"
                checked={calls.includes(call)}
                onChange={(e) =>
                  setCalls(CALLS.filter((c) => (c === call ? e.target.checked : calls.includes(c))))
                }
              />
              {CALL_WORDS[call]}
            </label>
          ))}
        </fieldset>
        <button className="button justify-self-start" disabled={isSending}>
          Make a token
        </button>
      </form>
      {refusal && <RefusalWords refusal={refusal} here="/house/server" />}
    </Panel>
  );
}

export function Jobs({
  jobs,
  mayPlan,
  retryJobAction,
}: Readonly<{ jobs: QueueState; mayPlan: boolean; retryJobAction: One }>) {
  const { run, refusal, isSending } = useCommand();
  return (
    <Panel name="Work in the background" id="jobs">
      {jobs.silentSince !== null && (
        <p role="alert" className="mt-1 border-l-4 border-clay bg-paper px-3 py-1">
          No worker answers
          {jobs.silentSince === 'never'
            ? ', and none ever has'
            : ` since ${jobs.silentSince.slice(0, 16).replace('T', ' ')} UTC`}
          : outlooks, windows, weather and files wait. Whoever keeps the server must start one.
        </p>
      )}
      <p className="mt-1 text-note">
        {jobs.waiting ? `${plural(jobs.waiting, 'job')} waiting or running.` : 'Nothing waits.'}{' '}
        {jobs.failed.length === 0 && 'Nothing has failed in the last week.'}
      </p>
      <ul>
        {jobs.failed.map((j) => (
          <li key={j.id} className="flex flex-wrap items-center gap-x-4 border-b border-hair">
            <span className="font-semibold text-clay">{JOB_KINDS[j.kind].words} failed</span>
            <span className="text-note">
              {factWords(factIn(j.why), SHOWS.trade).problem} ({j.at.slice(0, 16).replace('T', ' ')} UTC,
              tried four times)
            </span>
            {mayPlan && (
              <button
                type="button"
                className="ml-auto min-h-touch underline"
                disabled={isSending}
                onClick={() => run(retryJobAction, { id: j.id })}
              >
                Try again
              </button>
            )}
          </li>
        ))}
      </ul>
      {refusal && <RefusalWords refusal={refusal} here="/house/server" />}
    </Panel>
  );
}

/** All of the company as a file, for another server. */
export const TakeItWithYou = () => (
  <Panel name="The company’s data" id="data">
    <p>
      All of it in one archive of open formats: every table as lines of JSON, lawns as CSV and GeoJSON,
      records as CSV. Another server takes it in. Passwords and tokens are not in it.
    </p>
    <a href="/api/export/company.zip" className="button mt-2">
      Take it with you
    </a>
  </Panel>
);

/** How long a forgotten customer's name stays where the law wants to read it. */
export function Keeping({
  years,
  version,
  mayChange,
  saveKeepingAction,
}: Readonly<{
  years: number;
  version: number;
  mayChange: boolean;
  saveKeepingAction: (input: KeepingInput) => Promise<Outcome<{ version: number }>>;
}>) {
  const [edited, setEdited] = useState<KeepingInput | null>(null);
  const typed = edited ?? { seen: version, keepNamesYears: String(years) };
  const { run, issue, refusal, isSending } = useCommand();
  return (
    <Panel name="What is kept" id="keeping">
      <p className="mt-1 text-note text-steel">
        Records, plans and readings are kept for good. A customer who asks to be forgotten is, from the sheet
        of the closed lawn; only records keep the name, for so long.
      </p>
      <form
        className="mt-2 grid grid-cols-1 justify-items-start gap-2"
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          run(saveKeepingAction, typed, () => setEdited(null));
        }}
      >
        <Labelled
          name="Names stay on records, years"
          issue={issue('Names on records')}
          hint="At least two: federal law for restricted-use products. Ask what your state wants."
        >
          {(f) => (
            <input
              {...f}
              inputMode="numeric"
              disabled={!mayChange}
              value={typed.keepNamesYears}
              onChange={(e) => setEdited({ ...typed, keepNamesYears: e.target.value })}
            />
          )}
        </Labelled>
        {mayChange && (
          <button className="button" disabled={isSending}>
            Save the years
          </button>
        )}
      </form>
      {refusal && <RefusalWords refusal={refusal} here="/house/server" shown={['Names on records']} />}
    </Panel>
  );
}
