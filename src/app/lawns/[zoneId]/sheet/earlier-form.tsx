'use client';
import { useState } from 'react';
import { RATE_UNITS, type RateUnit } from '@/core/units/rate';
import type { Outcome } from '@/server/entry/outcome';
import type { EarlierInput } from '@/server/lawns/history';
import { SubstanceChoices } from '@/ui/substance-choices';
import { Entry } from '../../../entry/entry';
import { FigureEntry, SelectEntry, TextEntry } from '../../../entry/fields';
import { useEntry } from '../../../entry/use-entry';

export type ProductChoice = Readonly<{ id: string; name: string; rateUnit: RateUnit }>;
type Typed = Omit<EarlierInput, 'sendKey' | 'zoneId' | 'unit'>;
const EMPTY: Typed = {
  on: '',
  by: 'another company',
  productId: '',
  substance: '',
  group: '',
  amount: '',
  certainty: 'exact',
  note: '',
};
const BY = ['another company', 'the customer', 'us'] as const satisfies readonly EarlierInput['by'][];
const CERTAINTY = [
  ['exact', 'exact'],
  ['guessed', 'a guess, counted as it stands'],
  ['not known', 'amount not known'],
] as const satisfies readonly (readonly [EarlierInput['certainty'], string])[];
const Text = TextEntry<Typed>;
const Select = SelectEntry<Typed>;

/** What somebody put down here before the book, as well as it is known. */
export function EarlierForm({
  zoneId,
  products,
  here,
  note,
}: Readonly<{
  zoneId: string;
  products: readonly ProductChoice[];
  here: string;
  note: (input: EarlierInput) => Promise<Outcome<{ on: string }>>;
}>) {
  const entry = useEntry<Typed>(EMPTY);
  const { form, run, refusal, isSending, clear } = entry;
  const [sendKey, setSendKey] = useState(() => crypto.randomUUID());
  const [productId, substance, certainty] = form.watch(['productId', 'substance', 'certainty']);
  const product = products.find((p) => p.id === productId);
  const unit = product
    ? RATE_UNITS[product.rateUnit].words
    : substance.trim().toLowerCase() === 'nitrogen'
      ? 'nitrogen'
      : 'ingredient';
  const send = (typed: Typed) => {
    const what = product ? { ...typed, substance: '' } : typed;
    run(note, { ...what, sendKey, zoneId, unit: product?.rateUnit ?? '' }, () => {
      clear();
      setSendKey(crypto.randomUUID());
    });
  };
  return (
    <details className="mt-3" open={refusal !== null}>
      <summary className="button inline-flex cursor-pointer py-0">Enter earlier work</summary>
      <Entry
        entry={entry}
        here={here}
        className="mt-2 grid gap-2 border-l-4 border-hair pl-3"
        onSend={send}
        foot={
          <button className="button button-loud" disabled={isSending}>
            {isSending ? 'Saving…' : 'Save this earlier work'}
          </button>
        }
      >
        <Text name="on" label="Day" type="date" beside hint="about is near enough" />
        <Select name="by" label="Done by" beside options={BY.map((b) => [b, b])} />
        <Select
          name="productId"
          label="Product"
          called="What"
          beside
          options={[['', 'none of ours: by its ingredient'], ...products.map((p) => [p.id, p.name] as const)]}
        />
        {!product && (
          <>
            <SubstanceChoices id="substances" />
            <Text
              name="substance"
              label="Active ingredient"
              beside
              hint="or nitrogen, for a feeding"
              maxLength={80}
              list="substances"
            />
            <Text
              name="group"
              label="Its group"
              called="Group"
              beside
              hint="HRAC/WSSA, if you know it"
              inputMode="numeric"
            />
          </>
        )}
        <Select name="certainty" label="How sure" beside options={CERTAINTY} />
        {certainty !== 'not known' && <FigureEntry<Typed> name="amount" label="Amount" beside unit={unit} />}
        <Text name="note" label="Note" beside hint="how you know" maxLength={500} />
      </Entry>
    </details>
  );
}
