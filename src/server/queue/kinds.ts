import type { Waiting } from '@/core/day/regret';

/** Where a slice of windows left off: what the next goes on with. */
export type WindowsRest = Readonly<{
  lasts: Waiting['lasts'];
  /** how many there were */
  slices: number;
  /** open screens have not heard of what was computed */
  isUntold: boolean;
}>;

/**
 * The kinds of background work, each in one place: what it is sent with, on which queue it waits, and what people call it.
 * What it does stands in the worker's table, which the compiler keeps as long as this one.
 */
export type Job =
  /** a forecast or a house rule is new: every kind of site at every station of the organisation */
  | Readonly<{ kind: 'outlooks'; orgId: string }>
  /** a reading or a fact of one zone is new: it, and its neighbours of the same kind */
  | Readonly<{ kind: 'zones'; orgId: string; zoneIds: readonly string[] }>
  /** a checked file is to be taken, or one that was taken is to be taken out again */
  | Readonly<{ kind: 'import'; orgId: string; importId: string }>
  | Readonly<{ kind: 'undo'; orgId: string; importId: string }>
  | Readonly<{ kind: 'soil-station'; orgId: string; sensorId: string }>
  /** windows of planned applications that are stale or of another hour */
  | Readonly<{ kind: 'windows'; orgId: string; rest?: WindowsRest }>
  /** a lead has asked for programmes of all lawns */
  | Readonly<{ kind: 'season'; orgId: string }>
  /** a station's forecast is not of today */
  | Readonly<{ kind: 'weather'; orgId: string }>;
export type JobKind = Job['kind'];

/** Long work waits for itself alone; of windows and of weather one job waits for each organisation, however often it is sent. */
const QUEUE = 'iron-gate';
const WINDOWS_QUEUE = 'iron-gate-windows';
const WEATHER_QUEUE = 'iron-gate-weather';
const SEASON_QUEUE = 'iron-gate-season';
export const QUEUES = [QUEUE, WINDOWS_QUEUE, WEATHER_QUEUE, SEASON_QUEUE] as const;

export const JOB_KINDS: Readonly<
  Record<JobKind, Readonly<{ queue: (typeof QUEUES)[number]; isOneAWait: boolean; words: string }>>
> = {
  outlooks: { queue: QUEUE, isOneAWait: false, words: 'Computing all outlooks' },
  zones: { queue: QUEUE, isOneAWait: false, words: 'Computing the outlook of a lawn' },
  import: { queue: QUEUE, isOneAWait: false, words: 'Taking a file' },
  undo: { queue: QUEUE, isOneAWait: false, words: 'Taking a file out again' },
  'soil-station': { queue: QUEUE, isOneAWait: false, words: 'Asking a soil station' },
  windows: { queue: WINDOWS_QUEUE, isOneAWait: true, words: 'Computing the windows of planned applications' },
  season: { queue: SEASON_QUEUE, isOneAWait: true, words: 'Proposing programmes for all lawns' },
  weather: { queue: WEATHER_QUEUE, isOneAWait: true, words: 'Fetching the weather' },
};
