import { VERSION } from '@/version';
import { Link } from '@/ui/link';
import type { ReactNode } from 'react';
import { showWeekday, yearOf, type Day } from '@/core/calendar/day';
import { FoldInGo } from './fold-in-go';
import { NavLink } from './nav-link';
import { Shortcuts } from './shortcuts';
import { ThemeSwitch } from './theme-switch';

const PLACES = [
  { href: '/', name: 'Today' },
  { href: '/lawns', name: 'Lawns' },
  { href: '/season', name: 'Season', within: ['/rehearsal'] },
  { href: '/products', name: 'Products' },
  { href: '/records', name: 'Records' },
  {
    href: '/house',
    name: 'House',
    within: ['/weather', '/people', '/imports', '/setup', '/account', '/changes', '/money'],
  },
] as const;

type Props = Readonly<{
  person: string;
  company: string;
  today: Day;
  /** buttons that turn the demo's clock; none in real time */
  clock: ReactNode;
  /** what background work is doing; nothing when it rests */
  news: ReactNode;
  /** the way out */
  leave: ReactNode;
  children: ReactNode;
}>;

/** The iron bar over every screen: where to go, which day it is, who is here. */
export function Frame({ person, company, today, clock, news, leave, children }: Props) {
  return (
    <>
      <a
        href="#main"
        className="sr-only focus:not-sr-only focus:absolute focus:z-10 focus:bg-paper focus:p-3"
      >
        To the content
      </a>
      <header className="flex flex-wrap items-stretch gap-x-1 bg-night px-4 font-cond text-lime md:gap-x-4 md:px-5">
        <Link
          href="/"
          className="flex min-h-touch items-center text-head font-bold tracking-wide no-underline"
        >
          IRON GATE
        </Link>
        <span className="order-3 w-full md:hidden" aria-hidden />
        <FoldInGo>
          <nav aria-label="Screens" className="order-4 -ml-3 flex md:order-none md:ml-0">
            {PLACES.map((p) => (
              <NavLink key={p.href} {...p} />
            ))}
          </nav>
        </FoldInGo>
        <div className="ml-auto hidden items-center text-body md:flex">{clock}</div>
        <div className="order-2 ml-auto flex items-center gap-x-3 text-body md:order-none md:ml-0">
          {news}
          <span className="text-glow">
            {showWeekday(today)} <span className="hidden md:inline">{yearOf(today)}</span>
          </span>
          <Link
            href="/account"
            className="hidden min-h-touch items-center text-pale no-underline hover:underline lg:flex"
            title={`Your account at ${company}`}
          >
            {person}
          </Link>
          <ThemeSwitch />
          <Shortcuts />
          {leave}
        </div>
      </header>
      <main id="main">{children}</main>
      <p className="px-4 pb-3 text-right text-fine text-steel">
        Iron Gate computes; it does not replace the judgment of a licensed applicator. Version {VERSION}
      </p>
      {clock && (
        <footer className="flex items-center justify-between bg-night px-4 font-cond text-body text-lime md:hidden">
          <span className="text-glow">Demo clock: {showWeekday(today)}</span>
          {clock}
        </footer>
      )}
    </>
  );
}
