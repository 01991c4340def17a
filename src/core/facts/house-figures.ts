/**
 * The company's figures, one row each: what is asked and why, in which unit, between which bounds, and what is usual. The
 * forms under House, what is read of them, the stored types and the usual values come from this table. To add a figure: a
 * row here, and whoever asks it. Kept and bounded in trade units; a measure is typed in the company's own.
 *
 * Every usual value is common practice, no source, those of `weights` ours; each is the company's to change.
 */
import { issue, type Issue } from '@/core/units/issue';
import { parseFigure } from '@/core/units/parse';

/** Forms under House, and parts of them. */
export type HousePanel = 'day' | 'gates' | 'one group' | 'crews' | 'weights' | 'road' | 'no water';

type Row = Readonly<{
  panel: HousePanel;
  /** as refusals name it */
  field: string;
  /** on the form; its unit follows, unless `isWithUnit` */
  name: string;
  isWithUnit?: true;
  /** a measure, or what it is counted in */
  unit: string;
  least?: number;
  above?: number;
  most: number;
  whole?: true;
  /** null: none, and the field may stay empty */
  usual: number | null;
  why?: string;
}>;

export const HOUSE_FIGURES = {
  windLimitMph: {
    panel: 'day',
    field: 'Wind limit',
    name: 'Wind: no spray above',
    unit: 'wind',
    least: 1,
    most: 30,
    usual: 10,
    why: 'Drift. A lower limit of a label goes before it.',
  },
  windCautionMph: {
    panel: 'day',
    field: 'Wind caution',
    name: 'Wind: a warning above',
    unit: 'wind',
    least: 1,
    most: 30,
    usual: 7,
  },
  workFromHour: {
    panel: 'day',
    field: 'Work from',
    name: 'The working day begins',
    unit: 'o’clock',
    least: 0,
    most: 23,
    whole: true,
    usual: 7,
  },
  workToHour: {
    panel: 'day',
    field: 'Work to',
    name: 'The working day ends',
    unit: 'o’clock',
    least: 1,
    most: 24,
    whole: true,
    usual: 18,
  },
  calmHours: {
    panel: 'day',
    field: 'Hours of good weather',
    name: 'Good weather that a stop needs',
    unit: 'hours',
    least: 1,
    most: 12,
    whole: true,
    usual: 3,
    why: 'In one piece.',
  },
  leadDays: {
    panel: 'day',
    field: 'Lead',
    name: 'A barrier goes down before its line',
    unit: 'days',
    least: 0,
    most: 120,
    whole: true,
    usual: 42,
    why: 'Not earlier: it would wear out.',
  },
  spacingLeastDays: {
    panel: 'day',
    field: 'Split, at least',
    name: 'Second part of a split after',
    unit: 'days',
    least: 7,
    most: 200,
    whole: true,
    usual: 56,
    why: 'While the first still holds.',
  },
  spacingMostDays: {
    panel: 'day',
    field: 'Split, at most',
    name: 'Second part no later than',
    unit: 'days',
    least: 7,
    most: 300,
    whole: true,
    usual: 84,
  },
  carrierGalPer1000: {
    panel: 'day',
    field: 'Spray volume',
    name: 'Spray volume',
    unit: 'carrier',
    least: 0.1,
    most: 20,
    usual: 1,
    why: 'What your equipment really puts out.',
  },
  tankGal: {
    panel: 'day',
    field: 'Tank',
    name: 'Tank',
    unit: 'volume',
    least: 0.5,
    most: 2000,
    usual: 4,
    why: 'Loads are made for it.',
  },
  scaleStepG: {
    panel: 'day',
    field: 'Scale',
    name: 'The scale reads to',
    unit: 'g',
    least: 0.01,
    most: 500,
    usual: 1,
    why: 'Amounts are rounded to it.',
  },
  jugStepFlOz: {
    panel: 'day',
    field: 'Jug',
    name: 'The jug reads to',
    unit: 'pour',
    least: 0.01,
    most: 64,
    usual: 0.25,
    why: 'Amounts are rounded to it.',
  },
  rainChancePercent: {
    panel: 'gates',
    field: 'Chance of rain',
    name: 'Rain counts from this chance on',
    unit: '%',
    least: 1,
    most: 100,
    usual: 40,
    why: 'Below it a forecast’s rain is not reckoned with.',
  },
  calibrationDays: {
    panel: 'gates',
    field: 'Calibration',
    name: 'A calibration is good for',
    unit: 'days',
    least: 1,
    most: 730,
    usual: 60,
    why: 'Older, and the gate Equipment is ajar.',
  },
  noticeHours: {
    panel: 'gates',
    field: 'Notice',
    name: 'Notice that local code asks for',
    unit: 'hours',
    least: 0,
    most: 336,
    usual: 24,
    why: 'From the notice to the work.',
  },
  heatLimitF: {
    panel: 'gates',
    field: 'Heat limit',
    name: 'Heat: no leaf-active product above',
    unit: 'temperature',
    least: 60,
    most: 120,
    usual: 90,
    why: 'It burns turf and drifts as vapour. A lower limit of a label goes before it.',
  },
  heatCautionF: {
    panel: 'gates',
    field: 'Heat caution',
    name: 'Heat: a warning above',
    unit: 'temperature',
    least: 50,
    most: 120,
    usual: 85,
  },
  nitrogenSoilF: {
    panel: 'gates',
    field: 'Soil for nitrogen',
    name: 'No nitrogen on soil above',
    unit: 'temperature',
    least: 50,
    most: 110,
    usual: 80,
    why: 'Tops without roots, and disease.',
  },
  nitrogenYearLb: {
    panel: 'gates',
    field: 'Nitrogen in a year',
    name: 'Most nitrogen in a year',
    unit: 'nitrogen',
    least: 0,
    most: 20,
    usual: null,
    why: 'Usual: by turf',
  },
  groupYears: {
    panel: 'one group',
    field: 'Years of one group',
    name: 'One group alone so many running is too many',
    unit: 'years',
    least: 2,
    most: 10,
    usual: 3,
    why: 'What survives it breeds.',
  },
  trucks: {
    panel: 'crews',
    field: 'Trucks',
    name: 'Trucks that go out',
    isWithUnit: true,
    unit: 'trucks',
    least: 1,
    most: 500,
    whole: true,
    usual: 1,
  },
  daysAWeek: {
    panel: 'crews',
    field: 'Days a week',
    name: 'Days of the week on which they do',
    isWithUnit: true,
    unit: 'days',
    least: 1,
    most: 7,
    whole: true,
    usual: 5,
    why: 'From Monday on.',
  },
  stopMinutes: {
    panel: 'crews',
    field: 'At a lawn',
    name: 'At a lawn',
    unit: 'minutes',
    least: 1,
    most: 480,
    usual: 12,
  },
  driveMinutes: {
    panel: 'crews',
    field: 'On the way',
    name: 'From one lawn to the next',
    unit: 'minutes',
    least: 0,
    most: 480,
    usual: 10,
    why: 'Mean of a round.',
  },
  broadcastAbove: {
    panel: 'crews',
    field: 'Whole zone from',
    name: 'The whole zone is sprayed from, % of it weeds',
    isWithUnit: true,
    unit: '%',
    least: 0,
    most: 100,
    usual: 10,
    why: 'Under it spots.',
  },
  callbackUsd: {
    panel: 'weights',
    field: 'Callback',
    name: 'A callback, $',
    isWithUnit: true,
    unit: 'dollars',
    least: 0,
    most: 10_000,
    usual: 60,
    why: 'Of a lawn on which half of the weeds come through; twice as much where all do.',
  },
  hourUsd: {
    panel: 'weights',
    field: 'An hour',
    name: 'An hour of work, $',
    isWithUnit: true,
    unit: 'dollars',
    least: 0,
    most: 1000,
    usual: 45,
    why: 'Wages, truck, fuel.',
  },
  rootVisits: {
    panel: 'weights',
    field: 'Load on the roots',
    name: 'Heavy load on roots',
    unit: 'visits',
    least: 0,
    most: 20,
    usual: 1,
    why: 'What more than half of a root ceiling counts as; above the ceiling nothing is proposed.',
  },
  limitVisits: {
    panel: 'weights',
    field: 'A limit nearly used',
    name: 'Limit nearly used',
    unit: 'visits',
    least: 0,
    most: 20,
    usual: 0.5,
    why: 'What more than 80 % of a year’s limit counts as.',
  },
  seedSlackDays: {
    panel: 'weights',
    field: 'Days before seeding',
    name: 'Slack before seeding',
    unit: 'days',
    least: 0,
    most: 120,
    whole: true,
    usual: 14,
    why: 'After the label’s own wait; with less the gate shows caution.',
  },
  speedMph: {
    panel: 'road',
    field: 'Speed between lawns',
    name: 'Speed between lawns',
    unit: 'wind',
    above: 0,
    most: 90,
    usual: 28,
  },
  detour: {
    panel: 'road',
    field: 'Detour',
    name: 'Detour',
    isWithUnit: true,
    unit: 'times',
    least: 1,
    most: 4,
    usual: 1.3,
    why: 'the road against the straight line.',
  },
  fillMinutes: {
    panel: 'road',
    field: 'To fill at the shop',
    name: 'To fill at the shop',
    unit: 'minutes',
    least: 0,
    most: 240,
    usual: 15,
    why: 'the tank of a truck.',
  },
  lawnFillMinutes: {
    panel: 'road',
    field: 'To fill at a lawn',
    name: 'To fill at a lawn',
    unit: 'minutes',
    least: 0,
    most: 120,
    usual: 4,
    why: 'a hopper from its bags, a tank that is carried.',
  },
  hourCost: {
    panel: 'road',
    field: 'An hour costs',
    name: 'An hour of one person costs',
    unit: 'USD',
    least: 0,
    most: 1000,
    usual: null,
    why: 'empty: money is reckoned without it',
  },
  waterNotFrom: {
    panel: 'no water',
    field: 'No water from',
    name: 'No water from',
    unit: 'o’clock',
    least: 0,
    most: 24,
    usual: null,
    why: '0 to 24; empty: at any hour',
  },
  waterNotTo: {
    panel: 'no water',
    field: 'No water to',
    name: 'No water to',
    unit: 'o’clock',
    least: 0,
    most: 24,
    usual: null,
  },
} as const satisfies Record<string, Row>;

