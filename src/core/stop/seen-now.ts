/**
 * The gates of this hour against what somebody sees on the lawn: the same gates that the calendar asks, with the wind, the
 * air, the green of the turf and the stage of the weed as they are there and now instead of what was forecast or noted.
 */
import type { Day } from '@/core/calendar/day';
import { hourOf } from '@/core/calendar/hour';
import { spanAt } from '@/core/calendar/span';
import { airTemperature } from '@/core/gates/air-temperature';
import type { Gate, GateContext, Verdict, GateFacts } from '@/core/gates/gate';
import type { GateKey } from '@/core/gates/gate-names';
import { growthStage } from '@/core/gates/growth-stage';
import { turfState } from '@/core/gates/turf-state';
import { wind } from '@/core/gates/wind';
import { isGranule } from '@/core/products/label';
import { worksOnLeaf, type ApplicationProduct } from '@/core/products/application';
import type { Celsius, MetresPerSecond } from '@/core/units/quantity';
import type { Forecast } from '@/core/weather/series';
import { STAGES, isWeed, type Stage, type Weed } from '@/core/weeds/weeds';

/** What was seen or measured; null: nobody looked. */
export type SeenNow = Readonly<{
  wind: MetresPerSecond | null;
  air: Celsius | null;
  isLeafWet: boolean | null;
  /** share of the leaf that is green, 0 to 1 */
  green: number | null;
  stages: readonly Readonly<{ weed: Weed; stage: Stage }>[];
  /** clover, dandelion or other weeds flower, and bees may be there */
  isInBloom: boolean | null;
}>;

/** A weed and how far it is, as they are kept and sent; none where either is not known here. */
export function stageSeen(weed: string, named: string): SeenNow['stages'] {
  const stage = STAGES.find((s) => s === named);
  return isWeed(weed) && stage ? [{ weed, stage }] : [];
}

/** What the gates know of a zone without its sky and its book. */
export type StopFacts = Omit<GateFacts, 'ledger' | 'outlook' | 'forecast' | 'recent'>;

/** The gates that what is seen can answer. */
const ASKED: readonly Gate[] = [wind, airTemperature, turfState, growthStage];

export type Checked =
  | Readonly<{ kind: 'gate'; key: GateKey; gate: string; product: string; verdict: Verdict }>
  /** what no gate asks: leaf-active product on a dripping leaf, fertilizer on a wet one, spray on flowers with bees */
  | Readonly<{ kind: 'leaf wet' | 'fertilizer on wet leaf' | 'in bloom'; product: string }>;

/** Everything that is not open; an empty list lets the work go. Gates that nobody looked for are not asked. */
export function checkNow(
  facts: StopFacts,
  products: readonly ApplicationProduct[],
  seen: SeenNow,
): Checked[] {
  return products.flatMap((product): Checked[] => {
    const { label, use } = product;
    const context = contextOf(facts, products, product, seen);
    const gates = ASKED.filter((g) => isLookedFor(g, seen)).flatMap((gate): Checked[] => {
      const verdict = verdictNow(gate, context);
      return verdict && verdict.state !== 'open'
        ? [{ kind: 'gate', key: gate.key, gate: gate.name, product: label.name, verdict }]
        : [];
    });
    const onLeaf = worksOnLeaf({ label, use });
    return [
      ...gates,
      ...(seen.isLeafWet && onLeaf && !isGranule(label)
        ? [{ kind: 'leaf wet', product: label.name } as const]
        : []),
      ...(seen.isLeafWet && isGranule(label) && label.analysis !== null && !label.onLeaf
        ? [{ kind: 'fertilizer on wet leaf', product: label.name } as const]
        : []),
      ...(seen.isInBloom && onLeaf ? [{ kind: 'in bloom', product: label.name } as const] : []),
    ];
  });
}

/** The gates that were answered by somebody there. */
export const measuredGates = (seen: SeenNow): GateKey[] =>
  ASKED.filter((g) => isLookedFor(g, seen)).map((g) => g.key);

/**
 * Whether the work may begin by what is seen: `waits` asks for the person's own reason, `never` is a bolt, which no reason
 * lifts.
 */
export function mayBegin(found: readonly Checked[]): 'yes' | 'waits' | 'never' {
  const shut = found.flatMap((c) => (c.kind === 'gate' && c.verdict.state === 'shut' ? [c.verdict] : []));
  if (shut.some((v) => v.strength === 'bolt')) return 'never';
  return shut.length || found.some((c) => c.kind !== 'gate') ? 'waits' : 'yes';
}

const isLookedFor = (gate: Gate, seen: SeenNow): boolean =>
  gate === wind
    ? seen.wind !== null
    : gate === airTemperature
      ? seen.air !== null
      : gate === turfState
        ? seen.green !== null
        : seen.stages.length > 0;

function verdictNow(gate: Gate, context: GateContext): Verdict | undefined {
  const { today, hour } = context;
  if (!gate.hours)
    return spanAt(gate.spans(context, { from: today, to: (today + 1) as Day }), today)?.verdict;
  const at = hourOf(today, hour);
  return spanAt(gate.hours(context, { from: at, to: hourOf(today, hour + 1) }), at)?.verdict;
}

/** The day as if it were all like now: what was measured stands for each of its hours. */
function contextOf(
  facts: StopFacts,
  products: readonly ApplicationProduct[],
  product: ApplicationProduct,
  { wind: speed, air, green, stages }: SeenNow,
): GateContext {
  const { today } = facts;
  const all = (value: number) => new Float64Array(DAYS * 24).fill(value);
  const forecast: Forecast = {
    from: (today - 1) as Day,
    // what nobody measured is not asked about
    air: all(air ?? 15),
    wind: all(speed ?? 0),
    rain: all(0),
    airError: all(0),
    rainChance: all(0),
  };
  return {
    ...facts,
    ledger: [],
    outlook: null,
    recent: null,
    forecast,
    seen: {
      ...facts.seen,
      green: green === null ? facts.seen.green : { share: green, on: today },
      stages: [
        ...facts.seen.stages.filter((s) => !stages.some((n) => n.weed === s.weed)),
        ...stages.map((s) => ({ ...s, on: today })),
      ],
    },
    applicationId: '',
    product,
    beside: products.filter((p) => p !== product),
  };
}
const DAYS = 3;
