'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { RehearsalSheet } from '@/server/rehearsal/play';
import { Labelled } from '@/ui/labelled';
import { list } from '@/ui/words';
import { WEEDS, isWeed } from '@/core/weeds/weeds';
import { Contest, type PlayContest } from './contest';
import { Lessons } from './lessons';
import { Season, type SeasonActions } from './season';

type Props = Readonly<{
  sheet: RehearsalSheet;
  playContestAction: PlayContest;
}> &
  SeasonActions;

const PARTS = {
  season: 'A season of your own',
  schools: 'Schools against each other',
  lessons: 'Lessons of five minutes',
} as const;

/** The rehearsal: a lawn, a year that is over, and either a season of one's own or the schools against each other. */
export function RehearsalScreen({ sheet, playContestAction, ...actions }: Props) {
  const router = useRouter();
  const [year, setYear] = useState(sheet.years.at(-1) ?? 0);
  const [part, setPart] = useState<keyof typeof PARTS>('season');
  const zone = sheet.zones.find((z) => z.id === sheet.zoneId);
  return (
    <div className="mx-auto max-w-5xl px-4 pb-10 pt-4">
      <h1 className="text-[26px]">Rehearsal</h1>
      <p className="max-w-[75ch] text-[16px] text-steel">
        A season that is over, played again week by week with what one knew on each morning. Nothing of it is
        written down, and nothing of it touches the book.
      </p>
      {!zone || !sheet.years.length ? (
        <p className="mt-3 text-lg">
          {zone
            ? 'Three whole years of the station’s weather are needed: take a file of them in under Files.'
            : 'There is no lawn yet to play on.'}
        </p>
      ) : (
        <>
          <div className="mt-3 grid max-w-2xl gap-3 sm:grid-cols-[2fr_1fr]">
            <Labelled name="Lawn">
              {(f) => (
                <select
                  {...f}
                  value={zone.id}
                  onChange={(e) => router.push(`/rehearsal?zone=${e.target.value}`)}
                >
                  {sheet.zones.map((z) => (
                    <option key={z.id} value={z.id}>
                      {z.name}
                    </option>
                  ))}
                </select>
              )}
            </Labelled>
            <Labelled name="Year">
              {(f) => (
                <select {...f} value={year} onChange={(e) => setYear(Number(e.target.value))}>
                  {sheet.years.toReversed().map((y) => (
                    <option key={y}>{y}</option>
                  ))}
                </select>
              )}
            </Labelled>
          </div>
          <p className="mt-1 text-[15px] text-steel">
            Against {list(sheet.targets.map((t) => (isWeed(t) ? WEEDS[t].name : t)))}.
          </p>
          <div className="mt-3 flex gap-2" role="group" aria-label="What is played">
            {(Object.keys(PARTS) as (keyof typeof PARTS)[]).map((p) => (
              <button
                key={p}
                type="button"
                aria-pressed={part === p}
                className={`button ${part === p ? 'button-on' : ''}`}
                onClick={() => setPart(p)}
              >
                {PARTS[p]}
              </button>
            ))}
          </div>
          {part === 'season' && <Season key={year} {...{ sheet, year, zoneId: zone.id }} {...actions} />}
          {part === 'schools' && <Contest {...{ sheet, zoneId: zone.id, playContestAction }} />}
          {part === 'lessons' && <Lessons lessons={sheet.lessons} />}
        </>
      )}
    </div>
  );
}
