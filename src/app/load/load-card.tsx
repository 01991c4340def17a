'use client';
import type { LoadCard } from '@/core/mixing/card';
import { figure } from '@/core/units/figure';
import { showAmount } from '@/core/units/format';
import type { Litres } from '@/core/units/quantity';
import {
  alsoWords,
  byTool,
  cautionsOf,
  coarseWords,
  jarWords,
  mixWords,
  packageWords,
  remainWords,
  showMeasured,
  shutWords,
  stepsOf,
  truckWords,
  walkWords,
} from '@/ui/load-words';
import { safetyOf } from '@/ui/safety';
import { useShows } from '@/ui/units';
import { shortName } from '@/ui/words';
import { SHOWN_HAIR } from '@/core/units/tolerance';

/** Ticks by the name of a step; what is not there is not done. */
export type Ticks = Readonly<Record<string, boolean>>;
type Ticking = Readonly<{ ticks: Ticks; onTick: (key: string, done: boolean) => void }>;

/** What is worn, before anything is opened. */
export function Wear({ products }: Readonly<{ products: Parameters<typeof safetyOf>[0] }>) {
  const several = products.length > 1;
  return safetyOf(products).map(({ labels, ppe, reentry, restricted }) => (
    <p key={labels[0]!.id} className="mt-2 border-2 border-iron bg-paper px-3 py-2 text-lg">
      {labels.map((l) => (
        <b key={l.id} className={several ? 'block font-cond' : 'font-cond'}>
          {l.signalWord.toUpperCase()} {several && shortName(l)}
        </b>
      ))}
      <b className="font-cond">{several ? '' : '· '}Wear:</b> {ppe} <b className="font-cond">Re-entry:</b>{' '}
      {reentry}
      {restricted && <b> Restricted use: certified applicator only.</b>}
    </p>
  ));
}

/** The amounts of one load, large, and its steps to tick. */
export function LoadCardView({ card, ticks, onTick }: Readonly<{ card: LoadCard }> & Ticking) {
  const show = useShows();
  const isTank = card.kind === 'tank';
  const name = isTank
    ? `Load ${card.number} of ${card.of}`
    : card.of > 1
      ? `Hopper ${card.number} of ${card.of}`
      : 'Hopper';
  const several = card.products.length > 1;
  const jar = jarWords(card, show);
  const remain = remainWords(card, show);
  return (
    <>
      <h2 className="flex justify-between text-row">
        <span>{name}</span>
        <span className="font-medium text-steel">{show.area(card.area)}</span>
      </h2>
      {card.products.map((p) => (
        <div key={p.label.id}>
          <p className="mt-1 flex flex-wrap items-baseline gap-x-6 font-cond font-bold leading-none">
            <span className="text-huge">{byTool(p.measured, p.label, p.tool, show)}</span>
            {several && <span className="text-head font-semibold">{shortName(p.label)}</span>}
            {!several && isTank && (
              <span className="text-figure text-water">{show.volume(card.water)} water</span>
            )}
          </p>
          <p className="mt-1 text-note">
            {alsoWords(p.measured, p.label, p.tool, show)}computed{' '}
            {p.exact.by === 'mass' ? showAmount(p.exact, 'g') : show.of('pour', p.exact.amount, 4)}, rounding
            error {figure(p.error * 100, 1)} %
          </p>
          {coarseWords(p) && (
            <p className="border-l-4 border-straw pl-2 text-note font-semibold">{coarseWords(p)}</p>
          )}
          {packageWords(p.measured, p.label) && (
            <p className="text-note font-semibold">{packageWords(p.measured, p.label)}</p>
          )}
        </div>
      ))}
      {several && isTank && (
        <p className="mt-1 font-cond text-figure font-bold leading-none text-water">
          {show.volume(card.water)} water
        </p>
      )}
      {jar.length > 0 && (
        <div className="mt-2 border-l-4 border-straw pl-2">
          {jar.map((w) => (
            <p key={w} className="text-note">
              {w}
            </p>
          ))}
        </div>
      )}
      <ul className="mt-2">
        {stepsOf(card, show).map((words, i) => (
          <Tick key={i} name={`step ${i}`} words={words} ticks={ticks} onTick={onTick} />
        ))}
      </ul>
      {card.products
        .filter((p) => p.label.compatibility)
        .map(({ label }) => (
          <p key={label.id} className="mt-1 text-note">
            <b>The label of {shortName(label)} on mixing:</b> {label.compatibility}
          </p>
        ))}
      {card.stops.length > 0 && (
        <div className="mt-3">
          <h3 className="border-b border-hair text-lead">For</h3>
          <ol>
            {card.stops.map((s, i) => (
              <li
                key={i}
                className="flex flex-wrap items-baseline justify-between gap-x-4 border-b border-hair py-1"
              >
                <span>
                  <b className="font-cond text-lead">{i + 1}</b> {s.site}
                </span>
                <span className="text-note text-steel">
                  {mixWords(card, s.volume, show)} on {show.area(s.area)}
                  {s.area < s.whole * (1 - SHOWN_HAIR) && ` of ${show.area(s.whole)}`}
                </span>
              </li>
            ))}
          </ol>
        </div>
      )}
      {shutWords(card) && (
        <p role="alert" className="mt-2 border-l-4 border-clay pl-2 font-semibold">
          {shutWords(card)}
        </p>
      )}
      {remain && <p className="mt-2 border-l-4 border-straw pl-2 text-note">{remain}</p>}
    </>
  );
}