type Figures = typeof HOUSE_FIGURES;
export type HouseKey = keyof Figures;
/** The keys of some panels. */
export type KeysOf<P extends HousePanel> = {
  [K in HouseKey]: Figures[K]['panel'] extends P ? K : never;
}[HouseKey];
/** What is kept of some panels. */
export type HouseValues<P extends HousePanel> = {
  readonly [K in KeysOf<P>]: Figures[K]['usual'] extends null ? number | null : number;
};
/** The same as it is typed. */
export type HouseTexts<P extends HousePanel> = Readonly<Record<KeysOf<P>, string>>;

export const houseFigure = (key: HouseKey): Row => HOUSE_FIGURES[key];
export const keysOf = <P extends HousePanel>(...panels: readonly P[]): KeysOf<P>[] =>
  (Object.keys(HOUSE_FIGURES) as HouseKey[]).filter((key) =>
    (panels as readonly HousePanel[]).includes(HOUSE_FIGURES[key].panel),
  ) as KeysOf<P>[];

export const usualOf = <P extends HousePanel>(...panels: readonly P[]): HouseValues<P> =>
  Object.fromEntries(keysOf(...panels).map((key) => [key, HOUSE_FIGURES[key].usual])) as HouseValues<P>;

export const textsOf = <P extends HousePanel>(
  values: HouseValues<P>,
  ...panels: readonly P[]
): HouseTexts<P> =>
  Object.fromEntries(
    keysOf(...panels).map((key) => [key, values[key] === null ? '' : String(values[key])]),
  ) as HouseTexts<P>;

/** Reads the figures of some panels. What cannot be read is an issue, and 0 among the values. */
export function readFigures<P extends HousePanel>(
  typed: HouseTexts<P>,
  issues: Issue[],
  ...panels: readonly P[]
): HouseValues<P> {
  const read = (key: KeysOf<P>): number | null => {
    const { field, unit, least, above, most, whole, usual } = houseFigure(key);
    if (usual === null && typed[key].trim() === '') return null;
    const bounds = above === undefined ? { least: least ?? 0, most } : { above, most };
    const parsed = parseFigure(typed[key], { field, unit, ...bounds });
    if (!parsed.ok) issues.push(parsed.issue);
    else if (whole && !Number.isInteger(parsed.value))
      issues.push(issue(field, 'not-whole', { value: parsed.value, unit }));
    return parsed.ok ? parsed.value : 0;
  };
  return Object.fromEntries(keysOf(...panels).map((key) => [key, read(key)])) as HouseValues<P>;
}
