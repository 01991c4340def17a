/** POST /api/v1/mix: the loads for stops, from what is sent with the question. Nothing is kept. */
import 'server-only';
import type { Day } from '@/core/calendar/day';
import { cardsFor, mixKey, type LoadStop } from '@/core/mixing/card';
import type { Tool } from '@/core/mixing/loads';
import { objectionsTo } from '@/core/gates/objections';
import { surprisesAbout } from '@/core/mixing/morning';
import { isGranule, rateForTurf, type Label } from '@/core/products/label';
import { SHOWS, type Shows } from '@/core/units/format';
import type { LitresPerHectare, SquareMetres } from '@/core/units/quantity';
import {
  RATE_UNITS,
  amountLike,
  partOfRate,
  rateOf,
  type ProductAmount,
  type ProductRate,
} from '@/core/units/rate';
import { jarWords, loadRefusalWords, remainWords, stepsOf, surpriseWords } from '@/ui/load-words';
import { reasonWords } from '@/ui/reason-words';
import { fact } from '@/core/units/issue';
import { labelAt } from './asked-facts';
import { wrong } from './check';
import type { MixQuestion } from './describe-mix';
import type { RateRow } from './describe-gates';

const SCALE: Tool = { name: 'scale', step: 0.001, byTheFill: false };
const JUG: Tool = { name: 'jug', step: 0.005, byTheFill: false };

type Sent = Readonly<{ q: MixQuestion; labels: readonly Label[] }>;

/** @throws Wrong where a stop does not fit the labels and the equipment that were sent */
function stopAt({ q, labels }: Sent, i: number): LoadStop {
  const s = q.stops[i]!;
  return {
    zoneId: s.id,
    applicationId: s.id,
    site: s.id,
    area: s.area_m2 as SquareMetres,
    isShut: false,
    ground: { hasIrrigation: s.irrigated ?? false, hasTrees: s.trees ?? false, beds: false, concrete: false },
    products: s.products.map((p, k) => {
      const field = `stops[${i}].products[${k}].label`;
      const label =
        labels[p.label] ??
        wrong(field, fact('api-no-label', { index: p.label, count: labels.length }), i + 1);
      if (isGranule(label) !== (q.equipment.kind === 'hopper'))
        wrong(
          field,
          fact('api-tank-and-hopper', { product: label.name, isGranule: isGranule(label) }),
          i + 1,
        );
      const asked = rateIs(p.rate);
      const use = p.use ?? 'pre-emergent';
      const row = s.turf && rateForTurf(label, { turf: s.turf, mixedWith: null }, use);
      return {
        label,
        use,
        rate: asked,
        maximum: row?.high ?? asked,
        minimum: row?.low ?? partOfRate(asked, 0),
        left: p.left ? rateIs(p.left) : null,
      };
    }),
  };
}
const rateIs = (r: RateRow): ProductRate => rateOf(r.figure, r.unit);

/** What products are measured with: a tool of the product first, then what measures any. */
function toolsOf(q: MixQuestion) {
  const tools = (q.tools ?? []).map((t) => ({
    label: t.label,
    by: t.step_g === undefined ? ('volume' as const) : ('mass' as const),
    tool: { name: t.name, byTheFill: t.by_the_fill ?? false, step: (t.step_g ?? t.step_ml ?? 1) / 1000 },
  }));
  const toolsFor = (label: Label, by: ProductAmount['by']): readonly Tool[] => {
    const own = tools.filter((t) => t.by === by && (t.label === undefined || String(t.label) === label.id));
    const sorted = own.toSorted((a, b) => Number(b.label !== undefined) - Number(a.label !== undefined));
    return sorted.length ? sorted.map((t) => t.tool) : [by === 'mass' ? SCALE : JUG];
  };
  const jug = tools.find((t) => t.by === 'volume' && t.label === undefined)?.tool ?? JUG;
  return { toolsFor, jugStep: jug.step };
}

