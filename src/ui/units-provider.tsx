'use client';
import { createContext, useMemo, type ReactNode } from 'react';
import type { Day } from '@/core/calendar/day';
import type { UnitSystem } from '@/core/units/measures';

/** In which units its reader reads, on which day; null: outside the frame. */
export const Reader = createContext<Readonly<{ units: UnitSystem; today: Day }> | null>(null);

export function UnitsProvider({
  units,
  today,
  children,
}: Readonly<{ units: UnitSystem; today: Day; children: ReactNode }>) {
  const reader = useMemo(() => ({ units, today }), [units, today]);
  return <Reader.Provider value={reader}>{children}</Reader.Provider>;
}
