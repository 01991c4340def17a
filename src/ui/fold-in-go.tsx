'use client';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';

/** At a stop the phone is for the stop: the tabs fold away. The name at the top leads to them. */
export function FoldInGo({ children }: Readonly<{ children: ReactNode }>) {
  const isAtStop = usePathname().startsWith('/go');
  return <div className={isAtStop ? 'hidden md:contents' : 'contents'}>{children}</div>;
}
