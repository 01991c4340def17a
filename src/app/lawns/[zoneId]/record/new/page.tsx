import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { may } from '@/data/actor';
import { unplannedForm } from '@/server/records/form-view';
import { isId } from '../../../../ids';
import { screen } from '../../../../screen';
import { recordVisitAction } from '../../actions';
import { RecordForm } from '../record-form';
import { MayNotRecord } from '../may-not-record';

export const metadata: Metadata = { title: 'Record other work' };

/** Work that nobody planned: any product on the shelf, on the whole zone or on spots. */
export default screen(async (actor, { params }: PageProps<'/lawns/[zoneId]/record/new'>) => {
  const { zoneId } = await params;
  const form = isId(zoneId) ? await unplannedForm(actor, zoneId) : null;
  if (!form) notFound();
  if (!may(actor, 'record')) return <MayNotRecord zoneId={zoneId} />;
  return (
    <RecordForm
      draftKey={`record:new:${zoneId}`}
      here={`/lawns/${zoneId}/record/new`}
      kind="unplanned"
      form={form}
      corrects={null}
      sendKey={crypto.randomUUID()}
      recordAction={recordVisitAction}
    />
  );
});
