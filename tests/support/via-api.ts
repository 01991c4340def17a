/**
 * A gate's question put to the HTTP interface's own code, from the context that the core was asked with: what cannot be
 * said there (a lift, a split's earlier part, a book of other products) is not put.
 */
import { FIGURE_KEYS, fieldOf } from '@/core/products/sheet-fields';
import { inUnits } from '@/core/units/measures';
import { addDays, isoDay, type Day, type MonthDay } from '@/core/calendar/day';
import { hourOfDay, dayOfHour, isoHour, type Hour } from '@/core/calendar/hour';
import type { Gate, GateContext } from '@/core/gates/gate';
import { DEFAULT_CROSSING, type Odds } from '@/core/ground/crossing';
import type { Line, Season } from '@/core/ground/outlook';
import { EMPTY_SHEET, type LabelSheet } from '@/core/products/sheet';
import type { Label } from '@/core/products/label';
import type { ApplicationProduct } from '@/core/products/application';
import type { Content } from '@/core/units/by-label';
import { rateIn, type ProductRate } from '@/core/units/rate';
import {
  G_PER_L_IN_LB_PER_GAL,
  toFahrenheit,
  toFeet,
  toInchesOfWater,
  toMilesPerHour,
} from '@/core/units/trade';
import { answerGates } from '@/app/api/v1/questions/gates-api';
import { answeredBy, misfitsOf } from '@/app/api/v1/questions/check';
import { gatesQuestion, type GatesQuestion } from '@/app/api/v1/questions/describe-gates';

const monthDayText = ({ month, date }: MonthDay): string =>
  [month, date].map((n) => String(n).padStart(2, '0')).join('-');

/** As a person would type it: no more digits than are known. */
const typed = (x: number) => Number(x.toPrecision(12));
const perhaps = <T, U>(x: T | null, make: (x: T) => U): U | null => (x === null ? null : make(x));

/** Figures of a label that have no name of their own there, in trade units again. */
const figuresAsTyped = (figures: Label['figures']) =>
  Object.fromEntries(
    FIGURE_KEYS.map((key) => {
      const field = fieldOf(key);
      const measure = field.kind === 'figure' ? field.measure : undefined;
      const si = figures[key];
      return [key, si === null || measure === undefined ? si : typed(inUnits(si, measure, 'trade'))];
    }),
  );

/** The sheet from which a label of the tests could have been read. */
export function sheetOf(label: Label): LabelSheet {
  const figure = (r: ProductRate) => typed(rateIn(r, label.rateUnit)!);
  const lbPerAcre = (kg: number) => typed(rateIn({ by: 'mass', rate: kg } as ProductRate, 'lb/acre')!);
  const content = (c: Content) => typed(c.in === 'weight' ? c.share * 100 : c.gramsPerLitre);
  return {
    ...EMPTY_SHEET,
    ...figuresAsTyped(label.figures),
    kind: label.kind,
    name: label.name,
    registrationNumber: label.id,
    labelDate: label.labelDate,
    demo: label.demo,
    status: label.status,
    registeredIn: label.registeredIn,
    signalWord: label.signalWord,
    restrictedUse: label.restrictedUse,
    category: label.category,
    formulation: label.formulation,
    ingredients: label.ingredients.map((i) => ({
      name: i.name,
      ownSubstance: i.isOwn === true,
      group: i.group,
      content: content(i.content),
      contentUnit: i.content.in === 'weight' ? '% by weight' : 'g/L',
      acidEquivalent: perhaps(i.acid, content),
      yearLimitLbPerAcre: perhaps(i.yearLimit, lbPerAcre),
      limitCounts: i.counts,
    })),
    densityLbPerGal: perhaps(label.density, (d) => typed(d / G_PER_L_IN_LB_PER_GAL)),
    analysis: perhaps(label.analysis, ({ n, p, k }) => ({ n: n * 100, p: p * 100, k: k * 100 })),
    ppe: label.ppe,
    reentry: label.reentry,
    reentryHours: label.reentryHours,
    inSoil: label.inSoil,
    onLeaf: label.onLeaf,
    reachesBack: label.reachesBack,
    before: label.before,
    after: label.after,
    wateringIn: perhaps(label.wateringIn, (w) => ({
      inches: typed(toInchesOfWater(w.depth)),
      withinDays: w.withinDays,
    })),
    rainFreeHours: label.rainFreeHours,
    airLeastF: perhaps(label.air.least, (t) => typed(toFahrenheit(t))),
    airMostF: perhaps(label.air.most, (t) => typed(toFahrenheit(t))),
    airDayMostF: perhaps(label.air.dayMost, (t) => typed(toFahrenheit(t))),
    windMostMph: perhaps(label.windLimit, (w) => typed(toMilesPerHour(w))),
    methods: label.methods,
    surfactantPercent: label.surfactantPercent,
    adjuvant: label.adjuvant,
    tankMix: label.tankMix,
    notWith: label.notWith,
    sprayPh: label.sprayPh,
    turnsWater: label.turnsWater,
    setbacks: label.setbacks.map((s) => ({ from: s.from, feet: typed(toFeet(s.distance)) })),
    keepsFromFruit: label.keepsFromFruit,
    sites: label.sites,
    noMowingDaysBefore: label.mowing.beforeDays,
    noMowingDaysAfter: label.mowing.afterDays,
    rateUnit: label.rateUnit,
    amountUnit: label.amountUnit,
    rates: label.rates.map((r) => ({
      turfs: [r.turf],
      uses: [r.use],
      region: r.region,
      months: r.months,
      monthsAt: r.monthsAt.map((m) => ({ rate: figure(m.rate), months: m.months })),
      dormancy: r.dormancy,
      low: figure(r.low),
      high: figure(r.high),
      yearLimit: perhaps(r.yearLimit, figure),
      mostApplications: r.mostApplications,
      intervalDays: r.intervalDays,
    })),
    period: label.period,
    yearLimit: perhaps(label.yearLimit, figure),
    mostApplications: label.mostApplications,
    intervalDays: label.minimumIntervalDays,
    seedingWait: label.seedingWait.map((w) => ({ upTo: figure(w.upTo), days: w.days })),
    seedlings: label.seedlings,
    none: label.none.filter((key) => isEmpty(label, key)),
  };
}

