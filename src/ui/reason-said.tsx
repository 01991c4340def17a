'use client';
import type { Reason } from '@/core/gates/reason';
import { reasonWords } from './reason-words';
import { useShows } from './units';

export default function ReasonSaid({ reason }: Readonly<{ reason: Reason }>) {
  return <>{reasonWords(reason, useShows())}</>;
}
