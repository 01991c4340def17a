'use client';
import { plainName } from '@/core/products/plain-name';
import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import { Labelled } from '@/ui/labelled';

type Fields = Readonly<
  Record<'q' | 'from' | 'to' | 'product' | 'ingredient' | 'by' | 'target' | 'standing', string>
>;
type Props = Readonly<{
  first: Fields;
  products: readonly Readonly<{ id: string; name: string }>[];
  ingredients: readonly string[];
  people: readonly string[];
  targets: readonly Readonly<{ id: string; name: string }>[];
}>;

/** What the book is searched by. The address holds it, so that a search can be kept and sent. */
export function RecordFilter({ first, products, ingredients, people, targets }: Props) {
  const router = useRouter();
  const [fields, setFields] = useState(first);
  const [isBusy, start] = useTransition();
  const go = (next: Fields) => {
    setFields(next);
    const asked = new URLSearchParams(Object.entries(next).filter(([, v]) => v !== ''));
    start(() => router.push(`/records${asked.size ? `?${asked}` : ''}`));
  };
  const choice = (
    key: keyof Fields,
    name: string,
    all: readonly Readonly<{ id: string; name: string }>[],
  ) => (
    <Labelled name={name}>
      {(field) => (
        <select {...field} value={fields[key]} onChange={(e) => go({ ...fields, [key]: e.target.value })}>
          <option value="">any</option>
          {all.map((o) => (
            <option key={o.id} value={o.id}>
              {plainName(o.name)}
            </option>
          ))}
        </select>
      )}
    </Labelled>
  );
  const named = (list: readonly string[]) => list.map((name) => ({ id: name, name }));
  const isMore = [fields.product, fields.ingredient, fields.by, fields.target, fields.standing].some(Boolean);
  return (
    <form
      role="search"
      className="mt-3"
      onSubmit={(e) => {
        e.preventDefault();
        go(fields);
      }}
    >
      <div className="grid grid-cols-2 items-end gap-x-3 gap-y-2 md:grid-cols-[2fr_1fr_1fr_auto]">
        <div className="col-span-2 md:col-span-1">
          <Labelled name="Words: lawn, customer, product, notes">
            {(field) => (
              <input
                {...field}
                type="search"
                value={fields.q}
                onChange={(e) => setFields({ ...fields, q: e.target.value })}
              />
            )}
          </Labelled>
        </div>
        <Labelled name="From">
          {(field) => (
            <input
              {...field}
              type="date"
              value={fields.from}
              onChange={(e) => setFields({ ...fields, from: e.target.value })}
            />
          )}
        </Labelled>
        <Labelled name="To">
          {(field) => (
            <input
              {...field}
              type="date"
              value={fields.to}
              onChange={(e) => setFields({ ...fields, to: e.target.value })}
            />
          )}
        </Labelled>
        <button className="button col-span-2 md:col-span-1" disabled={isBusy}>
          {isBusy ? 'Searching…' : 'Search'}
        </button>
      </div>
      <details className="mt-1" open={isMore}>
        <summary className="inline-flex min-h-touch cursor-pointer items-center text-note underline md:min-h-slim">
          By product, active ingredient, person or target
        </summary>
        <div className="grid grid-cols-2 gap-x-3 gap-y-2 md:grid-cols-5">
          {choice('product', 'Product', products)}
          {choice('ingredient', 'Active ingredient', named(ingredients))}
          {choice('by', 'Applied by', named(people))}
          {choice('target', 'Target weed', targets)}
          {choice('standing', 'Corrected entries', [{ id: '1', name: 'only those that stand' }])}
        </div>
      </details>
    </form>
  );
}
