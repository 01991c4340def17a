/** All gates, in the order in which the fence asks them. To add a gate: one file beside these, one line here. */
import { airTemperature } from './air-temperature';
import { applicationCount } from './application-count';
import { equipment } from './equipment';
import { event } from './event';
import { frost } from './frost';
import { growthStage } from './growth-stage';
import { houseCeiling } from './house-ceiling';
import { interval } from './interval';
import { labelRate } from './label-rate';
import { labelTurf } from './label-turf';
import { leafWetness } from './leaf-wetness';
import { licence } from './licence';
import { mowing } from './mowing';
import { nitrogen } from './nitrogen';
import { notice } from './notice';
import { partner } from './partner';
import { rainFree } from './rain-free';
import { registration } from './registration';
import { resistance } from './resistance';
import { seedingAhead } from './seeding-ahead';
import { seedingBehind } from './seeding-behind';
import { setback } from './setback';
import { site } from './site';
import { soilLine } from './soil-line';
import { soilWater } from './soil-water';
import { stock } from './stock';
import { turfState } from './turf-state';
import { wateringIn } from './watering-in';
import { wind } from './wind';
import { wish } from './wish';
import { yearLimit } from './year-limit';
import type { Label } from '@/core/products/label';
import { isHerbicide } from '@/core/products/content';
import type { Gate } from './gate';
import type { GateKey } from './gate-names';

export const GATES: readonly Gate[] = [
  registration,
  site,
  labelTurf,
  labelRate,
  yearLimit,
  applicationCount,
  houseCeiling,
  interval,
  seedingAhead,
  seedingBehind,
  setback,
  wish,
  licence,
  equipment,
  event,
  notice,
  soilLine,
  growthStage,
  turfState,
  airTemperature,
  nitrogen,
  wind,
  leafWetness,
  frost,
  soilWater,
  rainFree,
  wateringIn,
  mowing,
  partner,
  resistance,
  stock,
];
export const GATE_ORDER = new Map<GateKey, number>(GATES.map((g, i) => [g.key, i]));
/** Those that the weather decides by the hour. */
export const HOURLY_GATES = GATES.filter((g) => g.hours !== undefined);

/** The gates that nothing but the weather decides. */
export const WEATHER_GATES: readonly GateKey[] = GATES.filter((g) => g.isWeather).map((g) => g.key);
export const isWeatherGate = (key: GateKey): boolean => WEATHER_GATES.includes(key);

/** What a product is asked: one that is no herbicide passes the herbicides' gates by. */
export const gatesFor = (label: Label, gates: readonly Gate[] = GATES): readonly Gate[] =>
  isHerbicide(label) ? gates : gates.filter((g) => g.asks === 'everything');
