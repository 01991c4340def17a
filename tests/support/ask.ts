/**
 * Asking gates one question at a time: "this case → this answer", as the tables of right answers do. Cases are made from
 * the round figures of `gate-context.ts`.
 */
import { addDays, type Day } from '@/core/calendar/day';
import { hourOf, type Hour } from '@/core/calendar/hour';
import { spanAt } from '@/core/calendar/span';
import type { Outlook } from '@/core/ground/outlook';
import { NOTHING_SEEN } from '@/core/facts/facts';
import type { Gate, GateContext, Verdict } from '@/core/gates/gate';
import { rateOf } from '@/core/units/rate';
import type { Forecast } from '@/core/weather/series';
import { context, label, leafLabel, leafProduct, outlook, product, sky, today, zone } from './gate-context';
import { viaApi } from './via-api';

export const oz = (value: number) => rateOf(value, 'oz/1000sqft');
export const told = (v: Verdict) =>
  [v.state, ...('strength' in v ? [v.strength] : []), v.reason.code].join(' ');
/** What was asked since the last answer was checked, to be put to the HTTP interface too. */
type Put = Readonly<{ gate: Gate; context: GateContext; at: { day: Day } | { hour: Hour }; told: string }>;
let asked: Put[] = [];
let answered = 0;
/** So many questions of this file were put to the HTTP interface as well. */
export const putToApi = (): number => answered;

export const onDay = (gate: Gate, over: Partial<GateContext>, day: Day = today): string => {
  const c = context(over);
  const said = told(spanAt(gate.spans(c, { from: day, to: addDays(day, 1) }), day)!.verdict);
  asked.push({ gate, context: c, at: { day }, told: said });
  return said;
};
export const atHour = (gate: Gate, over: Partial<GateContext>, hour: number): string => {
  const c = context(over);
  const at = hourOf(today, hour);
  const said = told(spanAt(gate.hours!(c, { from: at, to: (at + 1) as Hour }), at)!.verdict);
  asked.push({ gate, context: c, at: { hour: at }, told: said });
  return said;
};
/** Why a gate stands as it does on a day. */
export const reasonOn = (gate: Gate, over: Partial<GateContext>, day: Day = today): Verdict['reason'] =>
  spanAt(gate.spans(context(over), { from: day, to: addDays(day, 1) }), day)!.verdict.reason;
/** A sky of one wind with rain, its chance and the air by the hour counted from today's midnight. */
export const weather = ({
  mph = 3,
  rain = () => 0,
  chance = () => 1,
  air = () => 15,
}: Partial<{
  mph: number;
  rain: (h: number) => number;
  chance: (h: number) => number;
  air: (h: number) => number;
}>): Forecast => {
  const hours = (f: (h: number) => number) => Float64Array.from({ length: 240 }, (_, h) => f(h));
  return {
    ...sky(mph, 0),
    rain: hours(rain),
    air: hours(air),
    rainChance: hours((h) => (rain(h) > 0 ? chance(h) : 0)),
  };
};
export const leaf = (over: Partial<typeof leafLabel>, as: Partial<typeof leafProduct> = {}) => ({
  product: { ...leafProduct, ...as, label: { ...leafLabel, ...over } },
});
export const barrier = (over: Partial<typeof label>, as: Partial<typeof product> = {}) => ({
  product: { ...product, ...as, label: { ...label, ...over } },
});
export const weedAndFeed = (over: Partial<typeof leafLabel>) =>
  leaf({ formulation: 'G', analysis: { n: 0.2, p: 0, k: 0 }, ...over });
export const seen = (over: Partial<GateContext['seen']>) => ({ seen: { ...NOTHING_SEEN, ...over } });
export const bermuda = { ...zone, turf: 'bermudagrass' as const };
export const dormantOnly = leaf({
  rates: [{ ...leafLabel.rates[0]!, turf: 'bermudagrass', dormancy: 'dormant only' }],
});
/** A soil that has stood, and stands, at one temperature. */
export const soilAt = (t: number, falling = 0): Outlook => ({
  ...outlook({ p10: null, p50: null, p90: null }),
  from: addDays(today, -60),
  observed: Array.from({ length: 60 }, (_, i) => t + falling * (60 - i)),
  band: { p10: [], p50: Array.from({ length: 60 }, (_, i) => t - falling * i), p90: [] },
});

export type Question = readonly [asked: string, answer: string, got: () => string];
export const ask = (name: string, questions: readonly Question[]) =>
  describe(name, () => {
    test.each(questions)('%s: %s', (_asked, answer, got) => {
      asked = [];
      expect(got()).toBe(answer);
      // a check of mutants asks the core alone
      if (process.env['CORE_ALONE']) return;
      for (const { gate, context: c, at, told: said } of asked) {
        const there = viaApi(gate, c, at);
        if (there === null) continue;
        expect(`by the interface: ${there}`).toBe(`by the interface: ${said}`);
        answered++;
      }
    });
  });
