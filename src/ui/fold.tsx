'use client';
import { useState, type ReactNode } from 'react';

/** What is folded away: it is drawn when somebody opens it, and not before. @param summary a `summary` element */
export function Fold({
  summary,
  className,
  children,
}: Readonly<{ summary: ReactNode; className: string; children: () => ReactNode }>) {
  const [wasOpened, setOpened] = useState(false);
  return (
    <details className={className} onToggle={(e) => e.currentTarget.open && setOpened(true)}>
      {summary}
      {wasOpened && children()}
    </details>
  );
}
