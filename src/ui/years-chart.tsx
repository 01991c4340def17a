'use client';
import type { ApexOptions } from 'apexcharts';
import { useMemo } from 'react';
import ApexChart from 'react-apexcharts';
import { dayOf, type Day } from '@/core/calendar/day';
import { showDepth, showLine } from '@/core/units/format';
import type { Celsius, Metres } from '@/core/units/quantity';
import { toFahrenheit } from '@/core/units/trade';

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

const fahrenheit = (t: number) => Math.round(toFahrenheit(t as Celsius) * 10) / 10;
const MS_PER_DAY = 86_400_000;

/** This year against the mean of the last five and against every year on file. */
export function YearsChart({ height, ...props }: YearsChartProps) {
  const { series, options } = useMemo(() => chartOf(props), [props]);
  return (
    <div role="img" aria-label="Soil temperature this year against past years">
      <ApexChart type="line" height={height} width="100%" series={series} options={options} />
    </div>
  );
}

function chartOf({
  year,
  today,
  depth,
  line,
  thisYear,
  expected,
  fiveYears,
  past,
}: Omit<YearsChartProps, 'height'>) {
  const newYear = dayOf(year, 1, 1);
  // every second day is as fine as the eye, and a half of the points
  const points = (values: readonly number[], from = 0) =>
    values.flatMap((t, d) =>
      (from + d) % 2 === 0 ? [{ x: (newYear + from + d) * MS_PER_DAY, y: fahrenheit(t) }] : [],
    );
  const years = past.map((p) => ({ name: String(p.year), data: points(p.soil) }));
  const series = [
    ...years,
    { name: `Mean of ${Math.min(5, past.length)} years`, data: points(fiveYears) },
    { name: `${year} expected`, data: points(expected, today - newYear) },
    { name: `${year}`, data: points(thisYear) },
  ];
  const all = series.flatMap((s) => s.data.map((p) => p.y));
  const options: ApexOptions = {
    chart: {
      animations: { enabled: false },
      toolbar: { show: false },
      zoom: { enabled: false },
      fontFamily: 'inherit',
      background: 'transparent',
    },
    colors: [...years.map(() => '#b9c2c0'), '#2f6d94', '#7a5205', '#1c2a33'],
    stroke: {
      width: [...years.map(() => 1), 3, 2, 3],
      dashArray: [...years.map(() => 0), 0, 5, 0],
      curve: 'straight',
    },
    legend: { show: false },
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
      min: Math.floor(Math.min(...all) / 20) * 20,
      max: Math.ceil(Math.max(...all) / 20) * 20,
      stepSize: 20,
      decimalsInFloat: 0,
      title: { text: `°F at ${showDepth(depth)}, daily mean` },
      labels: { style: { fontSize: '13px' } },
    },
    tooltip: { enabled: false },
    annotations: {
      yaxis:
        line === null
          ? []
          : [
              {
                y: fahrenheit(line),
                borderColor: '#9c3d24',
                strokeDashArray: 4,
                label: {
                  text: showLine(line),
                  position: 'left',
                  textAnchor: 'start',
                  style: { color: '#9c3d24', background: '#fffdf6', fontSize: '13px' },
                },
              },
            ],
    },
  };
  return { series, options };
}
