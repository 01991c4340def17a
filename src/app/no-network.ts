/** The page that stands at every address where there is no network: what this device took along, and a way back. */
import { PALETTE } from '@/ui/palette';

/** Pages that a device keeps, by their path and query. */
type Kept = Readonly<{ href: string; words: string }>;

/** What of the kept addresses a person can open, the days first. @param urls as the stores hold them */
export function keptPages(urls: readonly string[]): Kept[] {
  const pages = urls.map((u) => new URL(u));
  const found = (path: RegExp) => pages.filter((p) => path.test(p.pathname));
  const days = found(/^\/go$/).flatMap((p) => {
    const day = p.searchParams.get('day');
    return day && /^\d{4}-\d{2}-\d{2}$/.test(day) ? [{ day, href: p.pathname + p.search }] : [];
  });
  // the newest day first
  days.sort((a, b) => (a.day < b.day ? 1 : -1));
  return [
    ...days.map(({ day, href }) => ({ href, words: `To your stops of ${day}` })),
    ...found(/^\/load\//).map((p, i) => ({ href: p.pathname, words: `Load card ${i + 1}` })),
    ...found(/^\/key$/).map(() => ({ href: '/key', words: 'The key to the weeds' })),
  ];
}

const escaped = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

/** The whole page, which needs no file beside itself. */
export const noNetworkPage = (kept: readonly Kept[]): string => `<!doctype html>
<html lang="en-US"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>No network</title><style>
body{margin:0;padding:24px 16px;background:${PALETTE.lime};color:${PALETTE.iron};font:18px/1.4 system-ui,sans-serif}
main{max-width:34em;margin:auto}h1{font-size:28px;margin:0 0 8px}
a,button{display:flex;align-items:center;justify-content:center;box-sizing:border-box;width:100%;min-height:60px;margin-top:12px;padding:0 12px;border:2px solid ${PALETTE.iron};background:${PALETTE.paper};color:${PALETTE.iron};font:600 20px system-ui,sans-serif;text-decoration:none}
a:first-of-type{background:${PALETTE.moss};border-color:${PALETTE.moss};color:#fff}
</style></head><body><main><h1>No network</h1>
<p>${
  kept.length
    ? 'This page needs one. What this device took along works without it, and what you finish there is sent by itself later.'
    : 'This page needs one, and this device has taken nothing along yet. Open your day once with a network, and it works without.'
}</p>
${kept.map((k) => `<a href="${escaped(k.href)}">${escaped(k.words)}</a>`).join('\n')}
<button type="button" onclick="location.reload()">Try again</button>
</main></body></html>`;
