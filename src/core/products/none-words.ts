import type { NoneKey } from './label-terms';

/** What a label may set or not, in the trade's words. */
export const NONE_WORDS: Record<NoneKey, string> = {
  yearLimit: 'most product in a year',
  mostApplications: 'number of applications',
  intervalDays: 'days between',
  ingredientLimits: 'most of an ingredient in a year',
  rainFreeHours: 'rain-free hours',
  wateringIn: 'watering-in',
  wind: 'wind',
  air: 'air temperature',
  mowing: 'days without mowing',
  setbacks: 'distances to keep',
  sites: 'sites',
  seedingWait: 'wait before seeding',
  seedlings: 'age of seedlings',
  reentryHours: 'hours before re-entry',
  carrier: 'spray volume',
  surfactant: 'surfactant',
  mixHours: 'hours that a mix may stand',
};
