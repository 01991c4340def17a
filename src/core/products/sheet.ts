/**
 * The product sheet: a label as it is typed in, in the label's own order and units. It is what the database keeps, what
 * the form edits and what travels as JSON; `labelFrom` makes of it what the gates compute with.
 */
import { stateName } from '@/core/trade/states';
import { celsius, gramsPerLitre, type KilogramsPerHectare } from '@/core/units/quantity';
import type { Content } from '@/core/units/by-label';
import {
  AMOUNT_UNITS,
  amountOf,
  rateOf,
  type AmountUnit,
  type RateUnit,
  type VolumeRate,
} from '@/core/units/rate';
import {
  G_PER_L_IN_LB_PER_GAL,
  fromFahrenheit,
  fromFeet,
  fromInchesOfWater,
  fromMilesPerHour,
} from '@/core/units/trade';
import type { Weed } from '@/core/weeds/weeds';
import { EMPTY_VALUES, fieldsOfNone, figuresOf, type SheetValues } from './sheet-fields';
import type { Controlled, Dormancy, Label, SeedlingsSince, SetbackFrom } from './label';
import type { NoneKey } from './label-terms';
import type { Method, Site, Turf, Use } from '@/core/trade/terms';

export const SHEET_FORMAT = 'iron-gate-label/1';
export const CONTENT_UNITS = ['% by weight', 'lb/gal', 'g/L'] as const;
export type ContentUnit = (typeof CONTENT_UNITS)[number];
export const CARRIER_UNITS = ['gal/1000sqft', 'gal/acre', 'L/ha'] as const;

export type SheetIngredient = Readonly<{
  name: string;
  /** a person said that it is none of the substances we know; missing: not asked, or known */
  ownSubstance?: boolean;
  group: number | null;
  content: number;
  contentUnit: ContentUnit;
  /** the acid's content, in the same unit */
  acidEquivalent: number | null;
  /** lb/acre in the label's period, over all products */
  yearLimitLbPerAcre: number | null;
  limitCounts: 'a.i.' | 'a.e.';
}>;

/** One row of the rate table, for several turfs and uses at once, as labels print it. Figures in the sheet's rateUnit. */
export type SheetRate = Readonly<{
  turfs: readonly Turf[];
  uses: readonly Use[];
  region: string | null;
  low: number;
  high: number;
  /** of control, at the high rate */
  months: number | null;
  /** of control at other rates of the row; not given: the label names none */
  monthsAt?: readonly Readonly<{ rate: number; months: number }>[];
  yearLimit: number | null;
  mostApplications: number | null;
  intervalDays: number | null;
  dormancy: Dormancy;
}>;

export type LabelSheet = SheetValues &
  Readonly<{
    format: typeof SHEET_FORMAT;
    registeredIn: readonly string[] | null;
    ingredients: readonly SheetIngredient[];
    analysis: Readonly<{ n: number; p: number; k: number }> | null;
    packages: readonly Readonly<{ size: number; unit: AmountUnit; priceUsd: number | null }>[];
    cautions: readonly string[];
    before: readonly Weed[];
    after: readonly Controlled[];
    wateringIn: Readonly<{ inches: number; withinDays: number }> | null;
    methods: readonly Method[];
    carrier: Readonly<{ least: number; most: number; unit: (typeof CARRIER_UNITS)[number] }> | null;
    notWith: readonly string[];
    sprayPh: Readonly<{ least: number; most: number }> | null;
    setbacks: readonly Readonly<{ from: SetbackFrom; feet: number }>[];
    /** it may not be used where fruit is grown */
    keepsFromFruit: boolean | null;
    sites: readonly Site[] | null;
    /** figures that the label does not set, as somebody has read: what is empty and not here was not typed */
    none: readonly NoneKey[];
    rateUnit: RateUnit;
    amountUnit: AmountUnit;
    rates: readonly SheetRate[];
    seedingWait: readonly Readonly<{ upTo: number; days: number }>[];
    seedlings: Readonly<{ weeks: number | null; mowings: number | null; since?: SeedlingsSince }> | null;
  }>;

