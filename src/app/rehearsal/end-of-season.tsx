'use client';
import { showDay } from '@/core/calendar/day';
import { gateName } from '@/core/gates/all';
import type { Move } from '@/core/rehearsal/rehearsal';
import type { Score } from '@/core/rehearsal/score';
import { figure, showPercent } from '@/core/units/format';
import { WEEDS } from '@/core/weeds/weeds';
import type { Ending } from '@/server/rehearsal/work';
import { list, plural } from '@/ui/words';
import { MoveList } from './season';

/** How the season went, beside what the planner would have done and the best that could be known afterwards. */
export function EndOfSeason({
  ending: { yours, risks, planner, best },
  moves,
  nameOf,
  onAgain,
}: Readonly<{
  ending: Ending;
  moves: readonly Move[];
  nameOf: (productId: string) => string;
  onAgain: () => void;
}>) {
  const columns = [
    { name: 'You', score: yours, moves },
    { name: 'The planner, on its first Monday', score: planner.score, moves: planner.moves },
    ...(best
      ? [{ name: 'One product at its best, known afterwards', score: best.score, moves: best.moves }]
      : []),
  ];
  return (
    <>
      <h2 className="border-b-2 border-iron text-[22px]">How the season went</h2>
      <div className="mt-2 grid gap-4 md:grid-cols-3">
        {columns.map((c) => (
          <div key={c.name} className="border-2 border-hair bg-paper p-3">
            <h3 className="text-[18px]">{c.name}</h3>
            <p className="font-cond text-[34px] font-bold leading-none">
              {c.score.hold === null ? 'no flush' : showPercent(c.score.hold)}
            </p>
            <p className="text-[15px] text-steel">of the flush held</p>
            <p className="mt-1 h-2.5 border border-iron" aria-hidden>
              <span className="block h-full bg-moss" style={{ width: `${(c.score.hold ?? 0) * 100}%` }} />
            </p>
            <ScoreLines score={c.score} />
            <MoveList moves={c.moves} nameOf={nameOf} />
          </div>
        ))}
      </div>
      {risks.length > 0 && (
        <p className="mt-2 border-l-8 border-straw bg-paper px-3 py-1 text-[16px]">
          Turf could have been hurt:{' '}
          {list(risks.map((r) => `${gateName(r.gate)} stood ajar on ${showDay(r.on)}`))}.
        </p>
      )}
      {best && (
        <p className="mt-2 text-[15px] text-steel">
          At its best: once or in halves on the days that this year’s soil asked for, as if every day had
          worked. Two products together may hold more.
        </p>
      )}
      <button type="button" className="button button-loud mt-3" onClick={onAgain}>
        Play the year again
      </button>
    </>
  );
}

const ScoreLines = ({ score }: Readonly<{ score: Score }>) => (
  <ul className="mt-1 text-[15px]">
    {score.targets.length > 1 &&
      score.targets.map((t) => (
        <li key={t.weed}>
          {WEEDS[t.weed].name}: {showPercent(t.hold)}
        </li>
      ))}
    <li>
      {score.visits === 0 ? 'No visit' : plural(score.visits, 'visit')}
      {score.cost !== null && score.visits > 0 && `, product for $${figure(score.cost, 2)}`}
    </li>
    {score.limit > 0 && <li>{showPercent(score.limit)} of the year’s limit</li>}
    {score.seedLate > 0 && <li>Seed waits {plural(score.seedLate, 'day')} past its day</li>}
  </ul>
);
