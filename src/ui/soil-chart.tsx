'use client';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import type { Outlook } from '@/core/ground/outlook';

const HEIGHT = 260;
const empty = (
  <div style={{ height: HEIGHT }} className="grid place-items-center text-steel">
    Drawing the soil temperature…
  </div>
);
/** The chart library touches the window when it is loaded, and is large: it comes after the first paint. */
const Inner = dynamic(() => import('./soil-chart-inner').then((m) => m.SoilChartInner), {
  ssr: false,
  loading: () => empty,
});

export function SoilChart({ outlook }: Readonly<{ outlook: Outlook }>) {
  const [isIdle, setIdle] = useState(false);
  useEffect(() => {
    const id = window.setTimeout(() => setIdle(true), 50);
    return () => window.clearTimeout(id);
  }, []);
  return isIdle ? <Inner outlook={outlook} height={HEIGHT} /> : empty;
}