export const contentOf = (figure: number, unit: ContentUnit): Content =>
  unit === '% by weight'
    ? { in: 'weight', share: figure / 100 }
    : {
        in: 'volume',
        gramsPerLitre: gramsPerLitre(unit === 'g/L' ? figure : figure * G_PER_L_IN_LB_PER_GAL),
      };

const perhaps = <T, U>(value: T | null, make: (v: T) => U): U | null => (value === null ? null : make(value));

const ingredientsFrom = ({ ingredients }: LabelSheet): Label['ingredients'] =>
  ingredients.map((i) => ({
    name: i.name,
    ...(i.ownSubstance ? { isOwn: true as const } : {}),
    group: i.group,
    content: contentOf(i.content, i.contentUnit),
    acid: perhaps(i.acidEquivalent, (a) => contentOf(a, i.contentUnit)),
    counts: i.limitCounts,
    yearLimit: perhaps(i.yearLimitLbPerAcre, (lb) => rateOf(lb, 'lb/acre').rate as KilogramsPerHectare),
  }));

/** A row for each turf and use that it holds for. */
function ratesFrom(sheet: LabelSheet): Label['rates'] {
  const rate = (figure: number) => rateOf(figure, sheet.rateUnit);
  return sheet.rates.flatMap((r) =>
    r.turfs.flatMap((turf) =>
      r.uses.map((use) => ({
        turf,
        use,
        region: r.region,
        low: rate(r.low),
        high: rate(r.high),
        months: r.months,
        monthsAt: (r.monthsAt ?? []).map((m) => ({ rate: rate(m.rate), months: m.months })),
        yearLimit: perhaps(r.yearLimit, rate),
        mostApplications: r.mostApplications,
        intervalDays: r.intervalDays,
        dormancy: r.dormancy,
      })),
    ),
  );
}

/** The label that a sheet describes. @throws RangeError where a figure is none: the sheet was not checked */
export function labelFrom(sheet: LabelSheet, id: string, version: number): Label {
  const rate = (figure: number) => rateOf(figure, sheet.rateUnit);
  return {
    id,
    version,
    kind: sheet.kind,
    name: sheet.name,
    registrationNumber: sheet.registrationNumber,
    labelDate: sheet.labelDate,
    demo: sheet.demo,
    status: sheet.status,
    registeredIn: sheet.registeredIn?.map(stateName) ?? null,
    formulation: sheet.formulation,
    signalWord: sheet.signalWord,
    restrictedUse: sheet.restrictedUse,
    category: sheet.category,
    ingredients: ingredientsFrom(sheet),
    density: perhaps(sheet.densityLbPerGal, (d) => gramsPerLitre(d * G_PER_L_IN_LB_PER_GAL)),
    analysis: perhaps(sheet.analysis, ({ n, p, k }) => ({ n: n / 100, p: p / 100, k: k / 100 })),
    rates: ratesFrom(sheet),
    rateUnit: sheet.rateUnit,
    amountUnit: sheet.amountUnit,
    period: sheet.period,
    yearLimit: perhaps(sheet.yearLimit, rate),
    mostApplications: sheet.mostApplications,
    minimumIntervalDays: sheet.intervalDays,
    seedingWait: sheet.seedingWait
      .map((w) => ({ upTo: rate(w.upTo), days: w.days }))
      .sort((a, b) => a.upTo.rate - b.upTo.rate),
    seedlings: sheet.seedlings && { ...sheet.seedlings, since: sheet.seedlings.since ?? 'sown' },
    inSoil: sheet.inSoil,
    onLeaf: sheet.onLeaf,
    reachesBack: sheet.reachesBack,
    before: sheet.before,
    after: sheet.after,
    wateringIn: perhaps(sheet.wateringIn, (w) => ({
      depth: fromInchesOfWater(w.inches),
      withinDays: w.withinDays,
    })),
    rainFreeHours: sheet.rainFreeHours,
    air: {
      least: perhaps(sheet.airLeastF, (f) => celsius(fromFahrenheit(f))),
      most: perhaps(sheet.airMostF, (f) => celsius(fromFahrenheit(f))),
      dayMost: perhaps(sheet.airDayMostF, (f) => celsius(fromFahrenheit(f))),
    },
    windLimit: perhaps(sheet.windMostMph, fromMilesPerHour),
    methods: sheet.methods,
    carrier: perhaps(sheet.carrier, ({ least, most, unit }) => ({
      least: (rateOf(least, unit) as VolumeRate).rate,
      most: (rateOf(most, unit) as VolumeRate).rate,
    })),
    surfactantPercent: sheet.surfactantPercent,
    adjuvant: sheet.adjuvant,
    tankMix: sheet.tankMix,
    addedAs: sheet.addedAs,
    notWith: sheet.notWith,
    sprayPh: sheet.sprayPh,
    turnsWater: sheet.turnsWater,
    compatibility: sheet.compatibility,
    setbacks: sheet.setbacks.map(({ from, feet }) => ({ from, distance: fromFeet(feet) })),
    mowing: { beforeDays: sheet.noMowingDaysBefore, afterDays: sheet.noMowingDaysAfter },
    keepsFromFruit: sheet.keepsFromFruit,
    sites: sheet.sites,
    none: sheet.none,
    stains: sheet.stains,
    mixHours: sheet.mixHours,
    packages: sheet.packages.map(({ size, unit, priceUsd }) => ({
      size: amountOf(size, unit),
      typed: `${size.toLocaleString('en-US')} ${AMOUNT_UNITS[unit].words}`,
      price: priceUsd,
    })),
    ppe: sheet.ppe,
    reentry: sheet.reentry,
    reentryHours: sheet.reentryHours,
    cautions: sheet.cautions,
    figures: figuresOf(sheet),
  };
}

