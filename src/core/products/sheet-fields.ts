/**
 * The plain fields of a product sheet, one row each: what is typed, in which unit, between which bounds, and what it is
 * called. The sheet's type, its empty form, the screens, the JSON Schema, what is read of a file, the book of changes and
 * the label's figures in SI come from this table. To add a figure of a label: a row here, and the gate or card that asks it.
 * Fields that hang together (rates, wait by rate, spray volume, what goes with it) are written by hand in sheet.ts.
 */
import { PRODUCT_KINDS } from '@/core/trade/terms';
import { inCoreUnit, type Measure } from '@/core/units/measures';
import {
  ADJUVANTS,
  FORMULATIONS,
  MIX_PLACES,
  SIGNAL_WORDS,
  TANK_MIXES,
  WATER_TURNS,
  type Formulation,
  type NoneKey,
} from './label-terms';

/** Parts of the form, in the order in which labels print them. */
export type SheetPart =
  | 'front'
  | 'registration'
  | 'front, ticked'
  | 'density'
  | 'precautions'
  | 're-entry'
  | 'stains'
  | 'how it works'
  | 'weather'
  | 'tank'
  | 'order of the tank'
  | 'notes'
  | 'limits';

type Row = Readonly<{
  part: SheetPart;
  /** on the screen, and in the book of changes; a measure brings its unit */
  name: string;
  /** what it means, in the published schema and as the remedy of a refusal */
  help: string;
  /** beside the field */
  hint?: string;
  /** asked of herbicides alone */
  of?: 'herbicide';
  /** the version of the sheet that brought it: sheets of before lack it; not given: the first */
  since?: 2 | 3;
}>;
type Figure = Row &
  Readonly<{
    kind: 'figure';
    /** in trade units, as it is kept */
    most: number;
    least?: number;
    above?: number;
    whole?: true;
    measure?: Measure;
    /** in the unit of the sheet's rates */
    inRateUnit?: true;
    /** "the label sets none" is said under this name; not given: nobody asks */
    none?: NoneKey;
  }>;
type Text = Row &
  Readonly<{ kind: 'text'; most: number; least?: number; rows?: number; isOrNull?: true; pattern?: string }>;
type Choice = Row &
  Readonly<{
    kind: 'choice';
    options: readonly string[];
    /** what an empty sheet has: a choice, or none yet */
    usual: string | null;
    /** how none is said */
    noneWords?: string;
    words?: Readonly<Record<string, string>>;
  }>;
type Tick = Row & Readonly<{ kind: 'tick' }>;
export type SheetField = Figure | Text | Choice | Tick;

const FORMULATION_WORDS: Readonly<Record<Formulation, string>> = {
  WG: 'WG, water-dispersible',
  DF: 'DF, dry flowable',
  WP: 'WP, wettable powder',
  WSP: 'WSP, soluble packet',
  SC: 'SC, suspension',
  CS: 'CS, capsules in suspension',
  EC: 'EC, emulsion',
  EW: 'EW, emulsion in water',
  ME: 'ME, microemulsion',
  SL: 'SL, solution',
  SG: 'SG, soluble granule',
  G: 'G, granule',
};

