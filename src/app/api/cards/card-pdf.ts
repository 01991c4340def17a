/** A card on one page of letter paper, in black on white: what is worn first, amounts large, steps with boxes. */
import 'server-only';
import type { Content } from 'pdfmake';
import type { LoadCard } from '@/core/mixing/card';
import type { StoredCard } from '@/data/load-cards';
import type { Litres } from '@/core/units/quantity';
import { SHOWS, showRate, type Shows } from '@/core/units/format';
import type { UnitSystem } from '@/core/units/measures';
import {
  alsoWords,
  byTool,
  cardTitle,
  cautionsOf,
  coarseWords,
  jarWords,
  mixWords,
  packageWords,
  remainWords,
  shutWords,
  stepsOf,
  truckWords,
  walkWords,
} from '@/ui/load-words';
import { safetyOf } from '@/ui/safety';
import { shortName } from '@/ui/words';
import { pdfBytes } from '../pdf';
import { recordAddress } from '@/server/mixing/card-address';

/** Stops beyond these are counted, so that the page stays one. */
const MOST_STOPS = 14;
const MOST_CAUTIONS = 10;
/** A box to tick: the library changes what it is handed, so that each has its own. */
const box = () => ({ canvas: [{ type: 'rect' as const, x: 0, y: 1, w: 9, h: 9, lineWidth: 1 }], width: 14 });
/**
 * @param company as it stands on the card
 * @returns the bytes of a document of one page
 */
export async function cardAsPdf(stored: StoredCard, company: string, units: UnitSystem): Promise<Buffer> {
  let made: Buffer | null = null;
  for (const scale of SCALES) {
    let pages = 0;
    made = await pdfBytes({
      pageSize: 'LETTER',
      pageMargins: [32, 26, 32, 22],
      defaultStyle: { fontSize: 10 * scale, color: '#000000' },
      info: { title: cardTitle(stored.card) },
      content: contentOf(stored, company, units, scale),
      footer: (_page, all) => {
        pages = all;
        return '';
      },
    });
    if (pages === 1) break;
  }
  return made!;
}

/** What does not go onto a page is set smaller, until it does; below the last it cannot be read at the tailgate. */
const SCALES = [1, 0.88, 0.77, 0.68];

/** How a page is set: sizes of the letters, a head of a part, a line to tick. */
function settingOf(scale: number) {
  const size = (points: number) => Number((points * scale).toFixed(2));
  return {
    size,
    head: (text: string): Content => ({ text, bold: true, fontSize: size(11), margin: [0, 6 * scale, 0, 1] }),
    ticked: (words: string, points: number): Content => ({
      columns: [box(), { text: words, fontSize: size(points) }],
      margin: [0, 2 * scale, 0, 2 * scale],
    }),
  };
}
type Setting = ReturnType<typeof settingOf>;
type Margin = [number, number, number, number];

function contentOf(stored: StoredCard, company: string, units: UnitSystem, scale: number): Content[] {
  const { card } = stored;
  const show = SHOWS[units];
  const setting = settingOf(scale);
  const { size, head, ticked } = setting;
  const shut = shutWords(card);
  return [
    titleOf(stored, company, show, setting),
    ...wornOf(card, setting),
    amountsOf(card, show, setting),
    ...jarWords(card, show).map((text): Content => ({ text, fontSize: size(9), italics: true })),
    ...(shut ? [{ text: shut, bold: true, fontSize: size(10) }] : []),
    head('Steps'),
    ...stepsOf(card, show).map((s) => ticked(s, 11)),
    ...card.products
      .filter((p) => p.label.compatibility)
      .map(({ label }): Content => ({
        text: `The label of ${shortName(label)} on mixing: ${label.compatibility.slice(0, 300)}`,
        fontSize: size(8.5),
      })),
    head('For'),
    ...stopsOf(card, show, setting),
    {
      columns: [
        [head('How to walk with it'), { ul: walkWords(card), fontSize: size(8.5) }],
        [head('Truck'), ...truckWords(card).map((w) => ticked(w, 8.5))],
      ],
      columnGap: 14,
    },
    head('Mind'),
    { ul: cautionsOf(card).slice(0, MOST_CAUTIONS), fontSize: size(8) },
    {
      text: `${card.products.some((p) => p.label.demo) ? 'Demo label: not for use. ' : ''}${card.products
        .map(({ label: l }) => `${l.registrationNumber}, label of ${l.labelDate}`)
        .join('; ')}. Computed from the label sheet; the printed label is the law, with local codes.`,
      fontSize: size(8),
      margin: [0, 5, 0, 0],
    },
  ];
}

