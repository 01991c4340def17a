'use client';
import { useState } from 'react';
import type { Contest as Played } from '@/core/rehearsal/schools';
import { showPercent } from '@/core/units/figure';
import type { Outcome } from '@/server/entry/outcome';
import type { ContestInput, RehearsalSheet } from '@/server/rehearsal/play';
import { Choice } from '@/ui/choice';
import { Labelled } from '@/ui/labelled';
import { capital, plural } from '@/ui/text';
import { RefusalWords } from '../refusal-words';
import { useCommand } from '../use-command';

export type PlayContest = (input: ContestInput) => Promise<Outcome<Played>>;

const COUNTS = ['10', '20', '30'] as const;

/** Schools of the trade play the same years: who holds what. */
export function Contest({
  sheet,
  zoneId,
  playContestAction,
}: Readonly<{ sheet: RehearsalSheet; zoneId: string; playContestAction: PlayContest }>) {
  const { barriers } = sheet;
  const [productId, setProductId] = useState(barriers[0]?.id ?? '');
  const [count, setCount] = useState<(typeof COUNTS)[number]>('30');
  const [played, setPlayed] = useState<Played | null>(null);
  const { run, refusal, isSending } = useCommand();
  if (!barriers.length)
    return <p className="mt-3 text-lg">No barrier of yours has this turf on its label.</p>;
  return (
    <section className="mt-4" aria-label="Schools">
      <div className="grid max-w-2xl gap-3 sm:grid-cols-2">
        <Labelled name="With">
          {(f) => (
            <select {...f} value={productId} onChange={(e) => setProductId(e.target.value)}>
              {barriers.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
            </select>
          )}
        </Labelled>
        <Choice name="Years" options={COUNTS} value={count} onChange={setCount} />
      </div>
      <button
        type="button"
        className="button button-loud mt-3"
        disabled={isSending}
        onClick={() => run(playContestAction, { zoneId, productId, years: Number(count) }, setPlayed)}
      >
        {isSending ? 'Playing the years…' : `Play ${count} years`}
      </button>
      {refusal && <RefusalWords refusal={refusal} here="/rehearsal" shown={[]} />}
      {played && (
        <>
          <p className="mt-3 text-note text-steel">
            {plural(played.years.length, 'year')} on file
            {played.generated > 0 && `, and ${played.generated} made like the station’s weather`}. Each school
            goes out on its first day that works; the year’s own soil, rain and flush decide.
          </p>
          <div className="overflow-x-auto">
            <table className="mt-2 w-full min-w-[560px] text-body">
              <thead>
                <tr className="border-b-2 border-iron text-left font-cond">
                  <th className="py-1">The barrier goes down</th>
                  <th className="text-right">Holds, middle year</th>
                  <th className="text-right">in nine of ten years</th>
                  <th className="text-right">Control in</th>
                  <th className="text-right">Best in</th>
                  <th className="text-right">Visits</th>
                </tr>
              </thead>
              <tbody>
                {played.ways
                  .toSorted((a, b) => b.hold.p50 - a.hold.p50)
                  .map((w) => (
                    <tr key={`${w.way.when}${w.way.how}`} className="border-b border-hair">
                      <td className="py-1.5">
                        {capital(w.way.when)}, {w.way.how}
                      </td>
                      <td className="text-right font-semibold">{showPercent(w.hold.p50)}</td>
                      <td className="text-right">{showPercent(w.hold.p10)} and more</td>
                      <td className="text-right">{showPercent(w.control)} of years</td>
                      <td className="text-right">{w.best}</td>
                      <td className="text-right">{w.visits}</td>
                    </tr>
                  ))}
              </tbody>
            </table>
          </div>
          <p className="mt-1 text-note text-steel">
            Control: four fifths of the flush, as labels call it. Best in so many years; two that hold alike
            both count.
          </p>
        </>
      )}
    </section>
  );
}
