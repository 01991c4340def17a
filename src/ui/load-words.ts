/** The loads of tanks and hoppers in words: amounts as tools show them, steps, how to walk, what goes on the truck, why not. */
import { showFullDay } from '@/core/calendar/day';
import {
  mixHoursOf,
  type CardLabel,
  type CardProduct,
  type CardRefusal,
  type LoadCard,
} from '@/core/mixing/card';
import { JAR, JAR_MINUTES, inJar } from '@/core/mixing/jar';
import { COARSE, MOST_OFF, packagesFor, type Tool } from '@/core/mixing/loads';
import { mixPlaceOf } from '@/core/mixing/order';
import type { Surprise } from '@/core/mixing/surprises';
import type { Label } from '@/core/products/label';
import type { Formulation } from '@/core/products/label-terms';
import { showAmount, type Shows } from '@/core/units/format';
import { figure, significant } from '@/core/units/figure';
import type { Litres } from '@/core/units/quantity';
import { amountIn, amountLike, type AmountUnit, type ProductAmount } from '@/core/units/rate';
import { L_PER_FL_OZ } from '@/core/units/trade';
import { cautionWords } from './caution-words';
import { shortName } from './words';
import { list, plural } from './text';
import { HAIR } from '@/core/units/tolerance';

type Formed = Pick<Label, 'formulation'>;

/** What the scale or jug shows: grams, and fluid ounces or millilitres; a hopper pounds or kilograms. */
export const showMeasured = (amount: ProductAmount, label: Formed, { system }: Shows): string => {
  const [poured, spread] = system === 'trade' ? (['floz', 'lb'] as const) : (['mL', 'kg'] as const);
  return showAmount(amount, amount.by === 'volume' ? poured : label.formulation === 'G' ? spread : 'g');
};

/** As it is measured: so many fills of a cap, or what the scale or jug shows. */
export const byTool = (amount: ProductAmount, label: Formed, tool: Tool, show: Shows): string =>
  tool.byTheFill
    ? `${plural(Math.round(amount.amount / tool.step), 'fill')} of ${tool.name}`
    : showMeasured(amount, label, show);

/** The same amount in the other units people think in. */
export function alsoWords(amount: ProductAmount, label: Formed, tool: Tool, show: Shows): string {
  const units: AmountUnit[] =
    show.system === 'metric'
      ? []
      : amount.by === 'volume'
        ? ['mL']
        : label.formulation === 'G'
          ? ['g', 'kg']
          : ['oz'];
  const words = [
    ...(tool.byTheFill ? [showMeasured(amount, label, show)] : []),
    ...units
      .filter((u) => amountIn(amount, u) !== null)
      .map((u) => `${showAmount(amount, u)}${u === 'oz' ? ' by weight' : ''}`),
  ];
  return words.length ? `= ${words.join(' = ')} · ` : '';
}

/** A rounding that is said aloud; null: it is small. */
export const coarseWords = ({ error, exact }: CardProduct): string | null =>
  Math.abs(error) > COARSE
    ? `${figure(Math.abs(error) * 100)} % ${error > 0 ? 'more' : 'less'} than planned, and within the label: a ${exact.by === 'mass' ? 'scale' : 'jug'} that reads finer would do better.`
    : null;

/** What is in the tank, or in the hopper. */
export const mixWords = (card: Pick<LoadCard, 'kind'>, volume: number, show: Shows): string =>
  card.kind === 'tank' ? show.volume(volume as Litres) : show.of('weight', volume);

