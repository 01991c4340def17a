import type { ReactNode } from 'react';

/** A page before the gate: no menu, one thing to do. */
export function Entrance({
  title,
  words,
  children,
}: Readonly<{ title: string; words: string; children: ReactNode }>) {
  return (
    <main className="mx-auto max-w-xl px-5 pb-12 pt-[7vh]">
      <p className="font-cond text-xl font-bold tracking-wide text-steel">IRON GATE</p>
      <h1 className="mt-1 text-3xl font-bold">{title}</h1>
      <p className="mt-2 text-lg text-steel">{words}</p>
      {children}
    </main>
  );
}

/** A link that opens nothing, and what to do about it. */
export const DeadLink = ({ remedy }: Readonly<{ remedy: string }>) => (
  <Entrance
    title="This link opens nothing"
    words="It was used already, has been replaced by a newer one, or is too old."
  >
    <p className="mt-4 text-lg">{remedy}</p>
  </Entrance>
);

/** Somebody else was quicker with it. */
export const UsedLink = ({ remedy }: Readonly<{ remedy: string }>) => (
  <p role="alert" className="border-l-4 border-clay bg-paper px-3 py-2">
    This link has been used or replaced. {remedy}
  </p>
);
