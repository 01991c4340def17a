'use client';
import { useEffect } from 'react';
import { TAKE_OVER } from './take-over';

/** On a poor network its files do not all come at once: asked for again after so long, so many times. */
const AGAIN_MS = 10_000;
const TRIES = 10;

/** Hires the worker that keeps cards on the device; a program that is being written has none. */
export function HireServiceWorker() {
  useEffect(() => {
    if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
    let left = TRIES;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const again = () => {
      if (left-- > 0) timer = setTimeout(() => void hire(), AGAIN_MS);
    };
    const hire = async () => {
      try {
        const hired = await navigator.serviceWorker.register('/serwist/sw.js', { scope: '/' });
        const coming = hired.installing;
        coming?.addEventListener('statechange', () => {
          if (coming.state === 'redundant' && !hired.active) again();
        });
      } catch {
        // a device that keeps nothing works with a network alone
        again();
      }
    };
    void hire();
    void navigator.serviceWorker.ready.then(({ active }) => {
      if (!navigator.serviceWorker.controller) active?.postMessage(TAKE_OVER);
    });
    return () => clearTimeout(timer);
  }, []);
  return null;
}