const ADDING: Record<Formulation, string> = {
  WSP: 'Drop the packets in unopened, and let them dissolve.',
  WG: 'Stir the granules into a pail of water first, then pour in the slurry.',
  DF: 'Stir the granules into a pail of water first, then pour in the slurry.',
  WP: 'Stir the powder into a pail of water first, then pour in the slurry.',
  SC: 'Shake the jug, then pour in slowly.',
  CS: 'Shake the jug, then pour in slowly.',
  EC: 'Pour in slowly, agitating all the while.',
  EW: 'Pour in slowly, agitating all the while.',
  ME: 'Pour in slowly, agitating all the while.',
  SG: 'Pour in slowly, and agitate until it is dissolved.',
  SL: 'Pour in slowly.',
  G: 'Fill the hopper.',
};
/** A place that is not its formulation's is the label's own. */
const addingWords = (label: CardLabel): string =>
  label.addedAs === null
    ? ADDING[label.formulation]
    : `In its label’s place, as ${mixPlaceOf(label)}. ${ADDING[label.formulation]}`;

/**
 * What is done at the tailgate, in its order. A step's key is its place: a card does not change.
 * Common practice of the trade, no source; the label's own words stand beside.
 */
export function stepsOf(card: LoadCard, show: Shows): string[] {
  const named = card.products.length > 1;
  const adding = card.products
    .filter((p) => p.measured.amount > 0)
    .map(
      ({ label, measured, tool }) =>
        `${named || tool.byTheFill ? `${shortName(label)}, ${byTool(measured, label, tool, show)}: ` : ''}${addingWords(label)}`,
    );
  if (card.kind === 'hopper')
    return [...adding, 'Set the gate to its calibrated setting, and close it before you fill or stop.'];
  const fresh = card.mix - card.before;
  const hours = mixHoursOf(card);
  return [
    ...(card.rinseFirst ? ['Rinse tank, hose and filter first: something else was in them.'] : []),
    ...(card.before > 0
      ? [`${mixWords(card, card.before, show)} of this mix are in the tank already: leave them in.`]
      : []),
    ...(fresh > card.mix * HAIR
      ? [
          `Fill half: ${show.volume((card.water / 2) as Litres)} of water, agitate.`,
          ...adding,
          ...(card.surfactant ? [wetterWords(card, show)] : []),
          `Top up with water to ${mixWords(card, card.mix, show)}, agitate, spray soon${hours === null ? '' : `: it must be out within ${plural(hours, 'hour')} of mixing`}.`,
        ]
      : []),
  ];
}

/** A jug too coarse for so little is said: no label hangs on it, the leaf does. */
function wetterWords({ surfactant, products }: LoadCard, show: Shows): string {
  const { measured, exact, error, percent } = surfactant!;
  const kinds = [...new Set(products.flatMap((p) => p.label.adjuvant ?? []))];
  const askedBy = (kind: string) =>
    list(products.filter((p) => p.label.adjuvant === kind).map((p) => shortName(p.label)));
  const which =
    kinds.length > 1
      ? `. The labels differ: ${kinds.map((k) => `${k} for ${askedBy(k)}`).join(', ')}. Settle which one before you mix; never both.`
      : `${kinds.map((k) => `: ${k}`).join('')}.`;
  const off =
    Math.abs(error) > MOST_OFF
      ? ` (asked: ${significant(show.in('pour', exact))}, ${figure(Math.abs(error) * 100)} % ${error > 0 ? 'more' : 'less'}: a syringe or a finer jug does better)`
      : '';
  return `Surfactant last: ${show.of('pour', measured)}${off}, ${significant(percent)} % of the mix${which}`;
}

/** The jar test of a mix that is new here; empty: it is not, or nothing can go wrong between one product and water. */
export function jarWords(card: LoadCard, show: Shows): string[] {
  if (!card.isNewMix || card.kind === 'hopper') return [];
  const fresh = card.mix - card.before;
  const small = (amount: ProductAmount) =>
    amount.by === 'mass'
      ? `${significant(inJar(amount, fresh).amount * 1000, 3)} g`
      : `${significant(inJar(amount, fresh).amount * 1000, 3)} mL`;
  const inside = card.products.map((p) => `${small(p.exact)} of ${shortName(p.label)}`);
  if (card.surfactant) inside.push(`${small({ by: 'volume', amount: card.surfactant.exact })} of surfactant`);
  return [
    `This mix is on no record yet. In a jar with ${show.system === 'trade' ? 'a quart' : show.of('pour', JAR)} of the same water, in this order: ${inside.join(', ')}.`,
    `Close, turn it over ten times, let it stand ${plural(JAR_MINUTES, 'minute')}. Flakes, lumps, gel, an oily layer or heat: do not mix it in the tank.`,
  ];
}

