'use client';
import { useEffect, useState, type ReactNode } from 'react';

/** What is heavy comes after the first paint; until then its room is kept. */
export function AfterFirstPaint({
  height,
  words,
  children,
}: Readonly<{ height: number; words: string; children: ReactNode }>) {
  const [isIdle, setIdle] = useState(false);
  useEffect(() => {
    const id = window.setTimeout(() => setIdle(true), 50);
    return () => window.clearTimeout(id);
  }, []);
  return isIdle ? (
    children
  ) : (
    <div style={{ height }} className="grid place-items-center text-steel">
      {words}
    </div>
  );
}
