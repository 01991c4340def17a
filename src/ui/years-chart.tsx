'use client';
import { PALETTE } from './palette';
import type { ApexOptions } from 'apexcharts';
import { useMemo } from 'react';
import ApexChart from 'react-apexcharts';
import { dayOf, type Day } from '@/core/calendar/day';
import type { Shows } from '@/core/units/format';
import type { Celsius, Metres } from '@/core/units/quantity';
import { useShows } from './units';
import { CHART_BASE, MS_PER_DAY, onAxis, lineAcross, temperatureAxis } from './chart-base';

export type YearsChartProps = Readonly<{
  year: number;
  today: Day;
  depth: Metres;
  line: Celsius | null;
  thisYear: readonly number[];
  expected: readonly number[];
  fiveYears: readonly number[];
  past: readonly Readonly<{ year: number; soil: readonly number[] }>[];
  height: number;
}>;

/** This year against the mean of the last five and against every year on file. */
export function YearsChart({ height, ...props }: YearsChartProps) {
  const show = useShows();
  const { series, options } = useMemo(() => chartOf(props, show), [props, show]);
  return (
    <div role="img" aria-label="Soil temperature this year against past years">
      <ApexChart type="line" height={height} width="100%" series={series} options={options} />
    </div>
  );
}

/** From where to where, and at which steps, the axis goes. */
const STEP = { trade: 20, metric: 10 } as const;

function chartOf(
  { year, today, depth, line, thisYear, expected, fiveYears, past }: Omit<YearsChartProps, 'height'>,
  show: Shows,
) {
  const newYear = dayOf(year, 1, 1);
  // every second day is as fine as the eye, and a half of the points
  const points = (values: readonly number[], from = 0) =>
    values.flatMap((t, d) =>
      (from + d) % 2 === 0 ? [{ x: (newYear + from + d) * MS_PER_DAY, y: onAxis(t, show) }] : [],
    );
  const years = past.map((p) => ({ name: String(p.year), data: points(p.soil) }));
  const series = [
    ...years,
    { name: `Mean of ${Math.min(5, past.length)} years`, data: points(fiveYears) },
    {
      name: `${year} expected`,
      data: points(expected.slice(0, dayOf(year + 1, 1, 1) - today), today - newYear),
    },
    { name: `${year}`, data: points(thisYear) },
  ];
  const step = STEP[show.system];
  const all = series.flatMap((s) => s.data.map((p) => p.y));
  const options: ApexOptions = {
    ...CHART_BASE,
    colors: [...years.map(() => PALETTE.rail), PALETTE.water, PALETTE.strawText, PALETTE.ink],
    stroke: {
      width: [...years.map(() => 1), 3, 2, 3],
      dashArray: [...years.map(() => 0), 0, 5, 0],
      curve: 'straight',
    },
    legend: { show: false },
    yaxis: {
      ...temperatureAxis(depth, show),
      min: Math.floor(Math.min(...all) / step) * step,
      max: Math.ceil(Math.max(...all) / step) * step,
      stepSize: step,
    },
    tooltip: { enabled: false },
    annotations: { yaxis: line === null ? [] : [lineAcross(line, show.line(line), show)] },
  };
  return { series, options };
}
