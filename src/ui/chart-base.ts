/** What all charts of soil temperature over a year have in common. */
import { PALETTE } from './palette';
import type { ApexOptions } from 'apexcharts';
import type { Shows } from '@/core/units/format';
import type { Celsius, Metres } from '@/core/units/quantity';

export const MS_PER_DAY = 86_400_000;
/** A temperature in °C as the axis has it, to a tenth: finer is not known, and not seen. */
export const onAxis = (t: number, show: Shows): number => Math.round(show.in('temperature', t) * 10) / 10;

export const CHART_BASE = {
  chart: {
    animations: { enabled: false },
    toolbar: { show: false },
    zoom: { enabled: false },
    fontFamily: 'inherit',
    background: 'transparent',
  },
  dataLabels: { enabled: false },
  markers: { size: 0 },
  grid: { borderColor: PALETTE.hair },
  xaxis: {
    type: 'datetime',
    labels: {
      datetimeUTC: true,
      datetimeFormatter: { year: 'MMM', month: 'MMM', day: 'd MMM' },
      style: { fontSize: '13px' },
    },
    tooltip: { enabled: false },
  },
} as const satisfies ApexOptions;

export const temperatureAxis = (depth: Metres, show: Shows) => ({
  decimalsInFloat: 0,
  title: { text: `${show.unit('temperature')} at ${show.depth(depth)}, daily mean` },
  labels: { style: { fontSize: '13px' } },
});

/** A line across the chart with its words. */
export const lineAcross = (t: Celsius, text: string, show: Shows) => ({
  y: onAxis(t, show),
  borderColor: PALETTE.clay,
  strokeDashArray: 4,
  label: {
    text,
    position: 'left',
    textAnchor: 'start',
    style: { color: PALETTE.clay, background: PALETTE.paper, fontSize: '13px' },
  },
});
