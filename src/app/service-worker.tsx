'use client';
import { useEffect } from 'react';

/** Hires the worker that keeps cards on the device; a program that is being written has none. */
export function HireServiceWorker() {
  useEffect(() => {
    if (process.env.NODE_ENV === 'production' && 'serviceWorker' in navigator)
      void navigator.serviceWorker.register('/serwist/sw.js', { scope: '/' }).catch(() => {
        // a device that keeps nothing works with a network alone
      });
  }, []);
  return null;
}
