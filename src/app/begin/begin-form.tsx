'use client';
import { useRouter } from 'next/navigation';
import { UNIT_SYSTEMS } from '@/core/units/measures';
import type { Outcome } from '@/server/entry/outcome';
import type { BeginInput } from '@/server/people/begin';
import { Entry } from '../entry/entry';
import { Options, SelectEntry, TextEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';
import { SYSTEM_WORDS } from '../house/units-panel';
import { PasswordFields } from './password-fields';
import { UsedLink } from './entrance';

/** Time zones that this trade works in come first; all others follow. */
const USUAL = [
  'America/New_York',
  'America/Chicago',
  'America/Denver',
  'America/Phoenix',
  'America/Los_Angeles',
];
type Typed = Omit<BeginInput, 'key'>;
const EMPTY: Typed = { company: '', timeZone: '', units: '', name: '', email: '', password: '', again: '' };
const zones = (names: readonly string[]) => names.map((zone) => [zone, zone.replaceAll('_', ' ')] as const);

export function BeginForm({
  linkKey,
  timeZones,
  beginAction,
}: Readonly<{
  linkKey: string;
  timeZones: readonly string[];
  beginAction: (input: BeginInput) => Promise<Outcome<{ email: string }>>;
}>) {
  const router = useRouter();
  const entry = useEntry<Typed>(EMPTY);
  const { ask, refusal, isSending } = entry;
  return (
    <Entry
      entry={entry}
      here="/begin"
      className="mt-5 grid gap-3"
      onSend={(typed) => ask(beginAction, { ...typed, key: linkKey }, () => router.push('/setup'))}
      refused={(words) =>
        refusal?.kind === 'gone' ? <UsedLink remedy="Start the server again for a new one." /> : words
      }
      foot={
        <button className="button button-loud" disabled={isSending}>
          {isSending ? 'Beginning…' : 'Begin the company'}
        </button>
      }
    >
      <TextEntry<Typed>
        name="company"
        label="Company"
        hint="As it stands on records and notices."
        autoFocus
        autoComplete="organization"
      />
      <SelectEntry<Typed>
        name="timeZone"
        label="Time zone of your lawns"
        called="Time zone"
        hint="It says which day it is, and when a working day begins."
      >
        <option value="">choose one</option>
        <optgroup label="Often">
          <Options of={zones(USUAL)} />
        </optgroup>
        <optgroup label="All">
          <Options of={zones(timeZones.filter((z) => !USUAL.includes(z)))} />
        </optgroup>
      </SelectEntry>
      <SelectEntry<Typed>
        name="units"
        label="Units"
        hint="Of every figure on screens. Rates stay in the unit that a label prints; it can be changed later."
        options={[['', 'choose one'], ...UNIT_SYSTEMS.map((s) => [s, SYSTEM_WORDS[s]] as const)]}
      />
      <TextEntry<Typed>
        name="name"
        label="Your name"
        hint="As it is to stand on records."
        autoComplete="name"
      />
      <TextEntry<Typed>
        name="email"
        label="Your e-mail"
        called="E-mail"
        hint="You sign in with it."
        type="email"
        autoComplete="username"
      />
      <PasswordFields />
    </Entry>
  );
}
