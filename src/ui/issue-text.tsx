'use client';
import { Suspense, lazy } from 'react';
import type { Reason } from '@/core/gates/reason';
import type { Issue } from '@/core/units/issue';

const notLoaded = () => ({ default: () => <>Not as it should be; the words for it could not be loaded.</> });
// the words of all issues and reasons are large, and most pages are left without saying one
const Said = lazy(() => import('./issue-said').catch(notLoaded));
const ReasonSaid = lazy(() => import('./reason-said').catch(notLoaded));

/** An issue in a sentence. */
export const IssueText = ({ issue }: Readonly<{ issue: Issue }>) => (
  <Suspense fallback={null}>
    <Said issue={issue} />
  </Suspense>
);

/** A gate's reason in a sentence. */
export const ReasonText = ({ reason }: Readonly<{ reason: Reason }>) => (
  <Suspense fallback={null}>
    <ReasonSaid reason={reason} />
  </Suspense>
);
