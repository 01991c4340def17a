/** The sheet of a zone as it is typed, from what is on file. */
import { isoDay } from '@/core/calendar/day';
import type { Shape } from '@/core/lawn/measure';
import type { TakeoffDraft } from '@/core/lawn/takeoff-draft';
import type { Metres } from '@/core/units/quantity';
import { toFeet, toInchesOfWater, toSquareFeet } from '@/core/units/trade';
import type { ZoneOnLawn } from '@/data/lawns';
import type { LawnInput } from '@/server/lawns/save-lawn';

/** The sheet as it is typed, and the version that its person saw. */
export type LawnTyped = LawnInput & Readonly<{ seen: number }>;

/** A figure for a field: no thousands, no trailing zeros. */
const plain = (value: number | null, digits = 2): string =>
  value === null ? '' : String(Number(value.toFixed(digits)));
const feet = (m: number) => plain(toFeet(m as Metres), 2);

function shapeDraft(s: Shape): TakeoffDraft {
  const common = { kind: s.kind, sign: s.sign, name: s.name, x: feet(s.at.x), y: feet(s.at.y), c: '' };
  switch (s.kind) {
    case 'rectangle':
      return { ...common, a: feet(s.width), b: feet(s.height) };
    case 'triangle':
      return { ...common, a: feet(s.base), b: feet(s.height) };
    case 'circle':
      return { ...common, a: feet(s.radius), b: '' };
    case 'sector':
      return { ...common, a: feet(s.radius), b: plain(s.degrees) };
    case 'trapezoid':
      return { ...common, a: feet(s.base), b: feet(s.height), c: feet(s.top) };
  }
}

export const EMPTY_LAWN: LawnInput = {
  customer: '',
  address: '',
  latitude: '',
  longitude: '',
  elevationFt: '',
  stationId: '',
  notes: '',
  hazards: '',
  noticeHours: '',
  optOut: '',
  organicOnly: false,
  mownOn: [],
  wateredOn: [],
  email: '',
  visitPrice: '',
  name: '',
  turf: 'tall fescue',
  mixedWith: null,
  measure: { by: 'typed', how: 'paced', area: '' },
  others: [],
  areaError: '8',
  trees: [],
  texture: 'loam',
  moisture: 'moist',
  drainage: 'good',
  exposure: 'full sun',
  besidePavement: false,
  slopePercent: '',
  aspect: null,
  concreteEdgeFt: '',
  bedEdgeFt: '',
  waters: null,
  grounds: 'home lawn',
  irrigation: '',
  thatch: 'none',
  seedings: [],
  weedHistory: '',
  thinSpots: '',
  school: null,
};

export function draftOf(z: ZoneOnLawn): LawnInput {
  const m = z.measure;
  return {
    customer: z.customer,
    address: z.address,
    latitude: plain(z.place.latitude, 6),
    longitude: plain(z.place.longitude, 6),
    elevationFt: plain(z.place.elevationFt, 1),
    stationId: z.place.chosenStationId,
    notes: z.notes,
    hazards: z.hazards,
    noticeHours: plain(z.wishes.noticeHours),
    optOut: z.wishes.optOut,
    organicOnly: z.wishes.organicOnly,
    mownOn: z.mownOn,
    wateredOn: z.wateredOn,
    email: z.email,
    visitPrice: plain(z.visitPrice),
    name: z.name,
    turf: z.facts.turf,
    mixedWith: z.facts.mixedWith,
    measure:
      m.by === 'typed'
        ? { by: 'typed', how: m.how, area: plain(toSquareFeet(z.whole)) }
        : m.by === 'takeoff'
          ? { by: 'takeoff', shapes: m.shapes.map(shapeDraft) }
          : m,
    others: [],
    areaError: plain(z.areaError * 100),
    trees: z.trees.map((t) => ({
      name: t.name,
      kind: t.kind,
      x: t.at ? feet(t.at.x) : '',
      y: t.at ? feet(t.at.y) : '',
      dripLine: feet(t.dripLine),
      keepOut: t.keepOut,
    })),
    texture: z.site.texture,
    moisture: z.site.moisture,
    drainage: z.drainage,
    exposure: z.site.exposure,
    besidePavement: z.site.besidePavement,
    slopePercent: plain(z.slopePercent),
    aspect: z.aspect,
    concreteEdgeFt: z.concreteEdgeFt ? plain(z.concreteEdgeFt) : '',
    bedEdgeFt: z.bedEdgeFt ? plain(z.bedEdgeFt) : '',
    waters: z.waters && z.waters.map(({ kind, feet }) => ({ kind, feet: plain(feet) })),
    grounds: z.facts.grounds,
    irrigation: z.facts.irrigationPerHour === null ? '' : plain(toInchesOfWater(z.facts.irrigationPerHour)),
    thatch: z.thatch,
    seedings: z.facts.seedings.map(({ on, kind }) => ({ on: isoDay(on), kind })),
    weedHistory: z.weedHistory,
    thinSpots: z.thinSpots,
    school: z.school,
  };
}
