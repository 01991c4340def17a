import { addDays } from '@/core/calendar/day';
import { WHOLE_ZONE } from '@/core/products/application';
import type { Label } from '@/core/products/label';
import type { PlannedApplication, PlannedProduct } from '@/core/season/programme';
import { SHOWS } from '@/core/units/format';
import { litres, type Litres } from '@/core/units/quantity';
import { amountIn, amountOf, partOfRate, rateOf, type VolumeRate } from '@/core/units/rate';
import { L_PER_FL_OZ, L_PER_GAL, fromSquareFeet } from '@/core/units/trade';
import {
  cautionsOf,
  jarWords,
  loadRefusalWords,
  remainWords,
  safetyOf,
  shutWords,
  stepsOf,
  surpriseWords,
  truckWords,
  walkWords,
} from '@/ui/load-words';
import { context, label, product, today } from '../../../tests/support/gate-context';
import { mixKey, reallyAt, togetherOf } from './card';
import {
  equipmentFor,
  loadsOfMorning,
  settingsFor,
  stopsOf,
  type LoadKind,
  type LoadSettings,
  type Morning,
  type MorningStop,
} from './morning';
import { stopToday } from './stop-today';

const liquid: Label = {
  ...label,
  ...{ id: 'liquid', name: 'Iron 6 SL', kind: 'iron', formulation: 'SL', ingredients: [], packages: [] },
};
const granule: Label = { ...label, id: 'granule', name: 'Granule', formulation: 'G', packages: [] };
const inTank = (l: Label, rate: ReturnType<typeof rateOf>, tank = 1): MorningStop['passes'][number] => ({
  ...{ tank, isGranule: l.formulation === 'G', area: fromSquareFeet(4000) },
  products: [
    {
      ...{ label: l, use: 'pre-emergent' as const, rate, left: null },
      ...{ minimum: partOfRate(rate, 0.5), maximum: partOfRate(rate, 2) },
      ...{ place: WHOLE_ZONE, method: null, tie: null },
    },
  ],
});
const dry = rateOf(0.4, 'oz/1000sqft');
const stop = (id: string, ...passes: MorningStop['passes']): MorningStop => ({
  ...{ zoneId: id, applicationId: id, site: id, passes, held: [], at: null },
  ground: { hasIrrigation: false, hasTrees: false, beds: true, concrete: true },
});
const gallon = (rateOf(1, 'gal/1000sqft') as VolumeRate).rate;
const sprayer = {
  ...{ id: 'e', name: 'Backpack', method: 'backpack' as const, fitted: 'blue tip', truck: '' },
  ...{ output: null, tank: (4 * L_PER_GAL) as Litres, dead: 0 as Litres, hopper: null },
};
const morning = (stops: readonly MorningStop[], over: Partial<Morning> = {}): Morning => ({
  ...{ today, stops, equipment: [], caps: [], known: [], usualAmounts: {} },
  usual: { tank: litres(4 * L_PER_GAL), carrier: gallon, scaleStep: 0.001, jugStep: L_PER_FL_OZ / 4 },
  ...over,
});
const loads = (m: Morning, over: Partial<LoadSettings> = {}, kind: LoadKind = 'tank') => {
  const made = loadsOfMorning(m, kind, { ...settingsFor(m, kind, equipmentFor(m, kind)), ...over });
  if (made.kind !== 'loads') throw new Error(made.kind);
  return made;
};
const cards = (...of: Parameters<typeof loads>) => loads(...of).value.cards;
const show = SHOWS.trade;

test('tanks of a visit follow each other for all stops: the first of all, then the second', () => {
  const both = (id: string) => stop(id, inTank(label, dry), inTank(liquid, rateOf(2, 'floz/1000sqft'), 2));
  const m = morning([both('a'), both('b')]);
  expect(stopsOf(m, 'tank').map((s) => `${s.site} ${s.products[0]!.label.id}`)).toEqual([
    ...[`a ${label.id}`, `b ${label.id}`, 'a liquid', 'b liquid'],
  ]);
  expect(stopsOf(m, 'hopper')).toEqual([]);
});