export const SHEET_FIELDS = {
  name: { part: 'front', kind: 'text', name: 'Name', least: 1, most: 200, help: 'Name of the product' },
  kind: {
    part: 'front',
    kind: 'choice',
    name: 'Kind',
    options: PRODUCT_KINDS,
    usual: 'herbicide',
    help: 'What it is; a herbicide where it is not said',
    since: 2,
  },
  registrationNumber: {
    part: 'front',
    kind: 'text',
    name: 'Registration number',
    most: 60,
    help: 'Registration number',
  },
  labelDate: {
    part: 'front',
    kind: 'text',
    name: 'Label date',
    hint: 'as 2027-01-15',
    most: 10,
    pattern: '^\\d{4}-\\d{2}-\\d{2}$',
    help: 'Date of the label, for example 2027-01-15',
  },
  status: {
    part: 'front',
    kind: 'choice',
    name: 'Status',
    options: ['registered', 'cancelled'],
    usual: 'registered',
    help: 'Registration',
  },
  category: {
    part: 'registration',
    kind: 'text',
    of: 'herbicide',
    name: 'Licence category',
    most: 60,
    isOrNull: true,
    help: 'Licence category that covers it',
  },
  signalWord: {
    part: 'registration',
    kind: 'choice',
    of: 'herbicide',
    name: 'Signal word',
    options: ['', ...SIGNAL_WORDS],
    usual: '',
    words: { '': 'not typed yet' },
    help: 'Signal word; empty: not typed',
  },
  formulation: {
    part: 'registration',
    kind: 'choice',
    name: 'Formulation',
    options: FORMULATIONS,
    usual: 'WG',
    words: FORMULATION_WORDS,
    help: 'Formulation',
  },
  restrictedUse: {
    part: 'front, ticked',
    kind: 'tick',
    of: 'herbicide',
    name: 'Restricted-use product',
    help: 'Restricted-use product',
  },
  demo: {
    part: 'front, ticked',
    kind: 'tick',
    name: 'An invented label, never for use',
    help: 'An invented label, never for use',
  },
  densityLbPerGal: {
    part: 'density',
    kind: 'figure',
    name: 'Density',
    measure: 'density',
    hint: 'the only way from volume to weight',
    above: 0,
    most: 30,
    help: 'Density, lb/gal',
  },
  ppe: {
    part: 'precautions',
    kind: 'text',
    name: 'What to wear (PPE)',
    rows: 2,
    most: 2000,
    help: 'What to wear',
  },
  reentry: {
    part: 'precautions',
    kind: 'text',
    name: 'Re-entry, as the label words it',
    rows: 2,
    most: 2000,
    help: 'Re-entry, as the label words it',
  },
  reentryHours: {
    part: 're-entry',
    kind: 'figure',
    name: 'Re-entry, hours',
    hint: 'empty: when dry',
    most: 720,
    none: 'reentryHours',
    help: 'Hours before re-entry',
  },
  stains: { part: 'stains', kind: 'tick', name: 'Stains hard surfaces', help: 'Stains hard surfaces' },
  inSoil: {
    part: 'how it works',
    kind: 'tick',
    name: 'In the soil: a barrier, watered in',
    help: 'Works in the soil',
  },
  onLeaf: {
    part: 'how it works',
    kind: 'tick',
    name: 'Through the leaf: dry hours wanted',
    help: 'Works through the leaf',
  },
  reachesBack: {
    part: 'how it works',
    kind: 'tick',
    name: 'Reaches back to seedlings that are up',
    help: 'Controls seedlings that are already up',
  },
  rainFreeHours: {
    part: 'weather',
    kind: 'figure',
    name: 'Rain-free hours',
    most: 240,
    none: 'rainFreeHours',
    help: 'Hours without rain that the leaf needs',
  },
  windMostMph: {
    part: 'weather',
    kind: 'figure',
    name: 'Wind, at most',
    measure: 'wind',
    most: 60,
    none: 'wind',
    help: 'Not above this wind, mph',
  },
  gustMostMph: {
    part: 'weather',
    kind: 'figure',
    name: 'Wind gusts, at most',
    measure: 'wind',
    most: 80,
    help: 'Not in gusts above this, mph',
    since: 3,
  },
  airLeastF: {
    part: 'weather',
    kind: 'figure',
    name: 'Air, at least',
    measure: 'temperature',
    least: -20,
    most: 130,
    none: 'air',
    help: 'Not below this air temperature, °F',
  },
  airMostF: {
    part: 'weather',
    kind: 'figure',
    name: 'Air, at most',
    measure: 'temperature',
    least: -20,
    most: 130,
    none: 'air',
    help: 'Not above this air temperature, °F',
  },
  airDayMostF: {
    part: 'weather',
    kind: 'figure',
    name: 'Day’s high, at most',
    measure: 'temperature',
    least: -20,
    most: 130,
    none: 'air',
    help: 'Not on a day whose high is above this, °F',
    since: 2,
  },
  noMowingDaysBefore: {
    part: 'weather',
    kind: 'figure',
    name: 'No mowing, days before',
    whole: true,
    most: 60,
    none: 'mowing',
    help: 'Days without mowing before',
  },
  noMowingDaysAfter: {
    part: 'weather',
    kind: 'figure',
    name: 'No mowing, days after',
    whole: true,
    most: 60,
    none: 'mowing',
    help: 'Days without mowing after',
  },
  surfactantPercent: {
    part: 'tank',
    kind: 'figure',
    name: 'Surfactant, % v/v',
    most: 10,
    none: 'surfactant',
    help: 'Surfactant wanted, % v/v',
  },
  adjuvant: {
    part: 'tank',
    kind: 'choice',
    name: 'Which surfactant',
    options: ADJUVANTS,
    usual: null,
    noneWords: 'not typed yet',
    help: 'Which kind of surfactant; null: not typed',
    since: 2,
  },
  mixHours: {
    part: 'tank',
    kind: 'figure',
    name: 'A mix may stand, hours',
    most: 720,
    none: 'mixHours',
    help: 'Hours that a mix may stand',
  },
  tankMix: {
    part: 'tank',
    kind: 'choice',
    name: 'In the tank',
    options: TANK_MIXES,
    usual: 'as its label says',
    help: 'Tank mixing',
  },
  addedAs: {
    part: 'order of the tank',
    kind: 'choice',
    name: 'Place in the order of the tank',
    options: MIX_PLACES,
    usual: null,
    noneWords: 'by its formulation',
    help: 'Where the label puts it in the order of the tank; null: by its formulation',
    since: 2,
  },
  turnsWater: {
    part: 'order of the tank',
    kind: 'choice',
    name: 'It makes the water',
    options: WATER_TURNS,
    usual: null,
    noneWords: 'neither, or not typed',
    help: 'What it makes of the water: acid or alkaline; null: neither, or not said',
    since: 2,
  },
  compatibility: {
    part: 'notes',
    kind: 'text',
    name: 'Notes on mixing',
    rows: 2,
    most: 2000,
    help: 'Notes on mixing',
  },
  period: {
    part: 'limits',
    kind: 'choice',
    name: 'Limits count by',
    options: ['calendar year', '12 months'],
    usual: 'calendar year',
    help: 'Period of the limits',
  },
  yearLimit: {
    part: 'limits',
    kind: 'figure',
    name: 'Most product in it',
    inRateUnit: true,
    most: 20_000,
    none: 'yearLimit',
    help: 'Most product in the period, in rateUnit',
  },
  mostApplications: {
    part: 'limits',
    kind: 'figure',
    name: 'Most applications in it',
    whole: true,
    most: 50,
    none: 'mostApplications',
    help: 'Most applications in the period',
  },
  intervalDays: {
    part: 'limits',
    kind: 'figure',
    name: 'Least days between',
    whole: true,
    most: 730,
    none: 'intervalDays',
    help: 'Least days between applications',
  },
} as const satisfies Record<string, SheetField>;

