import type { Metadata } from 'next';
import { randomUUID } from 'node:crypto';
import { notFound } from 'next/navigation';
import { SPOTS } from '@/core/lawn/zone';
import { may } from '@/data/actor';
import { soilSheet } from '@/server/soil/view';
import { isId } from '../../../ids';
import { screen } from '../../../screen';
import { hindcastAction, noteSignAction } from '../actions';
import { SoilScreen } from './soil-screen';

export const metadata: Metadata = { title: 'Soil' };

export default screen(async (actor, { params, searchParams }: PageProps<'/lawns/[zoneId]/soil'>) => {
  const { zoneId } = await params;
  const { spot, reading } = await searchParams;
  const at = SPOTS.find((s) => s === spot) ?? 'open';
  const readingId = typeof reading === 'string' && isId(reading) ? reading : null;
  const sheet = isId(zoneId) ? await soilSheet(actor, zoneId, at, readingId) : null;
  if (!sheet) notFound();
  return (
    <SoilScreen
      key={`${sheet.zone.id}${at}`}
      sheet={sheet}
      timeZone={actor.timeZone}
      mayRecord={may(actor, 'record')}
      sendKey={randomUUID()}
      noteSignAction={noteSignAction}
      hindcastAction={hindcastAction}
    />
  );
});
