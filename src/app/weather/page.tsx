import type { Metadata } from 'next';
import { may } from '@/data/actor';
import { stationsSheet } from '@/server/house/stations';
import { MOST_TYPED_DAYS } from '@/server/house/typed-forecast';
import { screen } from '../screen';
import { saveStationAction, typeForecastAction } from './actions';
import { Stations } from './stations';
import { TypedForecast } from './typed-forecast';

export const metadata: Metadata = { title: 'Weather' };

export default screen(async (actor) => {
  const sheet = await stationsSheet(actor);
  const mayChange = may(actor, 'change the house');
  return (
    <div className="mx-auto max-w-[1080px] px-4 pb-10 pt-4">
      <h1 className="text-page">Weather</h1>
      <p className="mt-1 max-w-[70ch] text-steel">
        The soil of each lawn is computed from the weather of its nearest station: what it was so far, what is
        forecast, and past years for the range of what may come.
      </p>
      <Stations sheet={sheet} mayChange={mayChange} saveStationAction={saveStationAction} />
      {mayChange && sheet.stations.length > 0 && (
        <TypedForecast
          today={sheet.today}
          days={MOST_TYPED_DAYS}
          stations={sheet.stations}
          typeForecastAction={typeForecastAction}
        />
      )}
    </div>
  );
});
