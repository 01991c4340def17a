'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { RehearsalSheet } from '@/server/rehearsal/play';
import { LabelLaw } from '@/ui/label-law';
import { Choice } from '@/ui/choice';
import { Labelled } from '@/ui/labelled';
import { list, plural } from '@/ui/text';
import { WEEDS, isWeed } from '@/core/weeds/weeds';
import { Contest, type PlayContest } from './contest';
import { Lessons } from './lessons';
import { Season, type SeasonActions } from './season';

type Props = Readonly<{ sheet: RehearsalSheet; playContestAction: PlayContest }> & SeasonActions;

const WHICH = ['this lawn', 'a round'] as const;
/** Of the value of a year that never was; its number follows. */
const MADE = 'made ';
const PARTS = {
  season: 'A season of your own',
  schools: 'Schools against each other',
  lessons: 'Lessons of five minutes',
} as const;

/** The rehearsal: a lawn, a year that is over, and either a season of one's own or the schools against each other. */
export function RehearsalScreen({ sheet, playContestAction, ...actions }: Props) {
  const last = sheet.years.at(-1) ?? 0;
  const [chosen, setChosen] = useState(String(last));
  const [which, setWhich] = useState<(typeof WHICH)[number]>('this lawn');
  const [part, setPart] = useState<keyof typeof PARTS>('season');
  const zone = sheet.zones.find((z) => z.id === sheet.zoneId);
  const round = sheet.round.flatMap((id) => sheet.zones.find((z) => z.id === id) ?? []);
  const made = chosen.startsWith(MADE) ? Number(chosen.slice(MADE.length)) : 0;
  const year = made > 0 ? last : Number(chosen);
  const lawns = which === 'this lawn' || round.length < 2 ? round.slice(0, 1) : round;
  return (
    <div className="mx-auto max-w-5xl px-4 pb-10 pt-4">
      <h1 className="text-title">Rehearsal</h1>
      <p className="max-w-[75ch] text-body text-steel">
        A season that is over, played again week by week with what one knew on each morning. Nothing of it is
        written down, and nothing of it touches the book.
      </p>
      <LabelLaw>A game on past weather: it licenses nobody and opens no gate of a real lawn.</LabelLaw>
      {!zone || !sheet.years.length ? (
        <p className="mt-3 text-lg">
          {zone
            ? 'Three whole years of the station’s weather are needed: take a file of them in under Files.'
            : 'There is no lawn yet to play on.'}
        </p>
      ) : (
        <>
          <LawnAndYear sheet={sheet} zoneId={zone.id} chosen={chosen} onChoose={setChosen} />
          <p className="mt-1 text-note text-steel">
            {lawns.length > 1 && part === 'season'
              ? 'Against what each of the lawns is planned against.'
              : `Against ${list(sheet.targets.map((t) => (isWeed(t) ? WEEDS[t].name : t)))}.`}
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
          {part === 'season' && (
            <>
              {round.length > 1 && (
                <div className="mt-3 max-w-md">
                  <Choice
                    name="Played on"
                    options={WHICH}
                    value={which}
                    onChange={setWhich}
                    words={(w) => (w === 'this lawn' ? w : `a round of ${plural(round.length, 'lawn')}`)}
                  />
                </div>
              )}
              <Season
                key={`${chosen}${lawns.length}`}
                sheet={sheet}
                lawns={lawns}
                year={year}
                made={made}
                {...actions}
              />
            </>
          )}
          {part === 'schools' && (
            <Contest sheet={sheet} zoneId={zone.id} playContestAction={playContestAction} />
          )}
          {part === 'lessons' && <Lessons lessons={sheet.lessons} />}
        </>
      )}
    </div>
  );
}

/** On which lawn, in which year: one that was, or one that never was. */
function LawnAndYear({
  sheet,
  zoneId,
  chosen,
  onChoose,
}: Readonly<{ sheet: RehearsalSheet; zoneId: string; chosen: string; onChoose: (year: string) => void }>) {
  const router = useRouter();
  return (
    <div className="mt-3 grid max-w-2xl gap-3 sm:grid-cols-[2fr_1fr]">
      <Labelled name="Lawn">
        {(f) => (
          <select {...f} value={zoneId} onChange={(e) => router.push(`/rehearsal?zone=${e.target.value}`)}>
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
          <select {...f} value={chosen} onChange={(e) => onChoose(e.target.value)}>
            <optgroup label="As it came">
              {sheet.years.toReversed().map((y) => (
                <option key={y} value={y}>
                  {y}
                </option>
              ))}
            </optgroup>
            <optgroup label="Made like the station’s weather">
              {Array.from({ length: sheet.made }, (_, i) => (
                <option key={i} value={`${MADE}${i + 1}`}>
                  Year that never was, {i + 1}
                </option>
              ))}
            </optgroup>
          </select>
        )}
      </Labelled>
    </div>
  );
}
