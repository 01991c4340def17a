/** One line for an address, by hand. */
import { addDays, dayOf } from '@/core/calendar/day';
import { entry as treated } from '../../../tests/support/gate-context';
import { addressLine, type AddressEntry } from './address-line';

const today = dayOf(2027, 6, 10);
const entry = (over: Partial<AddressEntry>): AddressEntry => ({
  day: dayOf(2027, 6, 8),
  zone: 'front',
  product: 'Test 50 WG',
  endedAt: '',
  label: { reentry: 'until dry', mowing: { beforeDays: null, afterDays: null } },
  ...over,
});

test('nobody was here: seed may go down today', () => {
  expect(addressLine([], [[]], today)).toEqual({
    last: null,
    mowFrom: null,
    keepOff: [],
    downAt: '',
    seedFrom: today,
  });
});
test('the last day counts over all zones, with each product and each word of the labels once', () => {
  const line = addressLine(
    [
      entry({ day: dayOf(2027, 3, 8), product: 'Old' }),
      entry({ endedAt: '08:10' }),
      entry({ zone: 'back', endedAt: '08:40' }),
      entry({
        zone: 'back',
        product: 'Spot',
        label: { reentry: ' ', mowing: { beforeDays: 2, afterDays: 3 } },
      }),
    ],
    [],
    today,
  );
  expect(line.last).toEqual({
    day: dayOf(2027, 6, 8),
    products: ['Test 50 WG', 'Spot'],
    zones: ['front', 'back'],
  });
  expect([line.keepOff, line.downAt]).toEqual([['until dry'], '08:40']);
  expect(line.mowFrom).toBe(dayOf(2027, 6, 11));
  // over by then
  expect(
    addressLine([entry({ label: { reentry: '', mowing: { beforeDays: 2, afterDays: 2 } } })], [], today)
      .mowFrom,
  ).toBeNull();
});
// the test label: 120 days for up to 0.4 oz/1,000 sq ft, 200 for up to 0.8
test('seed waits for the zone that waits longest; where one is not known, the address is not', () => {
  const [short, long] = [treated(addDays(today, -10), 0.4), treated(addDays(today, -10), 0.8)];
  expect(addressLine([], [[short], [long], []], today).seedFrom).toBe(addDays(today, 190));
  expect(addressLine([], [[short], [{ ...long, seedWait: null }]], today).seedFrom).toBe('not known');
});
