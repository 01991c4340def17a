'use server';
import { action } from '@/server/entry/action';
import { saveStation, stationShape } from '@/server/house/stations';

export const saveStationAction = action(stationShape, saveStation);