/** @throws Wrong where what was sent does not allow an answer */
export function answerMix(q: MixQuestion) {
  const labels = q.labels.map((l, i): Label => ({ ...labelAt(l, `labels[${i}]`, i + 1), id: String(i) }));
  const { kind, size, carrier_l_ha: litres, left_l: left = 0 } = q.equipment;
  if (kind === 'tank' && litres === undefined) wrong('equipment.carrier_l_ha', fact('api-carrier-missing'));
  const carrier = kind === 'tank' ? (litres as LitresPerHectare) : null;
  const stops = q.stops.map((_, i) => stopAt({ q, labels }, i));
  const show = SHOWS.trade;
  const made = cardsFor({
    day: 0 as Day,
    stops,
    equipment: null,
    way: q.way ?? 'even',
    ...toolsOf(q),
    carrier,
    tank: {
      size,
      dead: kind === 'tank' ? (q.equipment.dead_l ?? 0) : 0,
      left: left > 0 ? { volume: left, isSameMix: q.equipment.left_is_same_mix ?? true } : null,
    },
    known: new Set((q.known_mixes ?? []).map((m) => mixKey(m.map(String)))),
  });
  if (!made.ok) return cannotBeLoaded(q, made.refused, show);
  const usual = (label: Label): ProductAmount | null => {
    const found = (q.usual ?? []).find((u) => u.label === numberOf(label));
    return found ? amountLike(RATE_UNITS[label.rateUnit], found.amount) : null;
  };
  const surprises = surprisesAbout(made.value, stops.length, usual, carrier === null ? null : size);
  const objections = objectionsTo(stops, carrier);
  return {
    ...loadsSaid(made.value, stops, show),
    warning_codes: [...objections.map(({ reason }) => reason.code), ...surprises.map((s) => s.kind)],
    warnings: [
      ...objections.map(({ name, reason }) => `${name}: ${reasonWords(reason, show)}`),
      ...surprises.map((s) => surpriseWords(s, made.value.labels, show)),
    ],
  };
}
type Made = ReturnType<typeof cardsFor>;

/** @throws Wrong, about the stop that cannot be loaded */
function cannotBeLoaded(
  q: MixQuestion,
  refused: Extract<Made, { ok: false }>['refused'],
  show: Shows,
): never {
  const { refusal, label, site } = refused;
  const i = Math.max(
    0,
    q.stops.findIndex((s) => s.id === site),
  );
  return wrong(
    `stops[${i}]`,
    fact('api-cannot-be-loaded', {
      kind: refusal.kind,
      product: label?.name ?? null,
      remedy: loadRefusalWords(refused, show),
    }),
    i + 1,
  );
}

const numberOf = (label: Pick<Label, 'id'>) => Number(label.id);
const measure = (a: ProductAmount) => ({ amount: a.amount, unit: a.by === 'mass' ? 'kg' : 'L' });

/** The loads with what goes into each, and what all of them take. */
function loadsSaid(
  { cards, loads, labels }: Extract<Made, { ok: true }>['value'],
  stops: readonly LoadStop[],
  show: Shows,
) {
  return {
    loads: cards.map((card, i) => ({
      number: card.number,
      stops: loads.loads[i]!.parts.map((p) => ({
        id: stops[p.stop]!.site,
        area_m2: p.area,
        volume: p.volume,
        products: p.amounts.flatMap((a, k) => (a ? [{ label: numberOf(labels[k]!), ...measure(a) }] : [])),
      })),
      mix: card.mix,
      before: card.before,
      water_l: card.water,
      area_m2: card.area,
      rinse_first: card.rinseFirst,
      products: card.products.map((p) => ({
        label: numberOf(p.label),
        name: p.label.name,
        ...measure(p.measured),
        exact: p.exact.amount,
        error: p.error,
        tool: p.tool.name,
        fills: p.tool.byTheFill ? Math.round(p.measured.amount / p.tool.step) : null,
      })),
      surfactant_l: card.surfactant?.measured ?? null,
      steps: stepsOf(card, show),
      jar_test: jarWords(card, show),
      remains: remainWords(card, show),
    })),
    totals: labels.flatMap((label, k) => {
      const total = loads.products[k];
      return total ? [{ label: numberOf(label), name: label.name, ...measure(total) }] : [];
    }),
    mix: loads.mix,
    water_l: loads.water,
  };
}
