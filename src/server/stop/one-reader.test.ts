/**
 * What the phone lets go the server takes: both ask the same reader, and this holds them together over stale bundles, labels
 * that changed since the morning, licences that ended overnight, clocks that were turned, visits over midnight. Everything
 * here is invented.
 */
import fc from 'fast-check';
import Joi from 'joi';
import { DateTime } from 'luxon';
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import type { Label } from '@/core/products/label';
import { readVisit } from '@/core/records/visit';
import type { StopBundle } from '@/core/stop/bundle';
import { stopFrom } from '@/core/stop/forms';
import { CLOCK_WAS_OFF, findingsOf, visitOf } from '@/core/stop/read-stop';
import { beginRun, doneStopOf, lacksOf } from '@/core/stop/run';
import type { Run, ZoneRun } from '@/core/stop/typed-run';
import { asTrade } from '@/core/units/measures';
import { label } from '../../../tests/support/gate-context';
import { stopAtLawn, stopProduct, stopZone } from '../../../tests/support/stop-world';
import { doneStopShape } from './stop-shape';

const HOUR = 3_600_000;
const id = (n: number) => `00000000-0000-4000-8000-00000000000${n}`;
/** As the phone took them along in the morning. */
const LABELS: readonly Label[] = [
  { ...label, id: id(1), version: 1 },
  { ...label, id: id(2), version: 1, name: 'Granule', formulation: 'G' },
  { ...label, id: id(3), version: 1, name: 'Liquid', rateUnit: 'floz/1000sqft', amountUnit: 'floz' },
  { ...label, id: id(4), version: 1, name: 'Strict', restrictedUse: true },
];

/** What a person types, or leaves, or slips at; also as a metric company's phone keeps it. */
const typed = (most: number) =>
  fc.oneof(
    { weight: 6, arbitrary: fc.double({ min: 0.1, max: most, noNaN: true }).map((x) => x.toFixed(2)) },
    {
      weight: 2,
      arbitrary: fc.integer({ min: 1, max: 30 }).map((x) => asTrade(String(x), 'wind', 'metric')),
    },
    fc.constantFrom('', ' ', '0', '-3', '1,200', '.5', 'much', '1e9', '999999', '4 mph', '5.'),
  );
const product = fc.record({
  labelId: fc.constantFrom(...LABELS.map((l) => l.id)),
  on: fc.constantFrom('zone' as const, 'spots' as const),
  area: fc.constantFrom('6000', '120', ''),
  amount: typed(40),
});
/** A phone's moments: mostly one after the other, sometimes of another century. */
const moment = fc.oneof(
  { weight: 8, arbitrary: fc.integer({ min: 0, max: 20 * HOUR }).map((after) => ({ after })) },
  fc.constantFrom({ at: 0 }, { at: 8.64e15 }, { at: 1e12 }),
);
const world = fc.record({
  // clocks are turned in the night to the second of these days in the first zone
  day: fc.constantFrom(dayOf(2027, 3, 13), dayOf(2027, 3, 14), dayOf(2027, 11, 6), dayOf(2027, 11, 7)),
  timeZone: fc.constantFrom('America/Chicago', 'UTC', 'Pacific/Kiritimati'),
  hour: fc.integer({ min: 0, max: 23 }),
  ahead: fc.constantFrom(0, 2 * HOUR, -2 * HOUR, 400 * 24 * HOUR, -9000 * 24 * HOUR),
  products: fc.array(product, { minLength: 1, maxLength: 3 }),
  added: fc.array(product, { maxLength: 2 }),
  wind: typed(20),
  air: typed(90),
  green: typed(100),
  soil: typed(90),
  water: typed(10),
  moments: fc.tuple(moment, moment, moment, moment),
  certifiedBy: fc.constantFrom('', 'Mara Venn', 'Tobin Asher', 'Nobody'),
  licenceDays: fc.integer({ min: 0, max: 2 }),
  isSure: fc.boolean(),
  waits: fc.integer({ min: 0, max: 40 * 24 * HOUR }),
  isLabelChanged: fc.boolean(),
  isLicenceGone: fc.boolean(),
  minutes: fc.constantFrom('', '12', '9999', '-4', 'many'),
});
type World = typeof world extends fc.Arbitrary<infer T> ? T : never;

