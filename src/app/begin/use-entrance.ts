'use client';
import { useRouter } from 'next/navigation';
import { useState, useTransition } from 'react';
import type { Issue } from '@/core/units/parse';
import type { Outcome, Refusal } from '@/server/entry/outcome';
import { send } from '../send';

/** What a form before the gate does: sends with the link's key, keeps why it was refused, and goes in where it was taken. */
export function useEntrance<I>(to: (input: I) => Promise<Outcome<unknown>>, goesTo: string) {
  const router = useRouter();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const [isSending, start] = useTransition();
  const run = (input: I) =>
    start(async () => {
      const outcome = await send(to, input);
      if (!outcome.ok) return setRefusal(outcome.refusal);
      router.push(goesTo);
    });
  const issue = (field: string): Issue | undefined =>
    refusal?.kind === 'invalid' ? refusal.issues.find((i) => i.field === field) : undefined;
  return { run, issue, refusal, isSending };
}
