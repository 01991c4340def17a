import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { may } from '@/data/actor';
import { calibrationSheet } from '@/server/house/calibrations';
import { isId } from '../../../ids';
import { screen } from '../../../screen';
import { saveCalibrationAction } from '../../actions';
import { CalibrateForm } from '../../calibrate-form';

export const metadata: Metadata = { title: 'Calibrate' };

export default screen(async (actor, { params }: PageProps<'/house/calibrate/[equipmentId]'>) => {
  const { equipmentId } = await params;
  const sheet = isId(equipmentId) ? await calibrationSheet(actor, equipmentId) : null;
  if (!sheet) notFound();
  return <CalibrateForm {...{ sheet, saveCalibrationAction }} mayRecord={may(actor, 'record')} />;
});
