'use client';
import type { Issue } from '@/core/units/issue';
import { plainName } from '@/core/products/plain-name';
import { Link } from '@/ui/link';
import { showDay } from '@/core/calendar/day';
import type { ReactNode } from 'react';
import { PERMISSIONS } from '@/data/actor';
import type { Refusal } from '@/server/entry/outcome';
import { IssueText, ReasonText } from '@/ui/issue-text';

/**
 * Why it was not done, and what to do about it. Nothing typed is lost: the form stays as it is. An issue that no field
 * takes is said here: a refusal is never silent.
 * @param shown fields that show their own issue
 */
export function RefusalWords({
  refusal,
  here,
  shown = [],
}: Readonly<{ refusal: Refusal; here: string; shown?: readonly string[] }>) {
  const left = refusal.kind === 'invalid' ? refusal.issues.filter((i) => !shown.includes(i.field)) : [];
  // every issue stands beside its field already
  if (refusal.kind === 'invalid' && !left.length)
    return (
      <p role="alert" className="mt-3 border-l-4 border-clay bg-paper px-3 py-2 font-semibold">
        Not saved. The fields above say what to fix.
      </p>
    );
  return (
    <div role="alert" className="mt-3 border-l-4 border-clay bg-paper px-3 py-2">
      {wordsOf(refusal.kind === 'invalid' ? { ...refusal, issues: left } : refusal, here)}
    </div>
  );
}

function wordsOf(refusal: Refusal, here: string): ReactNode {
  switch (refusal.kind) {
    case 'invalid':
      return <Issues title="Not saved. Please fix:" issues={refusal.issues} />;
    case 'questions':
      return <Issues title="Not recorded yet. Is this right?" issues={refusal.questions} />;
    case 'bolted':
      return (
        <>
          <p className="font-semibold">Not saved: the label forbids it, and that cannot be overridden.</p>
          <ul className="list-disc pl-5">
            {refusal.bolts.map((b, i) => (
              <li key={i}>
                <b>
                  {plainName(b.product)}, {showDay(b.day)}:
                </b>{' '}
                <ReasonText reason={b.reason} />
              </li>
            ))}
          </ul>
        </>
      );
    case 'signed-out':
      return (
        <p>
          You have been signed out, and nothing was saved. What you typed is kept on this device:{' '}
          <Link href={`/sign-in?next=${encodeURIComponent(here)}`} className="font-semibold">
            sign in again
          </Link>{' '}
          and it stands here as you left it.
        </p>
      );
    case 'forbidden':
      return <p>Your role may not {PERMISSIONS[refusal.permission]}. Ask your lead.</p>;
    case 'database-away':
      return (
        <p>
          The database does not answer, and nothing was saved. What you typed stands here: send it again in a
          moment.
        </p>
      );
    case 'unreadable':
    case 'unreachable':
      return (
        <p>
          The server cannot be reached: no network, or it is stopped. What you typed stands here: send it
          again when you have a connection. It is never taken twice.
        </p>
      );
    case 'too-much':
      return <p>{refusal.detail} Nothing was saved; what you typed stands here. Try again in a moment.</p>;
    case 'gone':
      return <p>This plan or lawn is not there any more. Load the page again.</p>;
    case 'already-recorded':
      return (
        <p>
          This application has been recorded already, and stays one record.{' '}
          <Link href={`/records/${refusal.recordId}`}>Open it</Link>; correct it there if it is wrong.
        </p>
      );
    case 'bug':
      return (
        <p>
          Something went wrong on our side, and nothing was saved. What you typed stands here. Reference:{' '}
          <b>{refusal.id}</b>
        </p>
      );
  }
}

function Issues({ title, issues }: Readonly<{ title: string; issues: readonly Issue[] }>) {
  return (
    <>
      <p className="font-semibold">{title}</p>
      <ul className="list-disc pl-5">
        {issues.map((i) => (
          <li key={JSON.stringify(i)}>
            <IssueText issue={i} />
          </li>
        ))}
      </ul>
    </>
  );
}
