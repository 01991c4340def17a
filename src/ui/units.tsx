'use client';
/** Figures on the screens of a company that reads and types in trade units or in metric. */
import { createContext, useContext, useMemo, type ReactNode } from 'react';
import type { Day } from '@/core/calendar/day';
import { SHOWS, showsOn, type Shows } from '@/core/units/format';
import type { UnitSystem } from '@/core/units/measures';

const Reader = createContext<Shows>(SHOWS.trade);

export function UnitsProvider({
  units,
  today,
  children,
}: Readonly<{ units: UnitSystem; today: Day; children: ReactNode }>) {
  const shows = useMemo(() => showsOn(SHOWS[units], today), [units, today]);
  return <Reader.Provider value={shows}>{children}</Reader.Provider>;
}

/** How this company's figures are shown. */
export const useShows = (): Shows => useContext(Reader);
