import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { may } from '@/data/actor';
import { correctionForm } from '@/server/records/form-view';
import { recordSheet } from '@/server/records/view';
import { isId } from '../../../ids';
import { recordVisitAction } from '../../../lawns/[zoneId]/actions';
import { RecordForm } from '../../../lawns/[zoneId]/record/record-form';
import { screen } from '../../../screen';

export const metadata: Metadata = { title: 'Correct a record' };

/** Any entry can be corrected: one of a plan, one that went down beside another, one that nobody planned. */
export default screen(async (actor, { params }: PageProps<'/records/[id]/correct'>) => {
  const { id } = await params;
  const found = isId(id) ? await recordSheet(actor, id) : null;
  if (!found) notFound();
  if (found.record.correctedById || !may(actor, 'record')) redirect(`/records/${found.record.id}`);
  const form = await correctionForm(actor, id);
  if (!form) notFound();
  return (
    <RecordForm
      draftKey={`correct:${id}`}
      here={`/records/${id}/correct`}
      kind="correction"
      form={form}
      corrects={id}
      sendKey={crypto.randomUUID()}
      recordAction={recordVisitAction}
    />
  );
});
