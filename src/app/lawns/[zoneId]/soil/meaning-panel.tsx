'use client';
import { figure } from '@/core/units/figure';
import { inUnits } from '@/core/units/measures';
import type { Metres } from '@/core/units/quantity';
import type { Meaning } from '@/server/soil/view';
import { useShows } from '@/ui/units';
import { Wave } from '@/ui/wave';

const clock = (hour: number): string => {
  const h = Math.floor(hour);
  return `${h % 12 === 0 ? 12 : h % 12}:${String(Math.round((hour - h) * 60) % 60).padStart(2, '0')} ${h < 12 ? 'am' : 'pm'}`;
};

/** What one reading means: the conversion, said and drawn. */
export function MeaningPanel({
  meaning: m,
  depth,
  timeZone,
}: Readonly<{ meaning: Meaning; depth: Metres; timeZone: string }>) {
  const show = useShows();
  const { reading } = m;
  const spot =
    reading.spot === 'open'
      ? 'on the open lawn'
      : reading.spot === 'shade'
        ? 'in the shade'
        : 'in the warmest strip';
  const taken = new Date(reading.takenAt).toLocaleTimeString('en-US', {
    timeZone,
    hour: 'numeric',
    minute: '2-digit',
  });
  const typedIn = reading.typed.unit === 'C' ? 'metric' : 'trade';
  const isCorrected =
    typedIn !== show.system ||
    Math.abs(reading.typed.value - inUnits(reading.value, 'temperature', typedIn)) > 0.05;
  const isUsed = reading.met?.used ?? false;
  return (
    <section className="mt-4 border-2 border-iron bg-paper px-4 py-3" aria-label="What this reading means">
      <h2 className="text-head">
        What your {figure(reading.typed.value, 1)} °{reading.typed.unit} at {taken},{' '}
        {show.depth(reading.depth)}, {spot}, means
      </h2>
      <div className="mt-2 grid grid-cols-1 gap-x-8 gap-y-3 lg:grid-cols-[minmax(0,1fr)_400px]">
        <Wave
          atReading={m.waveAtReading}
          atHouse={m.waveAtHouse}
          readingDepth={reading.depth}
          houseDepth={depth}
          hour={m.hour}
          value={reading.value}
          mean={m.dailyMean}
        />
        <div>
          <p className="font-cond text-head font-semibold leading-tight">
            Daily mean at {show.depth(depth)}: {show.temperature(m.dailyMean)} ± {show.warmth(m.sd)} there
            {m.open !== null && <>; open lawn {show.temperature(m.open)}</>}
          </p>
          <p className="mt-2 text-note">
            {isCorrected && `Corrected for the thermometer it is ${show.temperature(reading.value)}. `}
            The day’s warmth sinks slowly: at {clock(m.hour)} standard time the soil{' '}
            {show.depth(reading.depth)} down is {reading.value < m.dailyMean ? 'still below' : 'above'} its
            mean of the day. The reading was held to the model at the same depth and hour
            {reading.met &&
              `, which expected ${show.temperature(reading.met.expected)}; the ${show.warmth(Math.abs(reading.met.innovation))} between ${isUsed ? 'moved the outlook of this spot, less those of its neighbours' : 'are more than four standard deviations: it is kept and not used'}`}
            .
          </p>
          <p className="mt-1 text-fine text-steel">
            By the textbook wave of this day alone: {show.temperature(m.textbook)} at{' '}
            {show.depth(reading.depth)}.
          </p>
        </div>
      </div>
    </section>
  );
}
