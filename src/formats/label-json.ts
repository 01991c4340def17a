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
  Readonly<{ ok: true; sheet: LabelSheet }> | Readonly<{ ok: false; issues: readonly Issue[] }>;

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

/** What each field allows and all together do not. */
function contradictions(s: LabelSheet): Issue[] {
  const issues: Issue[] = [];
  const unit = RATE_UNITS[s.rateUnit];
  if (parseDay(s.labelDate) === null) issues.push(issue('labelDate', 'label-no-day', { text: s.labelDate }));
  if (unit.by !== AMOUNT_UNITS[s.amountUnit].by)
    issues.push(issue('amountUnit', 'label-amount-wrong-kind', { unit: s.amountUnit, rates: unit.words }));
  s.rates.forEach((r, i) => {
    if (r.low > r.high)
      issues.push(
        issue(`rates ${i + 1} low`, 'label-low-above-high', { low: r.low, high: r.high, unit: unit.words }),
      );
    for (const { at, why } of monthsByRate(r, unit.words))
      issues.push({ field: `rates ${i + 1} monthsAt ${at} rate`, ...why });
    const most = r.yearLimit ?? s.yearLimit;
    if (most !== null && r.high > most)
      issues.push(
        issue(`rates ${i + 1} high`, 'label-rate-above-year', { rate: r.high, unit: unit.words, most }),
      );
  });
  s.rates.forEach((r, i) =>
    s.rates.slice(0, i).forEach((earlier, k) => {
      const turf = r.turfs.find((t) => earlier.turfs.includes(t));
      const use = r.uses.find((u) => earlier.uses.includes(u));
      if (turf && use && r.region === earlier.region)
        issues.push(issue(`rates ${i + 1} turfs`, 'label-turf-twice', { turf, use, row: k + 1 }));
    }),
  );
  s.ingredients.forEach((a, i) => {
    if (a.acidEquivalent !== null && a.acidEquivalent > a.content)
      issues.push(
        issue(`ingredients ${i + 1} acidEquivalent`, 'label-acid-above-content', {
          acid: a.acidEquivalent,
          content: a.content,
          unit: a.contentUnit,
        }),
      );
    if (a.contentUnit === '% by weight' && a.content > 100)
      issues.push(issue(`ingredients ${i + 1} content`, 'label-content-above-all', { percent: a.content }));
    if (a.limitCounts === 'a.e.' && a.yearLimitLbPerAcre !== null && a.acidEquivalent === null)
      issues.push(issue(`ingredients ${i + 1} acidEquivalent`, 'label-acid-missing'));
  });
  const shares = s.ingredients.filter((a) => a.contentUnit === '% by weight');
  if (shares.reduce((sum, a) => sum + a.content, 0) > 100)
    issues.push(issue('ingredients', 'label-contents-above-all'));
  for (const key of s.none ?? [])
    if (isTyped(readSheet(s), key)) issues.push(issue('none', 'label-none-and-typed', { what: key }));
  if ((s.kind ?? 'herbicide') === 'herbicide') issues.push(...aboutTheLeaf(s), ...aboveIngredientLimits(s));
  if (s.carrier && s.carrier.least > s.carrier.most)
    issues.push(
      issue('carrier least', 'label-least-above-most', { least: s.carrier.least, most: s.carrier.most }),
    );
  if (s.sprayPh && s.sprayPh.least > s.sprayPh.most)
    issues.push(
      issue('sprayPh least', 'label-least-above-most', { least: s.sprayPh.least, most: s.sprayPh.most }),
    );
  if (s.airLeastF !== null && s.airMostF !== null && s.airLeastF >= s.airMostF)
    issues.push(issue('airLeastF', 'label-air-least-not-below', { leastF: s.airLeastF, mostF: s.airMostF }));
  const dayMost = s.airDayMostF ?? null;
  const leastOfMost = s.airMostF ?? s.airLeastF;
  if (dayMost !== null && leastOfMost !== null && dayMost < leastOfMost)
    issues.push(issue('airDayMostF', 'label-air-day-below-work', { dayMostF: dayMost, workF: leastOfMost }));
  s.after.forEach(({ upTo, butNot }, i) => {
    if (butNot && stageRank(butNot) >= stageRank(upTo))
      issues.push(issue(`after ${i + 1} butNot`, 'label-stage-beyond', { butNot, upTo }));
  });
  if (s.formulation === 'G' && unit.by === 'volume')
    issues.push(issue('rateUnit', 'label-granule-by-volume', { unit: unit.words }));
  return issues;
}
