import { setsNone, type LimitPeriod } from '@/core/products/label';
import type { LabelSheet } from '@/core/products/sheet';
import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { SHOWS, showRate, type Shows } from '@/core/units/format';
import { figure, significant } from '@/core/units/figure';
import { RATE_UNITS } from '@/core/units/rate';
import { WEEDS, stageWords } from '@/core/weeds/weeds';
import { may } from '@/data/actor';
import { productSheet, type ProductSheet } from '@/server/products/products';
import { Figure } from '@/ui/figure';
import { wordsForUse } from '@/ui/reason-words';
import { list, plural } from '@/ui/text';
import { isId } from '../../ids';
import { screen } from '../../screen';
import { moveStockAction } from '../actions';
import { StockBook } from './stock-book';

export const metadata: Metadata = { title: 'Product' };

export default screen(async (actor, { params }: PageProps<'/products/[productId]'>) => {
  const { productId } = await params;
  const sheet = isId(productId) ? await productSheet(actor, productId) : null;
  if (!sheet) notFound();
  const { label, versions, completeness } = sheet;
  const now = versions[0]!;
  const show = SHOWS[actor.units];
  return (
    <div className="mx-auto max-w-[1180px] px-4 pb-10 pt-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-page">{label.name}</h1>
        <div className="flex flex-wrap gap-2">
          {may(actor, 'plan') && (
            <Link className="button" href={`/products/${productId}/edit`}>
              Change the label
            </Link>
          )}
          <a className="button" href={`/api/export/labels/${productId}`} download>
            Save as a file
          </a>
        </div>
      </div>
      <p className="text-steel">
        {label.registrationNumber || 'no registration number'} · label of {label.labelDate} · version{' '}
        {now.version}, typed in by {now.madeBy} ·{' '}
        <b>{label.signalWord === 'none' ? 'no signal word' : label.signalWord.toUpperCase()}</b>
        {label.restrictedUse && <b> · Restricted use: certified applicator only</b>}
        {label.status === 'cancelled' && <b className="text-clay"> · Cancelled: shut for ever</b>}
        {label.demo && <b> · Demo label: not for use</b>}
      </p>
      {completeness.gaps.length > 0 && (
        <div className="mt-3 border-l-4 border-straw bg-paper px-3 py-2">
          <p className="font-semibold">
            {completeness.there} of {completeness.asked} things that gates need are on this sheet. Missing:
          </p>
          <ul className="text-note">
            {completeness.gaps.map((g) => (
              <li key={g.field}>
                <b>{g.field}</b>: the gate “{g.gate}” {g.costs === 'shut' ? 'stays shut' : 'says “not known”'}{' '}
                until it is typed in.
              </li>
            ))}
          </ul>
        </div>
      )}
      <div className="mt-4 grid grid-cols-1 gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
        <div>
          <Rates {...sheet} show={show} />
          <Precautions {...sheet} show={show} />
        </div>
        <div>
          <Works {...sheet} show={show} />
          <StockBook
            productId={productId}
            label={label}
            shelf={sheet.shelf}
            lines={sheet.lines}
            season={sheet.season}
            today={sheet.today}
            mayRecord={may(actor, 'record')}
            moveStockAction={moveStockAction}
          />
          <Versions {...sheet} />
        </div>
      </div>
    </div>
  );
});

function Section({ title, children }: Readonly<{ title: string; children: ReactNode }>) {
  return (
    <section className="mb-5">
      <h2 className="border-b-2 border-iron text-row">{title}</h2>
      {children}
    </section>
  );
}

type Shown = ProductSheet & Readonly<{ show: Shows }>;

