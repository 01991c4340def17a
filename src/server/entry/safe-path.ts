const BASE = 'http://here.invalid';

/**
 * Where to go after signing in: a path of ours, never another site, as the browser itself will read it. What the browser
 * would make of the path is checked, and not only what was asked for: `/..//x` is read as `//x`, which is another site.
 * @returns path, query and fragment; `/` for what cannot be one of ours
 */
export function safePath(asked: string): string {
  // signs that a browser drops before it reads an address, or reads as another
  if (!asked.startsWith('/') || /[\u0000-\u0020\\]/.test(asked) || !URL.canParse(asked, BASE)) return '/';
  const { origin, pathname, search, hash } = new URL(asked, BASE);
  const path = pathname + search + hash;
  return origin === BASE && !path.startsWith('//') ? path : '/';
}
