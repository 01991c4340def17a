'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useTransition } from 'react';
import { databaseAnswers } from './database-answers';

const EVERY_MS = 2000;

/** The database is away. Asks until it answers, and then draws the page that was wanted. */
export function WaitForDatabase() {
  const router = useRouter();
  const [isComing, startTransition] = useTransition();
  useEffect(() => {
    // a page that is on its way is waited for: asked for again, a slow server would never get to the end of one
    if (isComing) return;
    const timer = window.setInterval(() => {
      void databaseAnswers().then((answers) => {
        if (answers) startTransition(() => router.refresh());
      });
    }, EVERY_MS);
    return () => window.clearInterval(timer);
  }, [router, isComing]);
  return (
    <main className="mx-auto mt-[12vh] max-w-xl px-5" role="alert">
      <h1 className="text-3xl">The database does not answer</h1>
      <p className="mt-3 text-lg">
        What was saved is safe. This page asks every two seconds and comes back by itself as soon as the
        database does.
      </p>
      <p className="mt-3 text-steel">
        If it stays away for minutes, tell whoever keeps the server: PostgreSQL is stopped or cannot be
        reached.
      </p>
    </main>
  );
}
