/** One answer to each question on zones drawn at random: the owner, the gates, the window and the HTTP interface. Ours. */
import fc from 'fast-check';
import { addDays, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { groundOf, shareOf } from '@/core/products/application';
import { entryOf } from '@/core/records/ledger';
import { safeToSeed } from '@/core/records/safe-to-seed';
import { RATE_UNITS } from '@/core/units/rate';
import { anyContext, context, today } from '../../../tests/support/gate-context';
import { told } from '../../../tests/support/ask';
import { viaApi } from '../../../tests/support/via-api';
import { GATES } from './all';
import type { GateContext } from './gate';
import { lastDayOf } from './last-day';
import { seedingAhead } from './seeding-ahead';
import { windowOf } from './window';

/** The same two hundred each time. */
const ZONES = { numRuns: 200, seed: 20_270_318 };

test('safe to seed: the gate lets the dose go before seed on the owner’s day, and not before the day ahead of it', () => {
  let asked = 0;
  fc.assert(
    fc.property(anyContext, (any) => {
      const c = { ...any, beside: [], seen: { ...any.seen, seededOn: null } };
      const dose = entryOf(c.product.label, c.product.rate, {
        id: 'asked',
        day: today,
        status: 'planned',
        share: shareOf(c.product.place, c.zone),
        ground: groundOf(c.product.place),
      });
      const before = c.ledger.filter((e) => e.day <= today);
      const { asIs } = safeToSeed(
        before.map((e) => ({ ...e, status: 'done' as const })),
        today,
      );
      const { withPlan } = safeToSeed([...before, dose], today);
      if (withPlan === 'not known' || asIs === 'not known') return;
      const state = (on: Day) => {
        const asking = {
          ...c,
          ledger: before,
          zone: { ...c.zone, seedings: [{ on, kind: 'seed' as const }] },
        };
        return spanAt(seedingAhead.spans(asking, { from: today, to: addDays(today, 1) }), today)!.verdict
          .state;
      };
      if (withPlan > today) {
        // a caution within the house's slack, and open with it
        expect(state(withPlan)).not.toBe('shut');
        expect(state(addDays(withPlan, c.rules.seedSlackDays))).toBe('open');
      }
      if (withPlan > addDays(today, 1) && withPlan > asIs) {
        asked++;
        expect(state(addDays(withPlan, -1))).toBe('shut');
      }
    }),
    ZONES,
  );
  expect(asked).toBeGreaterThan(20);
});

/** Gates of the book, the soil and the weather: of a zone drawn at random some other is nearly always shut. */
const SOME = GATES.filter((g) =>
  ['year-limit', 'interval', 'soil-line', 'wind', 'leaf-wetness', 'frost', 'event'].includes(g.key),
);

test('the last day: it may go on it, not on the next one, and nothing but the weather lies between', () => {
  let asked = 0;
  fc.assert(
    fc.property(anyContext, (c) => {
      const range = { from: c.today, to: addDays(c.today, 200) };
      const { all } = windowOf(c, range, SOME);
      const { sure, last, by } = lastDayOf(c, all, c.today);
      if (last === null) return;
      asked++;
      expect(spanAt(all, last)!.verdict.state).not.toBe('shut');
      if (sure !== null) expect(sure).toBeLessThanOrEqual(last);
      // the first day after it that is shut by more than the weather is shut by those gates
      const next = all.find(
        (s) => s.from > last && s.verdict.state === 'shut' && s.verdict.by.some((k) => by.includes(k)),
      )!;
      expect(by.length).toBeGreaterThan(0);
      expect(by.every((k) => next.verdict.by.includes(k))).toBe(true);
      for (const s of all) if (s.from > last && s.from < next.from) expect(s.verdict.state).toBe('shut');
    }),
    { numRuns: 600 },
  );
  expect(asked).toBeGreaterThan(2);
});

/** Those whose answers have an owner. */
const OWNED = GATES.filter((g) =>
  ['seeding-ahead', 'year-limit', 'house-ceiling', 'soil-line'].includes(g.key),
);

test('the HTTP interface answers as the core does, gate by gate', () => {
  let asked = 0;
  fc.assert(
    fc.property(anyContext, fc.integer({ min: 0, max: 60 }), (any, n) => {
      const usual = context();
      // what the interface cannot be told: a book, lifts, clocks, the earlier part of a split, stock
      const c: GateContext = {
        ...any,
        ledger: [],
        lifts: [],
        clockAhead: [],
        bookFrom: usual.bookFrom,
        product: { ...any.product, tie: null, position: 1, tank: 1 },
        outlook: any.outlook && { ...any.outlook, strip: null },
        rules: { ...any.rules, granuleFirst: true, nitrogenYear: null },
        means: { ...any.means, onHand: {} },
        zone: { ...any.zone, latitude: 40 },
      };
      // nor a strip, nor a rate of the other kind than its label's
      const products = [c.product, ...c.beside];
      fc.pre(products.every((p) => p.place.on !== 'strip' && p.rate.by === RATE_UNITS[p.label.rateUnit].by));
      const day = addDays(c.today, n);
      for (const gate of OWNED) {
        const there = viaApi(gate, c, { day });
        if (there === null) continue;
        asked++;
        const here = spanAt(gate.spans(c, { from: day, to: addDays(day, 1) }), day)!.verdict;
        expect(`${gate.key}: ${there}`).toBe(`${gate.key}: ${told(here)}`);
      }
    }),
    ZONES,
  );
  expect(asked).toBeGreaterThan(20);
});
