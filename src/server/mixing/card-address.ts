import 'server-only';
import type { StoredCard } from '@/data/load-cards';

/** Where a card's code leads: to the record of its one stop, or to the card, which leads to each. */
export function recordAddress({ id, card }: Pick<StoredCard, 'id' | 'card'>): string {
  const base = process.env['BETTER_AUTH_URL'] ?? '';
  const stops = new Map(card.stops.map((s) => [s.applicationId, s]));
  const [only] = stops.size === 1 ? [...stops.values()] : [];
  return only ? `${base}/lawns/${only.zoneId}/record/${only.applicationId}` : `${base}/load/${id}`;
}
