import type { Metadata } from 'next';
import { DateTime } from 'luxon';
import { Link } from '@/ui/link';
import { notFound } from 'next/navigation';
import { addDays, showFullDay, showWeekday } from '@/core/calendar/day';
import { figure, showAmount, showRate, significant } from '@/core/units/format';
import { AMOUNT_UNITS, amountOf } from '@/core/units/rate';
import { may } from '@/data/actor';
import { recordSheet } from '@/server/season';
import { Figure } from '@/ui/figure';
import { reasonWords } from '@/ui/reason-words';
import { isId } from '../../ids';
import { screen } from '../../screen';

export const metadata: Metadata = { title: 'Record' };

export default screen(async (actor, { params, searchParams }: PageProps<'/records/[id]'>) => {
  const { id } = await params;
  const found = isId(id) ? await recordSheet(actor, id) : null;
  if (!found) notFound();
  const { record: r, label, today } = found;
  const isNew = (await searchParams)['new'] === '1';
  const water = label.wateringIn;
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
      <h1 className="text-[26px]">{r.site}</h1>
      <p className="text-steel">
        {showFullDay(r.appliedOn)} · {r.productName}
        {r.parts > 1 && `, part ${r.part} of ${r.parts}`}
      </p>
      <section className="mt-3">
        <Figure name="Put down">
          {showAmount(amountOf(r.amount, r.amountUnit), r.amountUnit)} {r.amountUnit === 'oz' && 'by weight'}
        </Figure>
        <Figure name="On">{`${figure(r.areaSqFt)} sq ft of ${r.turf}`}</Figure>
        <Figure name="Rate it came to">{showRate(r.rate, label.rateUnit)}</Figure>
        <Figure name="Water">{`${significant(r.waterGal)} gal`}</Figure>
        <Figure name="Wind">{`${significant(r.windMph)} mph`}</Figure>
        <Figure name="Air temperature">{`${significant(r.airF)} °F`}</Figure>
        <Figure name="Applied by">{r.appliedBy}</Figure>
        <Figure name="Registration number">{r.registrationNumber}</Figure>
        <Figure name="Recorded by">{`${r.recordedBy}, ${DateTime.fromJSDate(r.recordedAt, { zone: actor.timeZone }).toFormat('d LLLL yyyy, H:mm')}`}</Figure>
        {r.correctsId && (
          <Figure name="Corrects">
            {<Link href={`/records/${r.correctsId}`}>the entry before: {r.correctionReason}</Link>}
          </Figure>
        )}
      </section>
      {r.notes && <p className="mt-3">{r.notes}</p>}
      <section className="mt-4">
        <h2 className="text-[19px]">
          Gates that day: {r.gates.state === 'open' ? 'all open' : r.gates.state}
        </h2>
        {r.gates.why.map((w) => (
          <p key={w.gate} className="mt-1 text-[15px]">
            <b className="font-cond">
              {w.gate}, {w.state}.
            </b>{' '}
            {reasonWords(w.reason)}
          </p>
        ))}
      </section>
      <div className="no-print mt-5 flex flex-wrap gap-2">
        <Link href={`/lawns/${r.zoneId}`} className="button">
          To the lawn: next window
        </Link>
        {may(actor, 'record') && !r.correctedById && r.plannedId && (
          <Link href={`/records/${r.id}/correct`} className="button">
            Correct this record
          </Link>
        )}
      </div>
      <p className="mt-4 text-[14px] text-steel">
        Units as entered: {AMOUNT_UNITS[r.amountUnit].words}, sq ft, gal, mph, °F. This entry cannot be
        changed or removed.
      </p>
    </div>
  );
});
