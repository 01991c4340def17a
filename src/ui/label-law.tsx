import type { ReactNode } from 'react';

/** What stands over everything that a screen computes: what it is made from, and what decides. */
export const LabelLaw = ({ children }: Readonly<{ children: ReactNode }>) => (
  <p className="mt-1 max-w-[85ch] text-fine text-steel">
    {children} The printed label is the law, and local code may ask for more.
  </p>
);
