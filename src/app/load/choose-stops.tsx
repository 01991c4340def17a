'use client';
import { plainName } from '@/core/products/plain-name';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { SquareMetres } from '@/core/units/quantity';
import { useShows } from '@/ui/units';
import { list, plural } from '@/ui/text';

export type Due = Readonly<{
  applicationId: string;
  site: string;
  area: SquareMetres;
  purpose: string;
  products: readonly string[];
  isAjar: boolean;
}>;

type Props = Readonly<{
  due: readonly Due[];
  /** the screen that is given the stops */
  to: string;
  title: string;
  words: string;
  /** what its button does */
  button: string;
  /** where there is nothing to choose */
  none: string;
}>;

/** Stops to be ticked in an order. */
export function ChooseStops({ due, to, title, words, button, none }: Props) {
  const show = useShows();
  const router = useRouter();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const area = due
    .filter((d) => chosen.includes(d.applicationId))
    .reduce((s, d) => s + d.area, 0) as SquareMetres;
  if (!due.length) return <p className="mt-3 text-steel">{none}</p>;
  return (
    <section className="mt-4" aria-label="Stops">
      <h2 className="border-b-2 border-iron text-row">{title}</h2>
      <p className="text-steel">{words}</p>
      <ul>
        {due.map((d) => {
          const place = chosen.indexOf(d.applicationId);
          return (
            <li key={d.applicationId} className="border-b border-hair">
              <label className="flex min-h-bar items-center gap-3 py-1">
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
                <span className="w-6 shrink-0 text-right font-cond text-row font-bold">
                  {place >= 0 ? place + 1 : ''}
                </span>
                <span className="grow">
                  <b className="font-cond text-lead">{d.site}</b>
                  <span className="block text-note text-steel">
                    {[d.purpose, list(d.products.map((p) => plainName(p)))].filter(Boolean).join(': ')}
                    {d.isAjar && ' · ajar, with a warning'}
                  </span>
                </span>
                <span className="whitespace-nowrap text-note">{show.area(d.area)}</span>
              </label>
            </li>
          );
        })}
      </ul>
      <button
        type="button"
        className="button button-loud sticky bottom-3 mt-3 w-full"
        disabled={!chosen.length}
        onClick={() => router.push(`${to}?stops=${chosen.join('.')}`)}
      >
        {chosen.length
          ? `${button} ${plural(chosen.length, 'stop')}, ${show.area(area)}`
          : 'Tick what you take'}
      </button>
    </section>
  );
}