/** How one walks with it. Common practice, no source. */
export function walkWords(card: LoadCard): string[] {
  const stains = card.products.filter((p) => p.label.stains).map((p) => shortName(p.label));
  const concrete = stains.length
    ? [`${list(stains)} stains: keep off concrete, stone and paint, and rinse or sweep it off at once.`]
    : card.concrete
      ? [
          card.kind === 'tank'
            ? 'Along bare concrete: edge nozzle half on turf, so that no strip is missed; rinse or sweep back what lands on it.'
            : 'Spread close along concrete, then sweep what lies on it back onto the turf.',
        ]
      : [];
  if (card.kind === 'hopper')
    return [
      'A trim pass round the edge first, the deflector down along beds and hard surfaces.',
      'Half rate in two crossing directions, at the pace you calibrated with.',
      ...concrete,
      'Sweep granules off hard surfaces.',
    ];
  const by = card.equipment?.method;
  return [
    'A trim pass round the edge first, then straight lines with a small overlap.',
    by === 'boom'
      ? 'The boom at the height that its nozzles ask for, at the speed you calibrated with.'
      : 'The nozzle just under the knee, at the pace you calibrated with.',
    ...concrete,
    ...(card.beds ? ['Stay off the beds: wand low and turned away along them.'] : []),
  ];
}

/** Before the truck rolls, and when the work is done. Common practice, no source. */
export const truckWords = (card: Pick<LoadCard, 'kind'>): string[] => [
  'Jugs, bags and tank are strapped and closed.',
  'Label and safety sheet are in the cab, water and soap too.',
  'Boots are rinsed, and the glove is off before you touch the wheel.',
  card.kind === 'tank'
    ? 'At the day’s end: tank, hose and filter are rinsed, the rinse put on ground that may have it.'
    : 'At the day’s end: the hopper is emptied back into its bag, swept out and rinsed.',
];

/** First aid, spills, and what the trade says beside the labels. */
export const cautionsOf = (card: LoadCard): string[] => [
  ...new Set([
    ...card.products.flatMap(({ label }) => label.cautions),
    ...card.cautions.map(cautionWords),
    'First aid and spills: as the label and its safety sheet say; keep both at hand.',
  ]),
];

/** Where it may not be put down as it stood when the card was made; null: everywhere it may. */
export const shutWords = ({ shut }: Pick<LoadCard, 'shut'>): string | null =>
  shut.length
    ? `Shut when this card was made: ${list(shut)}. Do not put it down there before its gates stand open.`
    : null;

/** What stays in the tank after the last stop, and where it may go; null: nothing stays. */
export function remainWords({ remain, kind }: LoadCard, show: Shows): string | null {
  if (!remain) return null;
  const much = (volume: number) => mixWords({ kind }, volume, show);
  const goes = remain.mayGo.map((g) => `${much(g.volume)} on ${g.site}`);
  const over =
    remain.over > 0
      ? `${goes.length ? much(remain.over) : 'It'} may go on no stop of this mix: keep it, marked, for the next load of the same, or dispose of it as label and local code say.`
      : '';
  return [
    `${much(remain.volume)} stay in the tank after the last stop.`,
    goes.length ? `Within its limits may go: ${goes.join(', ')}.` : '',
    over,
  ]
    .filter(Boolean)
    .join(' ');
}

/** Whole packages and the rest of another, of the largest one that goes into the amount. */
export function packageWords(amount: ProductAmount, label: CardLabel): string | null {
  const [largest] = label.packages
    .filter((p) => p.size.by === amount.by)
    .toSorted((a, b) => b.size.amount - a.size.amount);
  if (!largest || label.formulation !== 'G') return null;
  const { whole, rest } = packagesFor(amount.amount, largest.size.amount);
  const part = rest > 0 ? showAmount(amountLike(amount, rest), label.amountUnit) : '';
  const bags = whole ? `${plural(whole, 'bag')} of ${largest.typed}` : '';
  return bags && part ? `${bags} and ${part} of another` : bags || `${part} of a bag of ${largest.typed}`;
}

