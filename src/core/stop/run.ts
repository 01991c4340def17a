/** A stop as it goes on a phone: what was typed and ticked so far, and what it comes to when it is done. */
import { issue, type Issue } from '@/core/units/issue';
import { WHOLE_ZONE, type ApplicationProduct } from '@/core/products/application';
import { isGranule, type Label } from '@/core/products/label';
import { readVisit } from '@/core/records/visit';
import { parseFigure } from '@/core/units/parse';
import { amountOf, rateFrom } from '@/core/units/rate';
import { fromFahrenheit, fromMilesPerHour, fromSquareFeet, L_PER_GAL } from '@/core/units/trade';
import {
  STOP_FORM,
  type BundleProduct,
  type BundleStop,
  type BundleZone,
  type DoneProduct,
  type DoneStop,
  type DoneZone,
  type StopBundle,
} from './bundle';
import { MOST_WAIT_MS, clockIn } from './clock';
import { findingsOf, visitOf } from './read-stop';
import { checkNow, mayBegin, stageSeen, type Checked, type SeenNow } from './seen-now';
import type { AddedRun, Run, Step, ZoneRun } from './typed-run';
import { OFF_PLAN, offPlan, usedByLevel } from './used';

const addOnsOf = (z: ZoneRun): readonly AddedRun[] => z.addOns ?? [];

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

export const labelOf = ({ labels }: Pick<StopBundle, 'labels'>, p: Readonly<{ labelId: string }>): Label =>
  labels.find((l) => l.id === p.labelId)!;

/** An add-on as it went down: spots where an area was typed, in a tank or hopper of its own. */
function addedProduct(a: AddedRun, zone: BundleZone, bundle: StopBundle): DoneProduct {
  const { amountUnit, version } = labelOf(bundle, a);
  return {
    plannedProductId: '',
    productId: a.labelId,
    labelVersion: version,
    use: a.use,
    targets: [],
    place: a.area.trim() === '' ? 'zone' : 'spots',
    ground: a.area.trim() === '' ? '' : 'add-on',
    area: a.area,
    amountUnit,
    tank: Math.min(8, 1 + Math.max(0, ...zone.products.map((p) => p.tank))),
    amount: a.amount,
    lot: '',
  };
}

/** Add-ons as gates ask for them: those whose amount can be read. */
function askedAddOns(zone: BundleZone, of: ZoneRun | undefined, bundle: StopBundle): ApplicationProduct[] {
  return (of ? addOnsOf(of) : []).flatMap((a, i): ApplicationProduct[] => {
    const label = labelOf(bundle, a);
    const amount = figureIn(a.amount, '');
    const sqFt = a.area.trim() === '' ? null : figureIn(a.area, 'area');
    const area = sqFt === null ? zone.area : fromSquareFeet(sqFt);
    if (amount === null || !(amount > 0) || !(area > 0)) return [];
    return [
      {
        position: zone.products.length + i + 1,
        label,
        rate: rateFrom(amountOf(amount, label.amountUnit), area),
        use: a.use,
        targets: [],
        method: null,
        place: sqFt === null ? WHOLE_ZONE : { on: 'spots', area, ground: 'add-on' },
        tank: 8,
        tie: null,
      },
    ];
  });
}

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
    stages: Object.entries(run.stages).flatMap(([weed, stage]) => stageSeen(weed, stage)),
  };
}

/** Whether anything is sprayed on a zone, add-ons too. */
const isSprayedOn = (zone: BundleZone, of: ZoneRun | undefined, bundle: StopBundle): boolean =>
  [...zone.products, ...(of ? addOnsOf(of) : [])].some((p) => !isGranule(labelOf(bundle, p)));

/** What stands against beginning on a zone, by what is seen there now. @param hour of the company's clock */
export type Beginning =
  /** it is sprayed, and the record asks for these first */
  | Readonly<{ kind: 'measure'; missing: readonly ('wind' | 'air')[] }>
  | Readonly<{ kind: ReturnType<typeof mayBegin>; found: readonly Checked[] }>;

export function beginningOf(zone: BundleZone, run: Run, bundle: StopBundle, hour: number): Beginning {
  const seen = seenIn(run);
  const missing = (['wind', 'air'] as const).filter((what) => seen[what] === null);
  if (missing.length && isSprayedOn(zone, run.zones[zone.zoneId], bundle))
    return { kind: 'measure', missing };
  const found = foundIn(zone, run, bundle, hour);
  return { kind: mayBegin(found), found };
}

