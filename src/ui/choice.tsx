'use client';
import type { Issue } from '@/core/units/issue';
import { useId } from 'react';
import { IssueText } from './issue-text';

type Props<T extends string> = Readonly<{
  name: string;
  options: readonly T[];
  /** null: nothing is chosen yet */
  value: T | null;
  issue?: Issue | undefined;
  onChange: (value: T) => void;
  /** in other words than its own */
  words?: (option: T) => string;
}>;

/** One of a few words, each a thumb wide: for what is chosen outdoors. */
export function Choice<T extends string>({
  name,
  options,
  value,
  issue,
  onChange,
  words = (o) => o,
}: Props<T>) {
  const problem = useId();
  return (
    <fieldset className="min-w-0" aria-describedby={issue ? problem : undefined}>
      <legend className="font-cond text-body">{name}</legend>
      <div className="flex flex-wrap gap-1.5">
        {options.map((o) => (
          <button
            key={o}
            type="button"
            aria-pressed={o === value}
            onClick={() => onChange(o)}
            className={`min-h-touch grow border-2 px-3 font-cond text-lead font-semibold ${o === value ? 'border-iron bg-iron text-paper' : 'border-rail bg-paper'}`}
          >
            {words(o)}
          </button>
        ))}
      </div>
      {issue && (
        <p id={problem} className="mt-1 text-note font-semibold text-clay">
          <IssueText issue={issue} />
        </p>
      )}
    </fieldset>
  );
}
