/**
 * Customers and lawns as CSV: one row a zone, with every field of its sheet. The same columns go out as come in, and what
 * went out comes in as it was.
 */
import { fact, type Fact, type RowProblem } from '@/core/units/issue';
import { stringify } from 'csv-stringify/sync';
import { isoDay, parseDay } from '@/core/calendar/day';
import { SCHOOLS } from '@/core/ground/crossing';
import { EXPOSURES, MOISTURES } from '@/core/ground/site';
import { SITES, TEXTURES, TURFS } from '@/core/trade/terms';
import {
  ASPECTS,
  DRAINAGES,
  SOWINGS,
  THATCHES,
  WATERS,
  readSeedings,
  readWaters,
  type WaterNear,
} from '@/core/lawn/zone';
import { parseFigure, withoutZeros } from '@/core/units/parse';
import type { LoggerFile } from './logger-csv';
import { readDrawn } from './drawn-lawn';
import { LAWN_COLUMNS, LAWN_KEYS, plainly as plain, type LawnColumn, type LawnMapping } from './lawn-columns';

/** How a cell is read and written. `read` gives the value, or what is wrong with the cell. */
type Cell = Readonly<{
  read: (text: string) => Readonly<{ value: unknown } | { problem: Fact }>;
  write: (value: unknown) => string;
}>;
const asText = (value: unknown) =>
  typeof value === 'string' || typeof value === 'number' ? String(value) : '';

const words = (most: number): Cell => ({
  read: (text) =>
    text.length > most ? { problem: fact('cell-too-long', { length: text.length, most }) } : { value: text },
  write: asText,
});
/** @param empty what an empty cell means */
const oneOf = (list: readonly string[], empty: string | null): Cell => ({
  read: (text) => {
    if (!text) return { value: empty };
    const found = list.find((w) => plain(w) === plain(text));
    return found === undefined
      ? { problem: fact('cell-not-in-list', { text: text.slice(0, 40), list }) }
      : { value: found };
  },
  write: asText,
});
/** An exact figure as text, as tables keep it. @param empty what an empty cell means */
const figure = (
  unit: string,
  limits: Readonly<{ least: number; most: number }>,
  empty: string | null,
): Cell => ({
  read: (text) => {
    if (!text) return { value: empty };
    const read = parseFigure(text.replace('−', '-'), { field: '', unit, ...limits });
    return read.ok ? { value: String(read.value) } : { problem: read.issue };
  },
  // exact figures come from tables with all their places
  write: (value) => withoutZeros(asText(value)),
});
/** A whole figure. Empty: not known. */
const whole = (unit: string, limits: Readonly<{ least: number; most: number }>): Cell => {
  const { read, write } = figure(unit, limits, null);
  return {
    write,
    read: (text) => {
      const found = read(text);
      if ('problem' in found || found.value === null) return found;
      const value = Number(found.value);
      return Number.isInteger(value) ? { value } : { problem: fact('cell-not-whole', { text }) };
    },
  };
};
const yesNo: Cell = {
  read: (text) => {
    const word = plain(text);
    if (['', 'no', 'n', 'false'].includes(word)) return { value: false };
    return ['yes', 'y', 'true'].includes(word)
      ? { value: true }
      : { problem: fact('cell-not-yes-no', { text: text.slice(0, 40) }) };
  },
  write: (value) => (value === true ? 'yes' : 'no'),
};
const day: Cell = {
  read: (text) => {
    if (!text) return { value: null };
    const read = parseDay(text);
    return read === null
      ? { problem: fact('cell-no-day', { text: text.slice(0, 40) }) }
      : { value: isoDay(read) };
  },
  write: asText,
};
const WEEKDAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
/** "Mon Thu": days of the week, 1 Monday to 7 Sunday. */
const weekdays: Cell = {
  read: (text) => {
    const words = text ? text.split(/[\s,;]+/).filter(Boolean) : [];
    const days = words.map((w) => WEEKDAYS.findIndex((d) => plain(w).startsWith(d)) + 1);
    const at = days.indexOf(0);
    return at < 0
      ? { value: [...new Set(days)].sort((a, b) => a - b) }
      : { problem: fact('cell-no-weekday', { text: words[at]!.slice(0, 40) }) };
  },
  write: (value) =>
    Array.isArray(value)
      ? value
          .map((d: number) => WEEKDAYS[d - 1] ?? '')
          .map((d) => d.charAt(0).toUpperCase() + d.slice(1))
          .join(' ')
      : '',
};
/** "pond 30; well": feet where they are measured. "none": somebody looked. Empty: nobody has. */
const waters: Cell = {
  read: (text) => {
    if (!text) return { value: null };
    if (plain(text) === 'none') return { value: [] };
    const read: WaterNear[] = [];
    for (const part of text.split(';').map((p) => p.trim().replace(/\s+/g, ' '))) {
      const [, word = '', feet = ''] = /^([a-z]+(?: [a-z]+)*) ?([\d.]*)$/i.exec(part) ?? [];
      const kind = WATERS.find((w) => w === plain(word));
      if (!kind) return { problem: fact('cell-no-water', { text: part.slice(0, 40), known: WATERS }) };
      read.push({ kind, feet: feet === '' ? null : Number(feet) });
    }
    return { value: read };
  },
  write: (value) => {
    const near = readWaters(value ?? null);
    if (near === null) return '';
    return near.length
      ? near.map((w) => [w.kind, w.feet].filter((x) => x !== null).join(' ')).join('; ')
      : 'none';
  },
};
/** "2027-09-01 seed; 2028-04-01 sod" */
const seedings: Cell = {
  read: (text) => {
    const read: Readonly<{ on: string; kind: string }>[] = [];
    for (const part of text ? text.split(';').map((p) => p.trim()) : []) {
      const [on = '', kind = ''] = part.split(/\s+/);
      if (parseDay(on) === null || !SOWINGS.some((k) => k === kind))
        return { problem: fact('cell-no-seeding', { text: part.slice(0, 40), known: SOWINGS }) };
      read.push({ on, kind });
    }
    return { value: read };
  },
  write: (value) =>
    readSeedings(value)
      .map((s) => `${isoDay(s.on)} ${s.kind}`)
      .join('; '),
};
/** Shapes, outlines and trees with their places, as JSON: for coming back, not for reading. */
const drawn = (what: 'measure' | 'trees', empty: unknown): Cell => ({
  read: (text) => (text ? readDrawn(what, text) : { value: empty }),
  write: (value) => (JSON.stringify(value) === JSON.stringify(empty) ? '' : JSON.stringify(value)),
});

