'use client';
import { useEffect, useState } from 'react';
import { showDay, showFullDay, type Day } from '@/core/calendar/day';
import { gateName } from '@/core/gates/gate-names';
import { weeksOf, type Move } from '@/core/rehearsal/rehearsal';
import type { RoundChoice, RoundWeek } from '@/core/rehearsal/round';
import type { Shows } from '@/core/units/format';
import type { Outcome } from '@/server/entry/outcome';
import type { MoveInput, RehearsalSheet, SeasonInput, Stood, WeekInput } from '@/server/rehearsal/play';
import type { Ending } from '@/server/rehearsal/work';
import { Choice as Choose } from '@/ui/choice';
import { reasonWords } from '@/ui/reason-words';
import { useShows } from '@/ui/units';
import { shortName } from '@/ui/words';
import { plural } from '@/ui/text';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';
import { useKept } from '../use-kept';
import { ChoiceLine } from './choice-line';
import { EndOfSeason } from './end-of-season';
import { MoveList } from './move-list';

export type SeasonActions = Readonly<{
  playWeekAction: (input: WeekInput) => Promise<Outcome<RoundWeek>>;
  playMoveAction: (input: MoveInput) => Promise<Outcome<readonly Stood[]>>;
  playEndingAction: (input: SeasonInput) => Promise<Outcome<readonly Ending[]>>;
}>;
type Lawn = RehearsalSheet['zones'][number];
type LawnMove = Move & Readonly<{ zoneId: string }>;
type Game = Readonly<{ week: number; moves: readonly LawnMove[]; isOver: boolean }>;
const BEGIN: Game = { week: 0, moves: [], isOver: false };
const isGame = (kept: unknown): kept is Game =>
  typeof kept === 'object' && kept !== null && 'week' in kept && 'moves' in kept && Array.isArray(kept.moves);

const SHARES = ['whole', 'three quarters', 'half'] as const;
const SHARE: Readonly<Record<(typeof SHARES)[number], number>> = {
  whole: 1,
  'three quarters': 0.75,
  half: 0.5,
};

type Played = Readonly<{
  sheet: RehearsalSheet;
  /** one, or those of a round */
  lawns: readonly Lawn[];
  year: number;
  /** the number of a year that never was; 0: the year as it came */
  made: number;
}>;
type Props = Played & SeasonActions;

const mondayOf = (year: number, week: number): Day => {
  const weeks = weeksOf(year);
  return weeks[week] ?? weeks[0]!;
};

