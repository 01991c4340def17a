import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { isoDay } from '@/core/calendar/day';
import { amountOf } from '@/core/units/rate';
import { may } from '@/data/actor';
import { peopleOf } from '@/server/people';
import { recordSheet } from '@/server/season';
import { isId } from '../../../ids';
import { recordApplicationAction } from '../../../lawns/[zoneId]/actions';
import { RecordForm } from '../../../lawns/[zoneId]/record/[part]/record-form';
import { screen } from '../../../screen';

export const metadata: Metadata = { title: 'Correct a record' };

export default screen(async (actor, { params }: PageProps<'/records/[id]/correct'>) => {
  const { id } = await params;
  const found = isId(id) ? await recordSheet(actor, id) : null;
  if (!found || !found.record.plannedId) notFound();
  const { record: r } = found;
  if (r.correctedById || !may(actor, 'record')) redirect(`/records/${r.id}`);
  return (
    <RecordForm
      draftKey={`correct:${r.id}`}
      here={`/records/${r.id}/correct`}
      title={r.site}
      subtitle={`${r.productName}${r.parts > 1 ? `, part ${r.part} of ${r.parts}` : ''}`}
      zoneId={r.zoneId}
      part={r.part}
      kind={amountOf(r.amount, r.amountUnit).by}
      people={await peopleOf(actor)}
      corrects={r.id}
      first={{
        area: String(r.areaSqFt),
        amount: String(r.amount),
        amountUnit: r.amountUnit,
        water: String(r.waterGal),
        appliedOn: isoDay(r.appliedOn),
        appliedBy: r.appliedBy,
        wind: String(r.windMph),
        air: String(r.airF),
        notes: r.notes,
        reason: '',
      }}
      sendKey={crypto.randomUUID()}
      recordAction={recordApplicationAction}
    />
  );
});
