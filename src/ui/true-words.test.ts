/** Sentences that once said something false. Each is asked of the gate that says it; what is right: common practice, no source. */
import { addDays, dayOf, type Day } from '@/core/calendar/day';
import { spanAt } from '@/core/calendar/span';
import { frost } from '@/core/gates/frost';
import type { Gate, GateContext } from '@/core/gates/gate';
import { growthStage } from '@/core/gates/growth-stage';
import { leafWetness } from '@/core/gates/leaf-wetness';
import { partner } from '@/core/gates/partner';
import { resistance } from '@/core/gates/resistance';
import { turfState } from '@/core/gates/turf-state';
import { wateringIn } from '@/core/gates/watering-in';
import { cautionsFor } from '@/core/products/cautions';
import type { Label } from '@/core/products/label';
import { SHOWS, showsOn } from '@/core/units/format';
import { fromMilesPerHour } from '@/core/units/trade';
import { cautionWords } from './caution-words';
import { reasonWords } from './reason-words';
import { laneWords, shortDay } from './words';
import {
  context,
  entry,
  label,
  leafLabel,
  leafProduct,
  product,
  sky,
  today,
} from '../../tests/support/gate-context';
import { weather } from '../../tests/support/ask';

const show = showsOn(SHOWS.trade, today);
const says = (gate: Gate, over: Partial<GateContext>, day: Day = today) => {
  const { verdict } = spanAt(gate.spans(context(over), { from: day, to: addDays(day, 1) }), day)!;
  return { state: verdict.state, words: reasonWords(verdict.reason, show) };
};
const containing = (name: string, over: Partial<Label> = {}): Label => ({
  ...label,
  ingredients: [{ ...label.ingredients[0]!, name }],
  ...over,
});

describe('wet leaf', () => {
  const granule = (name: string) => ({
    product: { ...product, label: containing(name, { formulation: 'G' }) },
  });
  const wet = { forecast: weather({ rain: (h) => (h % 24 < 18 ? 1 : 0) }) };
  test('burns under an oxadiazon granule, and under no prodiamine granule', () => {
    expect(says(leafWetness, { ...granule('oxadiazon'), ...wet }).state).toBe('shut');
    expect(says(leafWetness, { ...granule('prodiamine'), ...wet }).state).toBe('open');
  });
  test('is not said to be harmless where only nobody asks about it', () => {
    expect(says(leafWetness, granule('prodiamine')).words).toBe(
      'Neither the label nor your rules ask for a dry or a moist leaf.',
    );
  });
});

test('how green the turf is: nobody asks, and that is all that is said of 2,4-D on fescue', () => {
  expect(says(turfState, { product: leafProduct }).words).toBe(
    'Neither the label nor your rules ask how green this turf is for it.',
  );
});

test('a barrier that is used on the leaf: its watering-in is for another use, and is not denied', () => {
  const used = { ...leafProduct, label: { ...leafLabel, wateringIn: label.wateringIn } };
  expect(says(wateringIn, { product: used }).words).toContain('watering-in is for another use');
  expect(says(wateringIn, { product: leafProduct }).words).toBe('The label asks for no watering-in.');
});

test('a pre-emergent is refused by what it keeps from coming up', () => {
  const stranger = { ...product, targets: ['henbit'] as const };
  expect(says(growthStage, { product: stranger }).words).toContain('keeps from coming up: smooth crabgrass');
});

test('suppression is no control', () => {
  const of = (degree?: 'suppression') => ({
    product: {
      ...leafProduct,
      targets: ['wild-violet'] as const,
      label: {
        ...leafLabel,
        after: [{ weed: 'wild-violet' as const, upTo: 'mature' as const, ...(degree && { degree }) }],
      },
    },
    seen: {
      ...context().seen,
      stages: [{ weed: 'wild-violet' as const, stage: 'mature' as const, on: today }],
    },
  });
  expect(says(growthStage, of('suppression')).words).toContain('the label only suppresses it up to mature');
  expect(says(growthStage, of()).words).toContain('the label controls it up to mature');
});

test('snow lies for days: no day is named for it', () => {
  const cold = sky(3, 0.5);
  const air = cold.air.map(() => -5);
  const c = { forecast: { ...cold, air }, outlook: null };
  expect(says(frost, c, addDays(today, 2)).words).toMatch(/^Snow lies: melted it would be .* of water\.$/);
});

