import type { ReactNode } from 'react';

/** A name and its figure, on one line, the figure to the right. */
export function Figure({ name, children }: Readonly<{ name: string; children: ReactNode }>) {
  return (
    <p className="flex items-baseline justify-between gap-4 border-b border-hair py-1.5">
      <span>{name}</span>
      <span className="text-right font-semibold">{children}</span>
    </p>
  );
}
