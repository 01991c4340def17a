/**
 * Product sheets as JSON. A file that is none is answered with the field, the figure and the remedy; beyond the schema
 * a sheet must hang together: low under high, a unit of one kind for rates and amounts, an acid under its salt.
 */
import { fact, issue, type Fact, type Issue } from '@/core/units/issue';
import { Ajv2020, type ErrorObject } from 'ajv/dist/2020';
import { parseDay } from '@/core/calendar/day';
import { contentOf, isTyped, readSheet, type LabelSheet, type SheetRate } from '@/core/products/sheet';
import { fieldOf, isSheetKey } from '@/core/products/sheet-fields';
import { substanceRate } from '@/core/units/by-label';
import { gramsPerLitre } from '@/core/units/quantity';
import type { Measure } from '@/core/units/measures';
import { AMOUNT_UNITS, RATE_UNITS, rateOf } from '@/core/units/rate';
import { exceeds } from '@/core/units/tolerance';
import { G_PER_L_IN_LB_PER_GAL } from '@/core/units/trade';
import { stageRank } from '@/core/weeds/weeds';
import { LABEL_SCHEMA } from './label-schema';

const validate = new Ajv2020({ allErrors: true, allowUnionTypes: true, verbose: true }).compile<LabelSheet>(
  LABEL_SCHEMA,
);

export type ReadSheet =
  | Readonly<{ ok: true; sheet: LabelSheet }>
  | Readonly<{ ok: false; issues: readonly Issue[] }>;

/** A sheet from the text of a file. */
export function sheetFromText(text: string): ReadSheet {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    return refused(issue('file', 'label-not-json', { detail: why }));
  }
  return checkSheet(value);
}

export function checkSheet(value: unknown): ReadSheet {
  if (!validate(value)) return { ok: false, issues: (validate.errors ?? []).filter(tells).map(issueOf) };
  const issues = contradictions(value);
  return issues.length ? { ok: false, issues } : { ok: true, sheet: readSheet(value) };
}

/** What a person can do nothing with: that a part failed because its parts did. */
const tells = (e: ErrorObject) => e.keyword !== 'if' && e.keyword !== 'anyOf';
const refused = (...issues: Issue[]): ReadSheet => ({ ok: false, issues });

/** "rates 2, low" for /rates/1/low */
const fieldAt = (path: string): string =>
  path
    .split('/')
    .slice(1)
    .map((part) => (/^\d+$/.test(part) ? `${Number(part) + 1}` : part))
    .join(' ') || 'sheet';

function issueOf({ instancePath, keyword, params, message, data, parentSchema }: ErrorObject): Issue {
  const p = params as Record<string, unknown>;
  const description = (parentSchema as { description?: string } | undefined)?.description;
  const extra = keyword === 'required' ? p['missingProperty'] : p['additionalProperty'];
  const field = fieldAt(typeof extra === 'string' ? `${instancePath}/${extra}` : instancePath);
  if (keyword === 'required') return issue(field, 'label-field-missing');
  if (keyword === 'additionalProperties') return issue(field, 'label-field-unknown');
  const measure = measureOf(instancePath.split('/').at(-1) ?? '');
  const code = BOUNDS[keyword];
  if (measure && code && typeof data === 'number')
    return issue(field, code, { name: '', unit: measure, value: String(data), bound: Number(p['limit']) });
  const allowed = Array.isArray(p['allowedValues']) ? (p['allowedValues'] as unknown[]) : null;
  return issue(field, 'label-schema', {
    value: data === undefined ? null : JSON.stringify(data).slice(0, 60),
    oneOf:
      allowed
        ?.filter((v) => v !== '')
        .slice(0, 12)
        .map(String) ?? null,
    message: message ?? 'is wrong',
    description: description ?? null,
  });
}

/** Fields written by hand that are of a measure, which a sheet keeps in trade units. */
const MEASURED: Readonly<Record<string, Measure>> = {
  inches: 'water',
  feet: 'length',
  yearLimitLbPerAcre: 'ingredient',
};
function measureOf(key: string): Measure | undefined {
  const field = isSheetKey(key) ? fieldOf(key) : null;
  return field?.kind === 'figure' ? field.measure : MEASURED[key];
}
const BOUNDS: Readonly<Record<string, 'not-above' | 'below' | 'beyond'>> = {
  minimum: 'below',
  exclusiveMinimum: 'not-above',
  maximum: 'beyond',
};

