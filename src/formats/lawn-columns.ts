/** The columns of our file of customers and lawns, by name: what screens need to know of it. */

type Named = Readonly<{
  /** the column of our file */
  words: string;
  /** other names under which files bring it */
  also: readonly string[];
  needed: boolean;
}>;
const named = (words: string, also: readonly string[] = [], needed = false): Named => ({
  words,
  also,
  needed,
});

export const LAWN_COLUMNS = {
  customer: named('Customer', ['name', 'client', 'owner'], true),
  address: named('Address', ['street', 'site', 'property', 'location'], true),
  zone: named('Zone', ['area name', 'part']),
  turf: named('Turf', ['grass', 'turf type', 'species'], true),
  area: named('Area, sq ft', ['sq ft', 'sqft', 'square feet', 'size', 'area'], true),
  texture: named('Soil', ['soil texture', 'texture']),
  moisture: named('Moisture', ['wetness']),
  exposure: named('Sun', ['exposure', 'light']),
  drainage: named('Drainage'),
  thatch: named('Thatch'),
  notes: named('Notes', ['note', 'comment', 'remarks']),
  hazards: named('Hazards', ['warnings', 'hazard']),
  latitude: named('Latitude, ° north', ['latitude', 'lat']),
  longitude: named('Longitude, ° east', ['longitude', 'lon', 'lng']),
  elevation: named('Height above the sea, ft', ['elevation', 'height', 'altitude']),
  station: named('Weather station'),
  state: named('State'),
  noticeHours: named('Notice, hours', ['notice']),
  optOut: named('Not to be used'),
  organicOnly: named('Organic only'),
  mownOn: named('Mown by others on'),
  wateredOn: named('Watered on'),
  email: named('Mail', ['email', 'e-mail']),
  visitPrice: named('Price of a visit, USD', ['price']),
  mixedWith: named('Mixed with'),
  grounds: named('Used as'),
  areaError: named('Area ±, %'),
  excluded: named('Kept out, sq ft'),
  besidePavement: named('Beside pavement'),
  slope: named('Slope, %', ['slope']),
  aspect: named('Slopes to the', ['aspect']),
  concreteEdge: named('Edge along concrete, ft'),
  bedEdge: named('Edge along beds, ft'),
  waters: named('Waters, ft', ['waters', 'water']),
  irrigation: named('Irrigation, in an hour', ['irrigation']),
  seedings: named('Seedings'),
  weedHistory: named('Weeds before'),
  thinSpots: named('Thin spots'),
  school: named('School'),
  history: named('Work before the book'),
  bookFrom: named('Book whole from'),
  measure: named('Shapes (JSON)'),
  trees: named('Trees (JSON)'),
} as const satisfies Record<string, Named>;
export type LawnColumn = keyof typeof LAWN_COLUMNS;
export const LAWN_KEYS = Object.keys(LAWN_COLUMNS) as LawnColumn[];
/** Column of the file for each of ours; −1: the file has none. */
export type LawnMapping = Readonly<Record<LawnColumn, number>>;

/** A name by its letters alone, in small ones. */
export const plainly = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z]+/g, ' ')
    .trim();

/** What the columns probably are, for a person to look at. */
export function matchColumns(header: readonly string[]): LawnMapping {
  const names = header.map(plainly);
  const taken = new Set<number>();
  const find = (key: LawnColumn) => {
    const wanted = [plainly(LAWN_COLUMNS[key].words), plainly(key), ...LAWN_COLUMNS[key].also];
    const i = names.findIndex((n, at) => !taken.has(at) && wanted.includes(n));
    if (i >= 0) taken.add(i);
    return i;
  };
  return Object.fromEntries(LAWN_KEYS.map((key) => [key, find(key)])) as LawnMapping;
}
