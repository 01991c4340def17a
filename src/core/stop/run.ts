/** A stop as it goes on a phone: what was typed and ticked so far, and what it comes to when it is done. */
import type { ApplicationProduct } from '@/core/products/application';
import { isGranule, type Label } from '@/core/products/label';
import { parseFigure, type Issue } from '@/core/units/parse';
import { fromFahrenheit, fromMilesPerHour, L_PER_GAL } from '@/core/units/trade';
import { STAGES, isWeed, type Stage, type Weed } from '@/core/weeds/weeds';
import type { BundleProduct, BundleStop, BundleZone, DoneStop, DoneZone, StopBundle } from './bundle';
import { checkNow, mayBegin, type Checked, type SeenNow } from './seen-now';
import { OFF_PLAN, offPlan, usedByLevel } from './used';

export const STEPS = [
  'arrive',
  'look',
  'check',
  'wear',
  'apply',
  'used',
  'clean',
  'sign',
  'customer',
  'done',
] as const;
export type Step = (typeof STEPS)[number];

export type ZoneRun = Readonly<{
  isLeftOut: boolean;
  startedAt: number | null;
  endedAt: number | null;
  /** as typed, by the planned product's id */
  amounts: Readonly<Record<string, string>>;
  water: string;
  /** gal in the tank */
  before: string;
  after: string;
  isSure: boolean;
  /** why it was begun though a gate was shut by what was measured; not kept by runs that were begun earlier */
  anyway?: string;
}>;

export type Run = Readonly<{
  version: 1;
  sendKey: string;
  lawnId: string;
  step: Step;
  arrivedAt: number | null;
  /** when it was sent to the outbox */
  leftAt: number | null;
  ticked: readonly string[];
  /** in trade units, as typed */
  wind: string;
  windFrom: string;
  air: string;
  /** when wind and air were measured, by the phone's clock; not kept by runs that were begun earlier */
  measuredAt?: number;
  green: string;
  soil: string;
  place: DoneStop['place'];
  leafWet: boolean | null;
  bloom: boolean | null;
  /** stage seen, by weed */
  stages: Readonly<Record<string, string>>;
  zones: Readonly<Record<string, ZoneRun>>;
  extras: readonly Readonly<{ what: string; minutes: string }>[];
  appliedBy: string;
  certifiedBy: string;
  told: string;
  toldHow: string;
  said: string;
  notes: string;
}>;

export const isRun = (v: unknown): v is Run =>
  typeof v === 'object' && v !== null && (v as Run).version === 1 && typeof (v as Run).sendKey === 'string';

const zoneRun = (z: BundleZone): ZoneRun => ({
  isLeftOut: z.doneBy !== '',
  startedAt: null,
  endedAt: null,
  water: z.water,
  before: '',
  after: '',
  amounts: Object.fromEntries(z.products.map((p) => [p.plannedProductId, p.amount])),
  isSure: false,
});

export const beginRun = (stop: BundleStop, bundle: StopBundle, sendKey: string): Run => ({
  version: 1,
  sendKey,
  lawnId: stop.lawnId,
  step: 'arrive',
  arrivedAt: null,
  leftAt: null,
  ticked: [],
  wind: '',
  windFrom: '',
  air: '',
  green: '',
  soil: '',
  place: null,
  leafWet: null,
  bloom: null,
  stages: {},
  zones: Object.fromEntries(stop.zones.map((z) => [z.zoneId, zoneRun(z)])),
  extras: [],
  appliedBy: bundle.person,
  certifiedBy: '',
  told: stop.after,
  toldHow: '',
  said: '',
  notes: '',
});

export const labelOf = ({ labels }: Pick<StopBundle, 'labels'>, p: BundleProduct): Label =>
  labels.find((l) => l.id === p.labelId)!;

/** The product as gates ask for it. */
const askedProduct = (bundle: StopBundle, p: BundleProduct): ApplicationProduct => ({
  position: p.position,
  label: labelOf(bundle, p),
  rate: p.rate,
  use: p.use,
  targets: p.targets,
  method: p.method,
  place: p.place,
  tank: p.tank,
  tie: null,
});

const figureIn = (text: string, unit: string): number | null => {
  const parsed = parseFigure(text, { field: '', unit, least: -100, most: 1e6 });
  return text.trim() !== '' && parsed.ok ? parsed.value : null;
};

