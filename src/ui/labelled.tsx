'use client';
import type { Issue } from '@/core/units/issue';
import { useId, type ReactNode } from 'react';
import { IssueText } from './issue-text';

/** What an input is given, so that its label, its trouble and its hint belong to it. */
type Field = Readonly<{
  id: string;
  className: string;
  'aria-invalid': boolean;
  'aria-describedby': string | undefined;
}>;

type Props = Readonly<{
  name: string;
  /** what is wrong with it; a text where its words are a form's own */
  issue?: Issue | string | null | undefined;
  hint?: string | null;
  /** label beside the field, for narrow columns of short words; else above it */
  beside?: boolean;
  children: (field: Field) => ReactNode;
}>;

/** A field with its label, and under it what is wrong with what stands in it, or a hint. */
export function Labelled({ name, issue, hint = null, beside = false, children }: Props) {
  const id = useId();
  const words = typeof issue === 'string' ? issue : issue ? <IssueText issue={issue} /> : hint;
  return (
    <div className={beside ? 'grid grid-cols-[96px_minmax(0,1fr)] items-center' : ''}>
      <label htmlFor={id} className="font-cond text-body">
        {name}
      </label>
      {children({
        id,
        className: `field ${beside ? 'md:min-h-desk' : ''}`,
        'aria-invalid': Boolean(issue),
        'aria-describedby': words ? `${id}-words` : undefined,
      })}
      {words && (
        <p
          id={`${id}-words`}
          className={`text-fine ${beside ? 'col-start-2' : ''} ${issue ? 'font-semibold text-clay' : 'text-steel'}`}
        >
          {words}
        </p>
      )}
    </div>
  );
}
