'use client';
import type { Measure } from '@/core/units/measures';
import { FigureField } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { useState } from 'react';
import { wordedRate, type Lacking, type Wording } from '@/core/products/worded-rate';
import type { LabelSheet } from '@/core/products/sheet';
import type { Shows } from '@/core/units/format';
import { significant } from '@/core/units/figure';
import { parseFigure } from '@/core/units/parse';
import { RATE_UNITS, type RateUnit } from '@/core/units/rate';
import { Labelled } from '@/ui/labelled';

type Props = Readonly<{
  sheet: LabelSheet;
  row: number;
  onTake: (rates: Readonly<{ low: number; high: number }>) => void;
}>;
type Way = Readonly<{
  words: string;
  /** of the two figures: a measure, or in words */
  unit: Measure | (string & {});
  /** one more figure that the wording needs */
  more: Readonly<{ name: string; unit: Measure }> | null;
  wording: (more: number) => Wording;
}>;

const LACKS: Record<Lacking, string> = {
  content: 'Type the content of that active ingredient first, further up.',
  density: 'Weight and volume meet by the density alone: type the density first, further up.',
};

/** Turns a rate that the label words otherwise into the sheet's unit: by a.i., by the bag, in a gallon of mix, in %. */
export function OtherWording({ sheet, row, onTake }: Props) {
  const show = useShows();
  const ways = waysOf(sheet, show);
  const [typed, setTyped] = useState({ way: 0, low: '', high: '', more: '' });
  const way = ways[Math.min(typed.way, ways.length - 1)]!;
  const set = (change: Partial<typeof typed>) => setTyped({ ...typed, ...change });
  const read = (text: string, field: string, unit: string) =>
    text.trim() === '' ? null : parseFigure(text, { field, unit, above: 0, most: 1e7 });
  const more = way.more && read(typed.more, way.more.name, way.more.unit);
  const low = read(typed.low, 'From', way.unit);
  const high = read(typed.high, 'To', way.unit);
  const isWhole = way.more === null || more?.ok;
  const worded = [low, high].map((f) =>
    f?.ok && isWhole ? wordedRate(f.value, way.wording(more?.ok ? more.value : 0), sheet) : null,
  );
  const figures = worded.flatMap((w) => (w?.ok ? [w.figure] : []));
  const lacking = worded.find((w) => w && !w.ok);
  const unit = RATE_UNITS[sheet.rateUnit].words;
  const [least, most] = [Math.min(...figures), Math.max(...figures)];
  return (
    <details className="mt-1">
      <summary className="min-h-touch cursor-pointer py-2 text-note">
        The label words this rate otherwise: by a.i., by the bag, in a gallon of mix…
      </summary>
      <div className="grid grid-cols-2 gap-2 md:grid-cols-4">
        <Labelled name="The label says">
          {(field) => (
            <select {...field} value={typed.way} onChange={(e) => set({ way: Number(e.target.value) })}>
              {ways.map((w, i) => (
                <option key={w.words} value={i}>
                  {w.words}
                </option>
              ))}
            </select>
          )}
        </Labelled>
        {(
          [
            ['low', 'From', way.unit, low],
            ['high', 'To', way.unit, high],
            ...(way.more ? [['more', way.more.name, way.more.unit, more] as const] : []),
          ] as const
        ).map(([key, name, unit, figure]) => (
          <FigureField
            key={key + unit}
            name={name}
            unit={unit}
            issue={figure && !figure.ok ? figure.issue : null}
            value={typed[key]}
            onChange={(value) => set({ [key]: value })}
          />
        ))}
      </div>
      <div aria-live="polite">
        {lacking && !lacking.ok && <p className="mt-1 text-note text-clay">{LACKS[lacking.lacks]}</p>}
        {figures.length > 0 && (
          <p className="mt-1 flex flex-wrap items-center gap-3 text-note font-semibold text-moss">
            = {least === most ? significant(least) : `${significant(least)} to ${significant(most)}`} {unit}
            <button type="button" className="button" onClick={() => onTake({ low: least, high: most })}>
              Put it in row {row}
            </button>
          </p>
        )}
      </div>
    </details>
  );
}

/** Every way in which a label may word it; the sheet's own unit is no other. */
function waysOf({ rateUnit, ingredients }: LabelSheet, show: Shows): Way[] {
  const sprayed = { name: 'Spray volume', unit: 'carrier' } as const;
  return [
    ...ingredients
      .filter((i) => i.name.trim() !== '')
      .map((i): Way => {
        const unit = i.limitCounts === 'a.e.' ? 'acid' : 'ingredient';
        return {
          words: `${show.unit(unit)} of ${i.name}`,
          unit,
          more: null,
          wording: () => ({ as: 'ingredient', name: i.name }),
        };
      }),
    {
      words: 'ground that one bag covers',
      unit: 'area',
      more: { name: 'Bag', unit: 'weight' },
      wording: (pounds) => ({ as: 'bag', pounds }),
    },
    ...(['oz', 'floz'] as const).map((u): Way => {
      const unit = u === 'oz' ? 'mixedWeight' : 'mixedVolume';
      return {
        words: `${show.unit(unit)} of mix`,
        unit,
        more: sprayed,
        wording: (gallons) => ({ as: 'in a gallon', unit: u, sprayed: gallons }),
      };
    }),
    {
      words: '% of the mix by volume',
      unit: '%',
      more: sprayed,
      wording: (gallons) => ({ as: 'percent', sprayed: gallons }),
    },
    ...(Object.keys(RATE_UNITS) as RateUnit[])
      .filter((u) => u !== rateUnit)
      .map((u): Way => ({
        words: RATE_UNITS[u].words,
        unit: RATE_UNITS[u].words,
        more: null,
        wording: () => ({ as: 'unit', unit: u }),
      })),
  ];
}
