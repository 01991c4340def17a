/** What a customer is told of a label: nothing that it does not say. Labels are invented. */
import { dayOf } from '@/core/calendar/day';
import { SHOWS } from '@/core/units/format';
import { label, leafLabel } from '../../tests/support/gate-context';
import type { MessageVisit } from '@/core/day/messages';
import { messageFacts } from './message-facts';

const of = (labels: MessageVisit['products'][number]['label'][]) =>
  messageFacts(
    {
      customer: 'Abel',
      address: '3 Tilling Lane',
      day: dayOf(2027, 3, 18),
      hours: null,
      company: 'Us',
      products: labels.map((l) => ({
        label: l,
        use: 'pre-emergent',
        targets: ['smooth-crabgrass'],
        zone: 'front',
      })),
      expectations: [],
      by: 'Tobin',
    },
    SHOWS.trade,
  );

// the test label: half an inch within seven days
test('water, by the label’s depth and days; the shortest of several', () => {
  expect(of([label])['water in']).toBe(
    'Let 0.50 in of water fall on it by Thu 25 March, unless rain does: that takes it into the soil.',
  );
  const sooner = { ...label, id: 'x', wateringIn: { ...label.wateringIn!, withinDays: 2 } };
  expect(of([label, sooner])['water in']).toContain('by Sat 20 March');
  expect(of([{ ...label, wateringIn: null }])['water in']).toBe('');
});

test('a leaf that must stay dry first: both are said, in their order', () => {
  const dry = { ...leafLabel, none: [], rainFreeHours: 6 };
  expect(of([dry])['water in']).toMatch(/^Do not water for 6 hours\./);
  expect(of([dry, label])['water in']).toMatch(/^Do not water for 6 hours\. Then let 0\.50 in/);
});

test('keep off: until dry, the label’s hours, the label’s words; never less', () => {
  const said = { ...label, reentry: 'until sprays have dried', reentryHours: 4 };
  expect(of([said])['keep off']).toBe(
    'Keep people and pets off until it is dry and at least 4 hours have passed. The label says: until sprays have dried.',
  );
  expect(of([{ ...label, reentry: '', reentryHours: null }])['keep off']).toBe(
    'Keep people and pets off until it is dry.',
  );
});

test('the mower is kept off where the label does, and not where it does not', () => {
  expect(of([{ ...label, mowing: { beforeDays: null, afterDays: 3 } }]).mow).toBe(
    'Do not mow before Sun 21 March.',
  );
  expect(of([label]).mow).toBe('');
  expect(of([label]).why).toBe(', against smooth crabgrass');
});

test('between which hours somebody comes, where that is planned', () => {
  const visit: MessageVisit = {
    customer: 'Abel',
    address: '3 Tilling Lane',
    day: dayOf(2027, 3, 18),
    hours: { from: 8 * 60, to: 10 * 60 + 30 },
    company: 'Us',
    products: [],
    expectations: [],
    by: 'Tobin',
  };
  expect(messageFacts(visit, SHOWS.trade).hours).toBe(', between 8 am and 10:30 am,');
  expect(messageFacts({ ...visit, hours: null }, SHOWS.trade).hours).toBe('');
});
