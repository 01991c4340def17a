/**
 * Bolt: the zone lies outside the label's setbacks, from each water by its own measured distance; a distance that the label
 * asks for and nobody has measured keeps shut, and so does a water that nobody has looked for. A label that is not for
 * ground where fruit is grown stays off it. Trees and beds have edges that can be kept from: ajar, with the distance.
 */
import { gateName } from './gate-names';
import { constantLane } from '@/core/calendar/span';
import { setsNone } from '@/core/products/label';
import { exceeds } from '@/core/units/tolerance';
import { ajar, open, shut, worseVerdict, type Gate, type GateContext, type Verdict } from './gate';

export const setback: Gate = {
  key: 'setback',
  name: gateName('setback'),
  asks: 'everything',
  isWeather: false,
  spans: (context, range) => constantLane(range, verdicts(context).reduce(worseVerdict)),
};

/** The worst counts, the nearest water first. */
function verdicts(context: GateContext): Verdict[] {
  const { product, zone } = context;
  const { label } = product;
  const out = [...byWater(context), ...byFruit(context)];
  for (const [from, there] of [
    ['tree', zone.trees],
    ['bed', zone.beds],
  ] as const) {
    const asked = label.setbacks.find((s) => s.from === from)?.distance;
    if (there && asked !== undefined) out.push(ajar({ code: 'keep-off', source: 'label', from, asked }));
  }
  if (!label.setbacks.length && !setsNone(label, 'setbacks'))
    out.push(ajar({ code: 'not-known', source: 'label', missing: 'setbacks' }));
  return [...out, open({ code: 'no-setback', source: 'label' })];
}

function byWater({ product: { label }, zone: { waters } }: GateContext): Verdict[] {
  const fromWater = label.setbacks.filter((s) => s.from !== 'tree' && s.from !== 'bed');
  if (!fromWater.length) return [];
  if (!waters) return [shut('bolt', { code: 'not-known', source: 'lawn sheet', missing: 'water' })];
  return waters
    .toSorted((a, b) => (a.distance ?? 0) - (b.distance ?? 0))
    .flatMap((water): Verdict[] => {
      const asked = fromWater.find((s) => s.from === water.kind)?.distance;
      if (asked === undefined) return [];
      if (water.distance === null)
        return [shut('bolt', { code: 'not-known', source: 'lawn sheet', missing: 'water-distance' })];
      const facts = { source: 'label', from: water.kind, distance: water.distance, asked } as const;
      return [
        exceeds(asked, water.distance)
          ? shut('bolt', { code: 'inside-setback', ...facts })
          : open({ code: 'beyond-setback', ...facts }),
      ];
    });
}

function byFruit({ product: { label }, zone: { fruit } }: GateContext): Verdict[] {
  if (!fruit || label.keepsFromFruit === false) return [];
  return [
    label.keepsFromFruit
      ? shut('bolt', { code: 'fruit-here', source: 'label' })
      : shut('bolt', { code: 'not-known', source: 'label', missing: 'fruit' }),
  ];
}
