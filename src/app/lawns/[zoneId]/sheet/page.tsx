import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { may } from '@/data/actor';
import { lawnSheet } from '@/server/lawns/lawn-sheet';
import { isId } from '../../../ids';
import { screen } from '../../../screen';
import { draftOf } from '../../lawn-draft';
import { LawnForm } from '../../lawn-form';
import {
  addLawnAction,
  closeLawnAction,
  forgetCustomerAction,
  noteEarlierAction,
  saveHistoryAction,
  saveLawnAction,
  takeBackEarlierAction,
} from '../actions';
import { History } from './history';

export const metadata: Metadata = { title: 'Lawn sheet' };

export default screen(async (actor, { params }: PageProps<'/lawns/[zoneId]/sheet'>) => {
  const { zoneId } = await params;
  const sheet = isId(zoneId) ? await lawnSheet(actor, zoneId) : null;
  if (!sheet) notFound();
  const { zone, houseSchool, stations, earlier, products } = sheet;
  return (
    <>
      <LawnForm
        key={zone.id}
        title={`${zone.address} · ${zone.name}`}
        here={`/lawns/${zone.id}/sheet`}
        draftKey={`sheet:${zone.id}`}
        first={draftOf(zone)}
        houseSchool={houseSchool}
        stations={stations}
        mayPlan={may(actor, 'plan')}
        target={{ kind: 'there', zoneId: zone.id, seen: zone.version }}
        saveLawnAction={saveLawnAction}
        addLawnAction={addLawnAction}
      />
      <History
        zone={zone}
        earlier={earlier}
        products={products}
        saveHistoryAction={saveHistoryAction}
        noteEarlierAction={noteEarlierAction}
        takeBackEarlierAction={takeBackEarlierAction}
        closeLawnAction={closeLawnAction}
        forgetCustomerAction={forgetCustomerAction}
        mayForget={may(actor, 'manage people')}
        mayRecord={may(actor, 'record')}
        mayPlan={may(actor, 'plan')}
      />
    </>
  );
});