/** Weeds that are up are taken through the leaf: the sheet must say so, and what the leaf needs. */
function aboutTheLeaf(s: LabelSheet): Issue[] {
  const onUp = s.rates.some((r) => r.uses.some((u) => u === 'post-emergent' || u === 'spot'));
  const isGranule = s.formulation === 'G';
  const issues: Issue[] = [];
  if (onUp && !isGranule && !s.onLeaf) issues.push(issue('onLeaf', 'label-leaf-not-ticked'));
  if ((s.onLeaf || (onUp && !isGranule)) && s.rainFreeHours === null && !s.none?.includes('rainFreeHours'))
    issues.push(
      isGranule
        ? issue('rainFreeHours', 'label-rain-free-missing-granule')
        : issue('rainFreeHours', 'label-rain-free-missing'),
    );
  return issues;
}

/** One application at a row's high must keep each ingredient's own limit. */
function aboveIngredientLimits(s: LabelSheet): Issue[] {
  const density =
    s.densityLbPerGal === null ? null : gramsPerLitre(s.densityLbPerGal * G_PER_L_IN_LB_PER_GAL);
  return s.rates.flatMap((r, i) =>
    s.ingredients.flatMap((a): Issue[] => {
      const counted = a.limitCounts === 'a.e.' ? a.acidEquivalent : a.content;
      if (a.yearLimitLbPerAcre === null || counted === null) return [];
      const kg = substanceRate(rateOf(r.high, s.rateUnit), contentOf(counted, a.contentUnit), density);
      const lb = kg === null ? null : kg / RATE_UNITS['lb/acre'].inSi;
      if (lb === null || !exceeds(lb, a.yearLimitLbPerAcre)) return [];
      return [
        issue(`rates ${i + 1} high`, 'label-rate-above-ingredient-year', {
          rate: r.high,
          unit: s.rateUnit,
          ingredient: a.name,
          measure: a.limitCounts === 'a.e.' ? 'acid' : 'ingredient',
          lb: Number(lb.toPrecision(4)),
          most: a.yearLimitLbPerAcre,
        }),
      ];
    }),
  );
}

/** Months by rate lie within their row, each rate once, and a higher rate holds no shorter. `at`: its place, from 1. */
function monthsByRate(
  { low, high, months: atHigh, monthsAt = [] }: SheetRate,
  unit: string,
): Readonly<{ at: number; why: Fact }>[] {
  const all = [...monthsAt, ...(atHigh === null ? [] : [{ rate: high, months: atHigh }])];
  return monthsAt.flatMap(({ rate, months }, i): { at: number; why: Fact }[] => {
    const at = i + 1;
    const longer = all.find((m) => m.rate > rate && m.months < months);
    if (rate < low || rate > high)
      return [{ at, why: fact('label-rate-outside-row', { rate, unit, low, high }) }];
    if (all.filter((m) => m.rate === rate).length > 1)
      return [{ at, why: fact('label-rate-twice', { rate, unit }) }];
    return longer
      ? [
          {
            at,
            why: fact('label-higher-rate-holds-less', {
              rate,
              unit,
              months,
              lower: longer.rate,
              lowerMonths: longer.months,
            }),
          },
        ]
      : [];
  });
}

/** Each row of rates: low under high, its months in order, no more at once than in a year. */
function aboutRates(s: LabelSheet): Issue[] {
  const unit = RATE_UNITS[s.rateUnit].words;
  return s.rates.flatMap((r, i): Issue[] => {
    const row = `rates ${i + 1}`;
    const most = r.yearLimit ?? s.yearLimit;
    return [
      ...(r.low > r.high
        ? [issue(`${row} low`, 'label-low-above-high', { low: r.low, high: r.high, unit })]
        : []),
      ...monthsByRate(r, unit).map(({ at, why }) => ({ field: `${row} monthsAt ${at} rate`, ...why })),
      ...(most !== null && r.high > most
        ? [issue(`${row} high`, 'label-rate-above-year', { rate: r.high, unit, most })]
        : []),
    ];
  });
}

