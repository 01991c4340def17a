'use client';
import { Sun } from 'lucide-react';

const A_YEAR = 60 * 60 * 24 * 365;

/** Turns the high-contrast sun theme on and off; kept in a cookie, so that the next page comes in it. */
export function ThemeSwitch() {
  const turn = () => {
    const root = document.documentElement;
    const toSun = root.dataset['theme'] !== 'sun';
    if (toSun) root.dataset['theme'] = 'sun';
    else delete root.dataset['theme'];
    document.cookie = `theme=${toSun ? 'sun' : 'plain'}; path=/; max-age=${A_YEAR}; samesite=lax`;
  };
  return (
    <button
      type="button"
      onClick={turn}
      className="flex min-h-touch min-w-touch items-center justify-center"
      aria-label="Sun theme: black on white, on or off"
      title="Sun theme"
    >
      <Sun size={20} aria-hidden />
    </button>
  );
}
