import type { Metadata } from 'next';
import { randomUUID } from 'node:crypto';
import { notFound } from 'next/navigation';
import { readingSheet } from '@/server/soil/view';
import { isId } from '../../../ids';
import { screen } from '../../../screen';
import { takeReadingAction } from '../actions';
import { ReadingForm } from './reading-form';

export const metadata: Metadata = { title: 'Reading' };

export default screen(async (actor, { params }: PageProps<'/lawns/[zoneId]/reading'>) => {
  const { zoneId } = await params;
  const sheet = isId(zoneId) ? await readingSheet(actor, zoneId) : null;
  if (!sheet) notFound();
  return (
    <ReadingForm
      sheet={sheet}
      sendKey={randomUUID()}
      userId={actor.userId}
      takeReadingAction={takeReadingAction}
    />
  );
});
