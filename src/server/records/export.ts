/**
 * Records as files: CSV for a table, JSON with a published schema, PDF for an inspector. One table of columns says for all
 * what an entry holds. Contents at least those of 7 CFR part 110.3 (from memory), and what states commonly add.
 */
import type { UnitSystem } from '@/core/units/measures';
import 'server-only';
import { stringify } from 'csv-stringify/sync';
import { isoDay, type Day } from '@/core/calendar/day';
import { RATE_UNITS, amountOf, rateIn, type RateUnit } from '@/core/units/rate';
import { WEEDS } from '@/core/weeds/weeds';
import { requirePermission, type Actor } from '@/data/actor';
import { momentOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { labelAt, labelsOf } from '@/data/products';
import { recordsOf, type RecordEntry, type RecordQuery } from '@/data/records';

type Shape = 'text' | 'number' | 'date' | 'moment' | 'ingredients';
type Value = string | number | null | readonly Readonly<{ name: string; kg: number | null }>[];
type Column = Readonly<{
  key: string;
  shape: Shape;
  mayBeNull?: true;
  says: string;
  of: (e: FiledEntry) => Value;
}>;
/** An entry with the unit in which its label's sheet gives rates. */
export type FiledEntry = RecordEntry & Readonly<{ labelUnit: RateUnit }>;

const column = (key: string, shape: Shape, says: string, of: Column['of']): Column => ({
  key,
  shape,
  says,
  of,
});
const maybe = (c: Column): Column => ({ ...c, mayBeNull: true });
const SI_UNIT = { mass: 'kg/ha', volume: 'L/ha' } as const satisfies Record<string, RateUnit>;
/** Without the last bits of a product of two figures: nobody measured them. */
const plain = (value: number, digits = 9): number => Number(value.toPrecision(digits));
/** In the unit of the label; in SI where that is of the other kind. */
const labelRate = ({ rate, labelUnit }: FiledEntry) => {
  const value = rateIn(rate, labelUnit);
  return value === null
    ? { value: rate.rate, unit: SI_UNIT[rate.by] }
    : { value, unit: RATE_UNITS[labelUnit].words };
};

/** What a file says of an entry, in this order; units stand in the names. */
export const RECORD_COLUMNS: readonly Column[] = [
  column('entry', 'text', 'identity of the entry', (e) => e.id),
  column('visit', 'text', 'entries of one visit carry the same', (e) => e.visitId),
  column('date', 'date', 'day of the application, where the lawn is', (e) => isoDay(e.appliedOn)),
  column('start', 'text', 'time of day, or empty', (e) => e.startedAt),
  column('end', 'text', 'time of day, or empty', (e) => e.endedAt),
  column('site', 'text', 'address and zone', (e) => e.site),
  column('customer', 'text', 'name', (e) => e.customer),
  column('turf', 'text', 'turf that was treated', (e) => e.turf),
  column('place', 'text', 'zone, spots or strip', (e) => e.place),
  column('ground', 'text', 'of spots: other names are other ground', (e) => e.ground),
  column('area_sqft', 'number', 'treated area, square feet', (e) => e.areaSqFt),
  column('product', 'text', 'name on the label', (e) => e.productName),
  column('registration_number', 'text', 'as on the label; empty: it needs none', (e) => e.registrationNumber),
  column('label_version', 'number', 'version of the label sheet of that day', (e) => e.labelVersion),
  column('lot', 'text', 'lot number of the package', (e) => e.lot),
  column('amount', 'number', 'product used, in amount_unit', (e) => e.amount),
  column('amount_unit', 'text', 'unit of amount; oz is by weight', (e) => e.amountUnit),
  column('label_rate', 'number', 'product per area, in label_rate_unit', (e) => plain(labelRate(e).value, 5)),
  column('label_rate_unit', 'text', 'the unit of the label', (e) => labelRate(e).unit),
  column('rate', 'number', 'product per area, in rate_unit', (e) => plain(e.rate.rate)),
  column('rate_unit', 'text', 'kg/ha or L/ha', (e) => SI_UNIT[e.rate.by]),
  column('active_ingredients', 'ingredients', 'kg of each; null: the label sheet does not tell', (e) =>
    e.ingredients.map((i) => ({ name: i.name, kg: i.kilograms === null ? null : plain(i.kilograms, 5) })),
  ),
  column('water_gal', 'number', 'carrier, US gallons', (e) => e.waterGal),
  column('use', 'text', 'what the product was for', (e) => e.use),
  column('targets', 'text', 'weeds, or empty', (e) => e.targets.map((t) => WEEDS[t].name).join('; ')),
  column('part', 'text', 'of a split or sequence, such as 1/2', (e) => `${e.part}/${e.parts}`),
  column('method', 'text', 'kind of equipment', (e) => e.method),
  column('equipment', 'text', 'name of the equipment', (e) => e.equipment),
  maybe(column('wind_mph', 'number', 'null: does not apply, or not measured', (e) => e.windMph)),
  column('wind_from', 'text', 'direction', (e) => e.windFrom),
  maybe(column('air_f', 'number', 'air temperature; null: does not apply, or not measured', (e) => e.airF)),
  maybe(
    column('station_wind_m_s', 'number', 'of the weather station, where nobody measured', (e) =>
      e.gates.station ? plain(e.gates.station.wind, 3) : null,
    ),
  ),
  maybe(
    column('station_air_c', 'number', 'of the weather station, where nobody measured', (e) =>
      e.gates.station ? plain(e.gates.station.air, 3) : null,
    ),
  ),
  column('applied_by', 'text', 'name', (e) => e.appliedBy),
  column('certified_applicator', 'text', 'name, or empty', (e) => e.certifiedBy),
  column('certification_number', 'text', 'of the certified applicator', (e) => e.certifiedNumber),
  column('supervisor', 'text', 'name, or empty', (e) => e.supervisor),
  column('notice_given', 'text', 'to whom, when, how', (e) => e.noticeGiven),
  column('reentry_told', 'text', 'what was said about keeping off', (e) => e.reentryTold),
  column('gates', 'text', 'how the gates stood', gatesThen),
  column('notes', 'text', '', (e) => e.notes),
  column('recorded_by', 'text', 'name', (e) => e.recordedBy),
  column('recorded_at', 'moment', 'UTC', (e) => e.recordedAt.toISOString()),
  maybe(column('corrects', 'text', 'the entry that this one corrects', (e) => e.correctsId)),
  maybe(column('correction_reason', 'text', 'why', (e) => e.correctionReason)),
  maybe(column('corrected_by', 'text', 'the entry that stands instead', (e) => e.correctedById)),
];

export function gatesThen({ gates }: RecordEntry): string {
  const names = [
    ...new Set(gates.why.map((w) => `${w.name} ${w.state}${w.isMeasured ? ' as measured' : ''}`)),
  ];
  const stood = names.length ? `${gates.state}: ${names.join(', ')}` : gates.state;
  return gates.anyway ? `${stood}; begun because: ${gates.anyway}` : stood;
}

/** What entries that stand add up to, by product. */
type ProductTotal = Readonly<{
  product: string;
  registration_number: string;
  entries: number;
  amount: number;
  unit: 'kg' | 'L';
  area_sqft: number;
}>;

/** Corrected entries do not count: the one that stands instead does. Amounts in kg or L, as the shelf is kept. */
function totalsOf(list: readonly RecordEntry[]): ProductTotal[] {
  const by = new Map<string, ProductTotal>();
  for (const e of list) {
    if (e.correctedById !== null) continue;
    const used = amountOf(e.amount, e.amountUnit);
    const key = `${e.productId} ${used.by}`;
    const so = by.get(key);
    by.set(key, {
      product: e.productName,
      registration_number: e.registrationNumber,
      entries: (so?.entries ?? 0) + 1,
      amount: (so?.amount ?? 0) + used.amount,
      unit: used.by === 'mass' ? 'kg' : 'L',
      area_sqft: (so?.area_sqft ?? 0) + e.areaSqFt,
    });
  }
  return [...by.values()].toSorted((a, b) => a.product.localeCompare(b.product));
}

export type RecordFile = Readonly<{
  organisation: string;
  /** of its people: a print is told in them, files name their own */
  units: UnitSystem;
  madeOn: Day;
  query: RecordQuery;
  entries: readonly FiledEntry[];
  totals: readonly ProductTotal[];
}>;

/** All entries that a list asks for, the earliest first, for a file. */
export function recordFile(actor: Actor, query: RecordQuery): Promise<RecordFile> {
  requirePermission(actor, 'see');
  return inOrganisation(actor, async (db) => {
    const { today } = await momentOf(db, actor);
    const labels = await labelsOf(db);
    const entries = (await recordsOf(db, query))
      .toReversed()
      .map((e): FiledEntry => ({
        ...e,
        labelUnit: labelAt(labels, e.productId, e.labelVersion)?.rateUnit ?? SI_UNIT[e.rate.by],
      }));
    return {
      organisation: actor.orgName,
      units: actor.units,
      madeOn: today,
      query,
      entries,
      totals: totalsOf(entries),
    };
  });
}

const cell = (value: Value): string | number | null =>
  typeof value === 'object' && value !== null
    ? value.map((i) => (i.kg === null ? i.name : `${i.name} ${i.kg} kg`)).join('; ')
    : value;

/** RFC 4180, with a header. What a spreadsheet would take for a formula is not one. */
export const recordsAsCsv = ({ entries }: RecordFile): string =>
  stringify(
    entries.map((e) => RECORD_COLUMNS.map((c) => cell(c.of(e)))),
    { header: true, columns: RECORD_COLUMNS.map((c) => c.key), escape_formulas: true },
  );

const RECORDS_SCHEMA_AT = '/api/v1/records.schema.json';

/** Follows RECORDS_SCHEMA. */
export const recordsAsJson = ({ organisation, madeOn, query, entries, totals }: RecordFile) => ({
  $schema: RECORDS_SCHEMA_AT,
  organisation,
  made_on: isoDay(madeOn),
  from: query.from === null ? null : isoDay(query.from),
  to: query.to === null ? null : isoDay(query.to),
  entries: entries.map((e) => Object.fromEntries(RECORD_COLUMNS.map((c) => [c.key, c.of(e)]))),
  totals,
});

const SHAPES: Record<Shape, Readonly<Record<string, unknown>>> = {
  text: { type: 'string' },
  number: { type: 'number' },
  date: { type: 'string', format: 'date' },
  moment: { type: 'string', format: 'date-time' },
  ingredients: {
    type: 'array',
    items: {
      type: 'object',
      properties: { name: { type: 'string' }, kg: { type: ['number', 'null'] } },
      required: ['name', 'kg'],
      additionalProperties: false,
    },
  },
};
const object = (properties: Readonly<Record<string, unknown>>) => ({
  type: 'object',
  properties,
  required: Object.keys(properties),
  additionalProperties: false,
});

/** JSON Schema of the JSON file. */
export const RECORDS_SCHEMA = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'Records of applications',
  ...object({
    $schema: SHAPES.text,
    organisation: SHAPES.text,
    made_on: SHAPES.date,
    from: { type: ['string', 'null'], format: 'date' },
    to: { type: ['string', 'null'], format: 'date' },
    entries: {
      type: 'array',
      items: object(
        Object.fromEntries(
          RECORD_COLUMNS.map((c) => [
            c.key,
            {
              ...SHAPES[c.shape],
              ...(c.mayBeNull ? { type: [SHAPES[c.shape]['type'], 'null'] } : {}),
              ...(c.says ? { description: c.says } : {}),
            },
          ]),
        ),
      ),
    },
    totals: {
      type: 'array',
      description: 'of entries that stand, by product',
      items: object({
        product: SHAPES.text,
        registration_number: SHAPES.text,
        entries: { type: 'integer' },
        amount: SHAPES.number,
        unit: { enum: ['kg', 'L'] },
        area_sqft: SHAPES.number,
      }),
    },
  }),
};
