import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { isOpen } from '@/core/season/programme';
import { may } from '@/data/actor';
import { morningSheet } from '@/server/mixing/loads';
import { zoneSheet } from '@/server/programme/view';
import { isId } from '../../../../ids';
import { keepCardsAction } from '../../../../load/actions';
import { screen } from '../../../../screen';
import { MixCard } from './mix-card';

export const metadata: Metadata = { title: 'Mix card' };

export default screen(async (actor, { params }: PageProps<'/lawns/[zoneId]/mix/[applicationId]'>) => {
  const { zoneId, applicationId } = await params;
  const sheet = isId(zoneId) ? await zoneSheet(actor, zoneId) : null;
  const application = sheet?.applications.find((a) => a.id === applicationId);
  if (!sheet || !application || !isOpen(application)) notFound();
  const morning = await morningSheet(actor, [applicationId]);
  return (
    <MixCard
      {...{ application, morning, keepCardsAction }}
      zone={sheet.zone}
      mayRecord={may(actor, 'record')}
    />
  );
});
