'use client';
import { useState } from 'react';
import type { JoinInput, JoinLink } from '@/server/people/begin';
import type { Outcome } from '@/server/entry/outcome';
import { Labelled } from '@/ui/labelled';
import { PasswordFields } from '../begin/password-fields';
import { RefusalWords } from '../refusal-words';
import { useEntrance } from '../begin/use-entrance';

export function JoinForm({
  linkKey,
  kind,
  name,
  joinAction,
}: Readonly<{
  linkKey: string;
  kind: JoinLink['kind'];
  name: string;
  joinAction: (input: JoinInput) => Promise<Outcome<{ email: string }>>;
}>) {
  const [typed, setTyped] = useState({ name, password: '', again: '' });
  const { run, issue, refusal, isSending } = useEntrance(joinAction, '/');
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
      {kind === 'person' && (
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
      )}
      <PasswordFields
        name={kind === 'person' ? 'Password' : 'New password'}
        typed={typed}
        onChange={set}
        issue={issue}
      />
      {refusal &&
        (refusal.kind === 'gone' ? (
          <p role="alert" className="border-l-4 border-clay bg-paper px-3 py-2">
            This link has been used or replaced meanwhile. Ask your lead for a new one.
          </p>
        ) : (
          <RefusalWords refusal={refusal} here="/" shown={['Your name', 'Password', 'Password again']} />
        ))}
      <button className="button button-loud" disabled={isSending}>
        {isSending ? 'Saving…' : kind === 'person' ? 'Join and sign in' : 'Set the new password'}
      </button>
    </form>
  );
}
