import type { ReactNode } from 'react';

/** One subject of the house under its name. @param id what an address may point at */
export function Panel({ name, id, children }: Readonly<{ name: string; id?: string; children: ReactNode }>) {
  return (
    <section aria-label={name} id={id}>
      <h2 className="border-b-2 border-iron text-row">{name}</h2>
      {children}
    </section>
  );
}
