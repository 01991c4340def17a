import type { Metadata } from 'next';
import { isoDay } from '@/core/calendar/day';
import { may } from '@/data/actor';
import { dayScreen } from '@/server/day/view';
import { stopBundle } from '@/server/stop/bundle';
import { Link } from '@/ui/link';
import { list, plural } from '@/ui/text';
import { isId } from '../ids';
import { screen } from '../screen';
import { SHOWS } from '@/core/units/format';
import { GoScreen } from './go-screen';
import { spokenBundle } from './spoken-bundle';

export const metadata: Metadata = { title: 'Go' };

/** A truck's day on the phone; without one, the trucks that go out today. */
export default screen(async (actor, { searchParams }: PageProps<'/go'>) => {
  const { day, truck } = await searchParams;
  if (!may(actor, 'record'))
    return (
      <p className="mx-auto max-w-2xl px-4 pt-6 text-lg">Your role may not record work. Ask your lead.</p>
    );
  if (typeof day === 'string' && typeof truck === 'string' && isId(truck)) {
    const bundle = await stopBundle(actor, day, truck);
    if (bundle)
      return (
        <GoScreen
          userId={actor.userId}
          fresh={spokenBundle(bundle, SHOWS[actor.units])}
          day={day}
          truckId={truck}
        />
      );
  }
  const { routes, today } = await dayScreen(actor, null, 1);
  const out = routes.filter((r) => r.body.visits.length);
  return (
    <div className="mx-auto max-w-2xl px-4 pb-10 pt-4">
      <h1 className="text-title">Who goes out today</h1>
      <ul>
        {out.map((r) => (
          <li key={r.id} className="border-b border-hair py-2">
            {/* a whole page, which the device keeps */}
            <a href={`/go?day=${isoDay(today)}&truck=${r.truckId}`} className="button button-loud w-full">
              {r.truckName}: {plural(r.body.visits.length, 'lawn')}
            </a>
            <p className="text-note text-steel">{list(r.people)}</p>
          </li>
        ))}
      </ul>
      {!out.length && (
        <p className="mt-2 text-lg">
          No day is saved for a truck yet. <Link href="/day">Plan the day</Link> first.
        </p>
      )}
    </div>
  );
});
