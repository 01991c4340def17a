'use client';
import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import type { Issue } from '@/core/units/parse';
import type { Outcome, Refusal } from '@/server/entry/outcome';
import { send } from './send';

/** Sends something, keeps why it was refused, and draws the page anew where it was done: what a panel does. */
export function useSending() {
  const router = useRouter();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [isSending, start] = useTransition();
  const run = <I, T>(to: (input: I) => Promise<Outcome<T>>, input: I, then: (value: T) => void = () => {}) =>
    start(async () => {
      const outcome = await send(to, input);
      setRefusal(outcome.ok ? null : outcome.refusal);
      if (!outcome.ok) return;
      // with the page that follows, so that a form is not empty before its line stands in the list
      start(() => {
        then(outcome.value);
        router.refresh();
      });
    });
  const issue = (field: string): Issue | undefined =>
    refusal?.kind === 'invalid' ? refusal.issues.find((i) => i.field === field) : undefined;
  return { run, issue, refusal, isSending };
}
