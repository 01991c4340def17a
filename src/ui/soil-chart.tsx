'use client';
import dynamic from 'next/dynamic';
import type { Outlook } from '@/core/ground/outlook';
import { AfterFirstPaint } from './after-first-paint';
import type { YearsChartProps } from './years-chart';

const HEIGHT = 260;
const words = 'Drawing the soil temperature…';
const loading = () => (
  <div style={{ height: HEIGHT }} className="grid place-items-center text-steel">
    {words}
  </div>
);
/** The chart library touches the window when it is loaded, and is large: it comes after the first paint. */
const Inner = dynamic(() => import('./soil-chart-inner').then((m) => m.SoilChartInner), {
  ssr: false,
  loading,
});
const Years = dynamic(() => import('./years-chart').then((m) => m.YearsChart), { ssr: false, loading });

export function SoilChart({ outlook }: Readonly<{ outlook: Outlook }>) {
  return (
    <AfterFirstPaint height={HEIGHT} words={words}>
      <Inner outlook={outlook} height={HEIGHT} />
    </AfterFirstPaint>
  );
}

export function AllYearsChart(props: Omit<YearsChartProps, 'height'>) {
  return (
    <AfterFirstPaint height={HEIGHT} words={words}>
      <Years {...props} height={HEIGHT} />
    </AfterFirstPaint>
  );
}
