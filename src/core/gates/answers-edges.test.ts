/**
 * Questions at the edges of bolts: the very day, the very figure, the other product, the other ground. Arithmetic of the
 * rules that stand in the gates; a limit belongs to what it allows.
 */
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { hourOf } from '@/core/calendar/hour';
import { ask, atHour, barrier, leaf, onDay, oz, weather } from '../../../tests/support/ask';
import { context, entry, label, leafLabel, means, rules, today } from '../../../tests/support/gate-context';
import { airTemperature } from './air-temperature';
import { applicationCount } from './application-count';
import { equipment } from './equipment';
import type { Gate, GateContext } from './gate';
import { interval } from './interval';

const reasonOn = (gate: Gate, over: Partial<GateContext>, day: Day = today) =>
  spanAt(gate.spans(context(over), { from: day, to: addDays(day, 1) }), day)!.verdict.reason;
const at = (celsius: number) => ({ forecast: weather({ air: () => celsius }) });
const noLimits = { least: null, most: null };

ask('the air at its limits', [
  [
    'a lower limit alone is typed',
    'open air-within',
    () =>
      atHour(airTemperature, { ...leaf({ none: [], air: { ...leafLabel.air, most: null } }), ...at(20) }, 12),
  ],
  [
    'an upper limit alone is typed',
    'open air-within',
    () =>
      atHour(
        airTemperature,
        { ...leaf({ none: [], air: { ...leafLabel.air, least: null } }), ...at(20) },
        12,
      ),
  ],
  [
    'at the house\u2019s most',
    'ajar air-warm',
    () => atHour(airTemperature, { ...leaf({ air: noLimits }), ...at(rules.heatLimit) }, 12),
  ],
  [
    'at the house\u2019s caution',
    'open air-within',
    () => atHour(airTemperature, { ...leaf({ air: noLimits }), ...at(rules.heatCaution) }, 12),
  ],
  [
    'at 50 °F',
    'open air-within',
    () => atHour(airTemperature, { ...leaf({ air: noLimits }), ...at(10) }, 12),
  ],
  [
    'at the label\u2019s least',
    'open air-within',
    () => atHour(airTemperature, { ...leaf({}), ...at(15) }, 12),
  ],
  [
    'at the label\u2019s most',
    'open air-within',
    () =>
      atHour(airTemperature, { ...leaf({}), rules: { ...rules, heatCaution: 40 as never }, ...at(29) }, 12),
  ],
]);

test('of two limits of the air the lower is named, with whose it is', () => {
  const said = (most: number | null, house: number) => {
    const c = context({
      ...leaf({ air: { least: null, most: most as never } }),
      rules: { ...rules, heatLimit: house as never, heatCaution: house as never },
      ...at(20),
    });
    const hour = hourOf(today, 12);
    const { reason } = spanAt(
      airTemperature.hours!(c, { from: hour, to: (hour + 1) as typeof hour }),
      hour,
    )!.verdict;
    return [reason.source, 'most' in reason && reason.most];
  };
  expect(said(30, 25)).toEqual(['house rule', 25]);
  expect(said(25, 30)).toEqual(['label', 25]);
  expect(said(25, 25)).toEqual(['label', 25]);
  expect(said(null, 30)).toEqual(['house rule', 30]);
  const soil = context({ ...barrier({ air: { least: null, most: 30 as never } }), ...at(20) });
  expect(
    spanAt(airTemperature.spans(soil, { from: today, to: addDays(today, 1) }), today)!.verdict.reason,
  ).toMatchObject({
    source: 'label',
    most: 30,
  });
});

const once = (over: Partial<typeof label> = {}) => barrier({ mostApplications: 1, ...over });
const spot = (ground: string) => ({ share: 0.1, ground });
ask('the number of applications counts', [
  [
    'the same product on the last day of the year before',
    'open within-count',
    () => onDay(applicationCount, { ...once(), ledger: [entry(dayOf(2026, 12, 31), 0.2)] }),
  ],
  [
    'on the first day of this year',
    'shut bolt count-reached',
    () => onDay(applicationCount, { ...once(), ledger: [entry(dayOf(2027, 1, 1), 0.2)] }),
  ],
  [
    'on the last day of this year',
    'shut bolt count-reached',
    () => onDay(applicationCount, { ...once(), ledger: [entry(dayOf(2027, 12, 31), 0.2)] }),
  ],
  [
    'another product: not at all',
    'open within-count',
    () =>
      onDay(applicationCount, {
        ...once(),
        ledger: [entry(addDays(today, -9), 0.2, { productId: 'other' })],
      }),
  ],
  [
    'spots of another name: not at all',
    'open within-count',
    () =>
      onDay(applicationCount, {
        product: { ...once().product, place: { on: 'spots', area: 10 as never, ground: 'a' } },
        ledger: [entry(addDays(today, -9), 0.2, spot('b'))],
      }),
  ],
  [
    'spots of the same name',
    'shut bolt count-reached',
    () =>
      onDay(applicationCount, {
        product: { ...once().product, place: { on: 'spots', area: 10 as never, ground: 'a' } },
        ledger: [entry(addDays(today, -9), 0.2, spot('a'))],
      }),
  ],
  [
    'by 12 months: a year ago to the day is over',
    'open within-count',
    () =>
      onDay(applicationCount, { ...once({ period: '12 months' }), ledger: [entry(dayOf(2026, 3, 18), 0.2)] }),
  ],
  [
    'by 12 months: the day after it is not',
    'shut bolt count-reached',
    () =>
      onDay(applicationCount, { ...once({ period: '12 months' }), ledger: [entry(dayOf(2026, 3, 19), 0.2)] }),
  ],
]);
test('of two periods the fuller is told, with its days', () => {
  const ledger = [
    entry(addDays(today, -30), 0.1),
    entry(addDays(today, 200), 0.1),
    entry(addDays(today, 210), 0.1),
  ];
  expect(
    reasonOn(applicationCount, { ...once({ period: '12 months', mostApplications: 9 }), ledger }),
  ).toMatchObject({
    count: 3,
    earlier: ledger.map((e) => e.day),
  });
});