test('a row of one group: a year of post-emergents breaks it for a pre-emergent alone', () => {
  const years = (of: Label) => [1, 2].map((n) => entry(dayOf(2027 - n, 4, 1), 0.2, { label: of }));
  const leaf = { ...leafLabel, ingredients: leafLabel.ingredients.map((i) => ({ ...i, group: 14 })) };
  const pre = says(resistance, { ledger: years(label) });
  const post = says(resistance, { product: { ...leafProduct, label: leaf }, ledger: years(leaf) });
  expect([pre.state, post.state]).toEqual(['shut', 'shut']);
  expect(pre.words).toContain('or a year of post-emergents alone');
  expect(post.words).not.toContain('post-emergents alone');
});

test('rain at 10 % is no water for a barrier beside a leaf product', () => {
  const beside = [{ ...leafProduct, position: 2, tank: 2 }];
  const inSoil = { ...product, label: { ...label, wateringIn: label.wateringIn } };
  const rain = (chance: number) => weather({ rain: (h) => (h > 40 && h < 60 ? 3 : 0), chance: () => chance });
  const zone = { ...context().zone, irrigationPerHour: null };
  const asked = (chance: number) => says(partner, { product: inSoil, beside, zone, forecast: rain(chance) });
  expect(asked(1).words).toContain('dry hour');
  expect(asked(1).state).toBe('open');
  expect(asked(0.1).state).not.toBe('open');
});

describe('days', () => {
  test('of another year carry it, of this one they do not; where nobody reads they always do', () => {
    const far = addDays(today, 400);
    expect([show.day(today), show.day(far)]).toEqual(['18 March', '21 April 2028']);
    expect(show.weekday(far)).toBe('Fri 21 April 2028');
    expect(SHOWS.trade.day(today)).toBe('18 March 2027');
    expect([shortDay(today, today), shortDay(far, today)]).toEqual(['18 Mar', '21 Apr 2028']);
    const seen = { ...context().seen, seededOn: addDays(today, -200) };
    expect(reasonWords({ code: 'not-seeded', source: 'seen' }, show)).not.toMatch(/\d{4}/);
    expect(
      reasonWords(
        { code: 'mown-too-recently', source: 'seen', on: seen.seededOn, days: 2, opens: far },
        show,
      ),
    ).toBe('Mown 30 August 2026: wait 2 days. Opens Fri 21 April 2028.');
  });
  test('a lane that is ajar today says so before it says when it opens', () => {
    const lane = (['ajar', 'open'] as const).map((state, i) => ({
      from: addDays(today, i * 300),
      to: addDays(today, (i + 1) * 300),
      verdict: { state },
    }));
    expect(laneWords(lane, today)).toBe('ajar; opens 12 Jan 2028');
  });
});

describe('cautions', () => {
  const of = (name: string, over: Partial<Label> = {}, hasTrees = true) =>
    cautionsFor([{ label: containing(name, over), use: 'pre-emergent' }], {
      hasIrrigation: false,
      hasTrees,
    }).map(cautionWords);
  test('an oxadiazon granule: off pavement, and on dry leaf', () => {
    const words = of('oxadiazon', { formulation: 'G' }).join(' ');
    expect(words).toContain('On dry leaf only');
    expect(words).toContain('granules off walks');
    expect(of('prodiamine', { formulation: 'G' }).join(' ')).not.toContain('dry leaf');
  });
  test.each(['triclopyr', 'triclopyr butoxyethyl ester', 'indaziflam', 'dicamba', 'atrazine'])(
    '%s: not over the roots of trees',
    (name) => {
      expect(of(name).join(' ')).toContain('drip line of trees');
      expect(of(name, {}, false).join(' ')).not.toContain('drip line');
    },
  );
});

test('a figure of the label that is exceeded is told to three digits, in the units of the reader', () => {
  const gusts = {
    code: 'above-label-figure',
    source: 'label',
    field: 'gustMostMph',
    value: fromMilesPerHour(9.15),
    limit: fromMilesPerHour(9),
  } as const;
  expect(reasonWords(gusts, SHOWS.trade)).toBe(
    'Wind gusts, at most: the label says 9 mph, and it is 9.15 mph.',
  );
  expect(reasonWords(gusts, SHOWS.metric)).toBe(
    'Wind gusts, at most: the label says 14.5 km/h, and it is 14.7 km/h.',
  );
});