function Rates({ versions, label, show }: Shown) {
  const { rates, seedingWait, rateUnit } = versions[0]!.sheet;
  const unit = RATE_UNITS[rateUnit].words;
  const range = (low: number, high: number) => `${significant(low)} to ${significant(high)} ${unit}`;
  return (
    <Section title="Rates and limits">
      <table className="w-full text-left text-note">
        <thead>
          <tr className="font-cond text-steel">
            <th scope="col" className="py-1 font-medium">
              Turf
            </th>
            <th scope="col" className="font-medium">
              For
            </th>
            <th scope="col" className="text-right font-medium">
              One application
            </th>
          </tr>
        </thead>
        <tbody>
          {rates.map((r, i) => (
            <tr key={i} className="border-t border-hair align-top">
              <td className="py-1.5 pr-3">
                {r.turfs.length === 12 ? 'all turfs' : list(r.turfs)}
                {r.dormancy !== 'any' && <b>, {r.dormancy}</b>}
                {r.region && `, ${r.region}`}
              </td>
              <td className="py-1.5 pr-3">{list(r.uses.map(wordsForUse))}</td>
              <td className="py-1.5 text-right font-semibold">
                {range(r.low, r.high)}
                {r.months !== null && (
                  <span className="block font-normal text-steel">about {significant(r.months)} months</span>
                )}
                {(r.monthsAt ?? []).map((m) => (
                  <span key={m.rate} className="block font-normal text-steel">
                    {significant(m.rate)} {unit}: about {significant(m.months)} months
                  </span>
                ))}
                <RowLimits row={r} unit={unit} period={label.period} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Figure name={`Most in ${label.period === 'calendar year' ? 'a calendar year' : 'any 12 months'}`}>
        {label.yearLimit ? showRate(label.yearLimit, label.rateUnit) : 'not on the sheet'}
      </Figure>
      {label.yearLimit && label.yearLimit.by === 'mass' && (
        <Figure name="That is">{show.of('product', label.yearLimit.rate, 4)}</Figure>
      )}
      {label.ingredients
        .filter((i) => i.yearLimit !== null)
        .map((i) => (
          <Figure key={i.name} name={`Most ${i.name}, all products`}>
            {show.ingredient(i.yearLimit!, i.counts)}
          </Figure>
        ))}
      <Figure name="Most applications">
        {label.mostApplications !== null
          ? figure(label.mostApplications)
          : elsewhere(
              rates.some((r) => r.mostApplications !== null),
              setsNone(label, 'mostApplications'),
            )}
      </Figure>
      <Figure name="Days between">
        {label.minimumIntervalDays !== null
          ? plural(label.minimumIntervalDays, 'day')
          : elsewhere(
              rates.some((r) => r.intervalDays !== null),
              setsNone(label, 'intervalDays'),
            )}
      </Figure>
      {seedingWait.map((w) => (
        <Figure key={w.upTo} name={`Wait before seeding, up to ${significant(w.upTo)} ${unit}`}>
          {plural(w.days, 'day')}
        </Figure>
      ))}
    </Section>
  );
}

/** Of a figure that is not set for the whole label. */
const elsewhere = (isInRows: boolean, isNone: boolean): string =>
  isInRows ? 'by turf and use, above' : isNone ? 'the label sets none' : 'not typed yet';

/** What a row of the rate table sets for its own turf and use. */
function RowLimits({
  row: { yearLimit, mostApplications, intervalDays },
  unit,
  period,
}: Readonly<{ row: LabelSheet['rates'][number]; unit: string; period: LimitPeriod }>) {
  const limits = [
    yearLimit !== null &&
      `at most ${significant(yearLimit)} ${unit} in ${period === 'calendar year' ? 'a calendar year' : '12 months'}`,
    mostApplications !== null && `at most ${plural(mostApplications, 'application')}`,
    intervalDays !== null && `${plural(intervalDays, 'day')} apart`,
  ].filter(Boolean);
  return limits.length > 0 && <span className="block font-normal text-steel">{limits.join(', ')}</span>;
}

function Precautions({ label, show }: Shown) {
  return (
    <Section title="Precautions">
      <p className="mt-1">
        <b className="font-cond">Wear:</b> {label.ppe || 'not on the sheet'}
      </p>
      <p>
        <b className="font-cond">Re-entry:</b> {label.reentry || 'not on the sheet'}
        {label.reentryHours !== null && ` (${plural(label.reentryHours, 'hour')})`}
      </p>
      <ul className="list-disc pl-5 text-note">
        {label.cautions.map((c) => (
          <li key={c}>{c}</li>
        ))}
        {label.setbacks.map((s) => (
          <li key={s.from}>
            Keep {show.length(s.distance)} from a {s.from}.
          </li>
        ))}
        {label.stains && <li>Stains hard surfaces.</li>}
      </ul>
    </Section>
  );
}

function Works({ label, show }: Shown) {
  return (
    <Section title="What is in it, and how it works">
      {label.ingredients.map((i) => (
        <Figure key={i.name} name={`${i.name}${!i.group ? '' : `, group ${i.group}`}`}>
          {i.content.in === 'weight'
            ? `${significant(i.content.share * 100)} % by weight`
            : `${significant(i.content.gramsPerLitre)} g/L`}
        </Figure>
      ))}
      {label.analysis && (
        <Figure name="Fertilizer, N-P-K">
          {[label.analysis.n, label.analysis.p, label.analysis.k].map((x) => significant(x * 100)).join('-')}
        </Figure>
      )}
      <Figure name="Works">
        {[label.inSoil && 'in the soil', label.onLeaf && 'through the leaf'].filter(Boolean).join(' and ') ||
          'not on the sheet'}
      </Figure>
      {label.wateringIn && (
        <Figure name="Watering-in">{`${show.water(label.wateringIn.depth)} within ${plural(label.wateringIn.withinDays, 'day')}`}</Figure>
      )}
      {label.rainFreeHours !== null && (
        <Figure name="Rain-free">{plural(label.rainFreeHours, 'hour')}</Figure>
      )}
      {airWords(label, show) && <Figure name="Air">{airWords(label, show)}</Figure>}
      {label.windLimit !== null && <Figure name="Wind, at most">{show.wind(label.windLimit)}</Figure>}
      <Figure name="Equipment">{list(label.methods) || 'not on the sheet'}</Figure>
      <Weeds label={label} />
    </Section>
  );
}

/** Within what air the label allows it; empty: at any. */
const airWords = ({ air }: Shown['label'], show: Shows): string =>
  [
    air.least !== null && `at least ${show.line(air.least)}`,
    air.most !== null && `at most ${show.line(air.most)}`,
    air.dayMost !== null && `the day’s high at most ${show.line(air.dayMost)}`,
  ]
    .filter(Boolean)
    .join(', ');

/** What it keeps from coming up, and what it takes once it is up. */
function Weeds({ label }: Pick<Shown, 'label'>) {
  return (
    <>
      {label.before.length > 0 && (
        <p className="mt-1 text-note">
          <b className="font-cond">Keeps from coming up:</b> {list(label.before.map((w) => WEEDS[w].name))}.
        </p>
      )}
      {label.after.length > 0 && (
        <p className="text-note">
          <b className="font-cond">Takes once up:</b>{' '}
          {list(
            label.after.map(
              (a) =>
                `${WEEDS[a.weed].name} to ${stageWords(a.weed, a.upTo)}${a.butNot ? `, but not at ${stageWords(a.weed, a.butNot)}` : ''}${a.degree === 'suppression' ? ' (suppression only)' : ''}`,
            ),
          )}
          .
        </p>
      )}
    </>
  );
}

function Versions({ versions }: ProductSheet) {
  return (
    <Section title="Versions">
      <ol className="text-note">
        {versions.map((v) => (
          <li key={v.version} className="border-b border-hair py-1">
            Version {v.version}, label of {v.sheet.labelDate}: {v.madeBy},{' '}
            {v.madeAt.toISOString().slice(0, 10)}
          </li>
        ))}
      </ol>
    </Section>
  );
}
