'use client';
import { isoDay, showDay, yearOf } from '@/core/calendar/day';
import { answersTo, type NextYear } from '@/core/weeds/next-year';
import { WEEDS, stageWords, type Weed } from '@/core/weeds/weeds';
import type { Outcome } from '@/server/entry/outcome';
import type { FindingInput } from '@/server/lawns/note-finding';
import type { WalkSheet } from '@/server/lawns/walk-view';
import { causeWords, evidenceWords } from '@/ui/scout-words';
import { nextYearWords } from '@/ui/next-year-words';
import { oddsWords, weedTitle } from '@/ui/weed-words';
import { list } from '@/ui/text';
import { RefusalWords } from '../../../refusal-words';
import { useCommand } from '../../../use-command';
import { MakeStrip, type MakeStripAction } from './make-strip';

export type AfterActions = Readonly<{
  noteFindingAction: (input: FindingInput) => Promise<Outcome<{ on: string }>>;
  makeStripAction: MakeStripAction;
}>;
type Props = Readonly<{ walkSheet: WalkSheet; mayRecord: boolean; mayPlan: boolean }> & AfterActions;

/** A cause that is likelier asks for its answer too. Ours. */
const LIKELY = 0.2;

/** Why what is up came through the barrier, and what that asks of next year's plan. */
export function Through({ walkSheet, mayRecord, mayPlan, noteFindingAction, makeStripAction }: Props) {
  const { through, sheet } = walkSheet;
  if (!through.length) return null;
  return (
    <section className="mt-4" aria-label="Why it came through">
      <h3 className="text-row">Why it came through</h3>
      <p className="text-note text-steel">
        Odds from what was put down, the weather since, the soil and where it stands; they are no proof.
      </p>
      {through.map(({ found, causes }) => {
        const likely = causes.filter((c, i) => i === 0 || c.odds >= LIKELY).map((c) => c.cause);
        return (
          <div key={`${found.weed}${found.stage}`} className="border-b border-hair py-2">
            <p className="font-cond text-lead font-semibold">
              {weedTitle(found.weed)}, {stageWords(found.weed, found.stage)}
            </p>
            <ol>
              {causes
                .filter((c, i) => i < 3 && c.odds >= 0.05)
                .map((c) => (
                  <li key={c.cause} className="py-1">
                    <p className="grid grid-cols-[1fr_auto] gap-3">
                      <b>{causeWords(c.cause).name}</b>
                      <span className="font-semibold">{oddsWords(c.odds)}</span>
                    </p>
                    <p className="h-2 border border-iron" aria-hidden>
                      <span className="block h-full bg-clay" style={{ width: `${c.odds * 100}%` }} />
                    </p>
                    <p className="text-note text-steel">{evidenceWords(c)}</p>
                  </li>
                ))}
            </ol>
            {causes[0] && (
              <p className="border-l-4 border-moss bg-paper px-3 py-1 text-body">
                Next year: {causeWords(causes[0].cause).next}
              </p>
            )}
            {mayRecord && (
              <AskNextYear
                weed={found.weed}
                asks={[...new Set(likely.flatMap(answersTo))]}
                sheet={sheet}
                noteFindingAction={noteFindingAction}
              />
            )}
          </div>
        );
      })}
      {mayPlan && through.some((t) => t.causes[0]?.cause === 'missed edge') && (
        <MakeStrip sheet={sheet} makeStripAction={makeStripAction} />
      )}
    </section>
  );
}

/** What may be asked of next year's plan for a weed, and what was. */
function AskNextYear({
  weed,
  asks,
  sheet: { zone, today, facts },
  noteFindingAction,
}: Readonly<{ weed: Weed; asks: readonly NextYear[]; sheet: WalkSheet['sheet'] }> &
  Pick<AfterActions, 'noteFindingAction'>) {
  const { run, refusal, isSending } = useCommand();
  const asked = facts.seen.nextYear.filter((w) => w.weed === weed && yearOf(w.on) === yearOf(today));
  const left = asks.filter((a) => !asked.some((w) => w.wish === a));
  const note = (wish: NextYear | '') =>
    run(noteFindingAction, {
      sendKey: crypto.randomUUID(),
      zoneId: zone.id,
      kind: 'next year',
      word: `${wish}|${weed}`,
      stage: '',
      figure: '',
      on: isoDay(today),
    });
  if (!left.length && !asked.length) return null;
  return (
    <div className="mt-1">
      {asked.length > 0 && (
        <p className="text-body">
          Asked of next year’s plan on {showDay(asked.at(-1)!.on)}:{' '}
          {list(asked.map((w) => nextYearWords(w.wish)))}.{' '}
          <button
            type="button"
            className="min-h-touch underline"
            disabled={isSending}
            onClick={() => note('')}
          >
            Take it back
          </button>
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        {left.map((wish) => (
          <button
            key={wish}
            type="button"
            className="button"
            disabled={isSending}
            aria-label={`Ask next year’s plan for ${nextYearWords(wish)} against ${WEEDS[weed].name}`}
            onClick={() => note(wish)}
          >
            Ask for {nextYearWords(wish)}
          </button>
        ))}
      </div>
      {refusal && <RefusalWords refusal={refusal} here={`/lawns/${zone.id}/scout`} shown={[]} />}
    </div>
  );
}
