'use client';
/** Figures on the screens of a company that reads and types in trade units or in metric. */
import { useContext, useMemo } from 'react';
import { SHOWS, showsOn, type Shows } from '@/core/units/format';
import { Reader } from './units-provider';

/** How this company's figures are shown. */
export function useShows(): Shows {
  const reader = useContext(Reader);
  return useMemo(() => (reader ? showsOn(SHOWS[reader.units], reader.today) : SHOWS.trade), [reader]);
}
