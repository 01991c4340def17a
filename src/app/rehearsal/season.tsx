'use client';
import { useEffect, useState, useTransition } from 'react';
import { addDays, showDay, showFullDay, showWeekday, type Day } from '@/core/calendar/day';
import { gateName } from '@/core/gates/all';
import { weeksOf, type Against, type Choice, type Move, type Week } from '@/core/rehearsal/rehearsal';
import { figure } from '@/core/units/format';
import type { Outcome, Refusal } from '@/server/entry/outcome';
import type { EndingInput, MoveInput, RehearsalSheet, WeekInput } from '@/server/rehearsal/play';
import type { Ending } from '@/server/rehearsal/work';
import { Choice as Choose } from '@/ui/choice';
import { reasonWords } from '@/ui/reason-words';
import { useShows } from '@/ui/units';
import { shortName } from '@/ui/words';
import { RefusalWords } from '../refusal-words';
import { send } from '../send';
import { useKept } from '../use-kept';
import { EndOfSeason } from './end-of-season';

export type SeasonActions = Readonly<{
  playWeekAction: (input: WeekInput) => Promise<Outcome<Week>>;
  playMoveAction: (input: MoveInput) => Promise<Outcome<readonly Against[] | null>>;
  playEndingAction: (input: EndingInput) => Promise<Outcome<Ending>>;
}>;
type Game = Readonly<{ week: number; moves: readonly Move[]; isOver: boolean }>;
const BEGIN: Game = { week: 0, moves: [], isOver: false };
const isGame = (kept: unknown): kept is Game =>
  typeof kept === 'object' && kept !== null && 'week' in kept && 'moves' in kept && Array.isArray(kept.moves);

const SHARES = ['whole', 'three quarters', 'half'] as const;
const SHARE: Readonly<Record<(typeof SHARES)[number], number>> = {
  whole: 1,
  'three quarters': 0.75,
  half: 0.5,
};

