/** What a person says of a weather file before it is read: its kind, columns and units. Browsers use it too. */

export const WEATHER_FORMATS = ['dly', 'by-year', 'days', 'hours'] as const;
type WeatherFormat = (typeof WEATHER_FORMATS)[number];
export const TEMPERATURE_UNITS = { C: '°C', F: '°F', tenthC: 'tenths of °C' } as const;
export const WATER_UNITS = { mm: 'mm', in: 'in', tenthMm: 'tenths of mm' } as const;
export const WIND_UNITS = {
  'm/s': 'm/s',
  mph: 'mph',
  'km/h': 'km/h',
  kn: 'kn',
  'tenthM/s': 'tenths of m/s',
} as const;

/** Columns of a table; −1: there is none. Of days `min` and `max` are needed, of hours `air`. */
export const WEATHER_COLUMNS = {
  time: 'time or date',
  min: 'lowest of the day',
  max: 'highest of the day',
  air: 'air temperature',
  rain: 'rain or melted snow',
  chance: 'chance of rain, %',
  wind: 'wind, mean',
} as const;
export type WeatherColumn = keyof typeof WEATHER_COLUMNS;
export const COLUMNS_OF: Readonly<Record<'days' | 'hours', readonly WeatherColumn[]>> = {
  days: ['time', 'min', 'max', 'rain', 'chance', 'wind'],
  hours: ['time', 'air', 'rain', 'chance', 'wind'],
};
const NEEDED: Readonly<Record<'days' | 'hours', readonly WeatherColumn[]>> = {
  days: ['time', 'min', 'max', 'rain'],
  hours: ['time', 'air', 'rain'],
};

/** What the time of a row of hours stands for; without a word of it, as read at that time. */
export const ROW_TIMES = {
  'as read': 'as read at its time',
  begins: 'the mean of the hour that begins then',
  ends: 'the mean of the hour that ends then',
} as const;

export type WeatherMapping = Readonly<{
  stationId: string;
  format: WeatherFormat;
  /** which station of a file that holds several; empty: the only one */
  series: string;
  /** read in the morning: the highest and the rain that stand under a date belong to the day before */
  isReadInTheMorning: boolean;
  dayFirst: boolean;
  rowTime?: keyof typeof ROW_TIMES;
  columns: Readonly<Record<WeatherColumn, number>>;
  temperature: keyof typeof TEMPERATURE_UNITS;
  water: keyof typeof WATER_UNITS;
  windIn: keyof typeof WIND_UNITS;
}>;

/** What is missing in a mapping before a file can be looked through; empty: nothing. */
export function missingColumns({
  format,
  columns,
}: Pick<WeatherMapping, 'format' | 'columns'>): WeatherColumn[] {
  return format === 'days' || format === 'hours' ? NEEDED[format].filter((c) => columns[c] < 0) : [];
}

/** A first guess of what kind of file it is; null: a table whose columns a person must name. */
export function guessFormat(text: string): 'dly' | 'by-year' | null {
  const line = text.slice(0, text.indexOf('\n') < 0 ? text.length : text.indexOf('\n')).trimEnd();
  if (/^[A-Z0-9_-]{11}\d{6}[A-Z0-9]{4}[ -]/.test(line)) return 'dly';
  if (/^[A-Z0-9_-]{11},\d{8},[A-Z0-9]{4},-?\d+/.test(line)) return 'by-year';
  return null;
}
