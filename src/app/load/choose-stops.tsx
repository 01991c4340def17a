'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { SquareMetres } from '@/core/units/quantity';
import { useShows } from '@/ui/units';
import { list, plural } from '@/ui/words';

type Due = Readonly<{
  applicationId: string;
  site: string;
  area: SquareMetres;
  purpose: string;
  products: readonly string[];
  isAjar: boolean;
}>;

/** What can go today, to be ticked in the order in which it is driven to. */
export function ChooseStops({ due }: Readonly<{ due: readonly Due[] }>) {
  const show = useShows();
  const router = useRouter();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const area = due
    .filter((d) => chosen.includes(d.applicationId))
    .reduce((s, d) => s + d.area, 0) as SquareMetres;
  if (!due.length)
    return (
      <p className="mt-3 text-steel">
        Nothing can go today. What is shut, and until when, stands under Today.
      </p>
    );
  return (
    <section className="mt-4" aria-label="Stops">
      <h2 className="border-b-2 border-iron text-[19px]">What can go today</h2>
      <p className="text-steel">Tick the stops in the order in which you drive to them.</p>
      <ul>
        {due.map((d) => {
          const place = chosen.indexOf(d.applicationId);
          return (
            <li key={d.applicationId} className="border-b border-hair">
              <label className="flex min-h-[52px] items-center gap-3 py-1">
                <input
                  type="checkbox"
                  className="size-6 shrink-0 accent-[var(--color-moss)]"
                  checked={place >= 0}
                  onChange={(e) =>
                    setChosen(
                      e.target.checked
                        ? [...chosen, d.applicationId]
                        : chosen.filter((id) => id !== d.applicationId),
                    )
                  }
                />
                <span className="w-6 shrink-0 text-right font-cond text-[20px] font-bold">
                  {place >= 0 ? place + 1 : ''}
                </span>
                <span className="grow">
                  <b className="font-cond text-[18px]">{d.site}</b>
                  <span className="block text-[15px] text-steel">
                    {[d.purpose, list(d.products.map((p) => p.replace(', demo label', '')))]
                      .filter(Boolean)
                      .join(': ')}
                    {d.isAjar && ' · ajar, with a warning'}
                  </span>
                </span>
                <span className="whitespace-nowrap text-[15px]">{show.area(d.area)}</span>
              </label>
            </li>
          );
        })}
      </ul>
      <button
        type="button"
        className="button button-loud sticky bottom-3 mt-3 w-full"
        disabled={!chosen.length}
        onClick={() => router.push(`/load?stops=${chosen.join('.')}`)}
      >
        {chosen.length
          ? `Load for ${plural(chosen.length, 'stop')}, ${show.area(area)}`
          : 'Tick what you take'}
      </button>
    </section>
  );
}
