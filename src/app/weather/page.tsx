import type { Metadata } from 'next';
import { may } from '@/data/actor';
import { stationsSheet } from '@/server/house/stations';
import { screen } from '../screen';
import { saveStationAction } from './actions';
import { Stations } from './stations';

export const metadata: Metadata = { title: 'Weather' };

export default screen(async (actor) => (
  <div className="mx-auto max-w-[1080px] px-4 pb-10 pt-4">
    <h1 className="text-[28px]">Weather</h1>
    <p className="mt-1 max-w-[70ch] text-steel">
      The soil of each lawn is computed from the weather of its nearest station: what it was so far, what is
      forecast, and past years for the range of what may come.
    </p>
    <Stations
      sheet={await stationsSheet(actor)}
      mayChange={may(actor, 'change the house')}
      saveStationAction={saveStationAction}
    />
  </div>
));
