'use client';
import { useState } from 'react';
import { dayOfYear, type Day } from '@/core/calendar/day';
import type { Spot } from '@/core/lawn/zone';
import { figure, showPercent } from '@/core/units/figure';
import type { Outcome } from '@/server/entry/outcome';
import type { HindcastSheet } from '@/server/soil/view';
import { useShows } from '@/ui/units';
import { ruleWords, shortDay } from '@/ui/words';
import { plural } from '@/ui/text';
import { useCommand } from '../../../use-command';

type Props = Readonly<{
  zoneId: string;
  spot: Spot;
  hindcastAction: (input: { zoneId: string; spot: Spot }) => Promise<Outcome<HindcastSheet | null>>;
}>;

/** How honest the odds have been: what 1 March said in each past year, and what then came. */
export function HindcastPanel({ zoneId, spot, hindcastAction }: Props) {
  const [answer, setAnswer] = useState<HindcastSheet | null>(null);
  const [hasTooFew, setTooFew] = useState(false);
  const { ask: asking, refusal, isSending: isAsking } = useCommand();
  const ask = () =>
    asking(hindcastAction, { zoneId, spot }, (sheet) => {
      setTooFew(!sheet);
      setAnswer(sheet);
    });
  const trouble = refusal
    ? 'Not computed: try again in a moment.'
    : hasTooFew && 'At least two whole years of weather must be on file.';
  return (
    <section className="mt-6">
      <h2 className="border-b-2 border-iron text-row">How good have these odds been?</h2>
      <p className="mt-1 text-note text-steel">
        For each past year: the outlook as it would have been made on 1 March from the other years, and the
        day that came. An honest 8 in 10 holds about 80 % of them.
      </p>
      {!answer && (
        <button type="button" className="button mt-2" disabled={isAsking} onClick={ask}>
          {isAsking ? 'Looking back…' : 'Look back over the years'}
        </button>
      )}
      {trouble && <p role="alert">{trouble}</p>}
      {answer && <Cases {...answer} />}
    </section>
  );
}

function Cases({ cases, score, rule }: HindcastSheet) {
  const show = useShows();
  const judged = cases.filter((c) => c.truth !== null && c.dates.p10 !== null);
  if (!judged.length)
    return <p className="mt-2">In no past year was {ruleWords(rule, show)} crossed after 1 March.</p>;
  const days = judged.flatMap((c) => [
    dayOfYear(c.dates.p10!),
    dayOfYear(c.dates.p90 ?? c.dates.p10!),
    dayOfYear(c.truth!),
  ]);
  const [low, high] = [Math.min(...days) - 3, Math.max(...days) + 3];
  const place = (d: Day) => ((dayOfYear(d) - low) / (high - low)) * 100;
  return (
    <>
      <p role="status" className="mt-2 font-cond text-row font-semibold">
        {showPercent(score.held)} of {plural(score.cases, 'year')} held by the 8-in-10 range; the even-odds
        day was {figure(score.medianError)} days off in the middle
      </p>
      <ul className="mt-1">
        {judged.map((c) => {
          const isHeld = c.dates.p10! <= c.truth! && (c.dates.p90 === null || c.truth! <= c.dates.p90);
          return (
            <li key={c.year} className="grid grid-cols-[48px_minmax(0,1fr)_110px] items-center text-fine">
              <span>{c.year}</span>
              <span className="relative block h-[18px]" aria-hidden>
                <span className="absolute top-[8px] h-[2px] w-full bg-hair" />
                <span
                  className="absolute top-[4px] h-[10px] border-2 border-straw bg-paper"
                  style={{
                    left: `${place(c.dates.p10!)}%`,
                    right: `${100 - (c.dates.p90 === null ? 100 : place(c.dates.p90))}%`,
                  }}
                />
                <span
                  className="absolute top-[1px] h-[16px] w-[4px] bg-ink"
                  style={{ left: `${place(c.truth!)}%` }}
                />
              </span>
              <span className={`text-right ${isHeld ? '' : 'font-semibold text-clay'}`}>
                {shortDay(c.truth!)}
                {isHeld ? '' : ', missed'}
              </span>
            </li>
          );
        })}
      </ul>
    </>
  );
}
