'use client';
import { useId, type ReactNode } from 'react';
import { issueIn, type Issue } from '@/core/units/parse';
import { useShows } from './units';

/** What an input is given, so that its label, its trouble and its hint belong to it. */
type Field = Readonly<{
  id: string;
  className: string;
  'aria-invalid': boolean;
  'aria-describedby': string | undefined;
}>;

type Props = Readonly<{
  name: string;
  issue?: Issue | null | undefined;
  hint?: string | null;
  /** label beside the field, for narrow columns of short words; else above it */
  beside?: boolean;
  children: (field: Field) => ReactNode;
}>;

/** A field with its label, and under it what is wrong with what stands in it, or a hint. */
export function Labelled({ name, issue, hint = null, beside = false, children }: Props) {
  const id = useId();
  const { system } = useShows();
  const told = issue && issueIn(issue, system);
  const words = told ? `${told.problem}. ${told.remedy}` : hint;
  return (
    <div className={beside ? 'grid grid-cols-[96px_minmax(0,1fr)] items-center' : ''}>
      <label htmlFor={id} className="font-cond text-[16px]">
        {name}
      </label>
      {children({
        id,
        className: `field ${beside ? 'md:min-h-[38px]' : ''}`,
        'aria-invalid': Boolean(issue),
        'aria-describedby': words ? `${id}-words` : undefined,
      })}
      {words && (
        <p
          id={`${id}-words`}
          className={`text-[14px] ${beside ? 'col-start-2' : ''} ${issue ? 'font-semibold text-clay' : 'text-steel'}`}
        >
          {words}
        </p>
      )}
    </div>
  );
}
