'use client';
import { useShows } from '@/ui/units';
import { useState } from 'react';
import { isoDay, showFullDay } from '@/core/calendar/day';
import type { EarlierWork } from '@/data/earlier-work';
import type { ZoneOnLawn } from '@/data/lawns';
import type { Outcome } from '@/server/entry/outcome';
import type { ForgetInput } from '@/server/lawns/forget-customer';
import type { CloseInput, EarlierInput, HistoryInput, TakeBackInput } from '@/server/lawns/history';
import { earlierWords } from '@/ui/earlier-words';
import { Labelled } from '@/ui/labelled';
import { RefusalWords } from '../../../refusal-words';
import { useCommand } from '../../../use-command';
import { Closing } from './closing';
import { EarlierForm, type ProductChoice } from './earlier-form';

type Props = Readonly<{
  zone: ZoneOnLawn;
  earlier: readonly EarlierWork[];
  products: readonly ProductChoice[];
  mayRecord: boolean;
  mayPlan: boolean;
  saveHistoryAction: (input: HistoryInput) => Promise<Outcome<unknown>>;
  noteEarlierAction: (input: EarlierInput) => Promise<Outcome<{ on: string }>>;
  takeBackEarlierAction: (input: TakeBackInput) => Promise<Outcome<null>>;
  mayForget: boolean;
  closeLawnAction: (input: CloseInput) => Promise<Outcome<null>>;
  forgetCustomerAction: (input: ForgetInput) => Promise<Outcome<null>>;
}>;

/** What went down here before the book, what is known of it, and whether the zone is still treated. */
export function History(props: Props) {
  const { zone, earlier, products, mayRecord, mayPlan } = props;
  const [from, setFrom] = useState(zone.bookFrom === null ? '' : isoDay(zone.bookFrom));
  const { run, refusal, isSending } = useCommand();
  const show = useShows();
  const here = `/lawns/${zone.id}/sheet`;
  const nameOf = (id: string) => products.find((p) => p.id === id)?.name ?? 'a product that is gone';
  return (
    <div className="mx-auto max-w-[1180px] px-4 pb-10">
      <section id="history" className="border-t border-hair pt-4">
        <h2 className="text-row">Before this book</h2>
        <p className="text-note text-steel">
          Yearly limits and intervals count what anybody put down here.{' '}
          {zone.history === 'known' && zone.bookFrom !== null
            ? `Everything since ${showFullDay(zone.bookFrom)} is on file.`
            : zone.history === 'not known'
              ? 'It is not known what went down before; gates say so until twelve months are in the book.'
              : 'Nobody has said yet what went down before.'}
        </p>
        <ul className="mt-2">
          {earlier.map((w) => (
            <li key={w.id} className="flex flex-wrap items-center gap-x-3 border-b border-hair py-1">
              <b className="font-cond text-lead">{showFullDay(w.on)}</b>
              <span className="min-w-0 grow text-note">
                {earlierWords(w, nameOf, show)}
                {w.note && `. ${w.note}`}
                <span className="text-steel"> · entered by {w.person}</span>
              </span>
              {mayRecord && (
                <button
                  type="button"
                  className="button py-0 md:min-h-desk"
                  disabled={isSending}
                  onClick={() =>
                    run(props.takeBackEarlierAction, {
                      sendKey: crypto.randomUUID(),
                      zoneId: zone.id,
                      id: w.id,
                      why: '',
                    })
                  }
                >
                  Take it back
                </button>
              )}
            </li>
          ))}
        </ul>
        {mayRecord && (
          <>
            <div className="mt-3 flex flex-wrap items-end gap-2">
              <Labelled name="Everything is on file from">
                {(field) => (
                  <input {...field} type="date" value={from} onChange={(e) => setFrom(e.target.value)} />
                )}
              </Labelled>
              {(['known', 'not known'] as const).map((history) => (
                <button
                  key={history}
                  type="button"
                  className="button py-0"
                  disabled={isSending}
                  onClick={() =>
                    run(props.saveHistoryAction, {
                      zoneId: zone.id,
                      history,
                      bookFrom: history === 'known' ? from : '',
                    })
                  }
                >
                  {history === 'known' ? 'Save this day' : 'Not known'}
                </button>
              ))}
            </div>
            {refusal && <RefusalWords refusal={refusal} here={here} />}
            <EarlierForm products={products} here={here} zoneId={zone.id} note={props.noteEarlierAction} />
          </>
        )}
      </section>
      {mayPlan && (
        <Closing
          zone={zone}
          here={here}
          close={props.closeLawnAction}
          forget={props.mayForget ? props.forgetCustomerAction : null}
        />
      )}
    </div>
  );
}
