import { plainName } from '@/core/products/plain-name';
import type { Metadata } from 'next';
import { DateTime } from 'luxon';
import { Link } from '@/ui/link';
import { notFound } from 'next/navigation';
import { addDays, showFullDay, showWeekday } from '@/core/calendar/day';
import { SHOWS, showAmount, showRate } from '@/core/units/format';
import { AMOUNT_UNITS, amountOf } from '@/core/units/rate';
import { isGranule } from '@/core/products/label';
import { told } from '@/core/units/measures';
import { fromSquareFeet } from '@/core/units/trade';
import { WEEDS } from '@/core/weeds/weeds';
import { may } from '@/data/actor';
import { dayIn } from '@/data/clock';
import { recordSheet } from '@/server/records/view';
import { DAYS_TO_RECORD } from '@/server/records/record-visit';
import { Figure } from '@/ui/figure';
import { oldReasonWords } from '@/ui/reason-words';
import { airWords } from '@/ui/stop-words';
import { list } from '@/ui/text';
import { isId } from '../../ids';
import { screen } from '../../screen';

export const metadata: Metadata = { title: 'Record' };

export default screen(async (actor, { params, searchParams }: PageProps<'/records/[id]'>) => {
  const { id } = await params;
  const found = isId(id) ? await recordSheet(actor, id) : null;
  if (!found) notFound();
  const { record: r, label, today, visit } = found;
  const late = dayIn(r.recordedAt, actor.timeZone) - r.appliedOn;
  const isNew = (await searchParams)['new'] === '1';
  const water = label.wateringIn;
  const show = SHOWS[actor.units];
  const air = airWords(r, actor.units);
  return (
    <div className="mx-auto max-w-2xl px-4 pb-10 pt-4">
      {isNew && (
        <p role="status" className="mb-3 border-l-4 border-moss bg-paper px-3 py-2 text-lg">
          Recorded. {label.reentry}
          {water &&
            r.appliedOn + water.withinDays >= today &&
            ` Water in by ${showWeekday(addDays(r.appliedOn, water.withinDays))}.`}
        </p>
      )}
      {r.correctedById && (
        <p role="status" className="mb-3 border-l-4 border-clay bg-paper px-3 py-2 text-lg">
          This entry has been corrected.{' '}
          <Link href={`/records/${r.correctedById}`}>Open the entry that stands</Link>
        </p>
      )}
      <h1 className="text-title">{r.site}</h1>
      <p className="text-steel">
        {showFullDay(r.appliedOn)} · {r.productName}
        {r.parts > 1 && `, part ${r.part} of ${r.parts}`}
        {r.plannedProductId === null && ' · not planned'}
      </p>
      {visit.length > 0 && (
        <p className="mt-1">
          In the same visit:{' '}
          {visit.map((v, i) => (
            <span key={v.id}>
              {i > 0 && ', '}
              <Link href={`/records/${v.id}`}>{plainName(v.productName)}</Link>
              {v.tank === r.tank ? ' in the same tank' : ''}
            </span>
          ))}
        </p>
      )}
      <section className="mt-3">
        <Figure name="Put down">
          {showAmount(amountOf(r.amount, r.amountUnit), r.amountUnit)} {r.amountUnit === 'oz' && 'by weight'}
        </Figure>
        <Figure name={r.place === 'zone' ? 'On' : r.place === 'spots' ? 'On spots' : 'On a strip'}>
          {`${show.area(fromSquareFeet(r.areaSqFt))} of ${r.turf}${r.ground ? `, ${r.ground}` : ''}`}
        </Figure>
        <Figure name="Rate it came to">{showRate(r.rate, label.rateUnit)}</Figure>
        {r.ingredients.map((i) => (
          <Figure key={i.name} name={`Active ingredient: ${i.name}`}>
            {i.kilograms === null ? 'not told by the label sheet' : show.of('weight', i.kilograms)}
          </Figure>
        ))}
        {!isGranule(label) && <Figure name="Water">{told(r.waterGal, 'volume', actor.units)}</Figure>}
        {air.wind && <Figure name="Wind">{air.wind}</Figure>}
        {air.air && <Figure name="Air temperature">{air.air}</Figure>}
        {(
          [
            ['Customer', r.customer],
            ['Target', list(r.targets.map((t) => WEEDS[t].name))],
            ['Time', [r.startedAt, r.endedAt].filter(Boolean).join(' to ')],
            ['Applied by', r.appliedBy],
            ['Certified applicator', [r.certifiedBy, r.certifiedNumber].filter(Boolean).join(', ')],
            ['Supervisor', r.supervisor],
            ['Put down with', [r.method, r.equipment].filter(Boolean).join(', ')],
            ['Lot', r.lot],
            ['Registration number', r.registrationNumber],
            ['Notice given', r.noticeGiven],
            ['Re-entry told', r.reentryTold],
          ] as const
        )
          .filter(([, value]) => value !== '')
          .map(([name, value]) => (
            <Figure key={name} name={name}>
              {value}
            </Figure>
          ))}
        <Figure name="Recorded by">{`${r.recordedBy}, ${DateTime.fromJSDate(r.recordedAt, { zone: actor.timeZone }).toFormat('d LLLL yyyy, H:mm')}`}</Figure>
        <Figure name="Days after the work">
          {late > DAYS_TO_RECORD ? `${late}: later than the ${DAYS_TO_RECORD} of the federal rule` : late}
        </Figure>
        {r.correctsId && (
          <Figure name="Corrects">
            {<Link href={`/records/${r.correctsId}`}>the entry before: {r.correctionReason}</Link>}
          </Figure>
        )}
      </section>
      {r.notes && <p className="mt-3">{r.notes}</p>}
      <section className="mt-4">
        <h2 className="text-row">Gates that day: {r.gates.state === 'open' ? 'all open' : r.gates.state}</h2>
        {r.gates.anyway && (
          <p className="mt-1 border-l-4 border-clay bg-paper px-3 py-1">
            <b>Begun anyway, because:</b> {r.gates.anyway}
          </p>
        )}
        {r.gates.why.map((w) => (
          <p key={`${w.name}${w.product}`} className="mt-1 text-note">
            <b className="font-cond">
              {w.name}, {w.state}
              {w.isMeasured && ' by what was measured there'}
              {w.product && w.product !== r.productName && `, ${plainName(w.product)}`}.
            </b>{' '}
            {w.sentence ?? oldReasonWords(w.reason, show)}
          </p>
        ))}
      </section>
      <div className="no-print mt-5 flex flex-wrap gap-2">
        <Link href={`/lawns/${r.zoneId}`} className="button">
          To the lawn: next window
        </Link>
        {may(actor, 'record') && !r.correctedById && (
          <Link href={`/records/${r.id}/correct`} className="button">
            Correct this record
          </Link>
        )}
      </div>
      <p className="mt-4 text-fine text-steel">
        Units as entered: {AMOUNT_UNITS[r.amountUnit].words},{' '}
        {(['area', 'volume', 'wind', 'temperature'] as const).map(show.unit).join(', ')}. This entry cannot be
        changed or removed.
      </p>
    </div>
  );
});
