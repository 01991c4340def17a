/** What is written down of a zone beyond what its soil and its gates are computed from. */
import { parseDay, type Day } from '@/core/calendar/day';
import type { Turf } from '@/core/trade/terms';
import type { Exposure, Moisture, Site } from '@/core/ground/site';
import { TURF_FACTS } from './turf';

export const DRAINAGES = ['good', 'slow', 'ponds'] as const;
export type Drainage = (typeof DRAINAGES)[number];
export { COVERS as THATCHES, type Cover as Thatch } from '@/core/ground/site';
export const ASPECTS = ['north', 'east', 'south', 'west'] as const;
export type Aspect = (typeof ASPECTS)[number];
/** How new turf is made. What a label says of seed is held against sod and sprigs too: their roots meet the same barrier. */
export const SOWINGS = ['seed', 'sod', 'sprigs'] as const;
export type Sowing = (typeof SOWINGS)[number];
/** New turf that is planned for a day. */
export type Seeding = Readonly<{ on: Day; kind: Sowing }>;

/** Seedings as they were stored, by day. @throws RangeError if they are none of ours */
export function readSeedings(stored: unknown): Seeding[] {
  if (!Array.isArray(stored)) throw new RangeError('No list of seedings');
  return stored
    .map((s: unknown): Seeding => {
      const { on, kind } = (s ?? {}) as Record<string, unknown>;
      const day = typeof on === 'string' ? parseDay(on) : null;
      const how = SOWINGS.find((k) => k === kind);
      if (day === null || !how) throw new RangeError(`No seeding: ${JSON.stringify(s)}`);
      return { on: day, kind: how };
    })
    .sort((a, b) => a.on - b.on);
}

/** Water near a zone. */
export const WATERS = ['well', 'pond', 'stream', 'drain'] as const;
export type Water = (typeof WATERS)[number];
/** One water near a zone; feet of null: not measured. */
export type WaterNear = Readonly<{ kind: Water; feet: number | null }>;

/**
 * Waters as they were stored. @throws RangeError if they are none of ours
 */
export function readWaters(stored: unknown): WaterNear[] | null {
  if (stored === null) return null;
  const isOne = (w: unknown): w is WaterNear =>
    typeof w === 'object' &&
    w !== null &&
    'kind' in w &&
    (WATERS as readonly unknown[]).includes(w.kind) &&
    'feet' in w &&
    (w.feet === null || typeof w.feet === 'number');
  if (!Array.isArray(stored) || !stored.every(isOne)) throw new RangeError('No list of waters near a zone');
  return stored;
}
export const TREE_KINDS = ['ornamental', 'fruit'] as const;
export type TreeKind = (typeof TREE_KINDS)[number];

/** Where in a zone a probe is pushed in. The warmest strip lies south or along concrete; it decides when to start. */
export const SPOTS = ['open', 'shade', 'warmest strip'] as const;
export type Spot = (typeof SPOTS)[number];

/** The kind of ground under one spot of a zone: a microsite with an outlook of its own. */
export function siteAt(site: Site, spot: Spot): Site {
  if (spot === 'shade') return { ...site, exposure: 'shade', besidePavement: false };
  if (spot === 'warmest strip') return { ...site, exposure: 'full sun', besidePavement: true };
  return site;
}

/** Why a lawn will not be what its owner hopes for, whatever is sprayed. For the sheet and for the customer. */
export type Expectation =
  | Readonly<{ code: 'shade-too-deep'; turf: Turf; exposure: Exposure; better: readonly Turf[] }>
  | Readonly<{ code: 'too-wet'; turf: Turf; drainage: Drainage; moisture: Moisture }>;

const NEEDED: Record<Exposure, number> = { 'full sun': 0, 'half sun': 1, shade: 3 };

/**
 * Holds the grass to its place. Common practice, no source: sun turf does not grow in shade.
 * @param turfs one, or both of a mix: the less tolerant speaks
 */
export function expectationsOf(
  turfs: readonly Turf[],
  { exposure, moisture }: Pick<Site, 'exposure' | 'moisture'>,
  drainage: Drainage,
): Expectation[] {
  const out: Expectation[] = [];
  const shy = turfs.find((t) => TURF_FACTS[t].shade < NEEDED[exposure]);
  if (shy) {
    const { season } = TURF_FACTS[shy];
    const better = (Object.keys(TURF_FACTS) as Turf[]).filter(
      (t) => TURF_FACTS[t].season === season && TURF_FACTS[t].shade >= NEEDED[exposure],
    );
    out.push({ code: 'shade-too-deep', turf: shy, exposure, better });
  }
  const drowning = turfs.find((t) => !TURF_FACTS[t].standsWet);
  if (drowning && (drainage === 'ponds' || (moisture === 'wet' && drainage !== 'good')))
    out.push({ code: 'too-wet', turf: drowning, drainage, moisture });
  return out;
}
