'use client';
import type { Issue } from '@/core/units/issue';
import { issueSentence } from './issue-words';
import { useShows } from './units';

export default function IssueSaid({ issue }: Readonly<{ issue: Issue }>) {
  return <>{issueSentence(issue, useShows())}</>;
}
