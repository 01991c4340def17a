/** Places of the demo's county: km east and north of its shop. */
export const SHOP = { latitude: 38.6, longitude: -90 };
const KM_PER_DEGREE = 111.19;

export function demoPlace(east: number, north: number): { latitude: number; longitude: number } {
  const round = (degrees: number) => Number(degrees.toFixed(5));
  return {
    latitude: round(SHOP.latitude + north / KM_PER_DEGREE),
    longitude: round(SHOP.longitude + east / (KM_PER_DEGREE * Math.cos((SHOP.latitude * Math.PI) / 180))),
  };
}
