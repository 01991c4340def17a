/** A stop from its arrival to what is sent; the bundle is invented. */
import { L_PER_GAL, fromMilesPerHour } from '@/core/units/trade';
import { label, leafLabel, today } from '../../../tests/support/gate-context';
import { stopAtLawn, stopProduct, stopZone } from '../../../tests/support/stop-world';
import type { BundleZone, StopBundle } from './bundle';
import {
  amountsByLevel,
  beginRun,
  beginningOf,
  doneStopOf,
  isReason,
  lacksOf,
  offPlanIn,
  seenIn,
} from './run';
import { isRun, type Run, type ZoneRun } from './typed-run';

const product = (id: string, labelId: string, amount: string) =>
  stopProduct({ plannedProductId: id, labelId, amount });
const granule = { ...label, id: 'granule', formulation: 'G' as const };
const zone = (zoneId: string, over: Partial<BundleZone> = {}) =>
  stopZone({ zoneId, name: zoneId, applicationId: `a-${zoneId}`, ...over });
const stop = stopAtLawn();
const bundle: StopBundle = {
  version: 2,
  madeAt: 0,
  day: today,
  truckId: 't',
  truck: 'Truck 1',
  person: 'Tobin Asher',
  timeZone: 'UTC',
  people: ['Tobin Asher'],
  certified: [],
  licences: [],
  labels: [label, leafLabel, granule],
  stops: [stop],
};
const begun = beginRun(stop, bundle, 'key');
const withZone = (run: Run, over: Partial<ZoneRun>): Run => ({
  ...run,
  zones: { ...run.zones, front: { ...run.zones['front']!, ...over } },
});
const worked = withZone({ ...begun, wind: '5', air: '55' }, { startedAt: 1000, endedAt: 600_000 });

test('a stop begins with the plan’s figures, and lacks the clock of the work', () => {
  expect(isRun(JSON.parse(JSON.stringify(begun)))).toBe(true);
  expect(isRun({ ...begun, version: 2 })).toBe(false);
  expect(begun.zones['front']!.amounts).toEqual({ p1: '2.4' });
  expect(lacksOf(stop, { ...worked, zones: begun.zones }, bundle)).toMatchObject([
    { field: 'apply', code: 'clock-not-run', figures: { isBegun: false } },
  ]);
  expect(lacksOf(stop, withZone({ ...begun, wind: '5', air: '55' }, { startedAt: 1 }), bundle)).toMatchObject(
    [{ code: 'clock-not-run', figures: { isBegun: true } }],
  );
  expect(lacksOf(stop, worked, bundle)).toEqual([]);
});

test('of a spray the record asks for wind, air and water; of a granule it does not', () => {
  const bare = withZone({ ...worked, wind: '', air: '' }, { water: '' });
  expect(lacksOf(stop, bare, bundle)).toMatchObject([
    { field: 'used', figures: { issue: { code: 'missing', figures: { name: 'Water used' } } } },
    { field: 'check', figures: { issue: { code: 'missing-where-sprayed', field: 'Wind' } } },
    { field: 'check', figures: { issue: { code: 'missing-where-sprayed', field: 'Air temperature' } } },
  ]);
  const dry = { ...stop, zones: [zone('front', { products: [product('p1', 'granule', '2.4')], water: '' })] };
  expect(lacksOf(dry, bare, bundle)).toEqual([]);
});

test('more than ten per cent off the plan is asked about, up to it is not', () => {
  const used = (amount: string) => withZone(worked, { amounts: { p1: amount } });
  expect(lacksOf(stop, used('2.63'), bundle)).toEqual([]);
  const [off] = offPlanIn(stop.zones[0]!, used('2.7').zones['front']!);
  expect(off!.share).toBeCloseTo(0.125, 9);
  expect(lacksOf(stop, used('2.7'), bundle)).toMatchObject([{ field: 'used' }]);
  expect(lacksOf(stop, withZone(used('2.7'), { isSure: true }), bundle)).toEqual([]);
  expect(lacksOf(stop, used(''), bundle)).toMatchObject([
    {
      field: 'used',
      code: 'at-step',
      figures: { product: 'Test 50 WG', issue: { code: 'missing', figures: { name: 'Product used' } } },
    },
  ]);
  expect(lacksOf(stop, used('1,2,3'), bundle).length).toBe(1);
});

test('what is lacking is told with its zone', () => {
  const two = stopAtLawn({ zones: [zone('front'), zone('back')] });
  const run = beginRun(two, bundle, 'k');
  const odd: Run = {
    ...run,
    wind: '5',
    air: '200',
    zones: Object.fromEntries(
      Object.entries(run.zones).map(([id, z]) => [id, { ...z, startedAt: 1, endedAt: 2, water: '99999' }]),
    ),
  };
  const lacks = lacksOf(two, odd, bundle);
  expect(lacks).toContainEqual(
    expect.objectContaining({
      field: 'used',
      figures: expect.objectContaining({ zone: 'back', step: 'used' }) as unknown,
    }),
  );
  // of the whole stop it is said once
  expect(lacks.filter((l) => l.field === 'check')).toMatchObject([
    { figures: { zone: '', issue: { field: 'Air temperature', figures: { value: '200' } } } },
  ]);
});

