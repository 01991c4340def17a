'use client';
import { PALETTE } from './palette';
import type { ApexOptions } from 'apexcharts';
import { useMemo } from 'react';
import ApexChart from 'react-apexcharts';
import { dayOf, yearOf } from '@/core/calendar/day';
import type { CrossingRule } from '@/core/ground/crossing';
import type { Outlook } from '@/core/ground/outlook';
import type { Shows } from '@/core/units/format';
import { useShows } from './units';
import { CHART_BASE, MS_PER_DAY, onAxis, lineAcross, temperatureAxis } from './chart-base';

/** Daily mean soil temperature of the year: observed, then the middle and the 10–90 % band of what may come. */
export function SoilChartInner({ outlook, height }: Readonly<{ outlook: Outlook; height: number }>) {
  const show = useShows();
  const { series, options } = useMemo(() => chartOf(outlook, show), [outlook, show]);
  return (
    <div
      role="img"
      aria-label="Soil temperature over the year, observed and expected, with the germination line"
    >
      <ApexChart type="rangeArea" height={height} width="100%" series={series} options={options} />
    </div>
  );
}

function chartOf({ from, today, observed, band, rule, depth, dates, crossed }: Outlook, show: Shows) {
  const y = (t: number) => onAxis(t, show);
  const unit = show.unit('temperature');
  const at = (day: number) => day * MS_PER_DAY;
  // to the end of the year, and half a year ahead at least: further on all years look alike
  const ahead = Math.max(dayOf(yearOf(today) + 1, 1, 1) - today, 183);
  const series = [
    {
      type: 'rangeArea',
      name: `8 in 10 years, ${unit}`,
      data: band.p10.slice(0, ahead).map((lo, i) => ({ x: at(today + i), y: [y(lo), y(band.p90[i] ?? lo)] })),
    },
    {
      type: 'line',
      name: `middle, ${unit}`,
      data: band.p50.slice(0, ahead).map((t, i) => ({ x: at(today + i), y: y(t) })),
    },
    { type: 'line', name: `observed, ${unit}`, data: observed.map((t, i) => ({ x: at(from + i), y: y(t) })) },
  ];
  const box =
    crossed === null && dates.p10 !== null
      ? [
          {
            x: at(dates.p10),
            x2: at(dates.p90 ?? dates.p10 + 1),
            fillColor: PALETTE.clay,
            opacity: 0.14,
            borderColor: PALETTE.clay,
            label: {
              text: 'crossing, 8 in 10',
              orientation: 'horizontal',
              style: { color: PALETTE.clay, background: PALETTE.paper, fontSize: '13px' },
            },
          },
        ]
      : [];
  const coldest = y(Math.min(...band.p10, ...observed));
  const options: ApexOptions = {
    ...CHART_BASE,
    colors: [PALETTE.straw, PALETTE.strawText, PALETTE.ink],
    fill: { opacity: [0.35, 1, 1] },
    stroke: { width: [0, 2, 2.5], dashArray: [0, 4, 0], curve: 'straight' },
    legend: { position: 'top', horizontalAlign: 'left', fontSize: '14px', markers: { size: 6 } },
    yaxis: { ...temperatureAxis(depth, show), min: Math.floor(coldest / 10) * 10 },
    tooltip: { shared: true, x: { format: 'd MMM' } },
    annotations: {
      yaxis: lineOf(rule, show),
      xaxis: [{ x: at(today), borderColor: PALETTE.ink, strokeDashArray: 0 }, ...box],
    },
  };
  return { series, options };
}

/** The rule's line across the chart, where it is one of soil temperature. */
function lineOf(rule: CrossingRule, show: Shows) {
  if (rule.school === 'air rule of thumb' || rule.school === 'signs' || rule.school === 'degree days')
    return [];
  const words = show.line(rule.line);
  return [
    lineAcross(
      rule.line,
      rule.school === 'run of days' ? `${words} on ${rule.days} days in a row` : words,
      show,
    ),
  ];
}