/** A season of one's own: each week what is known, what may go and why not, and what one decides. */
export function Season({
  sheet,
  year,
  zoneId,
  playWeekAction,
  playMoveAction,
  playEndingAction,
}: Readonly<{ sheet: RehearsalSheet; year: number; zoneId: string }> & SeasonActions) {
  const [game, keep, forget] = useKept<Game>(`rehearsal:${zoneId}:${year}`, BEGIN, isGame);
  const [shown, setShown] = useState<Readonly<{ of: string; week: Week }> | null>(null);
  const [end, setEnd] = useState<Ending | null>(null);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [against, setAgainst] = useState<readonly Against[]>([]);
  const [share, setShare] = useState<(typeof SHARES)[number]>('whole');
  const [isBusy, start] = useTransition();
  const show = useShows();
  const asked = { zoneId, year, moves: game.moves };
  const key = `${year}|${game.week}|${game.moves.length}|${share}`;
  const monday = weeksOf(year)[game.week]!;

  useEffect(() => {
    if (game.isOver || shown?.of === key) return;
    start(async () => {
      const outcome = await send(playWeekAction, { ...asked, week: game.week, share: SHARE[share] });
      if (outcome.ok) setShown({ of: key, week: outcome.value });
      setRefusal(outcome.ok ? null : outcome.refusal);
    });
    // the key names everything that a week is asked with
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, game.isOver]);
  useEffect(() => {
    if (!game.isOver || end) return;
    start(async () => {
      const outcome = await send(playEndingAction, asked);
      if (outcome.ok) setEnd(outcome.value);
      setRefusal(outcome.ok ? null : outcome.refusal);
    });
    // once, when the season is over
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [game.isOver]);

  const nameOf = (productId: string) =>
    shortName({ name: sheet.products.find((p) => p.id === productId)?.name ?? 'a product' });
  const wait = (weeks: number) => {
    setAgainst([]);
    const next = game.week + weeks;
    keep(next >= sheet.weeks ? { ...game, isOver: true } : { ...game, week: next });
  };
  const putDown = (choice: Choice, on: Day) =>
    start(async () => {
      const move: Move = { on, productId: choice.productId, use: choice.use, share: SHARE[share] };
      const outcome = await send(playMoveAction, { ...asked, move });
      if (!outcome.ok) return setRefusal(outcome.refusal);
      setAgainst(outcome.value ?? []);
      if (outcome.value === null) keep({ ...game, moves: [...game.moves, move] });
    });
  const again = () => {
    forget();
    setEnd(null);
    setShown(null);
  };
  const week = shown?.of === key ? shown.week : null;
  return (
    <div className={`mt-4 grid gap-x-8 gap-y-4 ${game.isOver ? '' : 'lg:grid-cols-[2fr_1fr]'}`}>
      <section aria-label="The week" aria-busy={isBusy}>
        {refusal && <RefusalWords refusal={refusal} here="/rehearsal" shown={[]} />}
        {game.isOver ? (
          end ? (
            <EndOfSeason ending={end} moves={game.moves} nameOf={nameOf} onAgain={again} />
          ) : (
            <p className="text-lg">Counting what held…</p>
          )
        ) : (
          <>
            <h2 className="border-b-2 border-iron text-[22px]">
              Week {game.week + 1} of {sheet.weeks}: {showFullDay(monday)}
            </h2>
            {week ? (
              <>
                <p className="text-[17px]">
                  Soil {show.temperature(week.soil)} yesterday, {show.water(week.rain)} of rain last week.{' '}
                  {week.crossed !== null
                    ? `The line was crossed on ${showDay(week.crossed)}.`
                    : `The line: one year in ten by ${dayWords(week.dates.p10)}, half by ${dayWords(week.dates.p50)}, nine in ten by ${dayWords(week.dates.p90)}.`}
                </p>
                <div className="mt-2 max-w-md">
                  <Choose
                    name="Of the label’s highest rate"
                    options={SHARES}
                    value={share}
                    onChange={setShare}
                  />
                </div>
                {against.length > 0 && (
                  <p role="alert" className="mt-2 border-l-8 border-clay bg-paper px-3 py-1 text-[16px]">
                    On that morning it was shut:{' '}
                    {against.map((a) => `${gateName(a.gate)}: ${reasonWords(a.reason, show)}`).join(' ')}
                  </p>
                )}
                <ul className="mt-2">
                  {week.choices.map((c) => (
                    <ChoiceLine
                      key={`${c.productId}${c.use}`}
                      choice={c}
                      name={nameOf(c.productId)}
                      monday={monday}
                      isBusy={isBusy}
                      onPutDown={(on) => putDown(c, on)}
                    />
                  ))}
                </ul>
              </>
            ) : (
              <p className="mt-2 text-lg">{refusal ? '' : 'What one knew that morning…'}</p>
            )}
            <div className="mt-3 flex flex-wrap gap-2">
              <button
                type="button"
                className="button button-loud min-h-[52px] px-6 text-[18px]"
                disabled={isBusy}
                onClick={() => wait(1)}
              >
                Wait a week
              </button>
              <button type="button" className="button" disabled={isBusy} onClick={() => wait(4)}>
                Wait four weeks
              </button>
              <button
                type="button"
                className="button"
                disabled={isBusy}
                onClick={() => keep({ ...game, isOver: true })}
              >
                End the season here
              </button>
            </div>
          </>
        )}
      </section>
      {!game.isOver && (
        <section aria-label="Put down so far">
          <h2 className="border-b-2 border-iron text-[19px]">Put down so far</h2>
          <MoveList moves={game.moves} nameOf={nameOf} />
          {(game.week > 0 || game.moves.length > 0) && (
            <button type="button" className="button mt-2" onClick={again}>
              Begin the year anew
            </button>
          )}
        </section>
      )}
    </div>
  );
}

const dayWords = (day: Day | null) => (day === null ? 'no day' : showDay(day));

export function MoveList({
  moves,
  nameOf,
}: Readonly<{ moves: readonly Move[]; nameOf: (productId: string) => string }>) {
  if (!moves.length) return <p className="text-[16px] text-steel">Nothing.</p>;
  return (
    <ul>
      {moves.map((m, i) => (
        <li key={i} className="border-b border-hair py-1 text-[16px]">
          <b>{showWeekday(m.on)}</b>: {nameOf(m.productId)}
          {m.share < 1 && `, ${figure(m.share * 100)} % of the rate`}
        </li>
      ))}
    </ul>
  );
}

function ChoiceLine({
  choice,
  name,
  monday,
  isBusy,
  onPutDown,
}: Readonly<{
  choice: Choice;
  name: string;
  monday: Day;
  isBusy: boolean;
  onPutDown: (on: Day) => void;
}>) {
  const show = useShows();
  const mayGo = choice.days.some((d) => d !== 'shut');
  return (
    <li className="border-b border-hair py-2">
      <p className="font-cond text-[19px] font-semibold">
        {name} <span className="text-[16px] font-medium text-steel">{choice.use}</span>
      </p>
      {mayGo && (
        <div className="flex flex-wrap gap-1.5">
          {choice.days.map((state, d) => {
            const on = addDays(monday, d);
            return (
              <button
                key={d}
                type="button"
                disabled={state === 'shut' || isBusy}
                aria-label={`Put ${name} down on ${showWeekday(on)}, ${state}`}
                className={`min-h-[44px] min-w-[52px] border-2 px-1 font-cond text-[16px] disabled:opacity-40 ${state === 'open' ? 'border-moss bg-paper' : state === 'ajar' ? 'border-straw bg-paper' : 'border-hair'}`}
                onClick={() => onPutDown(on)}
              >
                {showWeekday(on).slice(0, 3)}
                <span className="block text-[13px] leading-none">{state}</span>
              </button>
            );
          })}
        </div>
      )}
      {choice.against.length > 0 && (
        <details className="mt-1">
          <summary className="min-h-[36px] cursor-pointer text-[15px] underline">
            {mayGo ? 'What stands against it' : 'Why is the gate shut?'}
          </summary>
          <ul className="text-[15px]">
            {choice.against.map((a, i) => (
              <li key={i} className="py-0.5">
                <b>
                  {gateName(a.gate)}, {a.state}:
                </b>{' '}
                {reasonWords(a.reason, show)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </li>
  );
}