/** A step as tools are marked: grams, and fluid ounces or millilitres. */
function stepWords(step: number, by: ProductAmount['by'], { system }: Shows): string {
  if (by === 'mass') return `${significant(step / 0.001)} g`;
  const ounces = step / L_PER_FL_OZ;
  return system === 'trade' && Number.isInteger(ounces * 4)
    ? `${significant(ounces)} fl oz`
    : `${significant(step / 0.001)} mL`;
}

/** Why there is no load, and what to change. */
export function loadRefusalWords({ refusal: r, label, site }: CardRefusal, show: Shows): string {
  const at = site ? ` on ${site}` : '';
  switch (r.kind) {
    case 'no-room-for-water':
      return `The products alone are ${show.volume(r.own)}, more than the ${show.volume(r.mix)} of spray for this area. Check the rate, or put down more water.`;
    case 'no-room-in-tank':
      return `The tank holds ${show.volume(r.size as Litres)} and ${show.volume(r.dead as Litres)} of it stay in pump and hose: nothing is left to spray. Check both figures.`;
    case 'kinds-differ':
      return `The label of ${shortName(label!)} speaks of weight and the plan${at} of volume, or the other way round: weight and volume do not mix. Change the plan’s unit.`;
    case 'over-the-year':
      return `The year leaves ${amountWords(r.left, show)} of ${shortName(label!)}${at}, and whole steps come to more. ${finerWords(r.finer, r.left.by, show)}; or plan less.`;
    case 'step-too-coarse':
      return `Load ${r.load + 1} takes ${amountWords(r.exact, show)} of ${shortName(label!)}, and no whole number of steps of ${stepWords(r.step, r.exact.by, show)} is within the label and a tenth of the plan. ${finerWords(r.finer, r.exact.by, show)}; or mix for ${show.area(r.needs)} or more at once.`;
  }
}
const amountWords = (a: ProductAmount, show: Shows) =>
  a.by === 'mass' ? `${significant(a.amount / 0.001)} g` : show.of('pour', a.amount);
function finerWords(finer: number | null, by: ProductAmount['by'], show: Shows): string {
  const tool = by === 'mass' ? 'scale' : 'jug';
  return finer === null
    ? `No common ${tool} is fine enough`
    : `A ${tool} that reads to ${stepWords(finer, by, show)} would do`;
}

/** What looks like a slip, as a question. @param labels in the order of the loads' products */
export function surpriseWords(s: Surprise, labels: readonly Label[], show: Shows): string {
  const name = 'product' in s ? shortName(labels[s.product]!) : '';
  switch (s.kind) {
    case 'unusual':
      return `${amountWords(s.amount, show)} of ${name} at one stop, where ${amountWords(s.usual, show)} is usual: are area, rate and unit right?`;
    case 'weight-of-a-liquid':
      return `${name} is a liquid, and its rate is a weight: does the label say so?`;
    case 'volume-of-a-dry-one':
      return `${name} is dry, and its rate is a volume: does the label say so?`;
    case 'small-tank':
      return `${plural(s.loads, 'load')}: is this the tank that you take?`;
    case 'large-tank':
      return `The load fills ${figure(s.share * 100, 1)} % of this tank: will its pump draw so little?`;
    case 'whole-packages':
      return `${amountWords(s.amount, show)} of ${name} in one load: ${significant(s.packages, 2)} of its largest packages. Are rate and area right?`;
  }
}

/** "Load 2 of 3, 12 Apr 2027". */
export const cardTitle = ({ kind, number, of, day }: LoadCard): string =>
  `${kind === 'tank' ? 'Load' : 'Hopper'} ${number} of ${of} for ${showFullDay(day)}`;
