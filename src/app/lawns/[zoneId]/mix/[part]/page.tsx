import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { applicationsOf } from '@/core/season/plan';
import { may } from '@/data/actor';
import { zoneSheet } from '@/server/season';
import { isId } from '../../../../ids';
import { screen } from '../../../../screen';
import { MixCard } from './mix-card';

export const metadata: Metadata = { title: 'Mix card' };

export default screen(async (actor, { params }: PageProps<'/lawns/[zoneId]/mix/[part]'>) => {
  const { zoneId, part } = await params;
  const sheet = isId(zoneId) ? await zoneSheet(actor, zoneId) : null;
  const application = sheet?.plan && applicationsOf(sheet.plan).find((a) => String(a.part) === part);
  if (!sheet || !application) notFound();
  return <MixCard sheet={sheet} application={application} mayRecord={may(actor, 'record')} />;
});
