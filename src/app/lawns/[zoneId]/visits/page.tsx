import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { DateTime } from 'luxon';
import type { ReactNode } from 'react';
import { showDay, showFullDay, yearOf } from '@/core/calendar/day';
import { groupBy } from '@/core/group';
import type { AddressLine } from '@/core/records/address-line';
import type { Damage } from '@/core/follow-ups/damage';
import type { SeasonEnd } from '@/core/follow-ups/season-end';
import { SHOWS, showAmount, type Shows } from '@/core/units/format';
import { figure, showPercent } from '@/core/units/figure';
import { AMOUNT_UNITS, amountOf, isAmountUnit } from '@/core/units/rate';
import { fromSquareFeet } from '@/core/units/trade';
import { WEEDS } from '@/core/weeds/weeds';
import { seasonEnd } from '@/server/records/season-end';
import { visitsSheet, type PutDown, type VisitsSheet } from '@/server/stop/visits';
import { Link } from '@/ui/link';
import { adviceWords } from '@/ui/season-end-words';
import { shortName } from '@/ui/words';
import { list, plural } from '@/ui/text';
import { isId } from '../../../ids';
import { screen } from '../../../screen';
import { toldBy } from '../../../outbox/words';

export const metadata: Metadata = { title: 'Season and stops' };

