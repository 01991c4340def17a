/**
 * Bolt: the label's sites. Some products are for golf courses and sod farms, or not for homes, by their labels. Ground of
 * which nobody has said what it is keeps a label with sites shut.
 */
import { gateName } from './gate-names';
import { constantLane } from '@/core/calendar/span';
import { setsNone } from '@/core/products/label';
import { ajar, open, shut, type Gate, type Verdict } from './gate';

export const site: Gate = {
  key: 'site',
  name: gateName('site'),
  asks: 'herbicide',
  isWeather: false,
  spans: (context, range) => constantLane(range, verdict(context)),
};

function verdict({ product: { label }, zone: { grounds } }: Parameters<Gate['spans']>[0]): Verdict {
  const { sites } = label;
  if (sites === null)
    return setsNone(label, 'sites')
      ? open({ code: 'any-site', source: 'label' })
      : ajar({ code: 'not-known', source: 'label', missing: 'sites' });
  if (grounds === null) return shut('bolt', { code: 'not-known', source: 'lawn sheet', missing: 'grounds' });
  const facts = { source: 'label', grounds, sites } as const;
  return sites.includes(grounds)
    ? open({ code: 'site-on-label', ...facts })
    : shut('bolt', { code: 'site-not-on-label', ...facts });
}
