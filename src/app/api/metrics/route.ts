import { createHash, timingSafeEqual } from 'node:crypto';
import { metrics } from '@/server/entry/metrics';

export const dynamic = 'force-dynamic';

const digest = (text: string) => createHash('sha256').update(text).digest();

/** For whoever holds METRICS_TOKEN; where none is set there is no such place. */
export async function GET(request: Request) {
  const token = process.env['METRICS_TOKEN'];
  if (!token) return new Response('Not found', { status: 404 });
  const sent = request.headers.get('authorization') ?? '';
  if (!timingSafeEqual(digest(sent), digest(`Bearer ${token}`)))
    return new Response('Not allowed', { status: 401, headers: { 'www-authenticate': 'Bearer' } });
  const { registry } = metrics();
  return new Response(await registry.metrics(), {
    headers: { 'content-type': registry.contentType, 'cache-control': 'no-store' },
  });
}
