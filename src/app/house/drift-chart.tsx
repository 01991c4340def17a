'use client';
import dynamic from 'next/dynamic';
import type { Calibration } from '@/data/equipment';
import { AfterFirstPaint } from '@/ui/after-first-paint';

const HEIGHT = 200;
const words = 'Drawing what it put out…';
/** The chart library touches the window when it is loaded, and is large: it comes after the first paint. */
const Inner = dynamic(() => import('./drift-chart-inner').then((m) => m.DriftChartInner), {
  ssr: false,
  loading: () => (
    <div style={{ height: HEIGHT }} className="grid place-items-center text-steel">
      {words}
    </div>
  ),
});

/** What it put out, over the years, by nozzle or setting. */
export const DriftChart = ({ history }: Readonly<{ history: readonly Calibration[] }>) => (
  <AfterFirstPaint height={HEIGHT} words={words}>
    <Inner history={history} height={HEIGHT} />
  </AfterFirstPaint>
);
