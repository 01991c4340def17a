'use client';
import { useEffect, useRef } from 'react';

/** Single keys can be turned off by those whose speech or stick types letters by accident. */
const OFF = 'iron-gate:keys-off';
export const keysAreOff = (): boolean => localStorage.getItem(OFF) !== null;
export const turnKeys = (off: boolean): void =>
  off ? localStorage.setItem(OFF, '1') : localStorage.removeItem(OFF);

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

/** Runs what a single key stands for, unless somebody is typing or holds another key with it. `always` keys work when off. */
export function useKeys(keys: Readonly<Record<string, () => void>>, always: readonly string[] = []): void {
  const latest = useRef({ keys, always });
  useEffect(() => {
    latest.current = { keys, always };
  });
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented || isTyping(event.target))
        return;
      const run = latest.current.keys[event.key];
      if (!run || (keysAreOff() && !latest.current.always.includes(event.key))) return;
      event.preventDefault();
      run();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
}
