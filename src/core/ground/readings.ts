/**
 * What probe readings say about a site that its model does not: a Kalman filter on two numbers.
 *
 * State: a lasting *offset* of this site against the model of its kind (its own sun, soil, wind; the offsets of
 * site.ts are recalled figures) and a *transient* that fades within days (a wet spell, a thaw, a dry week). A reading at
 * any depth and hour is compared with the model at the same depth and hour; the difference, the innovation, is offset +
 * transient + error. The error's variance is the instrument's, plus what half an inch of depth is worth where the soil
 * changes fast with depth, plus the spot's. An innovation of more than four standard deviations is kept, flagged, and
 * not used.
 * Neighbours of the same kind share a part of their offset: each other zone's own estimate is an observation of that
 * common part, worth less the further zones of a kind lie apart.
 * Source: Kalman 1960, J. Basic Eng. 82:35–45 (the recursion, recalled). The variances are ours, from memory, stated here:
 */
import type { Celsius, Kelvins, Metres } from '@/core/units/quantity';
import type { Probed } from './conduction';

/** Standard deviation, K, of the offset that all sites of a kind share, and of one zone against its kind. */
const KIND_SD = 0.8;
const ZONE_SD = 0.6;
/** Of another spot of the same zone (shade, warmest strip) against this one: soil and watering are shared, sun is not. */
const SPOT_SD = 0.9;
/** Of the transient, K, and the days in which it fades to 1/e. */
const TRANSIENT_SD = 0.7;
export const TRANSIENT_DAYS = 5;
/** The lasting offset may itself wander: K² a day. */
const DRIFT_PER_DAY = 0.01 / 30;
/** A hand's breadth in the same lawn, K. */
const SPOT_ERROR = 0.3;
/** How well a probe's depth is known: a quarter of an inch, m. */
const DEPTH_ERROR = 0.00635;
/** Innovations beyond so many standard deviations are not used. */
export const OUTLIER_SDS = 4;
/** Of an instrument that has been compared with others or ice water, and of one that has not, K. */
export const CALIBRATED_SD = 0.3 as Kelvins;
export const UNCALIBRATED_SD = 0.8 as Kelvins;

/** One reading, its instrument's offset already taken off, in the station's standard time. */
export type Reading = Readonly<{
  id: string;
  /** hours since the run's first hour */
  hour: number;
  depth: Metres;
  value: Celsius;
  /** standard error of the instrument, K */
  sd: Kelvins;
}>;

/** What is known of a site's difference from its kind. Variances in K². */
export type Correction = Readonly<{
  offset: Kelvins;
  offsetVariance: number;
  transient: Kelvins;
  transientVariance: number;
  covariance: number;
  /** readings used, and zones of the same kind that spoke */
  readings: number;
  neighbours: number;
}>;

/** Nothing read anywhere: the model as it is, and how far it may be off. */
export const UNCORRECTED: Correction = {
  offset: 0 as Kelvins,
  offsetVariance: KIND_SD ** 2 + ZONE_SD ** 2,
  transient: 0 as Kelvins,
  transientVariance: TRANSIENT_SD ** 2,
  covariance: 0,
  readings: 0,
  neighbours: 0,
};
/** The model taken at its word: for asking how good the ensemble is by itself. */
export const EXACT: Correction = { ...UNCORRECTED, offsetVariance: 0, transientVariance: 0 };

/** How one reading met the model. */
export type Innovation = Readonly<{
  id: string;
  /** the model with what was known before this reading, at the same depth and hour */
  expected: Celsius;
  /** reading minus expected, and the standard deviation that it was thought to have */
  innovation: Kelvins;
  sd: Kelvins;
  used: boolean;
  /** offset and transient together after this reading, K, and their standard deviation */
  after: Kelvins;
  afterSd: Kelvins;
}>;

export type Assimilated = Readonly<{
  correction: Correction;
  innovations: readonly Innovation[];
  /** the transient as it was known on each day of the run, K: for drawing what has been */
  track: readonly Kelvins[];
}>;

/**
 * Takes readings in order of time.
 * @param met each reading with what the ground of its kind had there and then
 * @param until hours of the run: the state is carried on to its end
 * @param prior what is known before the first reading: see `priorFrom`
 */