/** What is mixed, by whom and with what, and the way to its record. */
function titleOf(stored: StoredCard, company: string, show: Shows, { size }: Setting): Content {
  const { card } = stored;
  const under = [
    cardTitle(card),
    card.equipment && [card.equipment.name, card.equipment.fitted].filter(Boolean).join(', '),
    card.carrier !== null && show.carrier(card.carrier),
    company,
  ];
  return {
    columns: [
      [
        { text: card.products.map((p) => shortName(p.label)).join(' with '), fontSize: size(16), bold: true },
        { text: under.filter(Boolean).join(' · '), fontSize: size(9) },
      ],
      { qr: recordAddress(stored), fit: 62, width: 64, alignment: 'right' },
    ],
  };
}

/** Signal words, what is worn, and re-entry: framed. */
const wornOf = (card: LoadCard, { size }: Setting): Content[] =>
  safetyOf(card.products).map(({ labels, ppe, reentry, restricted }): Content => ({
    table: {
      widths: ['*'],
      body: [
        [
          {
            text: [
              {
                text: labels.map((l) => `${l.signalWord.toUpperCase()} ${shortName(l)}`).join(', '),
                bold: true,
              },
              ' · ',
              { text: 'Wear: ', bold: true },
              `${ppe} `,
              { text: 'Re-entry: ', bold: true },
              reentry,
              ...(restricted ? [{ text: ' Restricted use: certified applicator only.', bold: true }] : []),
            ],
            fontSize: size(10),
          },
        ],
      ],
    },
    margin: [0, 4, 0, 2],
  }));

/** What is measured of each product, and the water. */
function amountsOf(card: LoadCard, show: Shows, { size }: Setting): Content {
  const products = card.products.map((p) => {
    const more = [coarseWords(p), packageWords(p.measured, p.label)].filter(Boolean).map((w) => `\n${w}`);
    return [
      { text: byTool(p.measured, p.label, p.tool, show), fontSize: size(26), bold: true },
      {
        text: [
          { text: shortName(p.label), bold: true, fontSize: size(12) },
          `\n${alsoWords(p.measured, p.label, p.tool, show)}${ratesOf(card, p.label.id)}${more.join('')}`,
        ],
        fontSize: size(9),
      },
    ];
  });
  const water = [
    { text: show.volume(card.water), fontSize: size(26), bold: true },
    {
      text: `water, for ${mixWords(card, card.mix, show)} of mix on ${show.area(card.area)}`,
      fontSize: size(10),
      margin: [0, 8, 0, 0] satisfies Margin,
    },
  ];
  return {
    table: { widths: ['auto', '*'], body: [...products, ...(card.kind === 'tank' ? [water] : [])] },
    layout: 'lightHorizontalLines',
    margin: [0, 4, 0, 2],
  };
}

/** The stops that it is for, as many as go on the page, and what is left after them. */
function stopsOf(card: LoadCard, show: Shows, { size }: Setting): Content[] {
  const stops = card.stops.slice(0, MOST_STOPS);
  const more = card.stops.length - stops.length;
  const remain = remainWords(card, show);
  return [
    ...stops.map((s, i): Content => ({
      columns: [
        { text: `${i + 1}. ${s.site}`, width: '*' },
        { text: `${mixWords(card, s.volume as Litres, show)} on ${show.area(s.area)}`, width: 'auto' },
      ],
      fontSize: size(9),
    })),
    ...(more > 0 ? [{ text: `and ${more} more: see the card on the screen`, fontSize: size(9) }] : []),
    ...(remain ? [{ text: remain, fontSize: size(9), margin: [0, 3, 0, 0] satisfies Margin }] : []),
  ];
}

/** The rates at which a product goes down at the stops, each once. */
function ratesOf(card: LoadCard, productId: string): string {
  const i = card.products.findIndex((p) => p.label.id === productId);
  const { rateUnit } = card.products[i]!.label;
  return [...new Set(card.stops.map((s) => showRate(s.rates[i]!, rateUnit)))].join(', ');
}
