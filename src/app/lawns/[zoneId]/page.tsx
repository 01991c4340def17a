import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { may } from '@/data/actor';
import { soilRunsOfZone, zoneSheet } from '@/server/programme/view';
import { isId } from '../../ids';
import { screen } from '../../screen';
import {
  changeStandingAction,
  copyApplicationAction,
  findZonesAction,
  liftLatchAction,
  noteFindingAction,
  saveApplicationAction,
  saveHistoryAction,
  soilRunsAction,
  takeProgrammeAction,
} from './actions';
import { LawnSheet } from './lawn-sheet';

export const metadata: Metadata = { title: 'Lawn' };

export default screen(async (actor, { params, searchParams }: PageProps<'/lawns/[zoneId]'>) => {
  const { zoneId } = await params;
  const { a } = await searchParams;
  const sheet = isId(zoneId) ? await zoneSheet(actor, zoneId) : null;
  if (!sheet) notFound();
  return (
    <LawnSheet
      key={sheet.zone.id}
      sheet={sheet}
      userId={actor.userId}
      soilRuns={sheet.outlook ? await soilRunsOfZone(actor, sheet.zone.id) : null}
      wished={typeof a === 'string' ? a : null}
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
    />
  );
});
