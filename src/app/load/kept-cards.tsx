import { plainName } from '@/core/products/plain-name';
import { showWeekday, type Day } from '@/core/calendar/day';
import type { CardLine } from '@/server/mixing/loads';
import { list } from '@/ui/text';

/** Cards of today and yesterday. */
export function KeptCards({ cards, today }: Readonly<{ cards: readonly CardLine[]; today: Day }>) {
  if (!cards.length) return null;
  return (
    <section aria-label="Kept cards" className="mt-3">
      <h2 className="border-b-2 border-iron text-row">Kept cards</h2>
      <ul>
        {cards.map((c) => (
          <li key={c.id} className="border-b border-hair py-1">
            {/* a whole page, which the device keeps */}
            <a
              href={`/load/${c.id}`}
              className="inline-flex min-h-touch items-center font-cond text-lead font-semibold"
            >
              {c.kind === 'tank' ? 'Load' : 'Hopper'} {c.number} of {c.of}
              {c.day !== today && `, ${showWeekday(c.day)}`}
            </a>{' '}
            <span className="text-note text-steel">
              {[c.equipment, list(c.products.map((p) => plainName(p))), list(c.sites)]
                .filter(Boolean)
                .join(' · ')}
              {c.isMeasured && ' · measured'}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
