'use client';
import { showDay } from '@/core/calendar/day';
import { hurtCount, type Injury } from '@/core/rehearsal/injury';
import { together } from '@/core/rehearsal/round';
import type { Score } from '@/core/rehearsal/score';
import { figure, showPercent } from '@/core/units/figure';
import { WEEDS } from '@/core/weeds/weeds';
import type { RehearsalSheet } from '@/server/rehearsal/play';
import type { Carried, Ending } from '@/server/rehearsal/work';
import { capital, plural } from '@/ui/text';
import { MoveList } from './move-list';

const heldWords = (hold: number | null) => (hold === null ? 'no flush' : showPercent(hold));

type Props = Readonly<{
  /** of each lawn, in their order */
  endings: readonly Ending[];
  lawns: RehearsalSheet['zones'];
  nameOf: (productId: string) => string;
  onAgain: () => void;
}>;

/** How the season went, beside what the planner would have done and the best that could be known afterwards. */
export function EndOfSeason({ endings, lawns, nameOf, onAgain }: Props) {
  const best = endings.flatMap((e) => e.best ?? []);
  const columns = [
    { name: 'You', carried: endings.map((e) => e.yours) },
    { name: 'The planner, watched week by week', carried: endings.map((e) => e.planner) },
    ...(best.length ? [{ name: 'One product at its best, known afterwards', carried: best }] : []),
  ];
  return (
    <>
      <h2 className="border-b-2 border-iron text-head">How the season went</h2>
      <div className="mt-2 grid gap-4 md:grid-cols-3">
        {columns.map((c) => (
          <Column key={c.name} {...c} nameOf={nameOf} />
        ))}
      </div>
      {lawns.length > 1 && <ByLawn endings={endings} lawns={lawns} />}
      {best.length > 0 && (
        <p className="mt-2 text-note text-steel">
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

function Column({
  name,
  carried,
  nameOf,
}: Readonly<{ name: string; carried: readonly Carried[]; nameOf: Props['nameOf'] }>) {
  const score = together(carried.map((c) => c.score));
  const moves = carried.flatMap((c) => c.moves);
  return (
    <section className="border-2 border-hair bg-paper p-3" aria-label={name}>
      <h3 className="text-lead">{name}</h3>
      <p className="font-cond text-figure font-bold leading-none">{heldWords(score.hold)}</p>
      <p className="text-note text-steel">
        of the flush held{carried.length > 1 && `, mean of ${plural(carried.length, 'lawn')}`}
      </p>
      <p className="mt-1 h-2.5 border border-iron" aria-hidden>
        <span className="block h-full bg-moss" style={{ width: `${(score.hold ?? 0) * 100}%` }} />
      </p>
      <ScoreLines score={score} />
      {moves.length > 0 && <Injuries injuries={carried.flatMap((c) => c.injuries)} of={moves.length} />}
      <MoveList moves={moves} nameOf={nameOf} of={carried.length} />
    </section>
  );
}

const ScoreLines = ({ score }: Readonly<{ score: Score }>) => (
  <ul className="mt-1 text-note">
    {score.targets.length > 1 &&
      score.targets.map((t) => (
        <li key={t.weed}>
          {capital(WEEDS[t.weed].name)}: {showPercent(t.hold)}
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

const SHOWN = 3;
/** What could have hurt turf, by the weather that came. @param of how many applications there were */
function Injuries({ injuries, of }: Readonly<{ injuries: readonly Injury[]; of: number }>) {
  if (!injuries.length) return <p className="text-note">Turf at risk: never</p>;
  return (
    <div className="border-l-8 border-straw pl-2 text-note">
      <p>
        <b>
          Turf at risk: {hurtCount(injuries)} of {plural(of, 'application')}
        </b>
      </p>
      <ul>
        {injuries.slice(0, SHOWN).map((i) => (
          <li key={`${i.on}${i.productId}${i.by}`}>{injuryWords(i)}</li>
        ))}
      </ul>
      {injuries.length > SHOWN && <p>and {injuries.length - SHOWN} more</p>}
    </div>
  );
}

const injuryWords = ({ on, by, hours, isPast }: Injury): string =>
  by === 'heat'
    ? `${showDay(on)}: ${hours} h of the two days after it were ${isPast ? 'past a limit of heat' : 'hot'}`
    : `${showDay(on)}: the turf was half green${isPast ? '' : ', as far as one knows'}`;

/** What each lawn held. */
const ByLawn = ({ endings, lawns }: Pick<Props, 'endings' | 'lawns'>) => (
  <div className="mt-3 overflow-x-auto">
    <table className="w-full min-w-[480px] text-body">
      <thead>
        <tr className="border-b-2 border-iron text-left font-cond">
          <th className="py-1">Lawn</th>
          <th className="text-right">You held</th>
          <th className="text-right">The planner</th>
          <th className="text-right">At best</th>
          <th className="text-right">Visits</th>
        </tr>
      </thead>
      <tbody>
        {endings.map((e, i) => (
          <tr key={lawns[i]!.id} className="border-b border-hair">
            <td className="py-1">{lawns[i]!.name}</td>
            <td className="text-right font-semibold">{heldWords(e.yours.score.hold)}</td>
            <td className="text-right">{heldWords(e.planner.score.hold)}</td>
            <td className="text-right">{e.best ? heldWords(e.best.score.hold) : 'no barrier'}</td>
            <td className="text-right">{e.yours.score.visits}</td>
          </tr>
        ))}
      </tbody>
    </table>
  </div>
);