type Fields = typeof SHEET_FIELDS;
export type SheetKey = keyof Fields;
export type FigureKey = { [K in SheetKey]: Fields[K]['kind'] extends 'figure' ? K : never }[SheetKey];

type ValueOf<F> = F extends Figure
  ? number | null
  : F extends Tick
    ? boolean
    : F extends Choice
      ? F['options'][number] | (F['usual'] extends null ? null : never)
      : F extends { isOrNull: true }
        ? string | null
        : string;
/** What a sheet keeps of the fields of this table. */
export type SheetValues = { readonly [K in SheetKey]: ValueOf<Fields[K]> };

export const SHEET_KEYS = Object.keys(SHEET_FIELDS) as SheetKey[];
/** The row of a field, whichever it is. */
export const fieldOf = (key: SheetKey): SheetField => SHEET_FIELDS[key];
export const isSheetKey = (text: string): text is SheetKey => Object.hasOwn(SHEET_FIELDS, text);
export const fieldsOfPart = (part: SheetPart): SheetKey[] =>
  SHEET_KEYS.filter((key) => SHEET_FIELDS[key].part === part);

function emptyOf(field: SheetField): string | number | boolean | null {
  switch (field.kind) {
    case 'figure':
      return null;
    case 'tick':
      return false;
    case 'choice':
      return field.usual;
    case 'text':
      return field.isOrNull ? null : '';
  }
}
/** Nothing typed, and nothing assumed. */
export const EMPTY_VALUES = Object.fromEntries(
  SHEET_KEYS.map((key) => [key, emptyOf(SHEET_FIELDS[key])]),
) as SheetValues;

/** Fields that say whether a label sets a figure, by the name under which "it sets none" is said. */
export const fieldsOfNone = (none: NoneKey): FigureKey[] =>
  FIGURE_KEYS.filter((key) => (fieldOf(key) as Figure).none === none);
export const FIGURE_KEYS = SHEET_KEYS.filter((key): key is FigureKey => SHEET_FIELDS[key].kind === 'figure');

/** A label's figures by the sheet's keys, those of a measure in the core's unit; null: not typed. */
export type LabelFigures = Readonly<Record<FigureKey, number | null>>;
export const figuresOf = (sheet: SheetValues): LabelFigures =>
  Object.fromEntries(
    FIGURE_KEYS.map((key) => {
      const { measure } = fieldOf(key) as Figure;
      const value = sheet[key];
      return [key, value === null || measure === undefined ? value : inCoreUnit(value, measure)];
    }),
  ) as LabelFigures;
