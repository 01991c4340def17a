'use client';
import { useState } from 'react';
import { UNIT_SYSTEMS } from '@/core/units/measures';
import type { BeginInput } from '@/server/people/begin';
import type { Outcome } from '@/server/entry/outcome';
import { Labelled } from '@/ui/labelled';
import { RefusalWords } from '../refusal-words';
import { SYSTEM_WORDS } from '../house/units-panel';
import { useEntrance } from './use-entrance';
import { PasswordFields } from './password-fields';

/** Time zones that this trade works in come first; all others follow. */
const USUAL = [
  'America/New_York',
  'America/Chicago',
  'America/Denver',
  'America/Phoenix',
  'America/Los_Angeles',
];
const SHOWN = ['Company', 'Time zone', 'Units', 'Your name', 'E-mail', 'Password', 'Password again'];

export function BeginForm({
  linkKey,
  timeZones,
  beginAction,
}: Readonly<{
  linkKey: string;
  timeZones: readonly string[];
  beginAction: (input: BeginInput) => Promise<Outcome<{ email: string }>>;
}>) {
  const [typed, setTyped] = useState<Omit<BeginInput, 'key'>>({
    company: '',
    timeZone: '',
    units: '',
    name: '',
    email: '',
    password: '',
    again: '',
  });
  const { run, issue, refusal, isSending } = useEntrance(beginAction, '/setup');
  const set = (change: Partial<typeof typed>) => setTyped({ ...typed, ...change });
  return (
    <form
      className="mt-5 grid gap-3"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        run({ ...typed, key: linkKey });
      }}
    >
      <Labelled name="Company" issue={issue('Company')} hint="As it stands on records and notices.">
        {(f) => (
          <input
            {...f}
            autoFocus
            autoComplete="organization"
            value={typed.company}
            onChange={(e) => set({ company: e.target.value })}
          />
        )}
      </Labelled>
      <Labelled
        name="Time zone of your lawns"
        issue={issue('Time zone')}
        hint="It says which day it is, and when a working day begins."
      >
        {(f) => (
          <select {...f} value={typed.timeZone} onChange={(e) => set({ timeZone: e.target.value })}>
            <option value="">choose one</option>
            <optgroup label="Often">
              {USUAL.map((z) => (
                <option key={z} value={z}>
                  {zoneWords(z)}
                </option>
              ))}
            </optgroup>
            <optgroup label="All">
              {timeZones
                .filter((z) => !USUAL.includes(z))
                .map((z) => (
                  <option key={z} value={z}>
                    {zoneWords(z)}
                  </option>
                ))}
            </optgroup>
          </select>
        )}
      </Labelled>
      <Labelled
        name="Units"
        issue={issue('Units')}
        hint="Of every figure on screens. Rates stay in the unit that a label prints; it can be changed later."
      >
        {(f) => (
          <select {...f} value={typed.units} onChange={(e) => set({ units: e.target.value })}>
            <option value="">choose one</option>
            {UNIT_SYSTEMS.map((s) => (
              <option key={s} value={s}>
                {SYSTEM_WORDS[s]}
              </option>
            ))}
          </select>
        )}
      </Labelled>
      <Labelled name="Your name" issue={issue('Your name')} hint="As it is to stand on records.">
        {(f) => (
          <input
            {...f}
            autoComplete="name"
            value={typed.name}
            onChange={(e) => set({ name: e.target.value })}
          />
        )}
      </Labelled>
      <Labelled name="Your e-mail" issue={issue('E-mail')} hint="You sign in with it.">
        {(f) => (
          <input
            {...f}
            type="email"
            autoComplete="username"
            value={typed.email}
            onChange={(e) => set({ email: e.target.value })}
          />
        )}
      </Labelled>
      <PasswordFields typed={typed} onChange={set} issue={issue} />
      {refusal &&
        (refusal.kind === 'gone' ? (
          <p role="alert" className="border-l-4 border-clay bg-paper px-3 py-2">
            This link has been used or replaced. Start the server again for a new one.
          </p>
        ) : (
          <RefusalWords refusal={refusal} here="/begin" shown={SHOWN} />
        ))}
      <button className="button button-loud" disabled={isSending}>
        {isSending ? 'Beginning…' : 'Begin the company'}
      </button>
    </form>
  );
}

const zoneWords = (zone: string) => zone.replaceAll('_', ' ');
