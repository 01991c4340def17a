'use client';
import { useState } from 'react';
import type { Role } from '@/data/actor';
import type { InviteInput, Invited, MemberInput, PeopleSheet } from '@/server/people/manage';
import type { Outcome } from '@/server/entry/outcome';
import { Entry } from '../entry/entry';
import { SelectEntry, TextEntry } from '../entry/fields';
import { useEntry } from '../entry/use-entry';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';

type Props = Readonly<{
  sheet: PeopleSheet;
  /** who is looking */
  me: string;
  inviteAction: (input: InviteInput) => Promise<Outcome<Invited>>;
  passwordLinkAction: (input: { userId: string }) => Promise<Outcome<Invited>>;
  takeInvitationBackAction: (input: { id: string }) => Promise<Outcome<null>>;
  changePersonAction: (input: MemberInput) => Promise<Outcome<null>>;
}>;
const ROLES = ['lead', 'technician', 'viewer'] as const;

/** Who works here, who is invited, and a form for one more. */
export function PeoplePanel({
  sheet,
  me,
  inviteAction,
  passwordLinkAction,
  takeInvitationBackAction,
  changePersonAction,
}: Props) {
  const [made, setMade] = useState<Invited | null>(null);
  const { run: sent, refusal, isSending } = useCommand();
  const run: typeof sent = (...what) => {
    // a link is shown once
    setMade(null);
    sent(...what);
  };
  return (
    <>
      <ul className="mt-2">
        {sheet.people.map((p) => (
          <Person
            key={p.userId}
            p={p}
            isMe={p.userId === me}
            isSending={isSending}
            onRole={(to) => run(changePersonAction, { userId: p.userId, to })}
            onLink={() => run(passwordLinkAction, { userId: p.userId }, setMade)}
          />
        ))}
        {sheet.waiting.map((w) => (
          <li key={w.id} className="flex flex-wrap items-center gap-x-4 border-b border-hair py-1">
            <span className="min-w-[14em] grow">
              <b>{w.name || w.email}</b>
              <span className="block text-note text-steel">
                {w.kind === 'person' ? `invited as ${w.role ?? ''}` : 'link to a new password'}, {w.email},
                open until {dayWords(w.expiresAt)}
              </span>
            </span>
            <button
              type="button"
              className="button py-0 md:min-h-desk"
              disabled={isSending}
              onClick={() => run(takeInvitationBackAction, { id: w.id })}
            >
              Take the link back
            </button>
          </li>
        ))}
      </ul>
      {made && <MadeLink made={made} />}
      {refusal && <RefusalWords refusal={refusal} here="/people" />}
      <InviteForm inviteAction={inviteAction} onSend={() => setMade(null)} onMade={setMade} />
    </>
  );
}

/** A person of the house: the role, and the ways in and out. */
function Person({
  p,
  isMe,
  isSending,
  onRole,
  onLink,
}: Readonly<{
  p: PeopleSheet['people'][number];
  isMe: boolean;
  isSending: boolean;
  onRole: (to: MemberInput['to']) => void;
  onLink: () => void;
}>) {
  return (
    <li
      className={`flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-hair py-1 ${p.endedAt ? 'text-steel' : ''}`}
    >
      <span className="min-w-[14em] grow">
        <b>{p.name}</b>
        {isMe && ' (you)'}
        <span className="block text-note text-steel">
          {p.email}
          {p.hasSecondFactor && ', second factor'}
          {p.endedAt !== null && `, left ${dayWords(p.endedAt)}`}
        </span>
      </span>
      {p.endedAt === null ? (
        <>
          <label className="flex items-center gap-2 font-cond">
            Role
            <select
              className="field w-auto md:min-h-desk"
              aria-label={`Role of ${p.name}`}
              disabled={isSending}
              value={p.role}
              onChange={(e) => onRole(e.target.value as Role)}
            >
              {ROLES.map((r) => (
                <option key={r}>{r}</option>
              ))}
            </select>
          </label>
          <button type="button" className="button py-0 md:min-h-desk" disabled={isSending} onClick={onLink}>
            Link to a new password
          </button>
          {!isMe && (
            <button
              type="button"
              className="button py-0 md:min-h-desk"
              disabled={isSending}
              onClick={() => onRole('ended')}
            >
              End access
            </button>
          )}
        </>
      ) : (
        <button
          type="button"
          className="button py-0 md:min-h-desk"
          disabled={isSending}
          onClick={() => onRole('back')}
        >
          Let back in
        </button>
      )}
    </li>
  );
}

const NOBODY: InviteInput = { name: '', email: '', role: 'technician' };
function InviteForm({
  inviteAction,
  onSend,
  onMade,
}: Pick<Props, 'inviteAction'> & Readonly<{ onSend: () => void; onMade: (made: Invited) => void }>) {
  const entry = useEntry<InviteInput>(NOBODY);
  const { run, clear, isSending } = entry;
  return (
    <Entry
      entry={entry}
      here="/people"
      name="Invite somebody"
      className="mt-4 grid grid-cols-1 items-start gap-2 sm:grid-cols-[1fr_1fr_10em_auto]"
      isRow
      onSend={(typed) => {
        onSend();
        run(inviteAction, typed, (made) => {
          clear();
          onMade(made);
        });
      }}
      foot={
        <button className="button button-loud sm:mt-label" disabled={isSending}>
          Make an invitation
        </button>
      }
    >
      <TextEntry<InviteInput> name="name" label="Name" />
      <TextEntry<InviteInput> name="email" label="E-mail" type="email" />
      <SelectEntry<InviteInput> name="role" label="As" options={ROLES.map((r) => [r, r] as const)} />
    </Entry>
  );
}

/** The link, shown this once. */
function MadeLink({ made }: Readonly<{ made: Invited }>) {
  return (
    <div role="status" className="mt-4 border-l-4 border-moss bg-paper px-3 py-2">
      <p>
        For <b>{made.email}</b>, once, until {dayWords(made.expiresAt)}. It is shown only now:
      </p>
      <p className="mt-1 break-all font-mono text-note" data-link>
        {made.url}
      </p>
      <p className="mt-1 text-note text-steel">
        {made.letter.how === 'sent'
          ? `A letter with it went to ${made.letter.detail}.`
          : made.letter.how === 'outbox'
            ? `A letter with it lies in the outbox folder: ${made.letter.detail}.`
            : `No letter was sent (${made.letter.detail}): hand the link over yourself.`}
      </p>
    </div>
  );
}

const dayWords = (at: Date) => at.toLocaleString('en-US', { dateStyle: 'medium', timeStyle: 'short' });
