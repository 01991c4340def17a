/**
 * Product sheets as JSON. A file that is none is answered with the field, the figure and the remedy; beyond the schema
 * a sheet must hang together: low under high, a unit of one kind for rates and amounts, an acid under its salt.
 */
import { Ajv2020, type ErrorObject } from 'ajv/dist/2020';
import { parseDay } from '@/core/calendar/day';
import { NONE_WORDS } from '@/core/products/none-words';
import { contentOf, isTyped, readSheet, type LabelSheet, type SheetRate } from '@/core/products/sheet';
import { fieldOf, isSheetKey } from '@/core/products/sheet-fields';
import { substanceRate } from '@/core/units/by-label';
import { gramsPerLitre } from '@/core/units/quantity';
import type { Measure } from '@/core/units/measures';
import { beyondSchema, measuredIssue, type Issue } from '@/core/units/parse';
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
    return refused({
      field: 'file',
      problem: `This is no JSON: ${why}`,
      remedy: 'Choose a product sheet that Iron Gate wrote, or one that follows the published schema.',
    });
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
  if (keyword === 'required')
    return { field, problem: 'is missing', remedy: 'Add it; null where the label does not say.' };
  if (keyword === 'additionalProperties')
    return { field, problem: 'is not a field of a product sheet', remedy: 'Remove it, or mend its name.' };
  const shown = data === undefined ? '' : ` is ${JSON.stringify(data).slice(0, 60)}:`;
  const asked = Array.isArray(p['allowedValues'])
    ? `must be one of ${(p['allowedValues'] as unknown[])
        .filter((v) => v !== '')
        .slice(0, 12)
        .join(', ')}`
    : (message ?? 'is wrong');
  const issue = {
    field,
    problem: `${shown} ${asked}`.trim(),
    remedy: description ?? 'See the published schema.',
  };
  const measure = measureOf(instancePath.split('/').at(-1) ?? '');
  const kind = BOUNDS[keyword];
  return measure && kind && typeof data === 'number'
    ? beyondSchema(issue, measure, kind, [data, Number(p['limit'])])
    : issue;
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
const BOUNDS: Readonly<Record<string, 'not above' | 'below' | 'beyond'>> = {
  minimum: 'below',
  exclusiveMinimum: 'not above',
  maximum: 'beyond',
};

/** Weeds that are up are taken through the leaf: the sheet must say so, and what the leaf needs. */
function aboutTheLeaf(s: LabelSheet): Issue[] {
  const onUp = s.rates.some((r) => r.uses.some((u) => u === 'post-emergent' || u === 'spot'));
  const isGranule = s.formulation === 'G';
  const issues: Issue[] = [];
  if (onUp && !isGranule && !s.onLeaf)
    issues.push({
      field: 'onLeaf',
      problem: 'is not ticked, and a rate is for weeds that are up',
      remedy: 'Tick that it works through the leaf, or take that use out of the row.',
    });
  if ((s.onLeaf || (onUp && !isGranule)) && s.rainFreeHours === null && !s.none?.includes('rainFreeHours'))
    issues.push({
      field: 'rainFreeHours',
      problem: isGranule
        ? 'is missing, and this granule works through the leaf'
        : 'is missing, and it works through the leaf',
      remedy: 'Type the hours from the label, or tick that it sets none.',
    });
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
        measuredIssue(
          `rates ${i + 1} high`,
          a.limitCounts === 'a.e.' ? 'acid' : 'ingredient',
          `is ${r.high} ${RATE_UNITS[s.rateUnit].words}, {0} of ${a.name}: above its {1} of the year`,
          [Number(lb.toPrecision(4)), a.yearLimitLbPerAcre],
          'One application cannot be above the limit of the year: check both on the label.',
        ),
      ];
    }),
  );
}

/** Months by rate lie within their row, each rate once, and a higher rate holds no shorter. `at`: its place, from 1. */
function monthsByRate(
  { low, high, months: atHigh, monthsAt = [] }: SheetRate,
  unit: string,
): Readonly<{ at: number; problem: string; remedy: string }>[] {
  const all = [...monthsAt, ...(atHigh === null ? [] : [{ rate: high, months: atHigh }])];
  return monthsAt.flatMap(({ rate, months }, i) => {
    const at = i + 1;
    const longer = all.find((m) => m.rate > rate && m.months < months);
    if (rate < low || rate > high)
      return [
        {
          at,
          problem: `is ${rate} ${unit}, outside the row's ${low} to ${high}`,
          remedy: 'Type a rate of this row.',
        },
      ];
    if (all.filter((m) => m.rate === rate).length > 1)
      return [
        {
          at,
          problem: `is ${rate} ${unit}, which stands there twice`,
          remedy: 'Type the months of the high rate in its own field, and each other rate once.',
        },
      ];
    return longer
      ? [
          {
            at,
            problem: `is ${rate} ${unit} for ${months} months, and ${longer.rate} holds ${longer.months}`,
            remedy: 'A higher rate holds as long or longer: check both.',
          },
        ]
      : [];
  });
}

