'use client';
import { useState } from 'react';
import type { KeepingInput } from '@/server/settings/keeping';
import type { HouseSheet } from '@/server/settings/view';
import type { QueueState } from '@/server/queue/jobs';
import { JOB_KINDS } from '@/server/queue/kinds';
import { CALLS, type Call } from '@/server/entry/calls';
import type { Outcome } from '@/server/entry/outcome';
import type { TokenInput, TokenNews } from '@/server/entry/tokens';
import { list, plural } from '@/ui/text';
import { Entry } from '../entry/entry';
import { SelectEntry, TextEntry, TicksEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';
import { Panel } from './panel';
import { factWords } from '@/ui/issue-words';
import { figure } from '@/core/units/figure';
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

type TokenTyped = { name: string; days: string; calls: TokenInput['calls'] };
export function Tokens({
  tokens,
  makeTokenAction,
  revokeTokenAction,
}: Readonly<{
  tokens: readonly TokenNews[];
  makeTokenAction: (input: TokenInput) => Promise<Outcome<{ secret: string }>>;
  revokeTokenAction: One;
}>) {
  const [secret, setSecret] = useState<string | null>(null);
  const entry = useEntry<TokenTyped>({ name: '', days: '90', calls: [...CALLS] });
  const { run, clear, isSending } = entry;
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
      <Entry
        entry={entry}
        here="/house/server"
        className="mt-2 grid grid-cols-[1fr_6em] items-start gap-2"
        onSend={({ name, days, calls }) =>
          run(makeTokenAction, { name, days: Number(days) as TokenInput['days'], calls }, (v) => {
            setSecret(v.secret);
            clear({ name: '', days, calls });
          })
        }
        foot={
          <button className="button justify-self-start" disabled={isSending}>
            Make a token
          </button>
        }
      >
        <TextEntry<TokenTyped> name="name" label="What a new token is for" called="Name" />
        <SelectEntry<TokenTyped>
          name="days"
          label="For, days"
          options={['30', '90', '365'].map((d) => [d, d] as const)}
        />
        <TicksEntry<TokenTyped>
          name="calls"
          legend="May ask for"
          className="col-span-2 flex flex-wrap items-center gap-x-4 sm:col-span-3"
          options={CALLS.map((call) => [call, CALL_WORDS[call]] as const)}
        />
      </Entry>
    </Panel>
  );
}

export function Jobs({
  jobs,
  windows,
  mayPlan,
  retryJobAction,
}: Readonly<{ jobs: QueueState; windows: HouseSheet['windows']; mayPlan: boolean; retryJobAction: One }>) {
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
      {windows.left > 0 && (
        <div className="mt-1 text-note">
          <p>
            Windows of planned applications: {figure(windows.all - windows.left)} of {figure(windows.all)} are
            computed for this hour.
          </p>
          <progress
            className="mt-1 h-4 w-full"
            value={windows.all - windows.left}
            max={windows.all}
            aria-label="Windows computed for this hour"
          />
        </div>
      )}
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
  const entry = useEntry<KeepingInput>({ seen: version, keepNamesYears: String(years) });
  const { run, clear, isSending } = entry;
  return (
    <Panel name="What is kept" id="keeping">
      <p className="mt-1 text-note text-steel">
        Records, plans and readings are kept for good. A customer who asks to be forgotten is, from the sheet
        of the closed lawn; only records keep the name, for so long.
      </p>
      <Entry
        entry={entry}
        here="/house/server"
        className="mt-2 grid grid-cols-1 justify-items-start gap-2"
        isLocked={!mayChange}
        onSend={(typed) => run(saveKeepingAction, typed, () => clear(typed))}
        foot={
          mayChange && (
            <button className="button" disabled={isSending}>
              Save the years
            </button>
          )
        }
      >
        <TextEntry<KeepingInput>
          name="keepNamesYears"
          label="Names stay on records, years"
          called="Names on records"
          inputMode="numeric"
          hint="At least two: federal law for restricted-use products. Ask what your state wants."
        />
      </Entry>
    </Panel>
  );
}
