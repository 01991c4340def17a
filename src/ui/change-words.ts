/** The book of changes in the words of people: what was changed, and from what to what. */
import { withoutZeros } from '@/core/units/parse';
import { parseDay, showFullDay } from '@/core/calendar/day';
import { fieldOf, isSheetKey } from '@/core/products/sheet-fields';
import type { Shows } from '@/core/units/format';
import { asTyped, type Measure } from '@/core/units/measures';
import type { Changed, Subject } from '@/data/change-book';

export const SUBJECT_WORDS: Readonly<Record<Subject, string>> = {
  label_version: 'Label',
  planned_application: 'Plan',
  planned_product: 'Plan: product',
  lawn: 'Lawn',
  zone: 'Zone',
  house_rule: 'House figure',
  licence: 'Licence',
  equipment: 'Equipment',
  truck: 'Truck',
  member: 'Person',
  invitation: 'Link',
  api_token: 'Token',
  station: 'Weather station',
  thermometer: 'Thermometer',
  soil_sensor: 'Soil station',
  organisation: 'Company',
};

/** Fields whose own name says too little; units stand here. Any other reads as it is written: "notice_hours" is "notice hours". */
const FIELD_WORDS: Readonly<Record<string, string | readonly [words: string, measure: Measure]>> = {
  area_error_pct: 'area ±, %',
  area_sq_ft: ['area', 'area'],
  bed_edge_ft: ['edge along beds', 'length'],
  beside_pavement: 'beside pavement',
  book_from: 'book holds all from',
  closed_on: 'closed',
  closed_why: 'why closed',
  calibrated_on: 'calibrated',
  waived_by: 'right without figures, by',
  waived_why: 'why without figures',
  concrete_edge_ft: ['edge along concrete', 'length'],
  earliest_on: 'not before',
  elevation_ft: ['height', 'length'],
  ended_at: 'access ended',
  excluded_sq_ft: ['kept out', 'area'],
  expires_at: 'good until',
  irrigation_in_per_hour: ['irrigation in an hour', 'water'],
  latest_on: 'not after',
  forgotten_on: 'customer forgotten',
  keepNamesYears: 'names on records, years',
  length_ft: ['length', 'length'],
  station_chosen: 'station chosen by hand',
  measure: 'how it was measured',
  mixed_with: 'mixed with',
  notice_hours: 'notice, hours',
  offset_f: ['shows too much', 'warmth'],
  opt_out: 'not to be used',
  planned_on: 'day',
  rate_unit: 'unit of the rate',
  revoked_at: 'taken back',
  service_key: 'key at the service',
  skipped_by: 'skipped by',
  skipped_on: 'skipped on',
  skipped_why: 'why skipped',
  slope_percent: 'slope, %',
  station_id: 'weather station',
  sprayPh: 'pH of the water',
  taken_back_at: 'taken back',
  thin_spots: 'thin spots',
  used_at: 'used',
  utc_offset_hours: 'standard time against UTC, hours',
  valid_to: 'valid to',
  weed_history: 'weeds before',
  width_ft: ['width', 'length'],
};
/** What a person cannot read in a line: that it changed is said, and where it is read stands there. */
const LONG = 60;

/** Kept in trade units; null: a figure that has no other. */
const measureOf = (field: string): Measure | null => {
  const own = ownWords(field);
  return own && typeof own !== 'string' ? own[1] : null;
};

/** A field of a label is called as on its form. */
function ownWords(field: string): string | readonly [words: string, measure: Measure] | undefined {
  if (!isSheetKey(field)) return FIELD_WORDS[field];
  const row = fieldOf(field);
  const words = row.name.charAt(0).toLowerCase() + row.name.slice(1);
  return row.kind === 'figure' && row.measure !== undefined ? [words, row.measure] : words;
}

function fieldWords(field: string, show: Shows): string {
  const own = ownWords(field);
  if (own) return typeof own === 'string' ? own : `${own[0]}, ${show.unit(own[1])}`;
  return field
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replaceAll('_', ' ')
    .toLowerCase();
}

/** A value as people read it. */
function valueWords(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'empty';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(value);
  if (Array.isArray(value) && value.every((v) => typeof v !== 'object'))
    return value.length ? value.map(valueWords).join(', ') : 'none';
  if (typeof value !== 'string')
    return Array.isArray(value) ? (value.length ? `${value.length} entries` : 'none') : 'set';
  const text = value;
  const day = /^\d{4}-\d{2}-\d{2}/.test(text) ? parseDay(text.slice(0, 10)) : null;
  if (day !== null) return showFullDay(day);
  // exact figures come with all their places
  const exact = withoutZeros(text);
  if (exact !== text) return exact;
  return text.length > LONG ? `${text.slice(0, LONG)}…` : text;
}

export type FieldChange = Readonly<{ field: string; was: string; now: string }>;

/** The fields of a change. What was added or removed tells its filled fields alone. */
export function fieldChanges({ action, name, was, now }: Changed, show: Shows): FieldChange[] {
  const told = (field: string, value: unknown) => {
    const measure = measureOf(field);
    const words = valueWords(value);
    return measure ? asTyped(words, measure, show.system) : words;
  };
  // a person's name stands beside their number
  const fields = [...new Set([...Object.keys(was), ...Object.keys(now)])]
    .filter((f) => f !== 'user_id')
    .sort();
  return (
    fields
      .map((f) => ({ field: fieldWords(f, show), was: told(f, was[f]), now: told(f, now[f]) }))
      // its name stands above
      .filter((c) => action === 'changed' || ![c.was, c.now].includes(name))
      .filter((c) => action === 'changed' || [c.was, c.now].some((v) => !['empty', 'none', 'no'].includes(v)))
  );
}