/** What was seen so far, in SI. */
export function seenIn(run: Pick<Run, 'wind' | 'air' | 'green' | 'leafWet' | 'bloom' | 'stages'>): SeenNow {
  const [wind, air, green] = [
    figureIn(run.wind, 'wind'),
    figureIn(run.air, 'temperature'),
    figureIn(run.green, '%'),
  ];
  return {
    wind: wind === null ? null : fromMilesPerHour(wind),
    air: air === null ? null : fromFahrenheit(air),
    green: green === null ? null : green / 100,
    isLeafWet: run.leafWet,
    isInBloom: run.bloom,
    stages: Object.entries(run.stages).flatMap(([weed, stage]): { weed: Weed; stage: Stage }[] => {
      const known = STAGES.find((s) => s === stage);
      return isWeed(weed) && known ? [{ weed, stage: known }] : [];
    }),
  };
}

/** What stands against beginning on a zone, by what is seen there now. @param hour of the company's clock */
export type Beginning =
  /** it is sprayed, and the record asks for these first */
  | Readonly<{ kind: 'measure'; missing: readonly ('wind' | 'air')[] }>
  | Readonly<{ kind: ReturnType<typeof mayBegin>; found: readonly Checked[] }>;

export function beginningOf(zone: BundleZone, run: Run, bundle: StopBundle, hour: number): Beginning {
  const seen = seenIn(run);
  const missing = (['wind', 'air'] as const).filter((what) => seen[what] === null);
  if (missing.length && zone.products.some((p) => !isGranule(labelOf(bundle, p))))
    return { kind: 'measure', missing };
  const found = foundIn(zone, run, bundle, hour);
  return { kind: mayBegin(found), found };
}

/** Everything on a zone that is not open by what is seen there now. */
export const foundIn = (zone: BundleZone, run: Run, bundle: StopBundle, hour: number): Checked[] =>
  checkNow(
    { ...zone.facts, hour },
    zone.products.map((p) => askedProduct(bundle, p)),
    seenIn(run),
  );

/** A reason of fewer letters tells nobody anything. */
const LEAST_REASON = 3;
export const isReason = (anyway: string | undefined): boolean => (anyway ?? '').trim().length >= LEAST_REASON;

/** The amounts of a zone that the tank's level says, as they would be typed; null: the levels say nothing. */
export function amountsByLevel(zone: BundleZone, run: ZoneRun, bundle: StopBundle): ZoneRun | null {
  const [before, after, planned] = [run.before, run.after, zone.water].map((t) => figureIn(t, 'volume'));
  if (before == null || after == null || planned == null || !(before > after) || !(planned > 0)) return null;
  const sprayed = zone.products.filter((p) => !isGranule(labelOf(bundle, p)));
  const used = usedByLevel(
    planned * L_PER_GAL,
    sprayed.map((p) => Number(p.amount)),
    before * L_PER_GAL,
    after * L_PER_GAL,
  );
  return {
    ...run,
    water: plain(used.mix / L_PER_GAL),
    amounts: {
      ...run.amounts,
      ...Object.fromEntries(sprayed.map((p, i) => [p.plannedProductId, plain(used.amounts[i]!)])),
    },
  };
}
const plain = (value: number) => String(Number(value.toPrecision(4)));

/** Products that went down more or less than planned, by more than is let pass. */
export function offPlanIn(
  zone: BundleZone,
  run: ZoneRun,
): Readonly<{ product: BundleProduct; share: number }>[] {
  return zone.products.flatMap((product) => {
    const used = figureIn(run.amounts[product.plannedProductId] ?? '', '');
    const share = used === null ? null : offPlan(Number(product.amount), used);
    return share !== null && Math.abs(share) > OFF_PLAN ? [{ product, share }] : [];
  });
}

