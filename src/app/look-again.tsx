'use client';
import { Link } from '@/ui/link';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import type { ChangesTold } from '@/server/entry/change-stream';
import { databaseAnswers } from './database-answers';

/** How long after a line that was cut, or refused, it is asked for again. */
const AGAIN_MS = 4000;

/** Whether the open screen shows one of the zones: a screen of one lawn shows its own, any other all. */
function isAboutHere(zones: readonly string[] | null): boolean {
  const here = /^\/lawns\/([0-9a-f-]{36})/.exec(window.location.pathname)?.[1];
  return zones === null || here === undefined || zones.includes(here);
}

/** Hears when anything was computed or taken meanwhile, and draws the screen anew when it is about what it shows. */
export function LookAgain() {
  const router = useRouter();
  const seen = useRef<number | null>(null);
  const [news, setNews] = useState<ChangesTold | null>(null);
  useEffect(() => {
    let source: EventSource | null = null;
    let timer = 0;
    const close = () => {
      window.clearTimeout(timer);
      source?.close();
      source = null;
    };
    const open = () => {
      close();
      // a hidden screen holds no line: a browser has few of them for one server
      if (document.visibilityState === 'hidden') return;
      source = new EventSource('/api/changes');
      source.onmessage = ({ data }: MessageEvent<string>) => {
        const now = JSON.parse(data) as ChangesTold;
        setNews(now);
        // a screen that is being left for another is not drawn once more
        const isLeaving = document.querySelector('.on-its-way') !== null;
        if (isLeaving) return;
        const isNews = seen.current !== null && seen.current !== now.version && isAboutHere(now.zones);
        seen.current = now.version;
        // a screen that is one long form, or a day on a phone, stays as it is: what it answers to is said when it is sent, and drawn in the
        // moment in which the database goes, it would give place to the page that says so
        if (document.querySelector('main [data-still]')) return;
        // drawn while the database is away, the screen would give place to a page that says so, and a form with it
        if (isNews) void databaseAnswers().then((answers) => answers && router.refresh());
      };
      source.onerror = () => {
        close();
        timer = window.setTimeout(open, AGAIN_MS);
      };
    };
    open();
    document.addEventListener('visibilitychange', open);
    return () => {
      document.removeEventListener('visibilitychange', open);
      close();
    };
  }, [router]);
  if (!news || (news.waiting === 0 && news.failed === 0)) return null;
  return (
    <Link
      href="/house/server#jobs"
      className={`${news.failed > 0 ? 'flex' : 'hidden md:flex'} min-h-touch items-center px-1 text-note text-glow`}
    >
      {news.failed > 0 ? `${news.failed} failed` : 'computing…'}
    </Link>
  );
}
