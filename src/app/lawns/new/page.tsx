import type { Metadata } from 'next';
import { may } from '@/data/actor';
import { lawnSheet, newLawnSheet } from '@/server/lawns/lawn-sheet';
import type { LawnInput } from '@/server/lawns/save-lawn';
import { isId } from '../../ids';
import { screen } from '../../screen';
import { addLawnAction, saveLawnAction } from '../[zoneId]/actions';
import { EMPTY_LAWN, draftOf } from '../lawn-draft';
import { LawnForm } from '../lawn-form';

export const metadata: Metadata = { title: 'New lawn' };

/** A new lawn, or a further zone of one (`?beside=` a zone of it). */
export default screen(async (actor, { searchParams }: PageProps<'/lawns/new'>) => {
  const { beside } = await searchParams;
  const known = typeof beside === 'string' && isId(beside) ? await lawnSheet(actor, beside) : null;
  const { houseSchool, stations } = await newLawnSheet(actor);
  const lawnId = known?.zone.lawnId ?? null;
  const first: LawnInput = known ? { ...EMPTY_LAWN, ...shared(draftOf(known.zone)) } : EMPTY_LAWN;
  return (
    <LawnForm
      title={known ? `A further zone at ${known.zone.address}` : 'A new lawn'}
      here={known ? `/lawns/new?beside=${known.zone.id}` : '/lawns/new'}
      draftKey={`sheet:new:${lawnId ?? ''}`}
      first={first}
      houseSchool={houseSchool}
      stations={stations}
      mayPlan={may(actor, 'plan')}
      target={{ kind: 'new', lawnId }}
      saveLawnAction={saveLawnAction}
      addLawnAction={addLawnAction}
    />
  );
});

/** What the zones of one lawn share. */
const shared = ({
  customer,
  address,
  latitude,
  longitude,
  elevationFt,
  stationId,
  notes,
  hazards,
  noticeHours,
  optOut,
  organicOnly,
  mownOn,
  wateredOn,
  email,
  visitPrice,
  texture,
}: LawnInput) => ({
  customer,
  address,
  latitude,
  longitude,
  elevationFt,
  stationId,
  notes,
  hazards,
  noticeHours,
  optOut,
  organicOnly,
  mownOn,
  wateredOn,
  email,
  visitPrice,
  texture,
});
