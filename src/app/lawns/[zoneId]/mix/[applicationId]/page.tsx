import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { isOpen } from '@/core/season/programme';
import { may } from '@/data/actor';
import { zoneSheet } from '@/server/programme/view';
import { isId } from '../../../../ids';
import { screen } from '../../../../screen';
import { MixCard } from './mix-card';

export const metadata: Metadata = { title: 'Mix card' };

export default screen(async (actor, { params }: PageProps<'/lawns/[zoneId]/mix/[applicationId]'>) => {
  const { zoneId, applicationId } = await params;
  const sheet = isId(zoneId) ? await zoneSheet(actor, zoneId) : null;
  const application = sheet?.applications.find((a) => a.id === applicationId);
  if (!sheet || !application || !isOpen(application)) notFound();
  return <MixCard sheet={sheet} application={application} mayRecord={may(actor, 'record')} />;
});
