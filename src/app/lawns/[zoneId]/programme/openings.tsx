'use client';
import { useShows } from '@/ui/units';
import { useMemo } from 'react';
import type { Range } from '@/core/calendar/span';
import { showWeekday, type Day } from '@/core/calendar/day';
import { gateName } from '@/core/gates/gate-names';
import type { GateContext } from '@/core/gates/gate';
import { whatWouldOpen, type Opening } from '@/core/gates/opening';
import { productsOf } from '@/core/gates/window';
import { contextOf } from '@/core/season/programme';
import type { PlannedApplication } from '@/core/season/standing';
import { SPLITS, type Split } from '@/core/products/split';
import { showRate, type Shows } from '@/core/units/format';
import type { SquareMetres } from '@/core/units/quantity';
import type { ProductRate } from '@/core/units/rate';
import type { ZoneSheet } from '@/server/programme/view';
import { list } from '@/ui/text';

/** What an answer of "what would open it?" changes of the application. */
export type AdoptedChange = Readonly<{
  /** which of the application's products, by position */
  position: number;
  productId?: string;
  rate?: ProductRate;
  split?: Split;
  day?: Day;
  treated?: SquareMetres;
}>;

type Props = Readonly<{
  sheet: ZoneSheet;
  /** the programme as it is edited, and which of its applications is asked about */
  applications: readonly PlannedApplication[];
  applicationId: string;
  day: Day;
  /** the product whose gate is shut, by position */
  position: number;
  /** a new product that goes down once may be split instead */
  maySplit: boolean;
  range: Range<Day>;
  onTake: (change: AdoptedChange) => void;
}>;

/** What would open a shut application: the nearest change of day, rate, split or product, each asked of all gates. */
export function Openings({
  sheet,
  applications,
  applicationId,
  position,
  maySplit,
  range,
  day,
  onTake,
}: Props) {
  const show = useShows();
  const context = useMemo(
    () => asOf(contextOf(applications, applicationId, sheet.facts), position),
    [applications, applicationId, sheet.facts, position],
  );
  const openings = useMemo(
    () =>
      whatWouldOpen({
        context,
        range: { from: day, to: range.to },
        total: maySplit ? context.product.rate : null,
        split: maySplit ? 'single' : null,
        labels: sheet.labels.now,
      }),
    [context, day, range.to, maySplit, sheet.labels.now],
  );
  if (!openings.length)
    return (
      <p className="mt-2 text-note">
        Nothing that is known here opens it within a year: no other day, rate, split, area or product of
        yours.
      </p>
    );
  return (
    <ul className="mt-2 grid gap-1.5" aria-label="What would open it">
      {openings.map((o) => {
        const { words, change } = wordsOf(o, context, show);
        return (
          <li
            key={o.change}
            className="flex flex-wrap items-center justify-between gap-x-3 border-t border-hair pt-1.5"
          >
            <span className="text-note">{words}</span>
            {change && (
              <button
                type="button"
                className="button py-0 md:min-h-desk"
                onClick={() => onTake({ ...change, position })}
              >
                Take it over
              </button>
            )}
          </li>
        );
      })}
    </ul>
  );
}

/** The same application, asked about another of its products. */
function asOf(context: GateContext, position: number): GateContext {
  const products = productsOf(context);
  const product = products.find((p) => p.position === position) ?? context.product;
  return { ...context, product, beside: products.filter((p) => p !== product) };
}

function wordsOf(
  o: Opening,
  { product }: GateContext,
  show: Shows,
): { words: React.ReactNode; change: Omit<AdoptedChange, 'position'> | null } {
  const when = (
    <>
      {o.change !== 'lift' && (o.state === 'open' ? 'open ' : 'ajar ')}
      {showWeekday(o.on.from)}
    </>
  );
  const unit = product.label.rateUnit;
  switch (o.change) {
    case 'day':
      return {
        words: (
          <>
            <b>Another day:</b> {when}.
          </>
        ),
        change: { day: o.on.from },
      };
    case 'rate':
      return {
        words: (
          <>
            <b>Another rate:</b> {showRate(o.rate, unit)}; {when}.
          </>
        ),
        change: { rate: o.rate, day: o.on.from },
      };
    case 'split':
      return {
        words: (
          <>
            <b>Another split:</b> {SPLITS[o.split].words}, {showRate(o.rate, unit)} now; {when}.
          </>
        ),
        change: { split: o.split, day: o.on.from },
      };
    case 'product':
      return {
        words: (
          <>
            <b>Another product:</b> {o.label.name}, {showRate(o.rate, o.label.rateUnit)}; {when}.
          </>
        ),
        change: { productId: o.label.id, day: o.on.from },
      };
    case 'area':
      return {
        words: (
          <>
            <b>Fewer spots:</b> {show.area(o.area)} at most; {when}.
          </>
        ),
        change: { treated: o.area, day: o.on.from },
      };
    case 'lift':
      return {
        words: (
          <>
            <b>Only judgement holds it {when}:</b> lifting {list(o.gates.map(gateName))} would open it, with
            your name and a reason.
          </>
        ),
        change: null,
      };
  }
}
