'use client';
import { PALETTE } from '@/ui/palette';
import type { ApexOptions } from 'apexcharts';
import ApexChart from 'react-apexcharts';
import { rateIn } from '@/core/units/rate';
import type { Calibration } from '@/data/equipment';
import { CHART_BASE, MS_PER_DAY } from '@/ui/chart-base';
import { useShows } from '@/ui/units';

/** A line for every nozzle or setting that was measured more than once; a point for each of the others. */
export function DriftChartInner({
  history,
  height,
}: Readonly<{ history: readonly Calibration[]; height: number }>) {
  const show = useShows();
  const isSpray = history[0]?.output.by === 'volume';
  const y = ({ output }: Calibration) =>
    output.by === 'volume'
      ? show.in('carrier', output.rate)
      : (rateIn(output, show.system === 'trade' ? 'lb/1000sqft' : 'kg/ha') ?? 0);
  const unit = isSpray ? show.unit('carrier') : show.system === 'trade' ? 'lb/1,000 sq ft' : 'kg/ha';
  const names = [...new Set(history.map((c) => c.fitted))];
  const series = names.map((name) => ({
    name: name || 'not said',
    data: history
      .filter((c) => c.fitted === name)
      .map((c) => ({ x: c.on * MS_PER_DAY, y: Number(y(c).toPrecision(4)) }))
      .toReversed(),
  }));
  const options: ApexOptions = {
    ...CHART_BASE,
    chart: { ...CHART_BASE.chart, id: 'drift' },
    markers: { size: 5 },
    stroke: { width: 2, curve: 'straight' },
    legend: { show: names.length > 1, fontSize: '14px' },
    colors: [PALETTE.moss, PALETTE.water, PALETTE.clay, PALETTE.strawText, PALETTE.ink],
    yaxis: { min: 0, decimalsInFloat: 2, title: { text: unit }, labels: { style: { fontSize: '13px' } } },
    tooltip: { x: { format: 'd MMM yyyy' } },
  };
  return (
    <div role="img" aria-label={`What it put out, ${unit}, by day`}>
      <ApexChart type="line" height={height} width="100%" series={series} options={options} />
    </div>
  );
}
