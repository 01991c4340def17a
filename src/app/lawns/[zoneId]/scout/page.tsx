import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { may } from '@/data/actor';
import { walkSheet } from '@/server/lawns/walk-view';
import { isId } from '../../../ids';
import { screen } from '../../../screen';
import { makeStripAction, noteFindingAction, saveWalkAction } from '../actions';
import { ScoutScreen } from './scout-screen';

export const metadata: Metadata = { title: 'Walk the zone' };

export default screen(async (actor, { params }: PageProps<'/lawns/[zoneId]/scout'>) => {
  const { zoneId } = await params;
  const sheet = isId(zoneId) ? await walkSheet(actor, zoneId) : null;
  if (!sheet) notFound();
  return (
    <ScoutScreen
      walkSheet={sheet}
      userId={actor.userId}
      mayRecord={may(actor, 'record')}
      mayPlan={may(actor, 'plan')}
      saveWalkAction={saveWalkAction}
      noteFindingAction={noteFindingAction}
      makeStripAction={makeStripAction}
    />
  );
});