type Column = Readonly<{
  /** what it becomes: a field of the lawn's row or of the zone's */
  of: 'lawn' | 'zone';
  field: string;
  cell: Cell;
}>;
const AREA = { least: 0.01, most: 5_000_000 };
const column = (of: Column['of'], field: string, cell: Cell): Column => ({ of, field, cell });

/** How each column is read and written. */
export const LAWN_CELLS: Readonly<Record<LawnColumn, Column>> = {
  customer: column('lawn', 'customer', words(200)),
  address: column('lawn', 'address', words(300)),
  zone: column('zone', 'name', words(100)),
  turf: column('zone', 'turf', oneOf(TURFS, null)),
  area: column('zone', 'areaSqFt', figure('sq ft', AREA, null)),
  texture: column('zone', 'texture', oneOf(TEXTURES, 'loam')),
  moisture: column('zone', 'moisture', oneOf(MOISTURES, 'moist')),
  exposure: column('zone', 'exposure', oneOf(EXPOSURES, 'full sun')),
  drainage: column('zone', 'drainage', oneOf(DRAINAGES, 'good')),
  thatch: column('zone', 'thatch', oneOf(THATCHES, 'none')),
  notes: column('lawn', 'notes', words(4000)),
  hazards: column('lawn', 'hazards', words(4000)),
  latitude: column('lawn', 'latitude', figure('°', { least: -90, most: 90 }, null)),
  longitude: column('lawn', 'longitude', figure('°', { least: -180, most: 180 }, null)),
  elevation: column('lawn', 'elevationFt', figure('ft', { least: -1500, most: 20_000 }, null)),
  station: column('lawn', 'station', words(100)),
  state: column('lawn', 'state', words(40)),
  noticeHours: column('lawn', 'noticeHours', whole('hours', { least: 0, most: 720 })),
  optOut: column('lawn', 'optOut', words(1000)),
  organicOnly: column('lawn', 'organicOnly', yesNo),
  mownOn: column('lawn', 'mownOn', weekdays),
  wateredOn: column('lawn', 'wateredOn', weekdays),
  email: column('lawn', 'email', words(200)),
  visitPrice: column('lawn', 'visitPrice', figure('USD', { least: 0, most: 100_000 }, null)),
  mixedWith: column('zone', 'mixedWith', oneOf(TURFS, null)),
  grounds: column('zone', 'grounds', oneOf(SITES, null)),
  areaError: column('zone', 'areaErrorPct', figure('%', { least: 0, most: 50 }, '5')),
  excluded: column('zone', 'excludedSqFt', figure('sq ft', { least: 0, most: AREA.most }, '0')),
  besidePavement: column('zone', 'besidePavement', yesNo),
  slope: column('zone', 'slopePercent', figure('%', { least: 0, most: 100 }, null)),
  aspect: column('zone', 'aspect', oneOf(ASPECTS, null)),
  concreteEdge: column('zone', 'concreteEdgeFt', figure('ft', { least: 0, most: 100_000 }, '0')),
  bedEdge: column('zone', 'bedEdgeFt', figure('ft', { least: 0, most: 100_000 }, '0')),
  waters: column('zone', 'waters', waters),
  irrigation: column('zone', 'irrigationInPerHour', figure('in an hour', { least: 0.01, most: 5 }, null)),
  seedings: column('zone', 'seedings', seedings),
  weedHistory: column('zone', 'weedHistory', words(2000)),
  thinSpots: column('zone', 'thinSpots', words(2000)),
  school: column('zone', 'school', oneOf(SCHOOLS, null)),
  history: column('zone', 'history', oneOf(['not asked', 'not known', 'known'], 'not asked')),
  bookFrom: column('zone', 'bookFrom', day),
  measure: column('zone', 'measure', drawn('measure', { by: 'typed', how: 'estimated' })),
  trees: column('zone', 'trees', drawn('trees', [])),
};

