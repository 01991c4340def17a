import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { SHOWS, showsOn } from '@/core/units/format';
import { may } from '@/data/actor';
import { lawnDesk } from '@/server/programme/view';
import { isId } from '../../ids';
import { screen } from '../../screen';
import {
  changeStandingAction,
  copyApplicationAction,
  deskAction,
  findZonesAction,
  liftLatchAction,
  noteFindingAction,
  saveApplicationAction,
  saveHistoryAction,
  soilRunsAction,
  takeProgrammeAction,
} from './actions';
import { LawnSheet } from './lawn-sheet';
import { lawnViewOf } from './lawn-view';

export const metadata: Metadata = { title: 'Lawn' };

export default screen(async (actor, { params, searchParams }: PageProps<'/lawns/[zoneId]'>) => {
  const { zoneId } = await params;
  const { a } = await searchParams;
  const desk = isId(zoneId) ? await lawnDesk(actor, zoneId) : null;
  if (!desk) notFound();
  const wished = typeof a === 'string' ? a : null;
  const sheet = lawnViewOf(desk, {
    wished,
    mayPlan: may(actor, 'plan'),
    shows: showsOn(SHOWS[actor.units], desk.sheet.today),
  });
  return (
    <LawnSheet
      key={sheet.zone.id}
      sheet={sheet}
      userId={actor.userId}
      wished={wished}
      mayPlan={may(actor, 'plan')}
      mayRecord={may(actor, 'record')}
      saveApplicationAction={saveApplicationAction}
      changeStandingAction={changeStandingAction}
      copyApplicationAction={copyApplicationAction}
      findZonesAction={findZonesAction}
      liftLatchAction={liftLatchAction}
      noteFindingAction={noteFindingAction}
      saveHistoryAction={saveHistoryAction}
      takeProgrammeAction={takeProgrammeAction}
      soilRunsAction={soilRunsAction}
      deskAction={deskAction}
    />
  );
});