/** The game as it stands, kept on the device: what one knew this week, what was put down, and how it ended. */
function useGame({ sheet, lawns, year, made }: Played, actions: SeasonActions) {
  const kept = `season:${lawns[0]?.id ?? ''}:${lawns.length}:${year}:${made}`;
  const [game, keep, forget] = useKept<Game>(kept, BEGIN, isGame);
  const [shown, setShown] = useState<Readonly<{ of: string; week: RoundWeek }> | null>(null);
  const [end, setEnd] = useState<readonly Ending[] | null>(null);
  const [stood, setStood] = useState<readonly Stood[]>([]);
  const [share, setShare] = useState<(typeof SHARES)[number]>('whole');
  const { ask, refusal, isSending: isBusy } = useCommand();
  const asked = {
    year,
    made,
    lawns: lawns.map(({ id }) => ({
      zoneId: id,
      moves: game.moves
        .filter((m) => m.zoneId === id)
        .map(({ on, productId, use, share: part }) => ({ on, productId, use, share: part })),
    })),
  };
  const key = `${kept}|${game.week}|${game.moves.length}|${share}`;
  useEffect(() => {
    if (game.isOver || shown?.of === key) return;
    ask(actions.playWeekAction, { ...asked, week: game.week, share: SHARE[share] }, (week) =>
      setShown({ of: key, week }),
    );
    // the key names everything that a week is asked with
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [key, game.isOver]);
  useEffect(() => {
    if (!game.isOver || end) return;
    ask(actions.playEndingAction, asked, setEnd);
    // once, when the season is over
    // oxlint-disable-next-line react-hooks/exhaustive-deps
  }, [game.isOver]);
  const wait = (weeks: number) => {
    setStood([]);
    const next = game.week + weeks;
    keep(next >= sheet.weeks ? { ...game, isOver: true } : { ...game, week: next });
  };
  const putDown = ({ productId, use }: RoundChoice, on: Day) => {
    const move: Move = { on, productId, use, share: SHARE[share] };
    ask(actions.playMoveAction, { ...asked, move }, (all) => {
      setStood(all.filter((s) => s.against !== null));
      const down = all.filter((s) => s.against === null);
      if (down.length)
        keep({ ...game, moves: [...game.moves, ...down.map(({ zoneId }) => ({ ...move, zoneId }))] });
    });
  };
  const again = () => {
    forget();
    setEnd(null);
    setShown(null);
    setStood([]);
  };
  return {
    game,
    /** null: it is still asked for */
    week: shown?.of === key ? shown.week : null,
    end,
    stood,
    share,
    setShare,
    wait,
    putDown,
    finish: () => keep({ ...game, isOver: true }),
    again,
    refusal,
    isBusy,
  };
}

/** A season of one's own: each week what is known, what may go and why not, and what one decides. */
export function Season({ sheet, lawns, year, made, ...actions }: Props) {
  const { game, week, end, stood, share, setShare, wait, putDown, finish, again, refusal, isBusy } = useGame(
    { sheet, lawns, year, made },
    actions,
  );
  const nameOf = (productId: string) =>
    shortName({ name: sheet.products.find((p) => p.id === productId)?.name ?? 'a product' });
  if (game.isOver)
    return (
      <section className="mt-4" aria-label="The end" aria-busy={isBusy}>
        {refusal && <RefusalWords refusal={refusal} here="/rehearsal" shown={[]} />}
        {end ? (
          <EndOfSeason endings={end} lawns={lawns} nameOf={nameOf} onAgain={again} />
        ) : (
          <p className="text-lg">
            Counting what held
            {lawns.length > 1 && ` on ${plural(lawns.length, 'lawn')}: about a minute`}…
          </p>
        )}
      </section>
    );
  return (
    <div className="mt-4 grid gap-x-8 gap-y-4 lg:grid-cols-[2fr_1fr]">
      <section aria-label="The week" aria-busy={isBusy}>
        {refusal && <RefusalWords refusal={refusal} here="/rehearsal" shown={[]} />}
        <h2 className="border-b-2 border-iron text-head">
          Week {game.week + 1} of {sheet.weeks}: {(made ? showDay : showFullDay)(mondayOf(year, game.week))}
        </h2>
        {week ? (
          <>
            <WeekWords week={week} />
            <div className="mt-2 max-w-md">
              <Choose name="Of the label’s highest rate" options={SHARES} value={share} onChange={setShare} />
            </div>
            <StoodWords stood={stood} lawns={lawns} />
            <ul className="mt-2">
              {week.choices.map((c) => (
                <ChoiceLine
                  key={`${c.productId}${c.use}`}
                  choice={c}
                  of={week.lawns}
                  name={nameOf(c.productId)}
                  monday={week.from}
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
            className="button button-loud min-h-bar px-6 text-lead"
            disabled={isBusy}
            onClick={() => wait(1)}
          >
            Wait a week
          </button>
          <button type="button" className="button" disabled={isBusy} onClick={() => wait(4)}>
            Wait four weeks
          </button>
          <button type="button" className="button" disabled={isBusy} onClick={finish}>
            End the season here
          </button>
        </div>
      </section>
      <section aria-label="Put down so far">
        <h2 className="border-b-2 border-iron text-row">Put down so far</h2>
        <MoveList moves={game.moves} nameOf={nameOf} of={lawns.length} />
        {(game.week > 0 || game.moves.length > 0) && (
          <button type="button" className="button mt-2" onClick={again}>
            Begin the year anew
          </button>
        )}
      </section>
    </div>
  );
}

const dayWords = (day: Day | null) => (day === null ? 'no day' : showDay(day));

/** The soil, the rain and the line, as the morning knew them. */
function WeekWords({ week: { soil, rain, dates, crossed, lawns } }: Readonly<{ week: RoundWeek }>) {
  const show = useShows();
  return (
    <p className="text-lead">
      Soil {soilWords(soil, show)} yesterday, {show.water(rain)} of rain last week.{' '}
      {crossed &&
        (lawns === 1
          ? `The line was crossed on ${showDay(crossed.first)}.`
          : `The line was crossed on ${crossed.lawns} of ${plural(lawns, 'lawn')}, the first on ${showDay(crossed.first)}.`)}{' '}
      {(crossed?.lawns ?? 0) < lawns &&
        `The line: one year in ten by ${dayWords(dates.p10)}${lawns > 1 ? ' on the earliest lawn' : ''}, half by ${dayWords(dates.p50)}, nine in ten by ${dayWords(dates.p90)}${lawns > 1 ? ' on the latest' : ''}.`}
    </p>
  );
}

function soilWords([low, high]: RoundWeek['soil'], show: Shows): string {
  const [a, b] = [show.temperature(low), show.temperature(high)];
  return a === b ? a : `${a} to ${b}`;
}

/** Where it could not go down after all, and why. */
function StoodWords({ stood, lawns }: Readonly<{ stood: readonly Stood[]; lawns: readonly Lawn[] }>) {
  const show = useShows();
  if (!stood.length) return null;
  const why = ({ against }: Stood) =>
    (against ?? []).map((a) => `${gateName(a.gate)}: ${reasonWords(a.reason, show)}`).join(' ');
  return (
    <div role="alert" className="mt-2 border-l-8 border-clay bg-paper px-3 py-1 text-body">
      {lawns.length === 1 ? (
        <p>On that morning it was shut: {why(stood[0]!)}</p>
      ) : (
        <>
          <p>On that morning it was shut on {plural(stood.length, 'lawn')}:</p>
          <ul>
            {stood.map((s) => (
              <li key={s.zoneId}>
                <b>{lawns.find((l) => l.id === s.zoneId)?.name}.</b> {why(s)}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
