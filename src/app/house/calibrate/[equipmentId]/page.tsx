import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { may } from '@/data/actor';
import { calibrationSheet } from '@/server/house/calibrations';
import { isId } from '../../../ids';
import { screen } from '../../../screen';
import { noteEquipmentAction, saveCalibrationAction, saveDetailsAction } from '../../actions';
import { CalibrateForm } from '../../calibrate-form';
import { EquipmentDetails } from '../../equipment-details';

export const metadata: Metadata = { title: 'Calibrate' };

export default screen(async (actor, { params }: PageProps<'/house/calibrate/[equipmentId]'>) => {
  const { equipmentId } = await params;
  const sheet = isId(equipmentId) ? await calibrationSheet(actor, equipmentId) : null;
  if (!sheet) notFound();
  const mayRecord = may(actor, 'record');
  const { equipment, notes, today } = sheet;
  return (
    <>
      <CalibrateForm sheet={sheet} mayRecord={mayRecord} saveCalibrationAction={saveCalibrationAction} />
      <EquipmentDetails
        equipment={equipment}
        notes={notes}
        today={today}
        mayRecord={mayRecord}
        saveDetailsAction={saveDetailsAction}
        noteEquipmentAction={noteEquipmentAction}
        mayChange={may(actor, 'change the house')}
      />
    </>
  );
});
