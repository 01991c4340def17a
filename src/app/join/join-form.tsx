'use client';
import { useRouter } from 'next/navigation';
import type { Outcome } from '@/server/entry/outcome';
import type { JoinInput, JoinLink } from '@/server/people/begin';
import { UsedLink } from '../begin/entrance';
import { PasswordFields } from '../begin/password-fields';
import { Entry } from '../entry/entry';
import { TextEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';

type Typed = Omit<JoinInput, 'key'>;

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
  const router = useRouter();
  const entry = useEntry<Typed>({ name, password: '', again: '' });
  const { ask, refusal, isSending } = entry;
  const isNew = kind === 'person';
  return (
    <Entry
      entry={entry}
      here="/"
      className="mt-5 grid gap-3"
      onSend={(typed) => ask(joinAction, { ...typed, key: linkKey }, () => router.push('/'))}
      refused={(words) =>
        refusal?.kind === 'gone' ? <UsedLink remedy="Ask your lead for a new one." /> : words
      }
      foot={
        <button className="button button-loud" disabled={isSending}>
          {isSending ? 'Saving…' : isNew ? 'Join and sign in' : 'Set the new password'}
        </button>
      }
    >
      {isNew && (
        <TextEntry<Typed>
          name="name"
          label="Your name"
          hint="As it is to stand on records."
          autoComplete="name"
        />
      )}
      <PasswordFields name={isNew ? 'Password' : 'New password'} />
    </Entry>
  );
}
