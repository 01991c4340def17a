/** Which weather station lies nearest to a place. */

/** Degrees north and east. */
export type Place = Readonly<{ latitude: number; longitude: number }>;

const EARTH_KM = 6371;
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

type Station = Readonly<{ latitude: number; longitude: number | null }>;

/** The nearest station; where the place or a station's longitude is not known, the first. Undefined: there is none. */
export function nearestStation<S extends Station>(
  stations: readonly S[],
  place: Readonly<{ latitude: number | null; longitude: number | null }>,
): S | undefined {
  const { latitude, longitude } = place;
  if (latitude === null || longitude === null) return stations[0];
  const far = (s: S) =>
    s.longitude === null
      ? Infinity
      : distanceKm({ latitude, longitude }, { latitude: s.latitude, longitude: s.longitude });
  return stations.reduce<S | undefined>((best, s) => (best && far(best) <= far(s) ? best : s), undefined);
}