/** Whether a figure that a label may set is typed. */
export const isTyped = (s: LabelSheet, key: NoneKey): boolean => {
  switch (key) {
    case 'ingredientLimits':
      return s.ingredients.some((i) => i.yearLimitLbPerAcre !== null);
    case 'setbacks':
    case 'seedingWait':
      return s[key].length > 0;
    case 'wateringIn':
    case 'sites':
    case 'seedlings':
    case 'carrier':
      return s[key] !== null;
    default:
      return fieldsOfNone(key).some((field) => s[field] !== null);
  }
};

/** A sheet with nothing on it yet, and nothing assumed. */
export const EMPTY_SHEET: LabelSheet = {
  ...EMPTY_VALUES,
  format: SHEET_FORMAT,
  registeredIn: null,
  ingredients: [],
  analysis: null,
  packages: [],
  cautions: [],
  before: [],
  after: [],
  wateringIn: null,
  methods: [],
  carrier: null,
  notWith: [],
  sprayPh: null,
  setbacks: [],
  keepsFromFruit: null,
  sites: null,
  none: [],
  rateUnit: 'oz/1000sqft',
  amountUnit: 'oz',
  rates: [],
  seedingWait: [],
  seedlings: null,
};

/**
 * A sheet as it was stored, by this version of the program or an earlier one: fields that came later stand as on an empty
 * sheet. @throws RangeError if it is no sheet of ours
 */
export function readSheet(stored: unknown): LabelSheet {
  if (typeof stored !== 'object' || stored === null || (stored as LabelSheet).format !== SHEET_FORMAT)
    throw new RangeError(`Not a product sheet of ${SHEET_FORMAT}`);
  const sheet = { ...EMPTY_SHEET, ...stored };
  // before a sheet could tell "none" from "not typed" its zeros were what an empty form had
  if (!('none' in stored))
    for (const key of ['intervalDays', 'noMowingDaysBefore', 'noMowingDaysAfter'] as const)
      if (sheet[key] === 0) sheet[key] = null;
  return sheet;
}
