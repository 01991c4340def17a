import { showDay } from '@/core/calendar/day';
import { figure } from '@/core/units/figure';
import type { LawnView } from './lawn-view';
import { Link } from '@/ui/link';
import { useShows } from '@/ui/units';
import { expectationWords } from '@/ui/words';
import { plural } from '@/ui/text';

/** That a zone is no longer treated. */
export function Closed({ zone }: Readonly<{ zone: LawnView['zone'] }>) {
  return (
    <p role="status" className="mb-3 border-l-4 border-clay px-3 py-1">
      {zone.closed?.whole ? 'This lawn' : 'This zone'} was closed on {zone.closed && showDay(zone.closed.on)}:{' '}
      {zone.closed?.why}. Its records stay; it is off boards and lists. Open it again on its lawn sheet.
    </p>
  );
}

/** Whose lawn it is, what grows there, what to mind, and where more of it stands. */
export function Head({
  sheet: { zone, siblings },
  mayPlan,
  mayRecord,
}: Readonly<{ sheet: LawnView; mayPlan: boolean; mayRecord: boolean }>) {
  const show = useShows();
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-6">
        <h1 className="text-title">
          {zone.address} · {zone.name}
        </h1>
        {siblings.length > 1 && (
          <nav aria-label="Zones of this lawn" className="flex gap-2">
            {siblings.map((s) => (
              <Link
                key={s.id}
                href={`/lawns/${s.id}`}
                aria-current={s.id === zone.id ? 'page' : undefined}
                className={`inline-flex min-h-touch items-center border-b-4 px-3 font-cond text-lg no-underline md:min-h-desk ${s.id === zone.id ? 'border-moss font-semibold' : 'border-transparent'}`}
              >
                {s.name}
              </Link>
            ))}
          </nav>
        )}
      </div>
      <p className="text-steel">
        {zone.customer} · {zone.facts.turf}
        {zone.facts.mixedWith && ` with ${zone.facts.mixedWith}`} · {show.area(zone.area)}
        {zone.excluded > 0 && ` of ${show.area(zone.whole)}`} ± {figure(zone.areaError * 100)} % ·{' '}
        {zone.site.texture}, {zone.site.moisture}, {zone.site.exposure}
        {zone.site.besidePavement && ', beside pavement'}
        {zone.facts.irrigationPerHour !== null && ' · irrigation'}
        {zone.facts.seedings.map((s) => ` · ${s.kind === 'seed' ? 'seeding' : s.kind} ${showDay(s.on)}`)}
      </p>
      {zone.notes && <p className="mt-1">{zone.notes}</p>}
      {zone.hazards && (
        <p className="mt-1 border-l-4 border-clay pl-2">
          <b className="font-cond">At the stop:</b> {zone.hazards}
        </p>
      )}
      {wishWords(zone) && (
        <p className="mt-1 border-l-4 border-straw pl-2">
          <b className="font-cond">The customer wishes:</b> {wishWords(zone)}
        </p>
      )}
      {zone.expectations.map((e) => (
        <p key={e.code} className="mt-1 border-l-4 border-straw pl-2 text-note">
          {expectationWords(e)}
        </p>
      ))}
      <MoreOfIt zoneId={zone.id} mayPlan={mayPlan} mayRecord={mayRecord} />
    </>
  );
}

function MoreOfIt({
  zoneId,
  mayPlan,
  mayRecord,
}: Readonly<{ zoneId: string; mayPlan: boolean; mayRecord: boolean }>) {
  const link = 'button py-0 md:min-h-desk';
  return (
    <nav aria-label="More of this lawn" className="mt-2 flex flex-wrap gap-2">
      {mayRecord && (
        <Link href={`/lawns/${zoneId}/record/new`} className={link}>
          Record other work
        </Link>
      )}
      <Link href={`/lawns/${zoneId}/soil`} className={link}>
        Soil
      </Link>
      {mayRecord && (
        <Link href={`/lawns/${zoneId}/reading`} className={link}>
          Take a reading
        </Link>
      )}
      <Link href={`/lawns/${zoneId}/sheet`} className={link}>
        Lawn sheet
      </Link>
      {mayPlan && (
        <Link href={`/lawns/new?beside=${zoneId}`} className={link}>
          Add a zone
        </Link>
      )}
    </nav>
  );
}

/** What the customer has asked for, in one line; empty: nothing. */
function wishWords({ wishes }: LawnView['zone']): string {
  return [
    wishes.noticeHours !== null && `${plural(wishes.noticeHours, 'hour')} of notice`,
    wishes.organicOnly && 'organic products only',
    wishes.optOut && `nothing of: ${wishes.optOut}`,
  ]
    .filter(Boolean)
    .join('; ');
}
