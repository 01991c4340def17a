import type { Metadata } from 'next';
import { isoDay, showWeekday } from '@/core/calendar/day';
import { USUAL_SHARE, type MoneyLine } from '@/core/day/money';
import { figure, showPercent } from '@/core/units/figure';
import { moneySheet } from '@/server/day/money';
import { Link } from '@/ui/link';
import { plural } from '@/ui/text';
import { screen } from '../screen';

export const metadata: Metadata = { title: 'Money' };

const LAWNS_SHOWN = 40;
const dollars = (usd: number) =>
  `${usd < 0 ? '−' : ''}$${figure(Math.abs(usd), Math.abs(usd) < 100 ? 2 : 0)}`;

/** What visits took and brought: by day, by person, by lawn. */
export default screen(async (actor, { searchParams }: PageProps<'/money'>) => {
  const { from, to } = await searchParams;
  const text = (v: string | string[] | undefined) => (typeof v === 'string' ? v : '');
  const sheet = await moneySheet(actor, { from: text(from), to: text(to) });
  const { all } = sheet;
  return (
    <div className="mx-auto max-w-[1180px] px-4 pb-10 pt-4">
      <h1 className="text-title">Material and minutes against the price</h1>
      <form className="mt-2 flex flex-wrap items-end gap-3">
        {(
          [
            ['from', 'From', sheet.from],
            ['to', 'To', sheet.to],
          ] as const
        ).map(([name, words, day]) => (
          <label key={name} className="font-cond text-body">
            {words}
            <input type="date" name={name} defaultValue={isoDay(day)} className="field" />
          </label>
        ))}
        <button className="button">Show these days</button>
      </form>
      {!all && <p className="mt-4 text-lg">Nothing was recorded in these days.</p>}
      {all && (
        <>
          <p className="mt-3 flex flex-wrap items-baseline gap-x-6 gap-y-1">
            <span>
              <b className="font-cond text-title">{plural(all.visits, 'visit')}</b>
            </span>
            <span>
              <b className="font-cond text-title">{dollars(all.material.sum)}</b> of product
              {known(all.material.of, all.visits)}
            </span>
            {all.minutes.of > 0 && (
              <span>
                <b className="font-cond text-title">{figure(all.minutes.sum / 60, 1)} h</b> at lawns
                {known(all.minutes.of, all.visits)}
              </span>
            )}
            {all.price.of > 0 && (
              <span>
                <b className="font-cond text-title">{dollars(all.price.sum)}</b> in prices
                {known(all.price.of, all.visits)}
              </span>
            )}
            {all.share !== null && (
              <span>
                <b className="font-cond text-title">{showPercent(all.share)}</b> of the price is product
              </span>
            )}
            {all.left && (
              <span>
                <b className="font-cond text-title">{dollars(all.left.sum)}</b> left after product and time
              </span>
            )}
          </p>
          <p className="mt-1 max-w-[80ch] text-note text-steel">
            Product at the price of its cheapest package; minutes from stops and records. What is not known is
            left out, and not taken as nothing. As a rule product takes {showPercent(USUAL_SHARE.least)} to{' '}
            {showPercent(USUAL_SHARE.most)} of the price.{' '}
            {sheet.hourCost === null
              ? 'What an hour costs is not said: time is not reckoned. It is set under House, Road and customers.'
              : `An hour of one person is reckoned at ${dollars(sheet.hourCost)}.`}
          </p>
          <Table name="By day" rows={sheet.byDay.map((l) => ({ ...l, words: showWeekday(l.day) }))} />
          <Table name="By person" rows={sheet.byPerson.map((l) => ({ ...l, words: l.key }))} />
          <Table
            name="By lawn, the dearest in product first"
            rows={sheet.byLawn.slice(0, LAWNS_SHOWN).map((l) => ({ ...l, words: l.address }))}
          />
          {sheet.byLawn.some((l) => l.price.of === 0) && (
            <p className="mt-2 text-note text-steel">
              {plural(sheet.byLawn.filter((l) => l.price.of === 0).length, 'lawn')} without a price: type it
              on the lawn sheet, or bring it in with a <Link href="/imports">file of lawns</Link>.
            </p>
          )}
        </>
      )}
    </div>
  );
});

const known = (of: number, all: number) => (of < all ? ` (of ${of} that say so)` : '');

function Table({ name, rows }: Readonly<{ name: string; rows: readonly (MoneyLine & { words: string })[] }>) {
  return (
    <section className="mt-5 overflow-x-auto" aria-label={name}>
      <h2 className="border-b-2 border-iron text-row">{name}</h2>
      <table className="w-full min-w-[520px] text-note">
        <thead>
          <tr className="text-left text-steel">
            {['', 'Visits', 'Minutes a visit', 'Product', 'Price', 'Product of price', 'Left'].map((h) => (
              <th key={h} className="py-1 pr-3 font-normal">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((l) => (
            <tr key={l.key} className="border-t border-hair">
              <td className="py-1 pr-3 font-semibold">{l.words}</td>
              <td className="pr-3">{l.visits}</td>
              <td className="pr-3">{l.minutes.of ? figure(l.minutes.sum / l.minutes.of) : '–'}</td>
              <td className="pr-3">{l.material.of ? dollars(l.material.sum) : '–'}</td>
              <td className="pr-3">{l.price.of ? dollars(l.price.sum) : '–'}</td>
              <td className={`pr-3 ${(l.share ?? 0) > USUAL_SHARE.most ? 'font-semibold text-clay' : ''}`}>
                {l.share === null ? '–' : showPercent(l.share)}
              </td>
              <td className="pr-3">{l.left ? dollars(l.left.sum) : '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