const backpack = means.equipment[0]!;
ask('what it is put down with', [
  [
    'the method that is named, and there',
    'open calibrated',
    () => onDay(equipment, barrier({}, { method: 'backpack' })),
  ],
  [
    'one that is not there',
    'shut bolt method-not-on-label',
    () => onDay(equipment, barrier({}, { method: 'boom' })),
  ],
  [
    'one that the label does not allow',
    'shut bolt method-not-on-label',
    () => onDay(equipment, { ...barrier({ methods: ['boom'] }, { method: 'backpack' }) }),
  ],
  [
    'the last day of its calibration',
    'open calibrated',
    () =>
      onDay(equipment, {
        ...barrier({}),
        means: {
          ...means,
          equipment: [{ ...backpack, calibratedOn: addDays(today, 1 - rules.calibrationDays) }],
        },
      }),
  ],
  [
    'the day after it',
    'shut latch calibration-old',
    () =>
      onDay(equipment, {
        ...barrier({}),
        means: {
          ...means,
          equipment: [{ ...backpack, calibratedOn: addDays(today, -rules.calibrationDays) }],
        },
      }),
  ],
]);

const planned = (day: Day, days = 60) => ({
  ...entry(day, 0.2, { intervalDays: days }),
  status: 'planned' as const,
});
ask('days between', [
  [
    'the same on the very day',
    'shut bolt too-soon-after',
    () => onDay(interval, { ...barrier({}), ledger: [entry(today, 0.2)] }),
  ],
  [
    'the day before they have passed',
    'shut bolt too-soon-after',
    () => onDay(interval, { ...barrier({}), ledger: [entry(addDays(today, -59), 0.2)] }),
  ],
  [
    'the day on which they have',
    'open interval-passed',
    () => onDay(interval, { ...barrier({}), ledger: [entry(addDays(today, -60), 0.2)] }),
  ],
  [
    'the next one is just far enough',
    'open nothing-before',
    () => onDay(interval, { ...barrier({}), ledger: [planned(addDays(today, 60))] }),
  ],
  [
    'the next one is a day too near',
    'shut bolt too-soon-before',
    () => onDay(interval, { ...barrier({}), ledger: [planned(addDays(today, 59))] }),
  ],
  [
    'the other label asks for more',
    'shut bolt too-soon-after',
    () =>
      onDay(interval, { ...barrier({}), ledger: [entry(addDays(today, -70), 0.2, { intervalDays: 90 })] }),
  ],
  [
    'none asked for, and the book begins today',
    'open nothing-before',
    () => onDay(interval, { ...barrier({ minimumIntervalDays: 0 }), bookFrom: today }),
  ],
  [
    'the book is whole just so far back',
    'open nothing-before',
    () => onDay(interval, { ...barrier({}), bookFrom: addDays(today, -60) }),
  ],
  [
    'the book begins a day too late',
    'ajar history-not-known',
    () => onDay(interval, { ...barrier({}), bookFrom: addDays(today, -59) }),
  ],
  [
    'another product without its ingredient',
    'open nothing-before',
    () =>
      onDay(interval, {
        ...barrier({}),
        ledger: [entry(addDays(today, -9), 0, { label: leafLabel, rate: oz(0.2) })],
      }),
  ],
]);
test('whether it was put down or is only planned is told', () => {
  const told = (e: ReturnType<typeof entry>) => reasonOn(interval, { ...barrier({}), ledger: [e] });
  expect(told(entry(addDays(today, -9), 0.2))).toMatchObject({ code: 'too-soon-after', done: true });
  expect(told(planned(today))).toMatchObject({ code: 'too-soon-after', done: false });
});
