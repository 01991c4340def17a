import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { may } from '@/data/actor';
import { plannedForm } from '@/server/records/form-view';
import { isId } from '../../../../ids';
import { screen } from '../../../../screen';
import { recordVisitAction } from '../../actions';
import { RecordForm } from '../record-form';
import { MayNotRecord } from '../may-not-record';

export const metadata: Metadata = { title: 'Record' };

/** What was really put down, with the plan's figures to start from. Wind and air are for the one who was there. */
export default screen(async (actor, { params }: PageProps<'/lawns/[zoneId]/record/[applicationId]'>) => {
  const { zoneId, applicationId } = await params;
  const form = isId(zoneId) && isId(applicationId) ? await plannedForm(actor, zoneId, applicationId) : null;
  if (form === null) notFound();
  if (typeof form === 'string') redirect(`/records/${form}`);
  if (!may(actor, 'record')) return <MayNotRecord zoneId={zoneId} />;
  return (
    <RecordForm
      draftKey={`record:${applicationId}`}
      here={`/lawns/${zoneId}/record/${applicationId}`}
      kind="planned"
      form={form}
      corrects={null}
      sendKey={crypto.randomUUID()}
      recordAction={recordVisitAction}
    />
  );
});