/** A row as its lawn's and its zone's fields, as tables keep them: exact figures are texts, what is not known is null. */
export type LawnLine = Readonly<{ line: number; lawn: LawnFields; zone: ZoneFields }>;
type LawnFields = Readonly<
  {
    customer: string;
    address: string;
    latitude: string | null;
    longitude: string | null;
    elevationFt: string | null;
    /** the name of one chosen by hand; empty: the nearest */
    station: string;
  } & Record<string, unknown>
>;
type ZoneFields = Readonly<
  {
    name: string;
    turf: string;
    areaSqFt: string;
    texture: string;
    moisture: string;
    exposure: string;
    besidePavement: boolean;
  } & Record<string, unknown>
>;

/**
 * Every row held to what a zone needs: good ones, and bad ones by line and reason.
 * @param stations the names of the company's; null: they are not asked
 */
export function checkLawns(
  { rows }: LoggerFile,
  mapping: LawnMapping,
  stations: readonly string[] | null = null,
): { good: LawnLine[]; bad: RowProblem[]; repeated: number } {
  const good: LawnLine[] = [];
  const bad: RowProblem[] = [];
  const seen = new Set<string>();
  let repeated = 0;
  rows.forEach((cells, i) => {
    const line = i + 2;
    const why: RowProblem['why'][number][] = [];
    const fields: { lawn: Record<string, unknown>; zone: Record<string, unknown> } = { lawn: {}, zone: {} };
    for (const key of LAWN_KEYS) {
      const { words: name, needed } = LAWN_COLUMNS[key];
      const { of, field, cell } = LAWN_CELLS[key];
      // what was made harmless for a spreadsheet when it went out
      const text = (mapping[key] < 0 ? '' : (cells[mapping[key]] ?? '')).trim().replace(/^'(?=[=+\-@])/, '');
      const read = needed && !text ? { problem: fact('cell-missing') } : cell.read(text);
      if ('problem' in read) why.push({ column: name, fact: read.problem });
      else fields[of][field] = read.value;
    }
    const station = fields.lawn['station'] as string;
    if (station && stations && !stations.includes(station))
      why.push({ column: null, fact: fact('station-not-there', { station }) });
    const { lawn, zone } = fields as unknown as Pick<LawnLine, 'lawn' | 'zone'>;
    const named: ZoneFields = { ...zone, name: zone.name || 'whole lawn' };
    if (Number(zone['excludedSqFt']) >= Number(zone.areaSqFt))
      why.push({
        column: null,
        fact: fact('kept-out-leaves-nothing', { keptOut: String(zone['excludedSqFt']), area: zone.areaSqFt }),
      });
    const own = `${plain(`${lawn.address}${named.name}`)}|${lawn.address}|${named.name}`;
    if (why.length) bad.push({ line, why });
    else if (seen.has(own)) repeated++;
    else good.push({ line, lawn: { ...lawn, state: lawn['state'] || null }, zone: named });
    seen.add(own);
  });
  return { good, bad, repeated };
}

/** A zone's row and its lawn's, as tables keep them. */
type LawnRow = Readonly<{ lawn: Readonly<Record<string, unknown>>; zone: Readonly<Record<string, unknown>> }>;
/** What each of our columns holds of a zone, as a file has it. */
export const cellsOf = (row: LawnRow): string[] =>
  LAWN_KEYS.map((k) => {
    const { of, field, cell } = LAWN_CELLS[k];
    return cell.write(row[of][field]);
  });

/** Rows as CSV with our header. Cells that a spreadsheet would run as a formula are made harmless. */
export const writeLawns = (rows: readonly LawnRow[]): string =>
  stringify(rows.map(cellsOf), {
    header: true,
    columns: LAWN_KEYS.map((k) => LAWN_COLUMNS[k].words),
    escape_formulas: true,
  });
