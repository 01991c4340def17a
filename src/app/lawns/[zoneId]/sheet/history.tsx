'use client';
import { FigureField } from '@/ui/measure-field';
import { useShows } from '@/ui/units';
import { useState } from 'react';
import { isoDay, showFullDay } from '@/core/calendar/day';
import { RATE_UNITS, type RateUnit } from '@/core/units/rate';
import type { EarlierWork } from '@/data/earlier-work';
import type { ZoneOnLawn } from '@/data/lawns';
import type { Outcome } from '@/server/entry/outcome';
import type { ForgetInput } from '@/server/lawns/forget-customer';
import type { CloseInput, EarlierInput, HistoryInput, TakeBackInput } from '@/server/lawns/history';
import { earlierWords } from '@/ui/earlier-words';
import { SubstanceChoices } from '@/ui/substance-choices';
import { Labelled } from '@/ui/labelled';
import { RefusalWords } from '../../../refusal-words';
import { useCommand } from '../../../use-command';
import { issueWords } from '@/ui/issue-words';

type Choice = Readonly<{ id: string; name: string; rateUnit: RateUnit }>;
type Props = Readonly<{
  zone: ZoneOnLawn;
  earlier: readonly EarlierWork[];
  products: readonly Choice[];
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

const EMPTY = {
  on: '',
  by: 'another company' as EarlierInput['by'],
  productId: '',
  substance: '',
  group: '',
  amount: '',
  unit: '',
  certainty: 'exact' as EarlierInput['certainty'],
  note: '',
};

function EarlierForm({
  zoneId,
  products,
  here,
  note,
}: Readonly<{
  zoneId: string;
  products: readonly Choice[];
  here: string;
  note: Props['noteEarlierAction'];
}>) {
  const [typed, setTyped] = useState(EMPTY);
  const [sendKey, setSendKey] = useState(() => crypto.randomUUID());
  const { run, issue, refusal, isSending } = useCommand();
  const set = (change: Partial<typeof EMPTY>) => setTyped({ ...typed, ...change });
  const product = products.find((p) => p.id === typed.productId);
  const unit = product
    ? RATE_UNITS[product.rateUnit].words
    : typed.substance.trim().toLowerCase() === 'nitrogen'
      ? 'nitrogen'
      : 'ingredient';
  return (
    <details className="mt-3" open={refusal !== null}>
      <summary className="button inline-flex cursor-pointer py-0">Enter earlier work</summary>
      <form
        noValidate
        className="mt-2 grid gap-2 border-l-4 border-hair pl-3"
        onSubmit={(e) => {
          e.preventDefault();
          run(note, { ...typed, sendKey, zoneId, unit: product?.rateUnit ?? typed.unit }, () => {
            setTyped(EMPTY);
            setSendKey(crypto.randomUUID());
          });
        }}
      >
        <Labelled beside name="Day" issue={issue('Day')} hint="about is near enough">
          {(field) => (
            <input {...field} type="date" value={typed.on} onChange={(e) => set({ on: e.target.value })} />
          )}
        </Labelled>
        <Labelled beside name="Done by">
          {(field) => (
            <select
              {...field}
              value={typed.by}
              onChange={(e) => set({ by: e.target.value as EarlierInput['by'] })}
            >
              <option>another company</option>
              <option>the customer</option>
              <option>us</option>
            </select>
          )}
        </Labelled>
        <Labelled beside name="Product" issue={issue('What')}>
          {(field) => (
            <select
              {...field}
              value={typed.productId}
              onChange={(e) => set({ productId: e.target.value, substance: '' })}
            >
              <option value="">none of ours: by its ingredient</option>
              {products.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
            </select>
          )}
        </Labelled>
        {!product && (
          <>
            <SubstanceChoices id="substances" />
            <Labelled beside name="Active ingredient" hint="or nitrogen, for a feeding">
              {(field) => (
                <input
                  {...field}
                  maxLength={80}
                  list="substances"
                  value={typed.substance}
                  onChange={(e) => set({ substance: e.target.value })}
                />
              )}
            </Labelled>
            <Labelled beside name="Its group" issue={issue('Group')} hint="HRAC/WSSA, if you know it">
              {(field) => (
                <input
                  {...field}
                  inputMode="numeric"
                  value={typed.group}
                  onChange={(e) => set({ group: e.target.value })}
                />
              )}
            </Labelled>
          </>
        )}
        <Labelled beside name="How sure">
          {(field) => (
            <select
              {...field}
              value={typed.certainty}
              onChange={(e) => set({ certainty: e.target.value as EarlierInput['certainty'] })}
            >
              <option value="exact">exact</option>
              <option value="guessed">a guess, counted as it stands</option>
              <option value="not known">amount not known</option>
            </select>
          )}
        </Labelled>
        {typed.certainty !== 'not known' && (
          <FigureField
            beside
            name="Amount"
            unit={unit}
            issue={issue('Amount')}
            value={typed.amount}
            onChange={(amount) => set({ amount })}
          />
        )}
        <Labelled beside name="Note" hint="how you know">
          {(field) => (
            <input
              {...field}
              maxLength={500}
              value={typed.note}
              onChange={(e) => set({ note: e.target.value })}
            />
          )}
        </Labelled>
        {refusal && <RefusalWords refusal={refusal} here={here} shown={['Day', 'What', 'Amount', 'Group']} />}
        <button className="button button-loud" disabled={isSending}>
          {isSending ? 'Saving…' : 'Save this earlier work'}
        </button>
      </form>
    </details>
  );
}

function Closing({
  zone,
  here,
  close,
  forget,
}: Readonly<{
  zone: ZoneOnLawn;
  here: string;
  close: Props['closeLawnAction'];
  forget: Props['forgetCustomerAction'] | null;
}>) {
  const show = useShows();
  const [why, setWhy] = useState('');
  const { run, refusal, say, isSending } = useCommand();
  const set = (of: CloseInput['of'], isClosed: boolean) => run(close, { zoneId: zone.id, of, why, isClosed });
  const goes = (confirmed: boolean) => forget && run(forget, { zoneId: zone.id, confirmed });
  return (
    <section className="mt-6 border-t border-hair pt-4">
      <h2 className="text-row">{zone.closed ? 'Closed' : 'No longer treated?'}</h2>
      {zone.closed ? (
        <>
          <p className="text-note text-steel">
            Since {showFullDay(zone.closed.on)}: {zone.closed.why}. Its programme rests, its records stay.
          </p>
          {!zone.closed.forgotten && (
            <div className="mt-2 flex flex-wrap gap-2">
              <button
                type="button"
                className="button"
                disabled={isSending}
                onClick={() => set(zone.closed?.whole ? 'lawn' : 'zone', false)}
              >
                {zone.closed.whole ? 'Open the whole lawn again' : 'Open this zone again'}
              </button>
              {forget && zone.closed.whole && (
                <button type="button" className="button" disabled={isSending} onClick={() => goes(false)}>
                  Forget this customer
                </button>
              )}
            </div>
          )}
        </>
      ) : (
        <details>
          <summary className="flex min-h-touch cursor-pointer items-center text-note underline">
            Close it: off lists and boards, nothing lost
          </summary>
          <Labelled
            name="Why"
            issue={refusal?.kind === 'invalid' ? refusal.issues.find((i) => i.field === 'Why') : undefined}
          >
            {(field) => (
              <input {...field} maxLength={500} value={why} onChange={(e) => setWhy(e.target.value)} />
            )}
          </Labelled>
          <div className="mt-2 flex flex-wrap gap-2">
            <button type="button" className="button" disabled={isSending} onClick={() => set('zone', true)}>
              Close this zone
            </button>
            <button type="button" className="button" disabled={isSending} onClick={() => set('lawn', true)}>
              Close the whole lawn
            </button>
          </div>
        </details>
      )}
      {refusal?.kind === 'questions' ? (
        <div role="alert" className="mt-2 border-2 border-clay bg-paper px-3 py-2">
          {refusal.questions.map((q) => {
            const { problem, remedy } = issueWords(q, show);
            return (
              <p key={problem}>
                <b>{problem}.</b> {remedy} It cannot be taken back.
              </p>
            );
          })}
          <div className="mt-2 flex flex-wrap gap-2">
            <button type="button" className="button" disabled={isSending} onClick={() => goes(true)}>
              Forget this customer for good
            </button>
            <button type="button" className="button" onClick={() => say(null)}>
              Keep the customer
            </button>
          </div>
        </div>
      ) : (
        refusal && <RefusalWords refusal={refusal} here={here} shown={['Why']} />
      )}
    </section>
  );
}
