import { NextResponse, type NextRequest } from 'next/server';
import { MOST_BODY_BYTES } from './formats/file-size';
import { isReadableCommand } from './server/entry/command-body';

/** The name of the machine itself: a demo is opened there under any of its names. */
const isLoopback = (host: string) => /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/.test(host);

/**
 * Whether a change comes from a page of ours: what another site's page sends says so itself. The address that people
 * open counts, and not what a header of the way here claims.
 */
function isFromElsewhere(request: NextRequest): boolean {
  const origin = request.headers.get('origin');
  if (origin === null || ['GET', 'HEAD', 'OPTIONS'].includes(request.method)) return false;
  const ours = process.env['BETTER_AUTH_URL'];
  if (ours && URL.canParse(ours) && new URL(ours).origin === origin) return false;
  const host = request.headers.get('host') ?? '';
  return !(isLoopback(host) && URL.canParse(origin) && new URL(origin).host === host);
}

/**
 * What the proxy before this server says that people opened, where it is not the address that their page was on: the
 * framework refuses such a command as a fault. Null: they agree, or nothing is said.
 */
function misnamedBy(request: NextRequest): string | null {
  const origin = request.headers.get('origin');
  const said = request.headers.get('x-forwarded-host')?.split(',')[0]?.trim();
  return said && origin !== null && URL.canParse(origin) && new URL(origin).host !== said ? said : null;
}

function isReadable(path: string): boolean {
  try {
    decodeURIComponent(path);
    return true;
  } catch {
    return false;
  }
}

const refused = (status: number, why: string) =>
  new NextResponse(`${why}\n`, { status, headers: { 'content-type': 'text/plain; charset=utf-8' } });

/** Every page gets a nonce of its own: scripts run with it or not at all. Charts set styles, so styles may be inline. */
export async function proxy(request: NextRequest): Promise<NextResponse> {
  if (!isReadable(request.nextUrl.pathname))
    return refused(400, 'This address cannot be read: check its % signs.');
  const size = Number(request.headers.get('content-length') ?? 0);
  if (size > MOST_BODY_BYTES)
    return refused(
      413,
      `${size} bytes were sent, and ${MOST_BODY_BYTES} are read at most: send a smaller file.`,
    );
  if (isFromElsewhere(request))
    return refused(
      403,
      `This was sent from another site. Open ${process.env['BETTER_AUTH_URL'] ?? 'Iron Gate'} and send it from there.`,
    );
  if (request.method === 'POST' && !request.nextUrl.pathname.startsWith('/api/')) {
    const said = misnamedBy(request);
    if (said !== null)
      return refused(
        400,
        `X-Forwarded-Host says ${said.slice(0, 100)}, and the page was on ${request.headers.get('origin')}. Whoever keeps the proxy sets it to the address that people open.`,
      );
    if (!(await isReadableCommand(request)))
      return refused(400, 'This form cannot be read. Load the page again and send it from there.');
  }
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const isDevelopment = process.env.NODE_ENV === 'development';
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${isDevelopment ? " 'unsafe-eval'" : ''}`,
    "worker-src 'self'",
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  // where a page sends people back to after signing in
  headers.set('x-path', request.nextUrl.pathname + request.nextUrl.search);
  // Next reads the nonce for its own scripts from here
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  response.headers.set('referrer-policy', 'same-origin');
  response.headers.set('x-frame-options', 'DENY');
  // once over TLS, always: only where people come over it
  if (process.env['BETTER_AUTH_URL']?.startsWith('https://'))
    response.headers.set('strict-transport-security', 'max-age=31536000');
  response.headers.set('permissions-policy', 'camera=(), microphone=(), geolocation=()');
  return response;
}

export const config = { matcher: [{ source: '/((?!_next/static|_next/image|icon.svg).*)' }] };
