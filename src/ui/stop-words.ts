/** What was seen on a lawn against the gates, in words. */
import type { Reason } from '@/core/gates/reason';
import type { Checked } from '@/core/stop/seen-now';
import { SHOWS, type Shows } from '@/core/units/format';
import { told, type UnitSystem } from '@/core/units/measures';
import type { Celsius, MetresPerSecond } from '@/core/units/quantity';
import { reasonWords } from './reason-words';
import { shortName } from './words';

export function checkedWords(c: Checked, show: Shows): string {
  if (c.kind !== 'gate') return SEEN[c.kind](shortName({ name: c.product }));
  const { reason, state } = c.verdict;
  return `${state === 'shut' ? 'SHUT' : 'Ajar'}, ${c.gate}: ${measuredWords(reason, show)}`;
}

/** The gates speak of forecasts and hours: what was measured is said as it is. */
const measuredWords = (reason: Reason, show: Shows): string =>
  reason.code === 'windy' || reason.code === 'breezy'
    ? `${show.wind(reason.wind)} measured, and ${reason.source === 'label' ? 'the label' : 'your house'} sets ${show.wind(reason.limit)}.`
    : reasonWords(reason, show);

/** How a record tells why a gate was not open: by what was measured there, or by what is on file. */
export const recordWords =
  (show: Shows) =>
  (reason: Reason, isMeasured: boolean): string =>
    isMeasured ? measuredWords(reason, show) : reasonWords(reason, show);

/** Wind and air of a record; null: it was not sprayed, and nobody measured. */
export function airWords(
  r: Readonly<{
    windMph: number | null;
    windFrom: string;
    airF: number | null;
    gates: Readonly<{ station: Readonly<{ wind: number; air: number }> | null }>;
  }>,
  units: UnitSystem,
): Readonly<{ wind: string | null; air: string | null }> {
  const show = SHOWS[units];
  const { station } = r.gates;
  const by = (at: string) => `not measured; station: ${at}`;
  return {
    wind:
      r.windMph !== null
        ? `${told(r.windMph, 'wind', units)}${r.windFrom ? ` from ${r.windFrom}` : ''}`
        : station && by(show.wind(station.wind as MetresPerSecond)),
    air:
      r.airF !== null ? told(r.airF, 'temperature', units) : station && by(show.line(station.air as Celsius)),
  };
}

const SEEN: Readonly<Record<Exclude<Checked['kind'], 'gate'>, (product: string) => string>> = {
  'leaf wet': (p) => `The leaf drips: ${p} would run off. Wait until it is dry.`,
  'fertilizer on wet leaf': (p) => `${p} sticks to a wet leaf and burns it. Wait until it is dry.`,
  'in bloom': (p) =>
    `Weeds are in flower: bees visit them, and ${p} goes on the leaf. Mow the flowers off first, or come back in the evening.`,
};
