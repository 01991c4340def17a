/** Where to go after signing in: a path of ours, never another site, as the browser itself will read it. */
export function safePath(path: string): string {
  const base = 'http://here.invalid';
  // signs that a browser drops before it reads an address, or reads as another
  if (!path.startsWith('/') || /[\u0000-\u0020\\]/.test(path) || !URL.canParse(path, base)) return '/';
  const { origin, pathname, search, hash } = new URL(path, base);
  return origin === base ? pathname + search + hash : '/';
}
