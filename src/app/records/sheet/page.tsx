import type { Metadata } from 'next';
import { isoDay, parseDay, showWeekday } from '@/core/calendar/day';
import { may } from '@/data/actor';
import { board, upTo } from '@/server/programme/board';
import { likeSheet, truckDays } from '@/server/records/like-stops';
import { Link } from '@/ui/link';
import { plural } from '@/ui/text';
import { isId } from '../../ids';
import { recordVisitAction } from '../../lawns/[zoneId]/actions';
import { ChooseStops } from '../../load/choose-stops';
import { dueLines } from '../../load/due-lines';
import { screen } from '../../screen';
import { LikeStops } from './like-stops';

export const metadata: Metadata = { title: 'Enter a sheet' };

/** More are no sheet of a day, and the list says so. */
const MOST_SHOWN = 200;

/** A day's sheet of stops from the truck, entered at the desk: first which stops, then how they went. */
export default screen(async (actor, { searchParams }: PageProps<'/records/sheet'>) => {
  const { stops, day } = await searchParams;
  if (!may(actor, 'record'))
    return (
      <p className="mx-auto max-w-2xl px-4 pt-6 text-lg">Your role may not record work. Ask your lead.</p>
    );
  const ids = [...new Set((Array.isArray(stops) ? stops : (stops ?? '').split('.')).filter(isId))];
  if (ids.length) {
    const sheet = await likeSheet(actor, ids);
    const asked = typeof day === 'string' ? parseDay(day) : null;
    return (
      <LikeStops
        key={ids.join()}
        sheet={sheet}
        day={isoDay(asked !== null && asked <= sheet.today ? asked : sheet.today)}
        missing={ids.length - sheet.rows.length}
        person={actor.name}
        recordVisitAction={recordVisitAction}
      />
    );
  }
  const days = await truckDays(actor);
  const { groups } = await board(actor, upTo(MOST_SHOWN));
  const due = dueLines(groups);
  return (
    <div className="mx-auto max-w-3xl px-4 pb-10 pt-4">
      <h1 className="text-page">Enter a sheet of stops</h1>
      <p className="text-steel">
        Which stops are on it? Each becomes a record of its own, with the wind and air that were measured
        nearest to it.
      </p>
      {days.length > 0 && (
        <section className="mt-4" aria-label="Days of trucks">
          <h2 className="border-b-2 border-iron text-row">A truck’s day</h2>
          <ul>
            {days.map((d) => (
              <li key={`${d.day}${d.truck}`} className="border-b border-hair py-1">
                <Link
                  href={`/records/sheet?day=${isoDay(d.day)}&stops=${d.applicationIds.join('.')}`}
                  className="inline-flex min-h-bar items-center font-cond text-row font-semibold"
                >
                  {d.truck}, {showWeekday(d.day)}: {plural(d.applicationIds.length, 'stop')} not recorded
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
      <ChooseStops
        due={due}
        to="/records/sheet"
        title="Or any stops that are due"
        words="Tick the stops in the order of the sheet."
        button="Enter"
        none="Nothing is due that could be entered."
      />
    </div>
  );
});
