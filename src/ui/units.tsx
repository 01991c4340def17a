'use client';
/** Figures on the screens of a company that reads and types in trade units or in metric. */
import { createContext, useContext, type ReactNode } from 'react';
import { SHOWS, type Shows } from '@/core/units/format';
import type { UnitSystem } from '@/core/units/measures';

const System = createContext<UnitSystem>('trade');

export const UnitsProvider = ({ units, children }: Readonly<{ units: UnitSystem; children: ReactNode }>) => (
  <System.Provider value={units}>{children}</System.Provider>
);

/** How this company's figures are shown. */
export const useShows = (): Shows => SHOWS[useContext(System)];
