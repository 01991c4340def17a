'use client';
import { useEffect, useState } from 'react';

/**
 * What is typed, kept on this device until it is sent: an expired session, a closed tab or a dead network loses nothing.
 * As long as nothing is typed, what is on file is shown, as it is now: a screen that is drawn anew follows it. What is
 * typed never does: a form of something that others may change too keeps in it which version its person saw.
 * @param key where it is kept; another key for every form and subject
 * @param isOurs whether what was kept is of this form as it is now: what an earlier program kept is left
 */
export function useKept<T>(
  key: string,
  onFile: T,
  isOurs: (kept: unknown) => kept is T,
): readonly [value: T, keep: (next: T) => void, forget: () => void, isKept: boolean] {
  const [kept, setKept] = useState<Readonly<{ value: T }> | null>(null);
  useEffect(() => {
    const stored = storedAt(key);
    // read after the first paint: the server cannot know it
    // oxlint-disable-next-line react-hooks/set-state-in-effect
    if (stored !== undefined && isOurs(stored)) setKept({ value: stored });
    // one form asks once: its reader does not change
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  const keep = (value: T) => {
    setKept({ value });
    try {
      localStorage.setItem(key, JSON.stringify(value));
    } catch {
      // a device without room: it stands on the page all the same
    }
  };
  const forget = () => {
    localStorage.removeItem(key);
    setKept(null);
  };
  return [kept ? kept.value : onFile, keep, forget, kept !== null];
}

/** What a device has under a key; undefined: nothing, or nothing that can be read. */
function storedAt(key: string): unknown {
  try {
    const text = localStorage.getItem(key);
    return text === null ? undefined : JSON.parse(text);
  } catch {
    return undefined;
  }
}