test('stops of one mix next to each other save rinses, where somebody wants it so', () => {
  const a = (id: string) => stop(id, inTank(label, dry));
  const b = stop('b', inTank(liquid, rateOf(2, 'floz/1000sqft')));
  const m = morning([a('1'), b, a('3')]);
  const { rinses, fewest } = loads(m, { tank: '50' });
  expect([rinses, fewest]).toEqual([2, 1]);
  const order = (together: boolean) =>
    cards(m, { tank: '50', together }).map((c) => c.stops.map((s) => s.site).join());
  expect(order(false)).toEqual(['1', 'b', '3']);
  expect(order(true)).toEqual(['1,3', 'b']);
});

test('the sprayer that was measured is taken, with its tank and its water; of several none is guessed', () => {
  const measured = { ...sprayer, output: rateOf(1.5, 'gal/1000sqft') };
  const one = morning([stop('a', inTank(label, dry))], { equipment: [measured, { ...sprayer, id: 'f' }] });
  expect(equipmentFor(one, 'tank')?.id).toBe('e');
  expect(settingsFor(one, 'tank', measured)).toMatchObject({ tank: '4', carrier: '1.5', dead: '' });
  const two = morning([stop('a', inTank(label, dry))], { equipment: [sprayer, { ...sprayer, id: 'f' }] });
  expect(equipmentFor(two, 'tank')).toBeNull();
  expect(equipmentFor(two, 'hopper')).toBeNull();
});

test('a hopper of unknown size holds all, and says nothing of water', () => {
  const m = morning([stop('a', inTank(granule, rateOf(3, 'lb/1000sqft')))]);
  const [card] = cards(m, { scale: '1' }, 'hopper');
  expect(card).toMatchObject({ kind: 'hopper', of: 1, water: 0, carrier: null });
  expect(amountIn(card!.products[0]!.measured, 'lb')).toBeCloseTo(12, 2);
  expect(stepsOf(card!, show).join(' ')).not.toContain('water');
  expect(walkWords(card!).join(' ')).toContain('deflector');
  expect(truckWords(card!).join(' ')).toContain('hopper is emptied');
});

