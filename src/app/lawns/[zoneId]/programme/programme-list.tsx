'use client';
import type { ReactNode } from 'react';
import { showWeekday, yearOf, type Day } from '@/core/calendar/day';
import type { WindowLane } from '@/core/gates/window-lane';
import { standingOf, type PlannedApplication } from '@/core/season/standing';
import { plannedWords, shortName } from '@/ui/words';
import { Link } from '@/ui/link';

/** What went down here and was not planned, or before the book: counted with the rest. */
export type OtherWork = Readonly<{ id: string; day: Day; words: string; what: string; href: string }>;

type Props = Readonly<{
  applications: readonly PlannedApplication[];
  others: readonly OtherWork[];
  shownId: string | null;
  windows: Readonly<Record<string, WindowLane>>;
  today: Day;
  mayPlan: boolean;
  isChanged: boolean;
  onChoose: (id: string) => void;
  onAdd: () => void;
  /** a button that has programmes proposed; false or null: nobody may, or nothing can be foreseen */
  propose: ReactNode;
}>;

const STANDING = { done: 'done', due: 'due', 'to come': '', skipped: 'skipped' } as const;

/** The programme of a zone, by day and over New Year: what was done, what is due, what is to come. */
export function ProgrammeList({
  applications,
  others,
  shownId,
  windows,
  today,
  mayPlan,
  isChanged,
  onChoose,
  onAdd,
  propose,
}: Props) {
  type Line = { day: Day } & (
    | { application: PlannedApplication; other: null }
    | { application: null; other: OtherWork }
  );
  const lines: Line[] = [
    ...applications.map((a) => ({ day: a.doneOn ?? a.plannedOn, application: a, other: null })),
    ...others.map((other) => ({ day: other.day, application: null, other })),
  ].toSorted((a, b) => a.day - b.day);
  return (
    <section aria-label="Programme" className="mt-3">
      <div className="flex flex-wrap items-center justify-between gap-x-3">
        <h2 className="text-row">Programme</h2>
        {mayPlan && (
          <div className="flex flex-wrap gap-2">
            {propose}
            <button type="button" className="button py-0 md:min-h-desk" onClick={onAdd}>
              Add an application
            </button>
          </div>
        )}
      </div>
      {!lines.length && <p className="text-note text-steel">Nothing is planned or done here yet.</p>}
      <ol className="mt-1">
        {lines.map(({ day, application: a, other }, i) => {
          const before = lines[i - 1];
          const isNewYear = !before || yearOf(before.day) !== yearOf(day);
          if (!a) return <Other key={other.id} other={other} isNewYear={isNewYear} />;
          const standing = standingOf(a, today);
          const all = windows[a.id];
          const isShown = a.id === shownId;
          return (
            <li key={a.id}>
              {isNewYear && <Year day={day} />}
              <button
                type="button"
                aria-pressed={isShown}
                onClick={() => onChoose(a.id)}
                className={`programme-row ${isShown ? 'border-l-moss bg-paper' : 'border-l-transparent'} ${standing === 'skipped' ? 'text-steel line-through decoration-1' : ''}`}
              >
                <span
                  aria-hidden
                  className={`picket-mark ${standing === 'done' ? 'bg-moss' : standing === 'due' ? 'picket-mark-due' : standing === 'skipped' ? 'picket-mark-skipped' : 'picket-mark-planned'}`}
                />
                <span className="whitespace-nowrap font-cond text-lead font-semibold">
                  {showWeekday(day)}
                </span>
                <span className="min-w-0 text-note leading-snug md:truncate">
                  {a.purpose && <b className="font-cond text-body">{a.purpose}: </b>}
                  {a.products.map(productWords).join(' + ')}
                </span>
                <span className="col-start-3 text-fine leading-snug text-steel md:col-start-4 md:truncate">
                  {STANDING[standing] && <b className="font-cond">{STANDING[standing]}</b>}
                  {standing === 'skipped' && a.skipped && `: ${a.skipped.why}`}
                  {all && `${STANDING[standing] ? ' · ' : ''}${plannedWords(all, today, a.plannedOn, true)}`}
                  {isShown && isChanged && ' · not saved yet'}
                </span>
              </button>
            </li>
          );
        })}
      </ol>
    </section>
  );
}

const Year = ({ day }: Readonly<{ day: Day }>) => (
  <p className="border-b border-hair font-cond text-note font-semibold text-steel">{yearOf(day)}</p>
);

const Other = ({ other: o, isNewYear }: Readonly<{ other: OtherWork; isNewYear: boolean }>) => (
  <li>
    {isNewYear && <Year day={o.day} />}
    <Link href={o.href} className="programme-row border-l-transparent no-underline">
      <span aria-hidden className="picket-mark bg-moss" />
      <span className="whitespace-nowrap font-cond text-lead font-semibold">{showWeekday(o.day)}</span>
      <span className="min-w-0 text-note leading-snug md:truncate">{o.words}</span>
      <span className="col-start-3 text-fine leading-snug text-steel md:col-start-4 md:truncate">
        {o.what}
      </span>
    </Link>
  </li>
);

const productWords = ({ label, tie, place }: PlannedApplication['products'][number]): string =>
  [
    shortName(label),
    tie ? ` ${tie.part}/${tie.of}` : '',
    place.on === 'spots' ? ', spots' : place.on === 'strip' ? ', strip' : '',
  ].join('');
