/** What was seen on a lawn against the gates, in words. */
import type { Checked } from '@/core/stop/seen-now';
import type { Shows } from '@/core/units/format';
import { reasonWords } from './reason-words';
import { shortName } from './words';

/** The gates speak of forecasts and hours: what was measured is said as it is. */
export function checkedWords(c: Checked, show: Shows): string {
  if (c.kind !== 'gate') return SEEN[c.kind](shortName({ name: c.product }));
  const { reason, state } = c.verdict;
  const said =
    reason.code === 'windy' || reason.code === 'breezy'
      ? `${show.wind(reason.wind)} measured, and ${reason.source === 'label' ? 'the label' : 'your house'} sets ${show.wind(reason.limit)}.`
      : reasonWords(reason, show);
  return `${state === 'shut' ? 'SHUT' : 'Ajar'}, ${c.gate}: ${said}`;
}

const SEEN: Readonly<Record<Exclude<Checked['kind'], 'gate'>, (product: string) => string>> = {
  'leaf wet': (p) => `The leaf drips: ${p} would run off. Wait until it is dry.`,
  'fertilizer on wet leaf': (p) => `${p} sticks to a wet leaf and burns it. Wait until it is dry.`,
  'in bloom': (p) =>
    `Weeds are in flower: bees visit them, and ${p} goes on the leaf. Mow the flowers off first, or come back in the evening.`,
};
