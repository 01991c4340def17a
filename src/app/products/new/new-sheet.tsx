'use client';
import { useShows } from '@/ui/units';
import { issue, type Issue } from '@/core/units/issue';
import { useState } from 'react';
import { EMPTY_SHEET, type LabelSheet } from '@/core/products/sheet';
import type { Outcome } from '@/server/entry/outcome';
import { RefusalWords } from '../../refusal-words';
import { send } from '../../send';
import { useCommand } from '../../use-command';
import { SheetForm, draftKey, type SaveSheet } from '../sheet-form';
import { issueSentence } from '@/ui/issue-words';

type Props = Readonly<{
  saveSheetAction: SaveSheet;
  readSheetFileAction: (input: { text: string }) => Promise<Outcome<{ sheet: LabelSheet }>>;
}>;

const STILL_TYPED: Issue = issue('Below', 'unsaved-label');

/** A new product: typed from the printed label, or begun from a file that is looked through first. */
export function NewSheet({ saveSheetAction, readSheetFileAction }: Props) {
  const show = useShows();
  const [first, setFirst] = useState<LabelSheet>(EMPTY_SHEET);
  const [file, setFile] = useState('');
  const { steps, refusal, say, isSending: isReading } = useCommand();
  return (
    <>
      <div className="mx-auto max-w-4xl">
        <h1 className="text-page">Enter a label</h1>
        <p className="text-steel">
          In the order of the printed label. What the label does not say stays empty: gates then say “not
          known”, or shut where the label would demand it.
        </p>
        <label className="button mt-2 inline-flex cursor-pointer items-center">
          {isReading ? 'Reading…' : 'Begin from a product sheet file (JSON)'}
          <input
            type="file"
            accept=".json,application/json"
            className="sr-only"
            onChange={(e) => {
              const chosen = e.target.files?.[0];
              e.target.value = '';
              if (!chosen) return;
              if (localStorage.getItem(draftKey(null)) !== null)
                return say({ kind: 'invalid', issues: [STILL_TYPED] });
              steps(async (tell) => {
                const read = await tell(send(readSheetFileAction, { text: await chosen.text() }));
                if (!read) return;
                setFirst(read.value.sheet);
                setFile(`${chosen.name} ${Date.now()}`);
              });
            }}
          />
        </label>
        {refusal && (
          <div role="alert" className="mt-2 border-l-4 border-clay bg-paper px-3 py-2">
            {refusal.kind === 'invalid' ? (
              <ul>
                {refusal.issues.map((i) => (
                  <li key={JSON.stringify(i)}>
                    <b>{i.field}</b> {issueSentence(i, show)}
                  </li>
                ))}
              </ul>
            ) : (
              <RefusalWords refusal={refusal} here="/products/new" />
            )}
          </div>
        )}
        {file && (
          <p className="mt-1 font-semibold text-moss">Read. Check it against the label, then save it.</p>
        )}
      </div>
      <SheetForm key={file} productId={null} seen={0} first={first} saveSheetAction={saveSheetAction} />
    </>
  );
}
