import { showDay, showFullDay } from '@/core/calendar/day';
import { seedWaitsOn } from '@/core/records/seed-waits';
import { plannedEntries } from '@/core/season/programme';
import type { ZoneSheet } from '@/server/programme/view';
import { plural } from '@/ui/words';

/** Seed is planned, and something that lies in the ground or is planned keeps it out: said before the seed is bought. */
export function SeedHeld({
  sheet: { zone, facts, labels, applications, today },
}: Readonly<{ sheet: ZoneSheet }>) {
  const { seedingOn } = zone.facts;
  if (seedingOn === null || seedingOn < today) return null;
  const ledger = [...facts.ledger, ...plannedEntries(applications, zone.facts, today)];
  const waits = seedWaitsOn(ledger, (id) => labels.now.find((l) => l.id === id), seedingOn);
  if (!waits.length) return null;
  return (
    <div role="status" className="mt-3 border-l-4 border-clay bg-paper px-3 py-2">
      <p className="font-cond text-lg font-semibold">Seed of {showDay(seedingOn)} will not come up:</p>
      {waits.map((w) => (
        <p key={w.name} className="text-[15px]">
          {w.name}, {w.isPlanned ? 'planned for' : 'put down'} {showDay(w.day)}: its label keeps seed out for{' '}
          {plural(w.days, 'day')}, to {showFullDay(w.clear)}.
        </p>
      ))}
      <p className="text-[15px]">Move the seeding on the lawn sheet, or change what is still planned.</p>
    </div>
  );
}
