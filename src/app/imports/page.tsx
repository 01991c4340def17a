import type { Metadata } from 'next';
import { may } from '@/data/actor';
import { houseSheet } from '@/server/settings/view';
import { stationsSheet } from '@/server/house/stations';
import { importBook } from '@/server/imports/imports';
import { screen } from '../screen';
import {
  checkLawnsAction,
  checkReadingsAction,
  checkWeatherAction,
  setupAction,
  takeImportAction,
  undoImportAction,
} from './actions';
import { ImportScreen } from './import-screen';

export const metadata: Metadata = { title: 'Files' };

export default screen(async (actor, { searchParams }: PageProps<'/imports'>) => {
  const { kind } = await searchParams;
  const [imports, { zones, standardOffsetHours }] = [await importBook(actor), await houseSheet(actor)];
  const { stations } = await stationsSheet(actor);
  return (
    <ImportScreen
      imports={imports}
      first={kind === 'weather' || kind === 'lawns' ? kind : 'readings'}
      zones={zones}
      stations={stations.map((s) => ({ id: s.id, name: s.name }))}
      timeZone={actor.timeZone}
      standardOffsetHours={standardOffsetHours}
      mayPlan={may(actor, 'plan')}
      mayChangeHouse={may(actor, 'change the house')}
      checkReadingsAction={checkReadingsAction}
      checkLawnsAction={checkLawnsAction}
      checkWeatherAction={checkWeatherAction}
      takeImportAction={takeImportAction}
      undoImportAction={undoImportAction}
      setupAction={setupAction}
    />
  );
});
