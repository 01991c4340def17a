import type { Metadata } from 'next';
import { screen } from '../../screen';
import { readSheetFileAction, saveSheetAction } from '../actions';
import { NewSheet } from './new-sheet';

export const metadata: Metadata = { title: 'Enter a label' };

export default screen(() =>
  Promise.resolve(
    <div className="px-4 pt-4">
      <NewSheet saveSheetAction={saveSheetAction} readSheetFileAction={readSheetFileAction} />
    </div>,
  ),
);