/** What is still lacking before the stop can be called done; each with what to do about it. */
export function lacksOf(stop: BundleStop, run: Run, bundle: StopBundle): Issue[] {
  const issues: Issue[] = [];
  const open = stop.zones.filter((z) => !run.zones[z.zoneId]?.isLeftOut);
  for (const z of open) {
    const of = run.zones[z.zoneId]!;
    const where = open.length > 1 ? `${z.name}: ` : '';
    if (of.startedAt === null || of.endedAt === null)
      issues.push({
        field: 'apply',
        problem: `${where}the work was not ${of.startedAt === null ? 'begun' : 'ended'}`,
        remedy: 'Start and stop its clock under Apply, or leave the zone out there.',
      });
    for (const p of z.products) {
      const unit = p.amountUnit;
      const parsed = parseFigure(of.amounts[p.plannedProductId] ?? '', {
        field: `${labelOf(bundle, p).name} used`,
        unit,
        above: 0,
        most: 100_000,
      });
      if (!parsed.ok) issues.push({ ...parsed.issue, field: 'used' });
    }
    if (offPlanIn(z, of).length && !of.isSure)
      issues.push({
        field: 'used',
        problem: `${where}what was used is more than ${OFF_PLAN * 100} % off the plan`,
        remedy: 'Check it under Used, and say there that it is right.',
      });
  }
  // the record of a spray asks for them too
  const sprayed = open.filter((z) => z.products.some((p) => !isGranule(labelOf(bundle, p))));
  if (sprayed.length)
    for (const [name, text] of [
      ['wind', run.wind],
      ['air temperature', run.air],
    ] as const)
      if (text.trim() === '')
        issues.push({
          field: 'check',
          problem: `the ${name} is missing: it was sprayed`,
          remedy: 'Measure it, and type it under Check.',
        });
  for (const z of sprayed)
    if (figureIn(run.zones[z.zoneId]?.water ?? '', 'volume') === null)
      issues.push({
        field: 'used',
        problem: `${z.name}: the water used is missing`,
        remedy: 'Type it under Used.',
      });
  for (const [field, text, unit] of [
    ['check', run.wind, 'wind'],
    ['check', run.air, 'temperature'],
    ['check', run.green, '%'],
    ['check', run.soil, 'temperature'],
  ] as const)
    if (text.trim() !== '' && figureIn(text, unit) === null)
      issues.push({
        field,
        problem: `"${text}" is no figure`,
        remedy: 'Type a figure under Check, or leave it empty.',
      });
  return issues;
}

/** What is sent. @param now the phone's clock */
export function doneStopOf(stop: BundleStop, run: Run, bundle: StopBundle, now: number): DoneStop {
  const left = run.leftAt ?? now;
  return {
    sendKey: run.sendKey,
    lawnId: stop.lawnId,
    truck: bundle.truck,
    sentAt: now,
    arrivedAt: run.arrivedAt ?? left,
    leftAt: left,
    zones: stop.zones
      .filter((z) => !run.zones[z.zoneId]?.isLeftOut)
      .map((z): DoneZone => {
        const of = run.zones[z.zoneId]!;
        return {
          zoneId: z.zoneId,
          applicationId: z.applicationId,
          water: of.water,
          startedAt: of.startedAt ?? left,
          endedAt: of.endedAt ?? left,
          method: z.method,
          equipment: z.equipment,
          anyway: (of.anyway ?? '').trim(),
          products: z.products.map((p) => ({
            plannedProductId: p.plannedProductId,
            productId: p.labelId,
            use: p.use,
            targets: p.targets,
            place: p.place.on,
            ground: p.ground,
            area: p.area,
            amountUnit: p.amountUnit,
            tank: p.tank,
            amount: of.amounts[p.plannedProductId] ?? '',
            lot: '',
          })),
        };
      }),
    appliedBy: run.appliedBy,
    certifiedBy: run.certifiedBy,
    wind: run.wind,
    windFrom: run.windFrom,
    air: run.air,
    seen: { leafWet: run.leafWet, bloom: run.bloom, green: run.green, soil: run.soil },
    place: stop.isPlaced ? null : run.place,
    stages: Object.entries(run.stages).map(([weed, stage]) => `${weed}|${stage}`),
    ticked: run.ticked,
    extras: run.extras
      .filter((e) => e.what.trim() !== '')
      .map((e) => ({ what: e.what.trim(), minutes: Math.max(0, Number(e.minutes) || 0) })),
    told: run.toldHow === '' ? '' : run.told,
    toldHow: run.toldHow,
    signWords: run.ticked.includes('sign set') ? stop.sign : '',
    said: run.said,
    notes: run.notes,
  };
}
