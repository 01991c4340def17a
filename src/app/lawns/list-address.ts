/** The address of a list of lawns. */
import type { ListQuery } from '@/data/lawn-list';

/** The address of a list: only what differs from the usual. */
export function addressOf(q: ListQuery): string {
  const p = new URLSearchParams();
  if (q.words) p.set('q', q.words);
  if (q.turf) p.set('turf', q.turf);
  if (q.exposure) p.set('sun', q.exposure);
  if (q.plan) p.set('plan', q.plan);
  if (q.sort !== 'address') p.set('sort', q.sort);
  if (q.descending) p.set('down', '1');
  if (q.page > 1) p.set('page', String(q.page));
  const text = p.toString();
  return text ? `?${text}` : '';
}