function stopOf(w: World) {
  const real = DateTime.fromObject({ year: 1970, hour: w.hour }, { zone: w.timeZone })
    .plus({ days: w.day })
    .toMillis();
  const zone = stopZone({
    zoneId: crypto.randomUUID(),
    applicationId: crypto.randomUUID(),
    water: w.water,
    products: w.products.map((p, i) =>
      stopProduct({
        plannedProductId: crypto.randomUUID(),
        labelId: p.labelId,
        position: i + 1,
        area: p.area,
        amount: p.amount,
        amountUnit: LABELS.find((l) => l.id === p.labelId)!.amountUnit,
        ground: p.on === 'spots' ? 'gate' : '',
      }),
    ),
  });
  const licences = [{ person: 'Mara Venn', number: 'CA-1', validTo: addDays(w.day, w.licenceDays) }];
  const stop = stopAtLawn({ lawnId: crypto.randomUUID(), zones: [zone] });
  const bundle: StopBundle = {
    version: 2,
    madeAt: real,
    day: w.day,
    truckId: 't',
    truck: 'Truck 1',
    person: 'Tobin Asher',
    timeZone: w.timeZone,
    people: ['Tobin Asher'],
    certified: ['Mara Venn'],
    licences,
    labels: LABELS,
    stops: [],
    phoneAhead: w.ahead,
  };
  const phone = real + w.ahead;
  const [arrived, started, ended, left] = w.moments.map((m) => ('at' in m ? m.at : phone + m.after));
  const begun = beginRun(stop, bundle, crypto.randomUUID());
  const run: Run = {
    ...begun,
    wind: w.wind,
    air: w.air,
    green: w.green,
    soil: w.soil,
    certifiedBy: w.certifiedBy,
    arrivedAt: arrived!,
    leftAt: left!,
    extras: [{ what: 'a sprinkler head', minutes: w.minutes }],
    zones: {
      [zone.zoneId]: {
        ...(begun.zones[zone.zoneId] as ZoneRun),
        startedAt: started!,
        endedAt: ended!,
        isSure: w.isSure,
        addOns: w.added.map((a) => ({ labelId: a.labelId, use: 'spot', amount: a.amount, area: a.area })),
      },
    },
  };
  return { stop, bundle, run, zone, licences, sentAt: phone + 20 * HOUR, now: real + 20 * HOUR };
}
/** The labels of today: another unit, another use, another word. */
const changedSince = (l: Label): Label => ({
  ...l,
  version: 2,
  restrictedUse: true,
  rateUnit: 'floz/1000sqft',
  amountUnit: 'floz',
});

function played(w: World) {
  const made = stopOf(w);
  const { stop, bundle, run } = made;
  const sent = doneStopOf(stop, run, bundle, made.sentAt);
  const server = { now: made.now + w.waits, timeZone: w.timeZone };
  const late = { ...sent, sentAt: made.sentAt + w.waits };
  const today = Math.floor(
    DateTime.fromMillis(server.now, { zone: w.timeZone }).setZone('UTC', { keepLocalTime: true }).toMillis() /
      86_400_000,
  ) as Day;
  const labelOf = (productId: string, version: number | undefined) => {
    const inHand = LABELS.find((l) => l.id === productId);
    return inHand && w.isLabelChanged && version !== 1 ? changedSince(inHand) : inHand;
  };
  return {
    w,
    stop,
    bundle,
    run,
    late,
    server,
    today,
    labelOf,
    licences: w.isLicenceGone ? [] : made.licences,
  };
}

test('what the phone lets go the server never refuses', () => {
  let letGo = 0;
  let overMidnight = 0;
  fc.assert(
    fc.property(world, (w) => {
      const { stop, bundle, run, late, server, today, labelOf, licences } = played(w);
      if (lacksOf(stop, run, bundle).length) return;
      letGo++;
      const s = stopFrom(Joi.attempt(late, doneStopShape, { convert: false }))!;
      const z = s.zones[0]!;
      const visit = visitOf(s, z, server);
      const read = readVisit(visit, {
        today,
        zoneArea: stop.zones[0]!.area,
        labelOf: (p) => labelOf(p, z.products.find((x) => x.productId === p)?.labelVersion),
        placeOf: () => null,
        licences,
      });
      expect(read.ok ? [] : read.issues).toEqual([]);
      expect(findingsOf(s).issues).toEqual([]);
      // what is asked for all the same the phone could not know
      const asked = read.lacking.map((i) => i.field);
      if (!w.isLicenceGone) expect(asked).toEqual([]);
      else expect(asked.filter((f) => f !== 'Certified applicator')).toEqual([]);
      if (visit.startedAt === '') expect(visit.notes).toContain(CLOCK_WAS_OFF);
      else if (visit.endedAt === '') overMidnight++;
    }),
    { numRuns: 3000, seed: 30 },
  );
  // it looked at something
  expect(letGo).toBeGreaterThan(150);
  expect(overMidnight).toBeGreaterThan(3);
});

test('the phone asks for nothing that the server would not miss', () => {
  fc.assert(
    fc.property(world, (w) => {
      const { stop, bundle, run, late, today, server, licences } = played({
        ...w,
        isLabelChanged: false,
        isLicenceGone: false,
        waits: 0,
        isSure: true,
      });
      const z = late.zones[0]!;
      const read = readVisit(visitOf(late, z, server), {
        today,
        zoneArea: stop.zones[0]!.area,
        labelOf: (p) => LABELS.find((l) => l.id === p),
        placeOf: () => null,
        licences,
      });
      const misses =
        (read.ok ? 0 : read.issues.length) + read.lacking.length + findingsOf(late).issues.length;
      expect(lacksOf(stop, run, bundle).length > 0).toBe(misses > 0);
    }),
    { numRuns: 1500, seed: 31 },
  );
});
