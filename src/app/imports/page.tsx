import type { Metadata } from 'next';
import { may } from '@/data/actor';
import { houseSheet } from '@/server/house/house-rules';
import { importBook } from '@/server/imports/imports';
import { screen } from '../screen';
import {
  checkLawnsAction,
  checkReadingsAction,
  setupAction,
  takeImportAction,
  undoImportAction,
} from './actions';
import { ImportScreen } from './import-screen';

export const metadata: Metadata = { title: 'Files' };

export default screen(async (actor) => {
  const [imports, { zones, standardOffsetHours }] = [await importBook(actor), await houseSheet(actor)];
  return (
    <ImportScreen
      imports={imports}
      zones={zones}
      timeZone={actor.timeZone}
      standardOffsetHours={standardOffsetHours}
      mayPlan={may(actor, 'plan')}
      checkReadingsAction={checkReadingsAction}
      checkLawnsAction={checkLawnsAction}
      takeImportAction={takeImportAction}
      undoImportAction={undoImportAction}
      setupAction={setupAction}
    />
  );
});