/** Everything on a zone that is not open by what is seen there now. */
export const foundIn = (zone: BundleZone, run: Run, bundle: StopBundle, hour: number): Checked[] =>
  checkNow(
    { ...zone.facts, hour },
    [
      ...zone.products.map((p) => askedProduct(bundle, p)),
      ...askedAddOns(zone, run.zones[zone.zoneId], bundle),
    ],
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

/** The step under which a field of a visit is typed; of a product it is where its amount is. */
const STEP_OF: Readonly<Record<string, Step>> = {
  Wind: 'check',
  'Air temperature': 'check',
  Green: 'check',
  Soil: 'check',
  'Certified applicator': 'wear',
  'Applied by': 'wear',
  Start: 'apply',
  End: 'apply',
  Day: 'apply',
};
/**
 * What is still lacking before the stop can be called done, each under its step with what to do about it: what the stop
 * itself needs, and all that the record's reader would refuse or ask for.
 */
export function lacksOf(stop: BundleStop, run: Run, bundle: StopBundle): Issue[] {
  const issues: Issue[] = [];
  const open = stop.zones.filter((z) => !run.zones[z.zoneId]?.isLeftOut);
  const now = lastMoment(run, bundle);
  const done = doneStopOf(stop, run, bundle, now);
  const clock = { now: now - (bundle.phoneAhead ?? 0), timeZone: bundle.timeZone };
  const { day: today } = clockIn(clock.now, bundle.timeZone);
  for (const z of open) {
    const of = run.zones[z.zoneId]!;
    const where = open.length > 1 ? z.name : '';
    if (of.startedAt === null || of.endedAt === null)
      issues.push(issue('apply', 'clock-not-run', { zone: where, isBegun: of.startedAt !== null }));
    const sent = done.zones.find((d) => d.zoneId === z.zoneId)!;
    const read = readVisit(visitOf(done, sent, clock), {
      today,
      zoneArea: z.area,
      labelOf: (id) => bundle.labels.find((l) => l.id === id),
      placeOf: (id) => z.products.find((p) => p.plannedProductId === id)?.place ?? null,
      licences: bundle.licences,
    });
    for (const found of [...(read.ok ? [] : read.issues), ...read.lacking]) {
      const step = STEP_OF[found.field] ?? 'used';
      const product = sent.products[Number(/^products\.(\d+)/.exec(found.field)?.[1] ?? -1)];
      const name = (product && bundle.labels.find((l) => l.id === product.productId)?.name) ?? '';
      // of the whole stop, and not of each zone
      const isShared = step === 'check' || step === 'wear';
      // most words of a product name it themselves
      const names = 'product' in found.figures;
      const lack = issue(step, 'at-step', {
        zone: isShared ? '' : where,
        product: names ? '' : name,
        step,
        issue: found,
      });
      if (!issues.some((x) => JSON.stringify(x) === JSON.stringify(lack))) issues.push(lack);
    }
    if (offPlanIn(z, of).length && !of.isSure)
      issues.push(issue('used', 'off-plan-unconfirmed', { zone: where, percent: OFF_PLAN * 100 }));
  }
  for (const i of findingsOf(done).issues) issues.push({ ...i, field: 'check' });
  return issues;
}

/** A stop that brings more was two. */
const MOST_EXTRAS = 20;
export const MOST_ADD_ONS = 4;
const DAY_MINUTES = 1440;

/** The last moment of its day that a run knows of, by the phone's clock: of a clock that was turned it is none. */
function lastMoment(run: Run, { madeAt, phoneAhead = 0 }: StopBundle): number {
  const came = madeAt + phoneAhead;
  const moments = [
    run.arrivedAt,
    run.leftAt,
    ...Object.values(run.zones).flatMap((z) => [z.startedAt, z.endedAt]),
  ];
  return Math.max(came, ...moments.filter((at) => at !== null && at - came <= MOST_WAIT_MS).map(Number));
}

/** What is sent. @param now the phone's clock */
export function doneStopOf(stop: BundleStop, run: Run, bundle: StopBundle, now: number): DoneStop {
  const left = run.leftAt ?? now;
  return {
    form: STOP_FORM,
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
          products: [
            ...z.products.map((p): DoneProduct => ({
              plannedProductId: p.plannedProductId,
              productId: p.labelId,
              labelVersion: labelOf(bundle, p).version,
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
            ...addOnsOf(of).map((a) => addedProduct(a, z, bundle)),
          ],
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
      .slice(0, MOST_EXTRAS)
      .map((e) => ({
        what: e.what.trim().slice(0, 200),
        minutes: Math.min(DAY_MINUTES, Math.max(0, Number(e.minutes) || 0)),
      })),
    told: run.toldHow === '' ? '' : run.told,
    toldHow: run.toldHow,
    signWords: run.ticked.includes('sign set') ? stop.sign : '',
    said: run.said,
    notes: run.notes,
  };
}