/** How stops of a lawn went, the newest first; where two were there, both. */
export default screen(async (actor, { params }: PageProps<'/lawns/[zoneId]/visits'>) => {
  const { zoneId } = await params;
  const sheet = isId(zoneId) ? await visitsSheet(actor, zoneId) : null;
  const end = sheet && (await seasonEnd(actor, zoneId));
  if (!sheet || !end) notFound();
  const { zone, visits, notes } = sheet;
  return (
    <div className="mx-auto max-w-3xl px-4 pb-10 pt-4">
      <p>
        <Link href={`/lawns/${zone.id}`} className="inline-flex min-h-touch items-center">
          {zone.address}
        </Link>
      </p>
      <h1 className="text-title">Season and stops at {zone.address}</h1>
      <AtTheDoor line={sheet.line} />
      <Season season={end.season} name={sheet.zones[zone.id] ?? ''} />
      <PutDownHere history={sheet.history} show={SHOWS[actor.units]} />
      <Damages damages={end.damages} />
      {sheet.others.length > 0 && (
        <section className="mt-6" aria-label="Looks">
          <h2 className="border-b-2 border-iron text-head">Pictures of looks</h2>
          <Photos photos={sheet.others} />
        </section>
      )}
      <h2 className="mt-6 border-b-2 border-iron text-head">Stops</h2>
      {!visits.length && (
        <p className="mt-2 text-lg">
          No stop was kept with its times yet: it is, when it is done from the phone under Go.
        </p>
      )}
      {visits.map((v) => (
        <Visit
          key={v.id}
          visit={v}
          sheet={sheet}
          show={SHOWS[actor.units]}
          isDouble={visits.some((o) => o.id !== v.id && o.day === v.day && o.person !== v.person)}
        />
      ))}
      {notes.length > 0 && (
        <section className="mt-6" aria-label="Customer">
          <h2 className="border-b-2 border-iron text-row">Told, and said</h2>
          <ul>
            {notes.map((n) => (
              <li key={n.id} className="border-b border-hair py-1">
                <b>
                  {
                    { before: 'Notice before', sign: 'Sign', after: 'Note after', said: 'The customer said' }[
                      n.kind
                    ]
                  }
                  , {showFullDay(n.day)}
                </b>{' '}
                <span className="text-steel">
                  {n.how} · {n.person}
                </span>
                <p className="whitespace-pre-wrap text-note">{n.words}</p>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
});

/** When were you here last, what did you put down, when may I seed, mow, let the dog out? */
function AtTheDoor({ line }: Readonly<{ line: AddressLine }>) {
  const { last, keepOff, downAt, mowFrom, seedFrom } = line;
  return (
    <p aria-label="The answer at the door" className="mt-3 border-l-8 border-moss bg-paper px-3 py-2 text-lg">
      {last === null ? (
        <>
          <b>Nothing was put down here yet, as far as this book goes.</b>{' '}
        </>
      ) : (
        <>
          <b>
            Last here {showFullDay(last.day)}
            {downAt && `, down at ${downAt}`}: {list(last.products.map((name) => shortName({ name })))} on{' '}
            {list(last.zones)}.
          </b>{' '}
          People and pets: {keepOff.length ? sentence(keepOff.join('; ')) : 'keep off until dry.'}{' '}
          {mowFrom === null ? 'Mowing: any day.' : `Mowing: from ${showFullDay(mowFrom)}.`}{' '}
        </>
      )}
      Seed: {seedFrom === 'not known' ? 'not known, a label does not say.' : `from ${showFullDay(seedFrom)}.`}
    </p>
  );
}
const sentence = (words: string) => (/[.!?]$/.test(words) ? words : `${words}.`);

/** Everything that went down at the address, over all zones, year by year. */
function PutDownHere({ history, show }: Readonly<{ history: readonly PutDown[]; show: Shows }>) {
  const years = groupBy(history, (h) => yearOf(h.day));
  return (
    <section className="mt-6" aria-label="Everything put down here">
      <h2 className="border-b-2 border-iron text-head">Everything put down here</h2>
      {!history.length && <p className="mt-2">Nothing is in the book.</p>}
      {[...years].map(([year, entries], i) => (
        <details key={year} open={i === 0} className="border-b border-hair">
          <summary className="flex min-h-bar cursor-pointer items-center font-cond text-row font-semibold">
            {year}: {plural(entries.length, 'entry', 'entries')}
          </summary>
          <ul>
            {entries.map((h) => (
              <li key={h.id} className="border-t border-hair py-1">
                <Link href={`/records/${h.id}`} className="font-semibold">
                  {showDay(h.day)}
                </Link>{' '}
                · {h.zone} · {showAmount(amountOf(h.amount, h.amountUnit), h.amountUnit)}{' '}
                {shortName({ name: h.product })} on {show.area(fromSquareFeet(h.areaSqFt))}
                <span className="text-steel">
                  {h.targets.length > 0 && ` for ${list(h.targets.map((w) => WEEDS[w].name))}`} ·{' '}
                  {h.appliedBy}
                </span>
              </li>
            ))}
          </ul>
        </details>
      ))}
    </section>
  );
}

/** What the year came to on this zone, and what it advises for the next. */
function Season({ season: s, name }: Readonly<{ season: SeasonEnd; name: string }>) {
  const what = (e: SeasonEnd['barriers'][number]) => `${shortName({ name: e.product })}, ${showDay(e.day)}`;
  return (
    <section className="mt-3" aria-label="Season">
      <h2 className="border-b-2 border-iron text-head">
        {s.year}, {name}
      </h2>
      <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
        <Row name="Barriers">{list(s.barriers.map(what)) || 'none'}</Row>
        <Row name="Sprayed">{list(s.sprays.map(what)) || 'nothing'}</Row>
        <Row name={s.isOver ? 'Held' : 'Will hold'}>
          {s.hold === null ? 'not known' : `${showPercent(s.hold)} of the flush, by the model`}
        </Row>
        <Row name="Came through">
          {list(s.brokeThrough.map((w) => WEEDS[w].name)) || 'nothing that anybody wrote down'}
        </Row>
        <Row name="Groups">
          {list(s.groups.map((g) => `${g.group} (${plural(g.years, 'year')} in a row)`)) || 'none'}
        </Row>
        {s.limits.length > 0 && (
          <Row name="Of the year’s limit">
            {list(s.limits.map((l) => `${l.ingredient} ${showPercent(l.share)}`))}
          </Row>
        )}
        <Row name="Visits">
          {s.visits}
          {s.cost !== null && s.visits > 0 && `, product for $${figure(s.cost, 2)}`}
        </Row>
      </dl>
      <ul className="mt-2 grid gap-1">
        {s.advice.map((a, i) => (
          <li key={i} className="border-l-4 border-straw bg-paper px-3 py-1">
            {adviceWords(a, s.isOver)}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Damage with what stands beside it in time: an answer to a complaint. */
function Damages({ damages }: Readonly<{ damages: readonly Damage[] }>) {
  if (!damages.length) return null;
  return (
    <section className="mt-6" aria-label="Damage">
      <h2 className="border-b-2 border-iron text-head">Damage</h2>
      {damages.map((d, i) => (
        <div key={i} className="border-b border-hair py-1">
          <p>
            <b>
              {showFullDay(d.on)}: {d.seen}
            </b>
            , most likely {d.cause} <span className="text-steel">({d.person})</span>
          </p>
          <p className="text-note">
            {d.before.length
              ? `Put down before it: ${list(d.before.map((b) => `${shortName({ name: b.product })} ${plural(b.days, 'day')} before`))}.`
              : 'Nothing was put down here in the five weeks before.'}{' '}
            {d.green
              ? `${figure(d.green.percent)} % green on ${showDay(d.green.on)}.`
              : 'Nobody noted how green it was.'}{' '}
            {d.frosts === null
              ? 'The weather before it is not on file.'
              : d.frosts.length
                ? `Frost in the two weeks before: ${list(d.frosts.map(showDay))}.`
                : 'No frost in the two weeks before.'}
          </p>
        </div>
      ))}
    </section>
  );
}

const Row = ({ name, children }: Readonly<{ name: string; children: ReactNode }>) => (
  <>
    <dt className="text-steel">{name}</dt>
    <dd>{children}</dd>
  </>
);

function Photos({ photos }: Readonly<{ photos: VisitsSheet['others'] }>) {
  if (!photos.length) return null;
  return (
    <p className="mt-1 flex flex-wrap gap-2">
      {photos.map((p) => (
        <a key={p.id} href={`/api/photos/${p.id}`}>
          {/* oxlint-disable-next-line nextjs/no-img-element */}
          <img
            src={`/api/photos/${p.id}`}
            alt={`${p.what === 'sign' ? 'The sign' : 'The lawn'}, ${showFullDay(p.day)}`}
            title={`${showFullDay(p.day)}, ${p.person}`}
            className="h-[140px] border-2 border-hair"
            loading="lazy"
          />
        </a>
      ))}
    </p>
  );
}

type VisitProps = Readonly<{
  visit: VisitsSheet['visits'][number];
  sheet: VisitsSheet;
  show: Shows;
  isDouble: boolean;
}>;

function Visit({ visit: v, sheet, show, isDouble }: VisitProps) {
  const clock = (at: Date) => DateTime.fromJSDate(at, { zone: sheet.timeZone }).toFormat('HH:mm');
  const minutes = Math.round((v.leftAt.getTime() - v.arrivedAt.getTime()) / 60_000);
  const { body } = v;
  const sky = [
    body.wind && `wind ${body.wind} mph${body.windFrom && ` from ${body.windFrom}`}`,
    body.air && `air ${body.air} °F`,
    body.seen.green && `${body.seen.green} % green`,
    body.seen.leafWet === true && 'leaf wet',
    body.seen.bloom === true && 'weeds in flower',
  ].filter((w) => typeof w === 'string' && w !== '');
  return (
    <section className="mt-4" aria-label={`${showFullDay(v.day)}, ${v.person}`}>
      <h2 className="border-b-2 border-iron text-row">
        {showFullDay(v.day)} · {v.person}
        {v.truck && ` · ${v.truck}`}
      </h2>
      <p>
        {clock(v.arrivedAt)} to {clock(v.leftAt)}, {plural(minutes, 'minute')}
        {sky.length > 0 && `; ${list(sky as string[])}`}
      </p>
      {isDouble && (
        <p className="border-l-4 border-clay pl-2 font-semibold">
          Two people wrote down this lawn on that day: look which is right, and correct the entry if need be.
        </p>
      )}
      <ul>
        {body.zones.map((z) => {
          const outcome = body.outcomes.find((o) => o.zoneId === z.zoneId);
          return (
            <li key={z.zoneId} className="py-0.5">
              <b>{sheet.zones[z.zoneId] ?? 'a zone'}:</b>{' '}
              {z.products
                .map(
                  (p) =>
                    `${shortName({ name: sheet.products[p.productId] ?? 'a product' })} ${p.amount} ${isAmountUnit(p.amountUnit) ? AMOUNT_UNITS[p.amountUnit].words : p.amountUnit}`,
                )
                .join(', ')}{' '}
              {outcome?.outcome === 'recorded' && (
                <Link href={`/records/${outcome.recordId}`}>the entry</Link>
              )}
              {outcome?.outcome === 'already' && (
                <span className="text-clay">
                  not entered: <Link href={`/records/${outcome.recordId}`}>recorded already</Link> by{' '}
                  {toldBy(outcome, show)}
                </span>
              )}
              {outcome?.outcome === 'refused' && (
                <span className="text-clay">not entered: {toldBy(outcome, show)}</span>
              )}
            </li>
          );
        })}
      </ul>
      {body.extras.length > 0 && (
        <p>Added: {list(body.extras.map((e) => `${e.what} (${plural(e.minutes, 'minute')})`))}</p>
      )}
      {body.notes && <p className="whitespace-pre-wrap text-note text-steel">{body.notes}</p>}
      <Photos photos={v.photos} />
    </section>
  );
}