/** The tests' labels tick all that a label may not set; a sheet ticks only what stands empty. */
const isEmpty = (label: Label, key: Label['none'][number]): boolean => {
  switch (key) {
    case 'ingredientLimits':
      return label.ingredients.every((i) => i.yearLimit === null);
    case 'wind':
      return label.windLimit === null;
    case 'air':
      return label.air.least === null && label.air.most === null && label.air.dayMost === null;
    case 'mowing':
      return label.mowing.beforeDays === null && label.mowing.afterDays === null;
    case 'intervalDays':
      return label.minimumIntervalDays === null;
    case 'surfactant':
      return label.surfactantPercent === null;
    case 'setbacks':
    case 'seedingWait':
      return label[key].length === 0;
    default:
      return label[key] === null;
  }
};

const rateRow = ({ rate, label }: Pick<ApplicationProduct, 'rate' | 'label'>) => ({
  figure: typed(rateIn(rate, label.rateUnit)!),
  unit: label.rateUnit,
});
const placeRow = ({ place }: Pick<ApplicationProduct, 'place'>) =>
  place.on === 'spots' ? { treated_m2: place.area, ground: place.ground } : {};
const iso = (d: Day | null) => (d === null ? null : isoDay(d));
const datesRow = ({ p10, p50, p90 }: Odds) => ({ p10: iso(p10), p50: iso(p50), p90: iso(p90) });
const seasonRow = ({ begins, crossed, dates }: Season) => ({
  begins: isoDay(begins),
  crossed: iso(crossed),
  ...datesRow(dates),
});
const lineRow = (line: Line) => ({ ...seasonRow(line), next: seasonRow(line.next) });
const given = <T extends object>(row: T): T =>
  Object.fromEntries(Object.entries(row).filter(([, v]) => v !== null && v !== undefined)) as T;

