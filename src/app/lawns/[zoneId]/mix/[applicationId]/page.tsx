import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { may } from '@/data/actor';
import { mixSheet } from '@/server/mixing/loads';
import { isId } from '../../../../ids';
import { keepCardsAction } from '../../../../load/actions';
import { screen } from '../../../../screen';
import { MixCard } from './mix-card';

export const metadata: Metadata = { title: 'Mix card' };

export default screen(async (actor, { params }: PageProps<'/lawns/[zoneId]/mix/[applicationId]'>) => {
  const { zoneId, applicationId } = await params;
  const sheet = isId(zoneId) && isId(applicationId) ? await mixSheet(actor, zoneId, applicationId) : null;
  if (!sheet) notFound();
  return (
    <MixCard
      {...sheet}
      applicationId={applicationId}
      keepCardsAction={keepCardsAction}
      mayRecord={may(actor, 'record')}
    />
  );
});
