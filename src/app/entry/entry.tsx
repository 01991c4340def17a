'use client';
import { createContext, useContext, type ReactNode } from 'react';
import { FormProvider, type FieldValues } from 'react-hook-form';
import type { Issue } from '@/core/units/issue';
import { RefusalWords } from '../refusal-words';
import type { EntryOf } from './use-entry';

type Told = Readonly<{ issue: (field: string) => Issue | undefined; shown: Set<string> }>;
const Told = createContext<Told>({ issue: () => undefined, shown: new Set() });
export const useTold = (): Told => useContext(Told);

/**
 * A form that knows its fields: each shows what is wrong with it, what no field shows is said at the end.
 * @param here where it stands, to come back to after signing in
 */
export function Entry<T extends FieldValues, More extends Readonly<{ kind: string }> = never>({
  entry: { form, issue, shown, refusal },
  here,
  className = 'grid gap-3',
  name,
  isLocked = false,
  isRow = false,
  isStill = false,
  refused = (words) => words,
  onSend,
  children,
  foot,
}: Readonly<{
  entry: EntryOf<T, More>;
  here: string;
  className?: string;
  /** what it is for, where no heading says it */
  name?: string;
  /** it may be read, not changed */
  isLocked?: boolean;
  /** its button stands beside its fields, and stays there: why it was refused is said below the row */
  isRow?: boolean;
  /** long work: the page is not drawn anew under its person's hands */
  isStill?: boolean;
  /** what is said instead of a refusal, where this form knows more of it */
  refused?: (words: ReactNode) => ReactNode;
  onSend: (typed: T) => void;
  children: ReactNode;
  /** its button, below what is said */
  foot: ReactNode;
}>) {
  return (
    <FormProvider {...form}>
      <Told value={{ issue, shown }}>
        <form
          noValidate
          aria-label={name}
          className={className}
          data-still={isStill || undefined}
          onSubmit={(e) => void form.handleSubmit((typed) => onSend(typed))(e)}
        >
          {isLocked ? (
            <fieldset disabled className="contents">
              {children}
            </fieldset>
          ) : (
            children
          )}
          {refusal && (
            <div className={`col-span-full basis-full ${isRow ? 'order-last' : ''}`}>
              {refused(<RefusalWords refusal={refusal as never} here={here} shown={[...shown]} />)}
            </div>
          )}
          {foot}
        </form>
      </Told>
    </FormProvider>
  );
}
