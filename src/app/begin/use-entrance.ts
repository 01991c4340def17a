'use client';
import { useRouter } from 'next/navigation';
import type { Outcome } from '@/server/entry/outcome';
import { useCommand } from '../use-command';

/** What a form before the gate does: sends with the link's key, keeps why it was refused, and goes in where it was taken. */
export function useEntrance<I>(to: (input: I) => Promise<Outcome<unknown>>, goesTo: string) {
  const router = useRouter();
  const { ask, issue, refusal, isSending } = useCommand();
  const run = (input: I) => ask(to, input, () => router.push(goesTo));
  return { run, issue, refusal, isSending };
}
