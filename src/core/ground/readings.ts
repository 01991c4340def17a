/**
 * What probe readings say about a site that its model does not: a Kalman filter.
 *
 * State: a lasting *offset* of this site against the model of its kind (its own sun, soil, wind; the offsets of
 * site.ts are recalled figures) and a *transient* that fades within days (a wet spell, a thaw, a dry week), and the bias of each instrument. A reading at
 * any depth and hour is compared with the model at the same depth and hour; the difference, the innovation, is offset +
 * transient + bias + error. The error's variance is the instrument's, plus what half an inch of depth is worth where the soil
 * changes fast with depth, plus the spot's. An innovation of more than four standard deviations is kept, flagged, and
 * not used; of more than one and a half it pulls no harder than that.
 * Neighbours of the same kind share a part of their offset: each other zone's own estimate is an observation of that
 * common part, worth less the further zones of a kind lie apart.
 * Source: Kalman 1960, J. Basic Eng. 82:35–45 (the recursion, recalled). The variances are ours, from memory, stated here:
 */
import { groupBy } from '@/core/group';
import type { Celsius, Kelvins, Metres } from '@/core/units/quantity';
import type { Probed } from './conduction';
import { HAIR } from '@/core/units/tolerance';

/** Standard deviation, K, of the offset that all sites of a kind share, and of one zone against its kind. */
const KIND_SD = 0.65;
const ZONE_SD = 0.5;
/** Of another spot of the same zone (shade, warmest strip) against this one: soil and watering are shared, sun is not. */
const SPOT_SD = 0.9;
/** Of the transient, K, and the days in which it fades to 1/e. */
const TRANSIENT_SD = 0.7;
export const TRANSIENT_DAYS = 5;
/** The lasting offset may itself wander: K² a day. */
const DRIFT_PER_DAY = 0.01 / 30;
/** A hand's breadth in the same lawn, and how the probe sits, K. */
const SPOT_ERROR = 0.5;
/** Of an instrument's error, the share of variance that is its bias. */
const BIAS_SHARE = 0.9;
/** An innovation beyond so many standard deviations pulls no harder (Huber 1964, Ann. Math. Stat. 35:73, recalled). */
const PULLS_SDS = 1.5;
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
  /** standard error of the instrument, K: most of it is the same in each of its readings */
  sd: Kelvins;
  /** which one it was; null or not said: one instrument for all such readings */
  instrument?: string | null | undefined;
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
 *
 * The state is offset, transient, and one bias for each instrument that has read: an instrument that is half a degree off
 * is so in every reading, so ten readings of it know no more than it knows itself.
 * @param met each reading with what the ground of its kind had there and then
 * @param until hours of the run: the state is carried on to its end; a reading more than a day after it is not used
 * @param prior what is known before the first reading: see `priorFrom`
 */
