import fc from 'fast-check';
import { dayOf } from '@/core/calendar/day';
import { readRuns, sendRuns } from './soil-runs';

const from = dayOf(2026, 1, 13);
const climate = { coldest: 25, warmest: 205 };
test('a run comes to a screen as it was sent, to the hundredth of a degree', () => {
  fc.assert(
    fc.property(
      fc
        .integer({ min: 1, max: 5 })
        .chain((members) =>
          fc
            .integer({ min: 1, max: 40 })
            .chain((days) =>
              fc.array(
                fc.array(fc.double({ min: -60, max: 70, noNaN: true }), { minLength: days, maxLength: days }),
                { minLength: members, maxLength: members },
              ),
            ),
        ),
      (members) => {
        const came = readRuns(JSON.parse(JSON.stringify(sendRuns({ from, climate, members }))) as never);
        expect([came.from, came.climate, came.members.length]).toEqual([from, climate, members.length]);
        members.forEach((m, k) =>
          m.forEach((t, d) => expect(Math.abs(came.members[k]![d]! - t)).toBeLessThanOrEqual(0.005 + 1e-9)),
        );
      },
    ),
    { numRuns: 20 },
  );
});
test('of no members nothing comes', () => {
  expect(readRuns(sendRuns({ from, climate, members: [] })).members).toEqual([]);
});
