'use client';
import { useEffect, useState } from 'react';

/**
 * What is typed, kept on this device until it is sent: an expired session, a closed tab or a dead network loses nothing.
 * @param key where it is kept; another key for every form and subject
 */
export function useKept<T>(key: string, first: T): readonly [T, (next: T) => void, () => void, boolean] {
  const [value, setValue] = useState(first);
  const [isKept, setIsKept] = useState(false);
  useEffect(() => {
    const kept = localStorage.getItem(key);
    // read after the first paint: the server cannot know it
    if (kept) {
      // eslint-disable-next-line react-hooks/set-state-in-effect
      setValue(JSON.parse(kept) as T);
      setIsKept(true);
    }
  }, [key]);
  const keep = (next: T) => {
    setValue(next);
    setIsKept(true);
    localStorage.setItem(key, JSON.stringify(next));
  };
  const forget = () => {
    localStorage.removeItem(key);
    setIsKept(false);
  };
  return [value, keep, forget, isKept];
}
