'use server';
import { action } from '@/server/entry/action';
import { saveStation, stationShape } from '@/server/house/stations';
import { forecastShape, typeForecast } from '@/server/house/typed-forecast';

export const saveStationAction = action(stationShape, saveStation);
export const typeForecastAction = action(forecastShape, typeForecast);
