'use client';
import { Link } from '@/ui/link';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';

type News = Readonly<{ version: number; waiting: number; failed: number }>;
const EVERY_MS = 4000;

/** Asks every few seconds whether anything was computed or taken meanwhile, and draws the screen anew when it was. */
export function LookAgain() {
  const router = useRouter();
  const seen = useRef<number | null>(null);
  const [news, setNews] = useState<News | null>(null);
  useEffect(() => {
    let isGone = false;
    const ask = async () => {
      if (document.visibilityState === 'hidden') return;
      try {
        const response = await fetch('/api/news', { cache: 'no-store' });
        if (!response.ok || isGone) return;
        const now = (await response.json()) as News;
        setNews(now);
        if (seen.current !== null && seen.current !== now.version) router.refresh();
        seen.current = now.version;
      } catch {
        /* no network: asked again in a moment */
      }
    };
    void ask();
    const timer = window.setInterval(() => void ask(), EVERY_MS);
    return () => {
      isGone = true;
      window.clearInterval(timer);
    };
  }, [router]);
  if (!news || (news.waiting === 0 && news.failed === 0)) return null;
  return (
    <Link
      href="/house#jobs"
      className={`${news.failed > 0 ? 'flex' : 'hidden md:flex'} min-h-[44px] items-center px-1 text-[15px] text-[#f0d491]`}
    >
      {news.failed > 0 ? `${news.failed} failed` : 'computing…'}
    </Link>
  );
}
