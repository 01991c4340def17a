import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import QRCode from 'qrcode';
import { may } from '@/data/actor';
import { loadCardSheet } from '@/server/mixing/loads';
import { recordAddress } from '@/server/mixing/card-address';
import { isId } from '../../ids';
import { screen } from '../../screen';
import { CardScreen } from './card-screen';

export const metadata: Metadata = { title: 'Load card' };

export default screen(async (actor, { params }: PageProps<'/load/[cardId]'>) => {
  const { cardId } = await params;
  const stored = isId(cardId) ? await loadCardSheet(actor, cardId) : null;
  if (!stored) notFound();
  const code = await QRCode.toString(recordAddress(stored), { type: 'svg', margin: 0 });
  return (
    <CardScreen
      stored={stored}
      code={code}
      userId={actor.userId}
      person={actor.name}
      mayRecord={may(actor, 'record')}
    />
  );
});
