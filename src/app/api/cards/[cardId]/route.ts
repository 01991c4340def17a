import { fileRoute } from '@/server/entry/file-route';
import { cardAsPdf } from '@/app/api/cards/card-pdf';
import { loadCardSheet } from '@/server/mixing/loads';
import { isId } from '../../../ids';

/** A load's card, on one page. */
export const GET = fileRoute(async (actor, _request, { params }: RouteContext<'/api/cards/[cardId]'>) => {
  const { cardId } = await params;
  const stored = isId(cardId) ? await loadCardSheet(actor, cardId) : null;
  if (!stored) return new Response('There is no such card here.', { status: 404 });
  const made = await cardAsPdf(stored, actor.orgName, actor.units);
  return new Response(new Uint8Array(made), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': `inline; filename="load-${stored.card.number}-of-${stored.card.of}.pdf"`,
      'cache-control': 'no-store',
    },
  });
});
