'use client';
import type { Issue } from '@/core/units/issue';
import { SPLITS, type Split } from '@/core/products/split';
import { TIMES, type Times, type TypedProduct } from '@/core/season/typed-fields';
import { Labelled } from '@/ui/labelled';
import type { TextOf } from './text-of';

const TIMES_WORDS: Record<Times, string> = {
  once: 'once, in this application',
  split: 'split: shares of a total',
  sequence: 'sequence: shots until done',
};

/** Whether it goes down once, as a split of a total, or as a sequence of shots. */
export function Repeat({
  product: p,
  isFixed,
  issue,
  onChange,
  input,
}: Readonly<{
  product: TypedProduct;
  isFixed: boolean;
  issue: (field: keyof TypedProduct) => Issue | undefined;
  onChange: (change: Partial<TypedProduct>) => void;
  input: TextOf;
}>) {
  return (
    <>
      <Labelled beside name="How often">
        {(field) => (
          <select
            {...field}
            disabled={isFixed}
            value={p.times}
            onChange={(e) => onChange({ times: TIMES.find((t) => t === e.target.value) ?? 'once' })}
          >
            {TIMES.map((t) => (
              <option key={t} value={t}>
                {TIMES_WORDS[t]}
              </option>
            ))}
          </select>
        )}
      </Labelled>
      {p.times === 'split' && (
        <Labelled beside name="Split">
          {(field) => (
            <select
              {...field}
              disabled={isFixed}
              value={p.split}
              onChange={(e) => onChange({ split: e.target.value })}
            >
              {(Object.keys(SPLITS) as Split[])
                .filter((s) => s !== 'single')
                .map((s) => (
                  <option key={s} value={s}>
                    {SPLITS[s].words}
                  </option>
                ))}
              <option value="typed">other shares, typed</option>
            </select>
          )}
        </Labelled>
      )}
      {p.times === 'split' && p.split === 'typed' && (
        <Labelled beside name="Shares" issue={issue('shares')} hint="for example 60/40">
          {input('shares', true)}
        </Labelled>
      )}
      {p.times === 'sequence' && (
        <Labelled beside name="Shots, at most" issue={issue('shots')} hint="at the label's interval">
          {input('shots')}
        </Labelled>
      )}
    </>
  );
}
