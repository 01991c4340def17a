/**
 * Bolt: the zone lies outside the label's setbacks. From water by its measured distance; a distance that the label asks
 * for and nobody has measured keeps shut. Trees and beds have edges that can be kept from: ajar, with the distance.
 */
import { constantLane } from '@/core/calendar/span';
import { ajar, open, shut, type Gate, type Verdict } from './gate';

export const setback: Gate = {
  key: 'setback',
  name: 'Trees, beds, water',
  spans: (context, range) => constantLane(range, verdict(context)),
};

function verdict({ product: { label }, zone }: Parameters<Gate['spans']>[0]): Verdict {
  const asked = (from: string) => label.setbacks.find((s) => s.from === from)?.distance ?? null;
  const { water } = zone;
  // what nobody has looked for is not "none"
  const minds = label.setbacks.find((s) => s.from !== 'tree' && s.from !== 'bed');
  if (!water && minds) return ajar({ code: 'not-known', source: 'lawn sheet', missing: 'water' });
  const fromWater = water && water.kind !== 'none' ? asked(water.kind) : null;
  if (water && water.kind !== 'none' && fromWater !== null) {
    if (water.distance === null)
      return shut('bolt', { code: 'not-known', source: 'lawn sheet', missing: 'water-distance' });
    const facts = { source: 'label', from: water.kind, distance: water.distance, asked: fromWater } as const;
    if (water.distance < fromWater) return shut('bolt', { code: 'inside-setback', ...facts });
  }
  for (const [from, there] of [
    ['tree', zone.trees],
    ['bed', zone.beds],
  ] as const) {
    const distance = asked(from);
    if (there && distance !== null) return ajar({ code: 'keep-off', source: 'label', from, asked: distance });
  }
  return water && water.kind !== 'none' && fromWater !== null && water.distance !== null
    ? open({
        code: 'beyond-setback',
        source: 'label',
        from: water.kind,
        distance: water.distance,
        asked: fromWater,
      })
    : open({ code: 'no-setback', source: 'label' });
}