describe('the card in words', () => {
  const two = (over: Partial<LoadSettings> = {}, known: readonly string[] = []) => {
    const pass = inTank(label, dry);
    const other = inTank(
      { ...liquid, surfactantPercent: 0.25, adjuvant: 'nonionic surfactant', mixHours: 8, stains: true },
      rateOf(2, 'floz/1000sqft'),
    );
    const m = morning([stop('a', { ...pass, products: [...other.products, ...pass.products] })], { known });
    return cards(m, over)[0]!;
  };
  // common practice, no source
  test('dry goes in before a solution, the surfactant last, and the first to spoil says when it is out', () => {
    expect(stepsOf(two(), show)).toEqual([
      // 4 gal less 9.25 fl oz
      'Fill half: 1.96 gal of water, agitate.',
      'Test 50 WG, 45 g: Stir the granules into a pail of water first, then pour in the slurry.',
      'Iron 6 SL, 8 fl oz: Pour in slowly.',
      'Surfactant last: 1.25 fl oz, 0.25 % of the mix: nonionic surfactant.',
      'Top up with water to 4 gal, agitate, spray soon: it must be out within 8 hours of mixing.',
    ]);
  });
  test('a new mix is tried in a jar first, a known one is not', () => {
    const words = jarWords(two(), show).join(' ');
    // 45.36 g and 8 fl oz in 4 gal: a sixteenth of it in a quart (arithmetic)
    expect(words).toContain('2.83 g of');
    expect(words).toContain('14.8 mL of Iron 6 SL');
    expect(words).toContain('15 minutes');
    expect(jarWords(two({}, [mixKey(['liquid', label.id])]), show)).toEqual([]);
  });
  test('what is worn and minded is told of every product of the morning, not of its first load alone', () => {
    const poison: Label = {
      ...liquid,
      signalWord: 'Danger',
      ppe: 'Face shield',
      cautions: ['Burns the eyes.'],
    };
    const m = morning([stop('a', inTank(label, dry)), stop('b', inTank(poison, rateOf(2, 'floz/1000sqft')))]);
    const all = togetherOf(cards(m, { tank: '50' }));
    expect(safetyOf(all.products).map((s) => s.ppe)).toEqual(['Gloves', 'Face shield']);
    expect(cautionsOf(all)).toContain('Burns the eyes.');
  });
  test('a stop that is shut today is named on its card', () => {
    const shut = {
      ...stop('the shut one', inTank(label, dry)),
      held: [
        {
          ...{ gate: 'Wish', product: null },
          verdict: { state: 'shut', strength: 'latch', reason: { code: 'no-partner', source: 'plan' } },
        },
      ],
    } as const;
    const [card] = cards(morning([stop('a', inTank(label, dry)), shut]), { tank: '50' });
    expect(card!.shut).toEqual(['the shut one']);
    expect(shutWords(card!)).toContain('Do not put it down there');
    expect(shutWords(two())).toBeNull();
  });
  test('what stains is kept off concrete; what does not overlaps it on purpose', () => {
    expect(walkWords(two()).join(' ')).toContain('Iron 6 SL stains');
    const plain = cards(morning([stop('a', inTank(label, dry))]))[0]!;
    expect(walkWords(plain).join(' ')).toContain('Overlap the edge of bare concrete on purpose');
    expect(walkWords(plain).join(' ')).toContain('Stay off the beds');
    expect(cautionsOf(plain).at(-1)).toContain('First aid and spills');
  });
  test('what is left in the tank, and what stays in it, is said', () => {
    const m = morning([stop('a', inTank(label, dry))]);
    const [card] = cards(m, { left: '1', dead: '0.5', tank: '5' });
    expect(stepsOf(card!, show)[0]).toBe('1 gal of this mix are in the tank already: leave them in.');
    expect(remainWords(card!, show)).toBe(
      '0.5 gal stay in the tank after the last stop. Within its limits may go: 0.5 gal on a.',
    );
    const other = cards(m, { left: '1', leftIsSameMix: false })[0]!;
    expect(stepsOf(other, show)[0]).toContain('Rinse tank, hose and filter first');
  });
  test('what was really measured is shared as the mix is', () => {
    const card = two();
    const asked = card.products.map((p) => p.measured.amount);
    const [half] = [
      reallyAt(
        card,
        card.stops[0]!,
        asked.map((a) => a / 2),
      ),
    ];
    half.forEach((got, i) => expect(got).toBeCloseTo(asked[i]! / 2, 9));
  });
  test('refusals and questions name product, figure and remedy', () => {
    const m = morning([stop('a', inTank(label, dry))], {
      usualAmounts: { [label.id]: amountOf(4, 'g') },
    });
    const said = (over: Partial<LoadSettings>) => {
      const r = loadsOfMorning(m, 'tank', { ...settingsFor(m, 'tank', null), ...over });
      return r.kind === 'refused'
        ? loadRefusalWords(r.refused, show)
        : r.kind === 'loads'
          ? r.surprises.map((s) => surpriseWords(s, r.value.labels, show)).join(' ')
          : r.issues.map((i) => i.problem).join(' ');
    };
    expect(said({ scale: '100' })).toMatch(/Load 1 takes 45\.4 g.*steps of 100 g.*reads to 5 g would do/);
    expect(said({ tank: '2', dead: '2' })).toContain('nothing is left to spray');
    expect(said({})).toMatch(/^45 g of .* at one stop, where 4 g is usual/);
    expect(said({ tank: '0.3' })).toContain('14 loads');
    expect(said({ carrier: '' })).toBe('Water is missing');
  });
});

test('a stop today: what is down is left out, a granule first, and its year is asked', () => {
  const planned = (position: number, l: Label, recordId: string | null = null): PlannedProduct => ({
    ...{ ...product, position, label: l, rate: dry, tank: 1, tie: null, id: String(position), recordId },
  });
  const application = (products: readonly PlannedProduct[]): PlannedApplication => ({
    ...{ id: 'x', purpose: '', plannedOn: today, earliest: null, latest: null, products },
    ...{ doneOn: null, skipped: null },
  });
  const facts = context({});
  const of = (products: readonly PlannedProduct[]) =>
    stopToday([application(products)], 'x', facts, today).passes.map((p) =>
      p.products.map((q) => q.label.id),
    );
  expect(of([planned(1, label), planned(2, granule)])).toEqual([['granule'], [label.id]]);
  expect(of([planned(1, label, 'done'), planned(2, granule)])).toEqual([['granule']]);
  const [pass] = stopToday([application([planned(1, label)])], 'x', facts, today).passes;
  expect(pass!.products[0]!.left!.rate).toBeGreaterThan(dry.rate);
  expect(() => stopToday([], 'x', facts, addDays(today, 1))).toThrow(RangeError);
});
