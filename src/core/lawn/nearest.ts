/** Which weather station is nearest to a place, by distance and height. */

/** Degrees north and east. */
export type Place = Readonly<{ latitude: number; longitude: number }>;

const EARTH_KM = 6371;
/**
 * So far along the ground counts as much as a metre up or down, km: air loses 0.65 °C in 100 m of height, which is more
 * than 10 km of flat land do to it. Common practice, no source; the gradient is the standard atmosphere's.
 */
const KM_PER_METRE_OF_HEIGHT = 0.1;
const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** Great-circle distance in km, by the haversine formula. */
export function distanceKm(a: Place, b: Place): number {
  const h =
    Math.sin(radians(b.latitude - a.latitude) / 2) ** 2 +
    Math.cos(radians(a.latitude)) *
      Math.cos(radians(b.latitude)) *
      Math.sin(radians(b.longitude - a.longitude) / 2) ** 2;
  return 2 * EARTH_KM * Math.asin(Math.min(1, Math.sqrt(h)));
}

/** Heights in metres; null or left out: not known, and height is not asked. */
type Station = Readonly<{ latitude: number; longitude: number | null; height?: number | null }>;

/** The nearest station; where the place or a station's longitude is not known, the first. Undefined: there is none. */
export function nearestStation<S extends Station>(
  stations: readonly S[],
  place: Readonly<{ latitude: number | null; longitude: number | null; height?: number | null }>,
): S | undefined {
  const { latitude, longitude, height } = place;
  if (latitude === null || longitude === null) return stations[0];
  const far = (s: S) => {
    if (s.longitude === null) return Infinity;
    const along = distanceKm({ latitude, longitude }, { latitude: s.latitude, longitude: s.longitude });
    return height == null || s.height == null
      ? along
      : along + KM_PER_METRE_OF_HEIGHT * Math.abs(height - s.height);
  };
  return stations.reduce<S | undefined>((best, s) => (best && far(best) <= far(s) ? best : s), undefined);
}
