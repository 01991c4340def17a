import { problemOf } from '../../tests/support/told';
import { mixKey, togetherOf } from '@/core/mixing/card';
import { loadsOfMorning, settingsFor, type LoadSettings } from '@/core/mixing/morning';
import type { Label } from '@/core/products/label';
import { SHOWS } from '@/core/units/format';
import { amountOf, rateOf } from '@/core/units/rate';
import { label } from '../../tests/support/gate-context';
import { cards, dry, granule, inTank, liquid, morning, stop, two } from '../../tests/support/morning';
import {
  cautionsOf,
  jarWords,
  loadRefusalWords,
  remainWords,
  shutWords,
  stepsOf,
  surpriseWords,
  truckWords,
  walkWords,
} from './load-words';
import { safetyOf } from './safety';

const show = SHOWS.trade;

test('a hopper is told of no water, and of its deflector and its rinse', () => {
  const m = morning([stop('a', inTank(granule, rateOf(3, 'lb/1000sqft')))]);
  const [card] = cards(m, { scale: '1' }, 'hopper');
  expect(stepsOf(card!, show).join(' ')).not.toContain('water');
  expect(walkWords(card!).join(' ')).toContain('deflector');
  expect(truckWords(card!).join(' ')).toContain('hopper is emptied');
});

describe('the card in words', () => {
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
          gate: 'Wish',
          product: null,
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
    expect(walkWords(plain).join(' ')).toContain('edge nozzle half on turf');
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
  test('refusals and questions name product, figure and remedy', () => {
    const m = morning([stop('a', inTank(label, dry))], { usualAmounts: { [label.id]: amountOf(4, 'g') } });
    const said = (over: Partial<LoadSettings>) => {
      const r = loadsOfMorning(m, 'tank', { ...settingsFor(m, 'tank', null), ...over });
      return r.kind === 'refused'
        ? loadRefusalWords(r.refused, show)
        : r.kind === 'loads'
          ? r.surprises.map((s) => surpriseWords(s, r.value.labels, show)).join(' ')
          : r.issues.map(problemOf).join(' ');
    };
    expect(said({ scale: '100' })).toMatch(/Load 1 takes 45\.4 g.*steps of 100 g.*reads to 5 g would do/);
    expect(said({ tank: '2', dead: '2' })).toContain('nothing is left to spray');
    expect(said({})).toMatch(/^45 g of .* at one stop, where 4 g is usual/);
    expect(said({ tank: '0.3' })).toContain('14 loads');
    expect(said({ carrier: '' })).toBe('Water is missing');
  });
});
