import { fileRoute } from '@/server/entry/file-route';
import { picture } from '@/server/stop/keep-photo';
import { isId } from '../../../ids';

/** A picture of a stop. */
export const GET = fileRoute(async (actor, _request, { params }: RouteContext<'/api/photos/[photoId]'>) => {
  const { photoId } = await params;
  const jpeg = isId(photoId) ? await picture(actor, photoId) : null;
  if (!jpeg) return new Response('There is no such picture here.', { status: 404 });
  return new Response(new Uint8Array(jpeg), {
    headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=86400' },
  });
});
