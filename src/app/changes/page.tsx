import type { Metadata } from 'next';
import { SHOWS, type Shows } from '@/core/units/format';
import { DateTime } from 'luxon';
import { may } from '@/data/actor';
import { SUBJECTS, type Changed } from '@/data/change-book';
import { changeQueryOf, changeSheet } from '@/server/house/change-book';
import { SUBJECT_WORDS, fieldChanges } from '@/ui/change-words';
import { Link } from '@/ui/link';
import { plural } from '@/ui/text';
import { screen } from '../screen';

export const metadata: Metadata = { title: 'Changes' };

export default screen(async (actor, { searchParams }: PageProps<'/changes'>) => {
  if (!may(actor, 'change the house'))
    return <p className="mx-auto max-w-[1080px] px-4 pt-4">Leads see who changed what.</p>;
  const query = changeQueryOf(await searchParams);
  const { changes, total, pages, people } = await changeSheet(actor, query);
  const asked = new URLSearchParams();
  if (query.subject) asked.set('of', query.subject);
  if (query.person) asked.set('by', query.person);
  const isPlain = asked.size === 0;
  const page = (n: number) => `/changes?${new URLSearchParams([...asked, ['page', String(n)]])}`;
  const at = (moment: Date) =>
    DateTime.fromJSDate(moment, { zone: actor.timeZone }).toFormat('d LLL yyyy, HH:mm');
  return (
    <div className="mx-auto max-w-[1080px] px-4 pb-10 pt-4">
      <h1 className="text-title">Changes</h1>
      <p className="text-steel">
        Who changed what, the latest first. The database writes this book itself; nobody can change it.
      </p>
      <form className="mt-3 flex flex-wrap items-end gap-3" method="get">
        <Choose name="of" label="What" first={query.subject ?? ''}>
          {SUBJECTS.map((s) => (
            <option key={s} value={s}>
              {SUBJECT_WORDS[s]}
            </option>
          ))}
        </Choose>
        <Choose name="by" label="By whom" first={query.person ?? ''}>
          {people.map((p) => (
            <option key={p}>{p}</option>
          ))}
        </Choose>
        <button className="button">Show these</button>
        {!isPlain && <Link href="/changes">Show all</Link>}
      </form>
      <p className="mt-3 font-semibold">
        {plural(total, 'change')}
        {isPlain ? '' : ' found'}
      </p>
      {total === 0 && (
        <p className="mt-3 text-lg">
          {isPlain ? 'Nothing has been changed since this book began.' : 'No change is of this kind.'}
        </p>
      )}
      <ul className="mt-1">
        {changes.map((c) => (
          <li key={c.id} className="border-b border-hair py-2 md:grid md:grid-cols-[13em_1fr] md:gap-x-4">
            <p className="text-steel">
              {at(c.changedAt)}
              <br className="hidden md:inline" /> <span className="md:block">{c.person}</span>
            </p>
            <Line change={c} show={SHOWS[actor.units]} />
          </li>
        ))}
      </ul>
      {pages > 1 && (
        <nav aria-label="Pages" className="mt-4 flex flex-wrap items-center gap-3">
          {query.page > 1 && <Link href={page(query.page - 1)}>Later changes</Link>}
          <span>
            Page {query.page} of {pages}
          </span>
          {query.page < pages && <Link href={page(query.page + 1)}>Earlier changes</Link>}
        </nav>
      )}
    </div>
  );
});

function Line({ change, show }: Readonly<{ change: Changed; show: Shows }>) {
  const { subject, action, name, site, zoneId } = change;
  const called = [subject === 'zone' || subject === 'planned_application' ? null : name, site]
    .filter(Boolean)
    .join(', ');
  return (
    <div>
      <p>
        <b>
          {SUBJECT_WORDS[subject]} {action}
        </b>
        {called || name ? ': ' : ''}
        {zoneId && site ? <Link href={`/lawns/${zoneId}`}>{called}</Link> : called || name}
      </p>
      <ul>
        {fieldChanges(change, show).map(({ field, was, now }) => (
          <li key={field}>
            {field}: {action !== 'added' && <>{was} </>}
            {action === 'changed' && '→ '}
            {action !== 'removed' && <b>{now}</b>}
          </li>
        ))}
      </ul>
    </div>
  );
}

function Choose({
  name,
  label,
  first,
  children,
}: Readonly<{ name: string; label: string; first: string; children: React.ReactNode }>) {
  return (
    <label className="flex flex-col">
      <span className="font-cond">{label}</span>
      <select name={name} defaultValue={first} className="field">
        <option value="">All</option>
        {children}
      </select>
    </label>
  );
}
