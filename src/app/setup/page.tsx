import type { Metadata } from 'next';
import { PAST_YEARS } from '@/data/weather';
import { setupSteps, type SetupStep } from '@/server/house/setup';
import { Link } from '@/ui/link';
import { plural } from '@/ui/text';
import { screen } from '../screen';

export const metadata: Metadata = { title: 'Setting up' };

type Words = Readonly<{
  title: string;
  why: string;
  there: (count: number) => string;
  to: readonly Readonly<{ href: string; name: string }>[];
}>;
const STEPS: Readonly<Record<SetupStep['key'], Words>> = {
  station: {
    title: 'A weather station',
    why: 'Lawns take their weather from the nearest one. It needs a name and a place.',
    there: (n) => plural(n, 'station'),
    to: [{ href: '/weather', name: 'Add a station' }],
  },
  weather: {
    title: 'Its weather',
    why: `Past years up to yesterday: one at least, ${PAST_YEARS} are used. A daily file of a public archive does, or a table of your own.`,
    there: (n) => `${plural(n, 'year')} on file`,
    to: [{ href: '/imports?kind=weather', name: 'Bring in a weather file' }],
  },
  house: {
    title: 'House rules',
    why: 'All stand as they are usual in the trade. Say in which state your lawns lie, and look the rest through.',
    there: () => 'state said',
    to: [{ href: '/house/gates', name: 'Look at the house rules' }],
  },
  licences: {
    title: 'Licences',
    why: 'Who may apply what, and until when. Without one the gate “Licence” stays shut.',
    there: (n) => plural(n, 'licence'),
    to: [{ href: '/house/means#licences', name: 'Write down a licence' }],
  },
  equipment: {
    title: 'Equipment',
    why: 'Sprayers and spreaders with their last calibration. Without one the gate “Equipment” stays shut.',
    there: (n) => plural(n, 'piece'),
    to: [{ href: '/house/means#equipment', name: 'Write down equipment' }],
  },
  labels: {
    title: 'Labels',
    why: 'What the printed label says, typed once or read from a label file. The printed label stays the law.',
    there: (n) => plural(n, 'product'),
    to: [{ href: '/products/new', name: 'Type a label' }],
  },
  lawns: {
    title: 'Lawns',
    why: 'Customer, address, turf, area and soil. One by one, or all at once from a file.',
    there: (n) => plural(n, 'lawn'),
    to: [
      { href: '/lawns/new', name: 'Add a lawn' },
      { href: '/imports?kind=lawns', name: 'Bring in a file of lawns' },
    ],
  },
  people: {
    title: 'People',
    why: 'Those who apply and those who only look. Each gets a one-time link.',
    there: (n) => plural(n, 'person').replace('persons', 'people'),
    to: [{ href: '/people', name: 'Invite somebody' }],
  },
};

export default screen(async (actor) => {
  const steps = await setupSteps(actor);
  const next = steps.find((s) => !s.isDone);
  const isDone = steps.filter((s) => s.isDone).length;
  return (
    <div className="mx-auto max-w-[860px] px-4 pb-10 pt-4">
      <h1 className="text-page">Setting up {actor.orgName}</h1>
      <p className="mt-1 text-lg text-steel">
        {next
          ? `${isDone} of ${steps.length} done. In any order; leave it and come back when you like.`
          : 'All is there. Plan the first application from a lawn.'}
      </p>
      <ol className="mt-3">
        {steps.map((s) => {
          const words = STEPS[s.key];
          return (
            <li key={s.key} className="grid grid-cols-[28px_minmax(0,1fr)] gap-x-2 border-b border-hair py-2">
              <span aria-hidden className={`font-cond text-head ${s.isDone ? 'text-moss' : 'text-rail'}`}>
                {s.isDone ? '✓' : '○'}
              </span>
              <div className={s.isDone ? 'flex flex-wrap items-center justify-between gap-x-4' : ''}>
                <h2 className="text-row">
                  {words.title}
                  <span className="ml-3 font-text text-note font-normal text-steel">
                    {s.isDone ? `done: ${words.there(s.count)}` : s === next ? 'next' : 'open'}
                  </span>
                </h2>
                {!s.isDone && <p className="max-w-[62ch]">{words.why}</p>}
                <p className={`flex flex-wrap gap-x-4 gap-y-2 ${s.isDone ? '' : 'mt-1'}`}>
                  {words.to.map((t) => (
                    <Link
                      key={t.href}
                      href={t.href}
                      className={
                        s.isDone
                          ? 'inline-flex min-h-touch items-center md:min-h-slim'
                          : `button ${s === next ? 'button-loud' : 'py-0 md:min-h-desk'}`
                      }
                    >
                      {t.name}
                    </Link>
                  ))}
                </p>
              </div>
            </li>
          );
        })}
      </ol>
    </div>
  );
});
