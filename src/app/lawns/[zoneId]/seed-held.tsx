import { showFullDay } from '@/core/calendar/day';
import type { LawnView } from './lawn-view';
import { plural } from '@/ui/text';

/** New turf is planned, and something that lies in the ground or is planned keeps it out: said before the seed is bought. */
export function SeedHeld({ sheet: { seedHeld } }: Readonly<{ sheet: LawnView }>) {
  return seedHeld.map(({ on, kind, waits }) => (
    <div key={`${on}|${kind}`} role="status" className="mt-3 border-l-4 border-clay bg-paper px-3 py-2">
      <p className="font-cond text-lg font-semibold">
        {kind === 'seed' ? 'Seed' : kind === 'sod' ? 'Sod' : 'Sprigs'} of {showFullDay(on)} will not take:
      </p>
      {waits.map((w) => (
        <p key={w.substance} className="text-note">
          {w.products.join(' + ')} ({w.substance}), {w.isPlanned ? 'planned for' : 'applied'}{' '}
          {showFullDay(w.last)}:{' '}
          {w.days === null || w.clear === null
            ? 'the label does not say how long this much keeps seed out.'
            : `the label keeps seed out for ${plural(w.days, 'day')}, to ${showFullDay(w.clear)}.`}
        </p>
      ))}
      <p className="text-note">Move it on the lawn sheet, or change what is still planned.</p>
    </div>
  ));
}
