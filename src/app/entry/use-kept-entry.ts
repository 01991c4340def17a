'use client';
import { useEffect } from 'react';
import type { FieldValues, UseFormReturn } from 'react-hook-form';
import { useKept } from '../use-kept';

/**
 * What is typed in a form, kept on this device until it is sent, and typed again where it was left.
 * @param key where it is kept
 * @param isOurs whether what was kept is of this form as it is now
 * @returns forgets it; and keeps it as it stands, typed or not
 */
export function useKeptEntry<T extends FieldValues>(
  form: UseFormReturn<T>,
  key: string,
  isOurs: (kept: unknown) => kept is T,
): Readonly<{ forget: () => void; keepNow: () => void }> {
  const [kept, keep, forget] = useKept<T | null>(key, null, (v): v is T | null => isOurs(v));
  const { reset, watch, getValues } = form;
  useEffect(() => {
    // typed over what the form began with: it is not yet sent
    if (kept && JSON.stringify(kept) !== JSON.stringify(getValues()))
      reset(kept, { keepDefaultValues: true });
    // once, when the device has been read
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [kept !== null]);
  useEffect(() => {
    // a reset names no field: it is nothing that somebody typed
    const { unsubscribe } = watch((typed, { name }) => {
      if (name !== undefined) keep(typed as T);
    });
    return unsubscribe;
    // the same keeper for the same key
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [watch, key]);
  return { forget, keepNow: () => keep(getValues()) };
}
