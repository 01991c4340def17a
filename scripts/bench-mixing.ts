/** The loads of a full morning against four of its stops, and a card on paper against an empty page of the library. */
import type { StoredCard } from '@/data/load-cards';
import { WHOLE_ZONE } from '@/core/products/application';
import { loadsOfMorning, settingsFor, type Morning, type MorningStop } from '@/core/mixing/morning';
import { litres } from '@/core/units/quantity';
import { partOfRate, rateOf, type VolumeRate } from '@/core/units/rate';
import { L_PER_FL_OZ, L_PER_GAL, fromSquareFeet } from '@/core/units/trade';
import { cardAsPdf } from '@/app/api/cards/card-pdf';
import { pdfBytes } from '@/app/api/pdf';
import { label, today } from '../tests/support/gate-context';
import { inTurn, tell } from './lib/ratios';

const PRODUCTS = 4;
const stopOf = (n: number): MorningStop => ({
  zoneId: String(n),
  applicationId: String(n),
  site: `${n} Tannery Row · front`,
  held: [],
  at: null,
  ground: { hasIrrigation: true, hasTrees: true, beds: true, concrete: true },
  passes: [
    {
      tank: 1,
      isGranule: false,
      area: fromSquareFeet(3000 + 137 * n),
      products: Array.from({ length: PRODUCTS }, (_, i) => {
        const rate = rateOf(0.3 + 0.1 * i, 'oz/1000sqft');
        return {
          label: { ...label, id: String(i) },
          use: 'pre-emergent',
          rate,
          place: WHOLE_ZONE,
          minimum: partOfRate(rate, 0.5),
          maximum: partOfRate(rate, 2),
          left: partOfRate(rate, 1.001),
          method: null,
          tie: null,
        };
      }),
    },
  ],
});
const morningOf = (count: number): Morning => ({
  today,
  equipment: [],
  caps: [],
  known: [],
  usualAmounts: {},
  stops: Array.from({ length: count }, (_, n) => stopOf(n)),
  usual: {
    tank: litres(50 * L_PER_GAL),
    carrier: (rateOf(1, 'gal/1000sqft') as VolumeRate).rate,
    scaleStep: 0.001,
    jugStep: L_PER_FL_OZ / 4,
  },
});
const loads = (m: Morning) => loadsOfMorning(m, 'tank', settingsFor(m, 'tank', null));
const [full, four] = [morningOf(25), morningOf(4)];
const made = loads(full);
if (made.kind !== 'loads') throw new Error(made.kind);
const [whole, part] = await inTurn(
  () => loads(full),
  () => loads(four),
);
const stored: StoredCard = {
  id: crypto.randomUUID(),
  forDay: today,
  card: made.value.cards[0]!,
  madeBy: 'bench',
  madeAt: new Date(0),
  measured: null,
  measuredBy: '',
};
const [card, empty] = await inTurn(
  () => cardAsPdf(stored, 'Bench', 'trade'),
  () => pdfBytes({ pageSize: 'LETTER', content: [{ text: 'empty' }] }),
);

const MOST_MS = 5;
const ratios = [
  {
    name: 'loads of 25 stops against 4 of them',
    value: whole / part,
    most: 12,
    detail: `${whole.toFixed(2)} ms against ${part.toFixed(2)} ms; ${PRODUCTS} products, aim ${MOST_MS} ms`,
  },
  {
    name: 'a card on paper against an empty page',
    value: card / empty,
    most: 8,
    detail: `${card.toFixed(0)} ms against ${empty.toFixed(0)} ms`,
  },
];
process.exit(tell(ratios) || whole > MOST_MS ? 1 : 0);