function Tick({ name, words, ticks, onTick }: Readonly<{ name: string; words: string }> & Ticking) {
  return (
    <li>
      <label className="flex min-h-touch items-center gap-3 py-1.5 text-lead leading-snug">
        <input
          type="checkbox"
          className="size-6 shrink-0 accent-[var(--color-moss)]"
          checked={ticks[name] ?? false}
          onChange={(e) => onTick(name, e.target.checked)}
        />
        {words}
      </label>
    </li>
  );
}

/** How one walks, what goes on the truck, what the label says of harm. */
export function Around({ card, ticks, onTick }: Readonly<{ card: LoadCard }> & Ticking) {
  return (
    <div className="mt-4 grid gap-4 md:grid-cols-2">
      <section>
        <h2 className="border-b-2 border-iron text-row">How to walk with it</h2>
        <ul className="mt-1 list-disc pl-5">
          {walkWords(card).map((w) => (
            <li key={w}>{w}</li>
          ))}
        </ul>
      </section>
      <section>
        <h2 className="border-b-2 border-iron text-row">Truck</h2>
        <ul>
          {truckWords(card).map((words, i) => (
            <Tick key={words} name={`truck ${i}`} words={words} ticks={ticks} onTick={onTick} />
          ))}
        </ul>
      </section>
      <section className="md:col-span-2">
        <h2 className="border-b-2 border-iron text-row">Mind</h2>
        <ul className="mt-1 list-disc pl-5">
          {cautionsOf(card).map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
        <p className="mt-3 text-note text-steel">
          {card.products.some((p) => p.label.demo) && <b>Demo label: not for use. </b>}
          {card.products.map(({ label: l }) => `${l.registrationNumber}, label of ${l.labelDate}`).join('; ')}
          . Computed from the label sheet; the printed label is the law, with local codes.
        </p>
      </section>
    </div>
  );
}

/** "2 loads, 6.24 gal in all, 71 g of product". */
export function inAllWords(cards: readonly LoadCard[], show: ReturnType<typeof useShows>): string {
  const [first] = cards;
  if (!first) return '';
  const isTank = first.kind === 'tank';
  const mix = cards.reduce((s, c) => s + c.mix - c.before, 0) as Litres;
  const totals = new Map<
    string,
    { label: LoadCard['products'][number]['label']; by: 'mass' | 'volume'; sum: number }
  >();
  for (const { label, measured } of cards.flatMap((c) => c.products)) {
    const t = totals.get(label.id) ?? { label, by: measured.by, sum: 0 };
    totals.set(label.id, { ...t, sum: t.sum + measured.amount });
  }
  const what = [...totals.values()].map(({ label, by, sum }) => {
    const amount = { by, amount: sum } as LoadCard['products'][number]['measured'];
    return `${showMeasured(amount, label, show)} of ${totals.size > 1 ? shortName(label) : 'product'}`;
  });
  const count = isTank
    ? `${cards.length} load${cards.length > 1 ? 's' : ''}, ${show.volume(mix)} in all`
    : cards.length > 1
      ? `${cards.length} hoppers`
      : 'One hopper';
  return `${count}, ${what.join(' and ')}`;
}