// by hand: 6 gal planned with 2.4 oz; 7.5 gal left the tank
test('the tank’s level says what was used; a hopper’s product is not in it', () => {
  const both = zone('front', { products: [product('p1', label.id, '2.4'), product('p2', 'granule', '20')] });
  const run = { ...worked.zones['front']!, amounts: { p1: '2.4', p2: '20' }, before: '50', after: '42.5' };
  expect(amountsByLevel(both, run, bundle)).toMatchObject({ water: '7.5', amounts: { p1: '3', p2: '20' } });
  expect(amountsByLevel(both, { ...run, after: '' }, bundle)).toBeNull();
  expect(amountsByLevel(both, { ...run, after: '60' }, bundle)).toBeNull();
  expect(L_PER_GAL).toBeCloseTo(3.785411784, 9);
});

test('what was seen is what was typed, in the core’s units; what was not typed is not known', () => {
  const seen = seenIn({
    ...begun,
    wind: '10',
    air: '50',
    green: '40',
    leafWet: false,
    stages: { dandelion: 'seedling', '?': 'x' },
  });
  expect(seen.wind).toBeCloseTo(4.4704, 6);
  expect(seen.air).toBeCloseTo(10, 9);
  expect(seen).toMatchObject({
    green: 0.4,
    isLeafWet: false,
    isInBloom: null,
    stages: [{ weed: 'dandelion', stage: 'seedling' }],
  });
  expect(seenIn(begun)).toMatchObject({ wind: null, air: null, green: null, stages: [] });
  expect(lacksOf(stop, { ...worked, wind: 'a lot' }, bundle)).toMatchObject([{ field: 'check' }]);
});

test('what is sent: zones that were done, the note only where somebody was told, the sign where it was set', () => {
  const two = { ...stop, zones: [zone('front'), zone('back', { doneBy: 'Lise Corran' })] };
  const run: Run = {
    ...worked,
    zones: { ...worked.zones, back: beginRun(two, bundle, 'k').zones['back']! },
    arrivedAt: 500,
    leftAt: 900_000,
    ticked: ['sign set'],
    toldHow: '',
    said: 'Thanks',
    extras: [
      { what: ' sprinkler head ', minutes: '12' },
      { what: '', minutes: '3' },
    ],
  };
  const sent = doneStopOf(two, run, bundle, 950_000);
  expect(sent).toMatchObject({
    sendKey: 'key',
    sentAt: 950_000,
    arrivedAt: 500,
    leftAt: 900_000,
    signWords: 'TREATED',
    told: '',
    extras: [{ what: 'sprinkler head', minutes: 12 }],
    said: 'Thanks',
    truck: 'Truck 1',
    zones: [
      {
        zoneId: 'front',
        startedAt: 1000,
        endedAt: 600_000,
        products: [{ productId: label.id, amount: '2.4' }],
      },
    ],
  });
  expect(sent.zones).toHaveLength(1);
  const place = { latitude: 38.6, longitude: -90 };
  expect(doneStopOf(two, { ...run, place }, bundle, 1).place).toEqual(place);
  expect(doneStopOf({ ...two, isPlaced: true }, { ...run, place }, bundle, 1).place).toBeNull();
  expect(doneStopOf(two, { ...run, toldHow: 'handed over' }, bundle, 1).told).toBe('Dear Abel');
});

describe('before the work begins', () => {
  const sprayed = zone('front');
  const at = (over: Partial<Run>, of = sprayed) =>
    beginningOf(of, { ...beginRun({ ...stop, zones: [of] }, bundle, 'k'), ...over }, bundle, 10);
  test('what is sprayed waits for wind and air; a granule for neither', () => {
    expect(at({})).toEqual({ kind: 'measure', missing: ['wind', 'air'] });
    expect(at({ wind: '4' })).toEqual({ kind: 'measure', missing: ['air'] });
    expect(at({ wind: 'much', air: '55' })).toEqual({ kind: 'measure', missing: ['wind'] });
    expect(at({}, zone('front', { products: [product('p1', granule.id, '20')] })).kind).toBe('yes');
  });
  // the house's limit of the test context is 10 mph; the label's own is a bolt, which no reason lifts
  test('too windy by the house it waits for a reason, by the label it does not begin', () => {
    expect(at({ wind: '4', air: '55' })).toEqual({ kind: 'yes', found: [] });
    expect(at({ wind: '16', air: '55' })).toMatchObject({ kind: 'waits', found: [{ key: 'wind' }] });
    const strict = { ...label, id: 'strict', windLimit: fromMilesPerHour(5) };
    const of = zone('front', { products: [product('p1', strict.id, '2.4')] });
    const run = { ...beginRun({ ...stop, zones: [of] }, bundle, 'k'), wind: '7', air: '55' };
    const within = { ...bundle, labels: [...bundle.labels, strict] };
    expect(beginningOf(of, run, within, 10)).toMatchObject({ kind: 'never' });
  });
  test('a reason has a word in it, and is sent', () => {
    expect([undefined, '', '  ', 'ok', 'late'].map(isReason)).toEqual([false, false, false, false, true]);
    const run = beginRun(stop, bundle, 'k');
    const begun = {
      ...run,
      zones: { front: { ...run.zones['front']!, startedAt: 1, endedAt: 2, anyway: ' the customer waited ' } },
    };
    expect(doneStopOf(stop, begun, bundle, 3).zones[0]!.anyway).toBe('the customer waited');
    // a run of before reasons were asked for
    const { anyway: _, ...older } = begun.zones.front;
    expect(doneStopOf(stop, { ...run, zones: { front: older } }, bundle, 3).zones[0]!.anyway).toBe('');
  });
});
