import { readiness } from '@/server/entry/readiness';

export const dynamic = 'force-dynamic';

/** Whether requests should be sent here: 200, or 503 with what is missing. Whether the process lives is /api/health. */
export async function GET() {
  const missing = await readiness();
  return Response.json(
    { ready: missing.length === 0, missing },
    { status: missing.length ? 503 : 200, headers: { 'cache-control': 'no-store' } },
  );
}
