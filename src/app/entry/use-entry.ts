'use client';
import { useEffect, useState } from 'react';
import { useForm, type DefaultValues, type FieldValues, type UseFormReturn } from 'react-hook-form';
import { useCommand } from '../use-command';

/** A form: what is typed in it, the command that takes it, and what was refused of it. */
export type EntryOf<T extends FieldValues, More extends Readonly<{ kind: string }> = never> = ReturnType<
  typeof useCommand<More>
> &
  Readonly<{
    form: UseFormReturn<T>;
    /** the fields that stand on the page, as refusals name them: they show what is wrong with them themselves */
    shown: Set<string>;
    /** as it began, or as it is on file now: nothing is typed any more */
    clear: (to?: T) => void;
  }>;

/**
 * @param first as the form begins. As long as nothing is typed it follows: what is on file is shown as it is now. What is
 * typed never does, and keeps with it which version its person saw.
 */
export function useEntry<T extends FieldValues, More extends Readonly<{ kind: string }> = never>(
  first: T,
): EntryOf<T, More> {
  const form = useForm<T>({ defaultValues: first as DefaultValues<T> });
  const command = useCommand<More>();
  const [shown] = useState(() => new Set<string>());
  const { reset, formState } = form;
  const { isDirty } = formState;
  const onFile = JSON.stringify(first);
  useEffect(() => {
    if (!isDirty) reset(JSON.parse(onFile) as T);
  }, [onFile, isDirty, reset]);
  return { ...command, form, shown, clear: (to = first) => reset(to) };
}
