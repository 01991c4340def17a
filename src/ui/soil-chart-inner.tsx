'use client';
import type { ApexOptions } from 'apexcharts';
import { useMemo } from 'react';
import ApexChart from 'react-apexcharts';
import type { CrossingRule } from '@/core/ground/crossing';
import type { Outlook } from '@/core/ground/outlook';
import { showDepth, showLine } from '@/core/units/format';
import type { Celsius } from '@/core/units/quantity';
import { toFahrenheit } from '@/core/units/trade';

const MS_PER_DAY = 86_400_000;
const fahrenheit = (t: number) => Math.round(toFahrenheit(t as Celsius) * 10) / 10;

/** Daily mean soil temperature of the year: observed, then the middle and the 10–90 % band of what may come. */
export function SoilChartInner({ outlook, height }: Readonly<{ outlook: Outlook; height: number }>) {
  const { series, options } = useMemo(() => chartOf(outlook), [outlook]);
  return (
    <div
      role="img"
      aria-label="Soil temperature over the year, observed and expected, with the germination line"
    >
      <ApexChart type="rangeArea" height={height} width="100%" series={series} options={options} />
    </div>
  );
}

function chartOf({ from, today, observed, band, rule, depth, dates, crossed }: Outlook) {
  const at = (day: number) => day * MS_PER_DAY;
  const series = [
    {
      type: 'rangeArea',
      name: '8 in 10 years, °F',
      data: band.p10.map((lo, i) => ({
        x: at(today + i),
        y: [fahrenheit(lo), fahrenheit(band.p90[i] ?? lo)],
      })),
    },
    {
      type: 'line',
      name: 'middle, °F',
      data: band.p50.map((t, i) => ({ x: at(today + i), y: fahrenheit(t) })),
    },
    {
      type: 'line',
      name: 'observed, °F',
      data: observed.map((t, i) => ({ x: at(from + i), y: fahrenheit(t) })),
    },
  ];
  const box =
    crossed === null && dates.p10 !== null
      ? [
          {
            x: at(dates.p10),
            x2: at(dates.p90 ?? dates.p10 + 1),
            fillColor: '#9c3d24',
            opacity: 0.14,
            borderColor: '#9c3d24',
            label: {
              text: 'crossing, 8 in 10',
              orientation: 'horizontal',
              style: { color: '#9c3d24', background: '#fffdf6', fontSize: '13px' },
            },
          },
        ]
      : [];
  const coldest = fahrenheit(Math.min(...band.p10, ...observed));
  const options: ApexOptions = {
    chart: {
      animations: { enabled: false },
      toolbar: { show: false },
      zoom: { enabled: false },
      fontFamily: 'inherit',
      background: 'transparent',
    },
    colors: ['#d79b2b', '#7a5205', '#1c2a33'],
    fill: { opacity: [0.35, 1, 1] },
    stroke: { width: [0, 2, 2.5], dashArray: [0, 4, 0], curve: 'straight' },
    legend: { position: 'top', horizontalAlign: 'left', fontSize: '14px', markers: { size: 6 } },
    dataLabels: { enabled: false },
    markers: { size: 0 },
    grid: { borderColor: '#ddd6c4' },
    xaxis: {
      type: 'datetime',
      labels: {
        datetimeUTC: true,
        datetimeFormatter: { year: 'MMM', month: 'MMM', day: 'd MMM' },
        style: { fontSize: '13px' },
      },
      tooltip: { enabled: false },
    },
    yaxis: {
      min: Math.floor(coldest / 10) * 10,
      decimalsInFloat: 0,
      title: { text: `°F at ${showDepth(depth)}, daily mean` },
      labels: { style: { fontSize: '13px' } },
    },
    tooltip: { shared: true, x: { format: 'd MMM' } },
    annotations: {
      yaxis: lineOf(rule),
      xaxis: [{ x: at(today), borderColor: '#1c2a33', strokeDashArray: 0 }, ...box],
    },
  };
  return { series, options };
}

/** The rule's line across the chart, where it is one of soil temperature. */
function lineOf(rule: CrossingRule) {
  if (rule.school === 'air rule of thumb' || rule.school === 'signs' || rule.school === 'degree days')
    return [];
  return [
    {
      y: fahrenheit(rule.line),
      borderColor: '#9c3d24',
      strokeDashArray: 4,
      label: {
        text:
          rule.school === 'run of days'
            ? `${showLine(rule.line)} on ${rule.days} days in a row`
            : showLine(rule.line),
        position: 'left',
        textAnchor: 'start',
        style: { color: '#9c3d24', background: '#fffdf6', fontSize: '13px' },
      },
    },
  ];
}
