import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { may } from '@/data/actor';
import { zoneSheet } from '@/server/season';
import { isId } from '../../ids';
import { screen } from '../../screen';
import { liftLatchAction, noteFindingAction, savePlanAction } from './actions';
import { LawnSheet } from './lawn-sheet';

export const metadata: Metadata = { title: 'Lawn' };

export default screen(async (actor, { params, searchParams }: PageProps<'/lawns/[zoneId]'>) => {
  const { zoneId } = await params;
  const { part } = await searchParams;
  const sheet = isId(zoneId) ? await zoneSheet(actor, zoneId) : null;
  if (!sheet) notFound();
  return (
    <LawnSheet
      key={sheet.zone.id}
      sheet={sheet}
      wishedPart={typeof part === 'string' ? Number(part) : null}
      mayPlan={may(actor, 'plan')}
      mayRecord={may(actor, 'record')}
      savePlanAction={savePlanAction}
      liftLatchAction={liftLatchAction}
      noteFindingAction={noteFindingAction}
    />
  );
});
