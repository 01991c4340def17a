'use client';
import { useShows } from '@/ui/units';
import { useState } from 'react';
import { addDays, type Day } from '@/core/calendar/day';
import { ingredientRate, rateForTurf } from '@/core/products/label';
import type { WeighedRuns } from '@/core/barrier/barrier';
import { strengthIn } from '@/core/barrier/doses';
import { lastDayOf, rateToHold } from '@/core/barrier/lasting';
import type { PlannedApplication } from '@/core/season/programme';
import { isPreEmergent } from '@/core/trade/terms';
import { parseFigure } from '@/core/units/parse';
import { exceeds } from '@/core/units/tolerance';
import { showRate, significant } from '@/core/units/format';
import { RATE_UNITS, partOfRate, rateIn } from '@/core/units/rate';
import type { ZoneSheet } from '@/server/programme/view';
import { shortDay, shortName } from '@/ui/words';
import { issueSentence } from '@/ui/issue-words';

const DAYS_A_MONTH = 365.25 / 12;

/** How long the chosen application's pre-emergent lasts from its day, and how much of it so many months would take. */
export function Lasting({
  application: a,
  sheet: { facts, today },
  runs,
}: Readonly<{ application: PlannedApplication; sheet: ZoneSheet; runs: WeighedRuns }>) {
  const show = useShows();
  const [months, setMonths] = useState('4');
  const product = a.products.find((p) => isPreEmergent(p.use));
  const from = a.doneOn ?? (Math.max(a.plannedOn, today) as Day);
  const part = product?.label.ingredients.find((i) => strengthIn(i.name, product.label, facts.zone.turf));
  const strength = product && part ? strengthIn(part.name, product.label, facts.zone.turf) : null;
  const ai =
    product && part ? ingredientRate(product.rate, { ...part, counts: 'a.i.' }, product.label.density) : null;
  if (!product || !part || !strength || !ai) return null;
  const barrier = { strength, ingredient: part.name };
  const { label, rate } = product;
  const last = lastDayOf(runs, barrier, ai, from);
  const read = parseFigure(months, { field: 'Months', unit: 'months', above: 0, most: 12 });
  const needed = read.ok
    ? rateToHold(runs, barrier, from, addDays(from, Math.round(read.value * DAYS_A_MONTH)))
    : null;
  const words = (kg: number) =>
    significant(rateIn(partOfRate(rate, kg / ai), label.rateUnit) ?? (rate.rate * kg) / ai, 2);
  const most = rateForTurf(label, facts.zone, product.use)?.high;
  /** whether so much is above the label's most at once */
  const isAbove = (kg: number) => most?.by === rate.by && exceeds((rate.rate * kg) / ai, most.rate);
  return (
    <div className="mt-1 grid gap-1 text-note">
      <p>
        <b>How long?</b> {shortName(label)} at {showRate(rate, label.rateUnit)} from{' '}
        {shortDay(from, facts.today)}{' '}
        {last === null
          ? 'is too little: on no day are four fifths stopped by it alone.'
          : last.isBeyond
            ? 'holds beyond what can be foreseen.'
            : `by itself holds to ${shortDay(last.p50, facts.today)} (${shortDay(last.p10, facts.today)} – ${shortDay(last.p90, facts.today)}).`}
      </p>
      <p className="flex flex-wrap items-center gap-x-2">
        <b>How much?</b>
        <label className="flex items-center gap-2">
          For
          <input
            className="min-h-touch w-[4.5em] border border-iron bg-paper px-2 md:min-h-desk"
            inputMode="decimal"
            aria-label="Months to hold"
            value={months}
            onChange={(e) => setMonths(e.target.value)}
          />
          months from {shortDay(from, facts.today)}:
        </label>
        {!read.ok ? (
          <span role="alert" className="text-clay">
            {issueSentence(read.issue, show)}
          </span>
        ) : needed === null ? (
          <span>further than can be foreseen.</span>
        ) : most && isAbove(needed.p50) ? (
          <b className="text-clay">
            no rate of the label does that: its most at once is {showRate(most, label.rateUnit)}.
          </b>
        ) : (
          <span>
            {words(needed.p50)} ({words(needed.p10)}–
            {most && isAbove(needed.p90) ? `more than the label’s most` : words(needed.p90)}){' '}
            {RATE_UNITS[label.rateUnit].words}.
          </span>
        )}
      </p>
    </div>
  );
}