export function assimilate(
  met: readonly Readonly<{ reading: Reading; model: Probed }>[],
  until: number,
  prior: Correction = UNCORRECTED,
): Assimilated {
  let p = prior.offset as number;
  let w = 0;
  let pp = prior.offsetVariance;
  let ww = TRANSIENT_SD ** 2;
  let pw = 0;
  let at = 0;
  let used = 0;
  const track: Kelvins[] = [];
  const goTo = (hour: number) => {
    while (track.length * 24 < hour) track.push((w * fade(track.length * 24 + 24 - at)) as Kelvins);
    const days = Math.max(0, hour - at) / 24;
    const f = fade(hour - at);
    pp += DRIFT_PER_DAY * days;
    w *= f;
    pw *= f;
    ww = ww * f * f + TRANSIENT_SD ** 2 * (1 - f * f);
    at = Math.max(at, hour);
  };
  const innovations: Innovation[] = [];
  for (const { reading, model } of [...met].sort((a, b) => a.reading.hour - b.reading.hour)) {
    goTo(reading.hour);
    const expected = model.temperature + p + w;
    const noise = reading.sd ** 2 + (DEPTH_ERROR * model.gradient) ** 2 + SPOT_ERROR ** 2;
    const variance = pp + 2 * pw + ww + noise;
    const innovation = reading.value - expected;
    const isUsed = innovation ** 2 <= OUTLIER_SDS ** 2 * variance;
    if (isUsed) {
      used++;
      const [kp, kw] = [(pp + pw) / variance, (pw + ww) / variance];
      p += kp * innovation;
      w += kw * innovation;
      const [a, b] = [pp + pw, pw + ww];
      pp -= kp * a;
      ww -= kw * b;
      pw -= kp * b;
      // the day of the reading knows of it
      if (track.length) track[track.length - 1] = w as Kelvins;
    }
    innovations.push({
      id: reading.id,
      expected: expected as Celsius,
      innovation: innovation as Kelvins,
      sd: Math.sqrt(variance) as Kelvins,
      used: isUsed,
      after: (p + w) as Kelvins,
      afterSd: Math.sqrt(Math.max(0, pp + 2 * pw + ww)) as Kelvins,
    });
  }
  goTo(until);
  return {
    correction: {
      offset: p as Kelvins,
      offsetVariance: pp,
      transient: w as Kelvins,
      transientVariance: ww,
      covariance: pw,
      readings: used,
      neighbours: prior.neighbours,
    },
    innovations,
    track,
  };
}

const fade = (hours: number): number => Math.exp(-Math.max(0, hours) / 24 / TRANSIENT_DAYS);

/** The offset of another site as its own readings alone give it. */
export type Neighbour = Pick<Correction, 'offset' | 'offsetVariance'>;

/**
 * What other sites say about one that has no reading yet.
 * @param sameKind other zones' estimates of the same kind of site, each from its own readings alone
 * @param sameZone other spots of the same zone, each from its own readings alone
 */
export function priorFrom(sameKind: readonly Neighbour[], sameZone: readonly Neighbour[]): Correction {
  const alone = KIND_SD ** 2 + ZONE_SD ** 2;
  // each neighbour's estimate, freed of its own prior, observes the part that the kind shares
  let precision = 1 / KIND_SD ** 2;
  let weighted = 0;
  for (const n of sameKind) {
    const seen = observationOf(n, alone);
    if (!seen) continue;
    const weight = 1 / (seen.variance + ZONE_SD ** 2);
    precision += weight;
    weighted += weight * seen.value;
  }
  let mean = weighted / precision;
  let variance = 1 / precision + ZONE_SD ** 2;
  for (const n of sameZone) {
    const seen = observationOf(n, alone);
    if (!seen) continue;
    const gain = variance / (variance + seen.variance + SPOT_SD ** 2);
    mean += gain * (seen.value - mean);
    variance *= 1 - gain;
  }
  return {
    ...UNCORRECTED,
    offset: mean as Kelvins,
    offsetVariance: variance,
    neighbours: sameKind.length + sameZone.length,
  };
}

/** A posterior with its prior taken out of it; null where it has learnt nothing. */
function observationOf(n: Neighbour, prior: number): { value: number; variance: number } | null {
  const precision = 1 / n.offsetVariance - 1 / prior;
  if (precision <= 1e-9) return null;
  return { value: n.offset / n.offsetVariance / precision, variance: 1 / precision };
}