/** What a context comes to as a question; null: it cannot be said there. */
function questionOf(c: GateContext, range: GatesQuestion['range']): GatesQuestion | null {
  const { product, zone: z, seen: s, outlook: o, rules: r } = c;
  const isPlain =
    !c.ledger.length &&
    !c.lifts.length &&
    !c.clockAhead.length &&
    !product.tie &&
    product.place.on !== 'strip' &&
    !Object.keys(c.means.onHand).length &&
    c.bookFrom !== null &&
    product.position === 1 &&
    product.tank === 1 &&
    r.granuleFirst &&
    r.nitrogenYear === null &&
    (!o || (!o.strip && o.rule === DEFAULT_CROSSING));
  if (!isPlain) return null;
  const weather = [
    ...(c.recent && c.recent.from < c.today ? [c.recent] : []),
    ...(c.forecast ? [c.forecast] : []),
  ].flatMap((w) =>
    Array.from(w.air, (air_c, h) => ({
      time: isoHour((w.from * 24 + h) as Hour),
      air_c,
      precipitation_mm: w.rain[h]!,
      wind_m_s: w.wind[h]!,
      ...('rainChance' in w ? { precipitation_chance: (w.rainChance as Float64Array)[h]! } : {}),
    })),
  );
  return {
    today: isoDay(c.today),
    hour: c.hour,
    range,
    zone: given({
      turf: z.turf,
      mixed_with: z.mixedWith!,
      texture: z.texture,
      area_m2: z.area,
      latitude_deg: z.latitude,
      sun_behind_h: c.sunBehind,
      state: z.state!,
      seedings: z.seedings.map((s) => ({ on: isoDay(s.on), kind: s.kind })),
      irrigation_mm_per_h: z.irrigationPerHour!,
      waters: z.waters?.map((w) => given({ kind: w.kind, distance_m: w.distance! })) as never,
      grounds: z.grounds!,
      fruit: z.fruit,
      opt_out: z.optOut,
      trees: z.trees,
      beds: z.beds,
      cover: z.cover,
      notice_h: z.noticeHours!,
      organic_only: z.organicOnly,
    }),
    label: sheetOf(product.label),
    application: given({
      rate: rateRow(product),
      use: product.use,
      targets: product.targets,
      method: product.method!,
      ...placeRow(product),
      companions: c.beside.map((p) => ({
        label: sheetOf(p.label),
        rate: rateRow(p),
        use: p.use,
        targets: p.targets,
        tank: p.tank,
        ...placeRow(p),
      })),
    }),
    ledger_from: isoDay(c.bookFrom),
    house_rules: given({
      wind_limit_m_s: r.windLimit,
      wind_caution_m_s: r.windCaution,
      work_from_h: r.workFrom,
      work_to_h: r.workTo,
      calm_h: r.calmHours,
      lead_days: r.leadDays,
      rain_chance: r.rainChance,
      calibration_days: r.calibrationDays,
      notice_by_code_h: (r.noticeByCode ? r.noticeHours : null)!,
      heat_limit_c: r.heatLimit,
      heat_caution_c: r.heatCaution,
      nitrogen_soil_c: r.nitrogenSoil,
      fertilizer_ban: (r.fertilizerBan && {
        from: monthDayText(r.fertilizerBan.from),
        to: monthDayText(r.fertilizerBan.to),
      })!,
      phosphorus_by_test: r.phosphorusByTest,
      partners: r.partners,
      group_years: r.groupYears,
      seed_slack_days: r.seedSlackDays,
      ceilings: r.ceilings.map(({ turf, ingredient, most }) => ({ turf, ingredient, most_kg_ha: most })),
    }),
    means: {
      licences: c.means.licences.map((l) => ({
        person: l.person,
        categories: l.categories,
        valid_to: isoDay(l.validTo),
      })),
      equipment: c.means.equipment.map((e) =>
        given({
          name: e.name,
          method: e.method,
          calibrated_on: iso(e.calibratedOn)!,
          drift: (e.drift ?? null)!,
          carrier_l_ha: (e.output?.by === 'volume' ? e.output.rate : null)!,
        }),
      ),
    },
    seen: given({
      mown_on: iso(s.mownOn)!,
      green: (s.green && { share: s.green.share, on: isoDay(s.green.on) })!,
      stress: (s.stress && { kind: s.stress.kind, on: isoDay(s.stress.on) })!,
      stages: s.stages.map((x) => ({ weed: x.weed, stage: x.stage, on: isoDay(x.on) })),
      seeded_on: iso(s.seededOn)!,
      seedling_mowings: s.seedlingMowings,
      notice_sent: (s.noticeSent === null ? null : isoHour(s.noticeSent))!,
      events: s.events.map((e) => ({ on: isoDay(e.on), what: e.what })),
      phosphorus: (s.phosphorus && { wanted: s.phosphorus.isWanted, on: isoDay(s.phosphorus.on) })!,
    }),
    ...(o
      ? {
          outlook: {
            ...seasonRow(o),
            lines: {
              house: lineRow(o),
              ...Object.fromEntries(Object.entries(o.watches).map(([key, line]) => [key, lineRow(line)])),
            },
            observed_from: isoDay(addDays(o.today, -o.observed.length)),
            observed_c: o.observed,
            p50_c: o.band.p50,
          },
        }
      : {}),
    ...(weather.length ? { weather: { hourly: weather } } : {}),
  };
}

type Answer = Readonly<{
  lanes: readonly Readonly<{
    gate: string;
    of: string;
    spans: readonly Readonly<{
      from: string;
      to: string;
      state: string;
      strength: string | null;
      reason: Readonly<{ code: string }>;
    }>[];
  }>[];
}>;

/** "shut bolt rate-over" as the interface answers it; null: the question cannot be put there. */
export function viaApi(
  gate: Gate,
  context: GateContext,
  at: Readonly<{ day: Day } | { hour: Hour }>,
): string | null {
  const day = 'day' in at ? at.day : dayOfHour(at.hour);
  const range = { from: isoDay(day), to: isoDay(addDays(day, 1)), by: 'day' in at ? 'day' : 'hour' } as const;
  const question = questionOf(context, range);
  if (!question) return null;
  const misfits = misfitsOf(gatesQuestion, question);
  if (misfits.length) throw new Error(JSON.stringify(misfits));
  const answered = answeredBy(() => answerGates(question));
  // a sheet that contradicts itself is not taken there
  if (!answered.ok) return null;
  const { lanes } = answered.body as Answer;
  const lane = lanes.find((l) => l.gate === gate.key && l.of === 'application')!;
  const now = 'day' in at ? isoDay(at.day) : isoHour(at.hour);
  const span = lane.spans.find((x) => x.from <= now && now < x.to);
  if (!span)
    throw new Error(
      `The interface says nothing of ${gate.key} at ${now}, ${'hour' in at ? hourOfDay(at.hour) : ''}`,
    );
  return [span.state, ...(span.strength ? [span.strength] : []), span.reason.code].join(' ');
}
