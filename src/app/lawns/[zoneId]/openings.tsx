'use client';
import { useMemo } from 'react';
import { showWeekday, type Day } from '@/core/calendar/day';
import { gateName } from '@/core/gates/all';
import type { GateContext } from '@/core/gates/gate';
import { whatWouldOpen, type Opening } from '@/core/gates/opening';
import { restOfYear, type Plan } from '@/core/season/plan';
import { SPLITS } from '@/core/season/split';
import { showArea, showRate } from '@/core/units/format';
import type { ZoneSheet } from '@/server/season';
import { list } from '@/ui/words';
import type { TakenUp } from './gate-fence';

type Props = Readonly<{
  sheet: ZoneSheet;
  plan: Plan;
  context: GateContext;
  day: Day;
  onTake: (change: TakenUp) => void;
}>;

/** What would open a shut application: the nearest change of day, rate, split or product, each asked of all gates. */
export function Openings({ sheet, plan, context, day, onTake }: Props) {
  const openings = useMemo(
    () =>
      whatWouldOpen({
        context,
        range: { from: day, to: restOfYear(sheet.today).to },
        total: plan.total,
        split: plan.split,
        labels: sheet.labels.now,
      }),
    [context, day, plan, sheet],
  );
  if (!openings.length)
    return (
      <p className="mt-2 text-[15px]">
        Nothing that is known here opens it before the year&apos;s end: no other day, rate, split, area or
        product of yours.
      </p>
    );
  return (
    <ul className="mt-2 grid gap-1.5" aria-label="What would open it">
      {openings.map((o) => {
        const { words, change } = wordsOf(o, context, plan);
        return (
          <li
            key={o.change}
            className="flex flex-wrap items-center justify-between gap-x-3 border-t border-hair pt-1.5"
          >
            <span className="text-[15px]">{words}</span>
            {change && (
              <button type="button" className="button py-0 md:min-h-[34px]" onClick={() => onTake(change)}>
                Take it into the plan
              </button>
            )}
          </li>
        );
      })}
    </ul>
  );
}

function wordsOf(
  o: Opening,
  { application }: GateContext,
  plan: Plan,
): { words: React.ReactNode; change: TakenUp | null } {
  const when = (
    <>
      {o.change !== 'lift' && (o.state === 'open' ? 'open ' : 'ajar ')}
      {showWeekday(o.on.from)}
    </>
  );
  const unit = application.label.rateUnit;
  // a part's rate, as a season's total of the plan's split
  const share = SPLITS[plan.split].shares[application.part - 1] ?? 1;
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
        change: { rate: { perKind: o.rate.rate / share, by: o.rate.by }, day: o.on.from },
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
            <b>Fewer spots:</b> {showArea(o.area)} at most; {when}.
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