/** What each field allows and all together do not. */
function contradictions(s: LabelSheet): Issue[] {
  const issues: Issue[] = [];
  const say = (field: string, problem: string, remedy: string) => issues.push({ field, problem, remedy });
  const unit = RATE_UNITS[s.rateUnit];
  if (parseDay(s.labelDate) === null)
    say('labelDate', `is ${s.labelDate}, no day of the calendar`, 'Type it as 2027-01-15.');
  if (unit.by !== AMOUNT_UNITS[s.amountUnit].by)
    say(
      'amountUnit',
      `is ${AMOUNT_UNITS[s.amountUnit].words}, and rates are in ${unit.words}`,
      'Weight and volume do not mix: choose a unit of the same kind.',
    );
  s.rates.forEach((r, i) => {
    if (r.low > r.high)
      say(
        `rates ${i + 1} low`,
        `is ${r.low}, above the row's high of ${r.high} ${unit.words}`,
        'Low is the least of one application, high the most.',
      );
    for (const { at, problem, remedy } of monthsByRate(r, unit.words))
      say(`rates ${i + 1} monthsAt ${at} rate`, problem, remedy);
    const most = r.yearLimit ?? s.yearLimit;
    if (most !== null && r.high > most)
      say(
        `rates ${i + 1} high`,
        `is ${r.high} ${unit.words}, above the year's most of ${most}`,
        'One application cannot be above the limit of the year.',
      );
  });
  s.rates.forEach((r, i) =>
    s.rates.slice(0, i).forEach((earlier, k) => {
      const turf = r.turfs.find((t) => earlier.turfs.includes(t));
      const use = r.uses.find((u) => earlier.uses.includes(u));
      if (turf && use && r.region === earlier.region)
        say(
          `rates ${i + 1} turfs`,
          `${turf} for ${use} stands in row ${k + 1} too`,
          'Take it out of one of the two rows.',
        );
    }),
  );
  s.ingredients.forEach((a, i) => {
    if (a.acidEquivalent !== null && a.acidEquivalent > a.content)
      say(
        `ingredients ${i + 1} acidEquivalent`,
        `is ${a.acidEquivalent}, above the content of ${a.content} ${a.contentUnit}`,
        'The acid is part of the salt or ester and weighs less.',
      );
    if (a.contentUnit === '% by weight' && a.content > 100)
      say(`ingredients ${i + 1} content`, `is ${a.content} %`, 'At most 100 % by weight.');
    if (a.limitCounts === 'a.e.' && a.yearLimitLbPerAcre !== null && a.acidEquivalent === null)
      say(
        `ingredients ${i + 1} acidEquivalent`,
        'is missing, and the limit counts acid equivalents',
        'Type the acid equivalent from the label, or count a.i.',
      );
  });
  const shares = s.ingredients.filter((a) => a.contentUnit === '% by weight');
  if (shares.reduce((sum, a) => sum + a.content, 0) > 100)
    say('ingredients', 'add up to more than 100 % by weight', 'Check each content.');
  for (const key of s.none ?? [])
    if (isTyped(readSheet(s), key))
      say(
        'none',
        `says that the label sets no ${NONE_WORDS[key]}, and the sheet has one`,
        'Take the figure out, or the tick.',
      );
  if ((s.kind ?? 'herbicide') === 'herbicide') issues.push(...aboutTheLeaf(s), ...aboveIngredientLimits(s));
  if (s.carrier && s.carrier.least > s.carrier.most)
    say('carrier least', `is ${s.carrier.least}, above the most of ${s.carrier.most}`, 'Swap them.');
  if (s.sprayPh && s.sprayPh.least > s.sprayPh.most)
    say('sprayPh least', `is ${s.sprayPh.least}, above the most of ${s.sprayPh.most}`, 'Swap them.');
  if (s.airLeastF !== null && s.airMostF !== null && s.airLeastF >= s.airMostF)
    issues.push(
      measuredIssue(
        'airLeastF',
        'temperature',
        'is {0}, not below {1}',
        [s.airLeastF, s.airMostF],
        'Swap them.',
      ),
    );
  const dayMost = s.airDayMostF ?? null;
  const leastOfMost = s.airMostF ?? s.airLeastF;
  if (dayMost !== null && leastOfMost !== null && dayMost < leastOfMost)
    issues.push(
      measuredIssue(
        'airDayMostF',
        'temperature',
        'is {0}, and work is allowed at {1}',
        [dayMost, leastOfMost],
        'The limit of the day’s high is the highest of them.',
      ),
    );
  s.after.forEach(({ upTo, butNot }, i) => {
    if (butNot && stageRank(butNot) >= stageRank(upTo))
      say(
        `after ${i + 1} butNot`,
        `is ${butNot}, and it takes the weed up to ${upTo}`,
        'A stage that is left out lies before the last one it takes.',
      );
  });
  if (s.formulation === 'G' && unit.by === 'volume')
    say('rateUnit', `is ${unit.words}, and a granule is weighed`, 'Choose a unit of weight.');
  return issues;
}
