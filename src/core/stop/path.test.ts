/** The short way through a round; bundle and street are invented. */
import { addDays } from '@/core/calendar/day';
import { label, today } from '../../../tests/support/gate-context';
import { stopAtLawn, stopProduct, stopZone } from '../../../tests/support/stop-world';
import { type BundleStop, type StopBundle, nextStop } from './bundle';
import { CARRIED_MINUTES, carriedTo, nextStep, wornTick } from './path';
import { beginRun, lacksOf } from './run';
import type { Run } from './typed-run';

const granule = { ...label, id: 'granule', formulation: 'G' as const };
const strict = { ...label, id: 'strict', restrictedUse: true };
const stopAt = (address: string, labelId = label.id): BundleStop =>
  stopAtLawn({
    lawnId: address,
    address,
    isPlaced: true,
    zones: [stopZone({ zoneId: `z ${address}`, products: [stopProduct({ labelId })] })],
  });
const street = Array.from({ length: 12 }, (_, i) => stopAt(`${i + 1} Lantern Row`));
const away = stopAt('7 Kiln Hill');
const bundle: StopBundle = {
  version: 2,
  madeAt: 0,
  day: today,
  truckId: 't',
  truck: 'Truck 1',
  person: 'Tobin Asher',
  timeZone: 'UTC',
  people: ['Tobin Asher'],
  certified: ['Mara Venn'],
  licences: [{ person: 'Mara Venn', number: 'CA-1', validTo: addDays(today, 90) }],
  labels: [label, granule, strict],
  stops: [...street, away],
};
const MINUTE = 60_000;
const measured = (stop: BundleStop, at: number, over: Partial<Run> = {}): Run => ({
  ...beginRun(stop, bundle, stop.lawnId),
  wind: '4',
  windFrom: 'SW',
  air: '52',
  measuredAt: at,
  ...over,
});

describe('what was measured next door', () => {
  test('stands there for half an hour from the measuring, on its street', () => {
    const there = [measured(street[0]!, 0)];
    expect(carriedTo(street[1]!, bundle, there, 12 * MINUTE)).toMatchObject({
      wind: '4',
      windFrom: 'SW',
      air: '52',
      minutes: 12,
      from: '1 Lantern Row',
    });
    expect(carriedTo(street[1]!, bundle, there, CARRIED_MINUTES * MINUTE)).not.toBeNull();
    expect(carriedTo(street[1]!, bundle, there, CARRIED_MINUTES * MINUTE + 1)).toBeNull();
    expect(carriedTo(away, bundle, there, MINUTE)).toBeNull();
  });
  test('confirmed again and again it is no younger', () => {
    const first = measured(street[0]!, 0);
    const carried = carriedTo(street[1]!, bundle, [first], 20 * MINUTE)!;
    const second = measured(street[1]!, carried.measuredAt);
    expect(carriedTo(street[2]!, bundle, [first, second], 29 * MINUTE)!.minutes).toBe(29);
    expect(carriedTo(street[2]!, bundle, [first, second], 31 * MINUTE)).toBeNull();
  });
  test('is the newest, whole, and not of a clock that was turned back', () => {
    const half = measured(street[2]!, 9 * MINUTE, { air: '' });
    const late = measured(street[3]!, 50 * MINUTE);
    const runs = [measured(street[0]!, 0), measured(street[1]!, 5 * MINUTE, { wind: '6' }), half, late];
    expect(carriedTo(street[4]!, bundle, runs, 10 * MINUTE)).toMatchObject({ wind: '6', minutes: 5 });
    const { measuredAt: _, ...older } = measured(street[0]!, 0);
    expect(carriedTo(street[4]!, bundle, [older], MINUTE)).toBeNull();
  });
});

describe('the next step', () => {
  const [first, second] = street as [BundleStop, BundleStop];
  test('is the one that asks for something', () => {
    const here = beginRun(first, bundle, 'k');
    expect(nextStep(first, { ...here, arrivedAt: 1 }, bundle, [])).toBe('check');
    const checked = measured(first, 1, { arrivedAt: 1, step: 'check' });
    expect(nextStep(first, checked, bundle, [])).toBe('wear');
    const worn = { ...checked, ticked: [wornTick(label.id)] };
    expect(nextStep(first, worn, bundle, [])).toBe('apply');
    // ticked once a load: the next stop does not ask again
    expect(nextStep(second, measured(second, 1, { step: 'check' }), bundle, [worn])).toBe('apply');
    const down = {
      ...worn,
      step: 'apply' as const,
      zones: {
        [first.zones[0]!.zoneId]: { ...worn.zones[first.zones[0]!.zoneId]!, startedAt: 1, endedAt: 2 },
      },
    };
    expect(nextStep(first, down, bundle, [])).toBe('done');
    expect(lacksOf(first, down, bundle)).toEqual([]);
  });
  test('of an amount off the plan is where it is confirmed', () => {
    const zoneId = first.zones[0]!.zoneId;
    const run = measured(first, 1, { step: 'apply' });
    const zone = { ...run.zones[zoneId]!, startedAt: 1, endedAt: 2, amounts: { p: '3' } };
    expect(nextStep(first, { ...run, zones: { [zoneId]: zone } }, bundle, [])).toBe('used');
  });
  test('asks who answers for a restricted product, and no granule for its wind', () => {
    const of = stopAt('1 Lantern Row', strict.id);
    const run = measured(of, 1, { step: 'check', ticked: [wornTick(strict.id)] });
    expect(nextStep(of, run, bundle, [])).toBe('wear');
    expect(nextStep(of, { ...run, certifiedBy: 'Mara Venn' }, bundle, [])).toBe('apply');
    const dry = stopAt('2 Lantern Row', granule.id);
    const here = { ...beginRun(dry, bundle, 'k'), arrivedAt: 1, ticked: [wornTick(granule.id)] };
    expect(nextStep(dry, here, bundle, [])).toBe('apply');
  });
});

test('after a stop out of order comes the first that is not done', () => {
  const done = new Set([street[2]!.lawnId, street[1]!.lawnId]);
  const isDone = (s: BundleStop) => done.has(s.lawnId);
  expect(nextStop(bundle, isDone, street[2]!.lawnId)?.lawnId).toBe('1 Lantern Row');
  expect(nextStop({ ...bundle, stops: [away] }, isDone, away.lawnId)).toBeUndefined();
});