export function assimilate(
  met: readonly Readonly<{ reading: Reading; model: Probed }>[],
  until: number,
  prior: Correction = UNCORRECTED,
): Assimilated {
  const inOrder = [...met].sort((a, b) => a.reading.hour - b.reading.hour);
  const instruments = [...new Set(inOrder.map((m) => instrumentOf(m.reading)))];
  const n = 2 + instruments.length;
  const x = new Float64Array(n);
  const cov = Array.from({ length: n }, () => new Float64Array(n));
  x[OFFSET] = prior.offset;
  cov[OFFSET]![OFFSET] = prior.offsetVariance;
  cov[TRANSIENT]![TRANSIENT] = TRANSIENT_SD ** 2;
  instruments.forEach((name, i) => {
    const sd = Math.max(...inOrder.filter((m) => instrumentOf(m.reading) === name).map((m) => m.reading.sd));
    cov[2 + i]![2 + i] = BIAS_SHARE * sd ** 2;
  });
  let at = 0;
  let used = 0;
  const track: Kelvins[] = [];
  const goTo = (hour: number) => {
    while (track.length * 24 < hour)
      track.push((x[TRANSIENT]! * fade(track.length * 24 + 24 - at)) as Kelvins);
    const days = Math.max(0, hour - at) / 24;
    const f = fade(hour - at);
    x[TRANSIENT]! *= f;
    for (let i = 0; i < n; i++) {
      cov[TRANSIENT]![i]! *= f;
      cov[i]![TRANSIENT]! *= f;
    }
    cov[OFFSET]![OFFSET]! += DRIFT_PER_DAY * days;
    cov[TRANSIENT]![TRANSIENT]! += TRANSIENT_SD ** 2 * (1 - f * f);
    at = Math.max(at, hour);
  };
  const soilSd = () =>
    Math.sqrt(
      Math.max(0, cov[OFFSET]![OFFSET]! + 2 * cov[OFFSET]![TRANSIENT]! + cov[TRANSIENT]![TRANSIENT]!),
    );
  const innovations: Innovation[] = [];
  for (const { reading, model } of inOrder) {
    goTo(reading.hour);
    const bias = 2 + instruments.indexOf(instrumentOf(reading));
    const seen = [OFFSET, TRANSIENT, bias];
    const expected = model.temperature + seen.reduce((sum, i) => sum + x[i]!, 0);
    const noise = (1 - BIAS_SHARE) * reading.sd ** 2 + (DEPTH_ERROR * model.gradient) ** 2 + SPOT_ERROR ** 2;
    // covariance of the state with what this reading sees
    const seenWith = cov.map((row) => seen.reduce((sum, i) => sum + row[i]!, 0));
    const variance = seen.reduce((sum, i) => sum + seenWith[i]!, 0) + noise;
    const sd = Math.sqrt(variance);
    const innovation = reading.value - expected;
    const isUsed = Math.abs(innovation) <= OUTLIER_SDS * sd && reading.hour <= until + 24;
    if (isUsed) {
      used++;
      // a reading that is odd, and not absurd, pulls no harder than one at the edge of the usual
      const pull = Math.max(-PULLS_SDS * sd, Math.min(PULLS_SDS * sd, innovation));
      for (let i = 0; i < n; i++) x[i]! += (seenWith[i]! / variance) * pull;
      for (let i = 0; i < n; i++)
        for (let j = 0; j < n; j++) cov[i]![j]! -= (seenWith[i]! * seenWith[j]!) / variance;
      // the day of the reading knows of it
      if (track.length) track[track.length - 1] = x[TRANSIENT] as Kelvins;
    }
    innovations.push({
      id: reading.id,
      expected: expected as Celsius,
      innovation: innovation as Kelvins,
      sd: sd as Kelvins,
      used: isUsed,
      after: (x[OFFSET] + x[TRANSIENT]!) as Kelvins,
      afterSd: soilSd() as Kelvins,
    });
  }
  goTo(until);
  return {
    correction: {
      offset: x[OFFSET] as Kelvins,
      offsetVariance: cov[OFFSET]![OFFSET],
      transient: x[TRANSIENT] as Kelvins,
      transientVariance: cov[TRANSIENT]![TRANSIENT],
      covariance: cov[OFFSET]![TRANSIENT]!,
      readings: used,
      neighbours: prior.neighbours,
    },
    innovations,
    track,
  };
}

const OFFSET = 0;
const TRANSIENT = 1;
/** A reading without a named instrument shares its bias with the others that have none. */
const instrumentOf = (r: Pick<Reading, 'instrument'>): string => r.instrument ?? '';

const fade = (hours: number): number => Math.exp(-Math.max(0, hours) / 24 / TRANSIENT_DAYS);

/** The offset of another site as its own readings alone give it, and by which instrument. */
export type Neighbour = Pick<Correction, 'offset' | 'offsetVariance'> & Readonly<{ by: ReadBy }>;
/** The instrument of most readings of a site, and the variance of its bias, K²: zones that it read are all off by it. */
export type ReadBy = Readonly<{ instrument: string; biasVariance: number }>;
export function readBy(readings: readonly Pick<Reading, 'instrument' | 'sd'>[]): ReadBy {
  const counts = new Map<string, number>();
  for (const r of readings) counts.set(instrumentOf(r), (counts.get(instrumentOf(r)) ?? 0) + 1);
  const [instrument = ''] = [...counts].toSorted((a, b) => b[1] - a[1]).map(([name]) => name);
  const own = readings.filter((r) => instrumentOf(r) === instrument);
  return { instrument, biasVariance: BIAS_SHARE * Math.max(0, ...own.map((r) => r.sd)) ** 2 };
}

/**
 * What other sites say about one that has no reading yet. Zones that one instrument read share its bias: however many they
 * are, together they know the part that their kind shares no better than the instrument knows itself.
 * @param sameKind other zones' estimates of the same kind of site, each from its own readings alone
 * @param sameZone other spots of the same zone, each from its own readings alone
 */
export function priorFrom(sameKind: readonly Neighbour[], sameZone: readonly Neighbour[]): Correction {
  const alone = KIND_SD ** 2 + ZONE_SD ** 2;
  // each neighbour's estimate, freed of its own prior, observes the part that the kind shares, and its instrument's bias
  let precision = 1 / KIND_SD ** 2;
  let weighted = 0;
  for (const [, alike] of groupBy(sameKind, (n) => n.by.instrument)) {
    let [weight, sum, bias] = [0, 0, 0];
    for (const n of alike) {
      const seen = observationOf(n, alone);
      if (!seen) continue;
      const own = 1 / (Math.max(0, seen.variance - n.by.biasVariance) + ZONE_SD ** 2);
      weight += own;
      sum += own * seen.value;
      bias = Math.max(bias, n.by.biasVariance);
    }
    if (!weight) continue;
    const together = 1 / (1 / weight + bias);
    precision += together;
    weighted += together * (sum / weight);
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
  if (precision <= HAIR) return null;
  return { value: n.offset / n.offsetVariance / precision, variance: 1 / precision };
}