/** A turf has one row of rates for a use in a region. */
const turfsTwice = (s: LabelSheet): Issue[] =>
  s.rates.flatMap((r, i) =>
    s.rates.slice(0, i).flatMap((earlier, k): Issue[] => {
      const turf = r.turfs.find((t) => earlier.turfs.includes(t));
      const use = r.uses.find((u) => earlier.uses.includes(u));
      return turf && use && r.region === earlier.region
        ? [issue(`rates ${i + 1} turfs`, 'label-turf-twice', { turf, use, row: k + 1 })]
        : [];
    }),
  );

/** An acid is a part of its salt, shares are parts of one whole, and a limit in acid needs the acid. */
function aboutIngredients({ ingredients }: LabelSheet): Issue[] {
  const each = ingredients.flatMap((a, i): Issue[] => {
    const { acidEquivalent: acid, content, contentUnit: unit } = a;
    const row = `ingredients ${i + 1}`;
    return [
      ...(acid !== null && acid > content
        ? [issue(`${row} acidEquivalent`, 'label-acid-above-content', { acid, content, unit })]
        : []),
      ...(unit === '% by weight' && content > 100
        ? [issue(`${row} content`, 'label-content-above-all', { percent: content })]
        : []),
      ...(a.limitCounts === 'a.e.' && a.yearLimitLbPerAcre !== null && acid === null
        ? [issue(`${row} acidEquivalent`, 'label-acid-missing')]
        : []),
    ];
  });
  const shares = ingredients.filter((a) => a.contentUnit === '% by weight');
  return shares.reduce((sum, a) => sum + a.content, 0) > 100
    ? [...each, issue('ingredients', 'label-contents-above-all')]
    : each;
}

/** Least under most: of the carrier and of the tank's pH. */
const leastAboveMost = (s: LabelSheet): Issue[] =>
  (['carrier', 'sprayPh'] as const).flatMap((key): Issue[] => {
    const range = s[key];
    return range && range.least > range.most
      ? [issue(`${key} least`, 'label-least-above-most', { least: range.least, most: range.most })]
      : [];
  });

/** Air for the work in order, and a day's high not below it. */
function aboutAir({ airLeastF: least, airMostF: most, airDayMostF: dayMost }: LabelSheet): Issue[] {
  const issues: Issue[] = [];
  if (least !== null && most !== null && least >= most)
    issues.push(issue('airLeastF', 'label-air-least-not-below', { leastF: least, mostF: most }));
  const work = most ?? least;
  if (dayMost != null && work !== null && dayMost < work)
    issues.push(issue('airDayMostF', 'label-air-day-below-work', { dayMostF: dayMost, workF: work }));
  return issues;
}

/** What each field allows and all together do not. */
function contradictions(s: LabelSheet): Issue[] {
  const unit = RATE_UNITS[s.rateUnit];
  const isDay = parseDay(s.labelDate) !== null;
  const isOneKind = unit.by === AMOUNT_UNITS[s.amountUnit].by;
  const isGranuleByVolume = s.formulation === 'G' && unit.by === 'volume';
  const read = readSheet(s);
  return [
    ...(isDay ? [] : [issue('labelDate', 'label-no-day', { text: s.labelDate })]),
    ...(isOneKind
      ? []
      : [issue('amountUnit', 'label-amount-wrong-kind', { unit: s.amountUnit, rates: unit.words })]),
    ...aboutRates(s),
    ...turfsTwice(s),
    ...aboutIngredients(s),
    ...(s.none ?? [])
      .filter((key) => isTyped(read, key))
      .map((key) => issue('none', 'label-none-and-typed', { what: key })),
    ...((s.kind ?? 'herbicide') === 'herbicide' ? [...aboutTheLeaf(s), ...aboveIngredientLimits(s)] : []),
    ...leastAboveMost(s),
    ...aboutAir(s),
    ...s.after.flatMap(({ upTo, butNot }, i) =>
      butNot && stageRank(butNot) >= stageRank(upTo)
        ? [issue(`after ${i + 1} butNot`, 'label-stage-beyond', { butNot, upTo })]
        : [],
    ),
    ...(isGranuleByVolume ? [issue('rateUnit', 'label-granule-by-volume', { unit: unit.words })] : []),
  ];
}
