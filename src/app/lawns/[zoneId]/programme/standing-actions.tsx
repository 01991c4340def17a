'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { Issue } from '@/core/units/issue';
import { standingOf } from '@/core/season/standing';
import type { StoredApplication } from '@/data/programme';
import type { Outcome, Overtaken } from '@/server/entry/outcome';
import type { StandingInput } from '@/server/programme/change-standing';
import type { LawnView } from '../lawn-view';
import { Labelled } from '@/ui/labelled';
import { RefusalWords } from '../../../refusal-words';
import { useCommand } from '../../../use-command';
import type { CopyActions } from './copy-to';

const CopyTo = dynamic(() => import('./copy-to').then((m) => m.CopyTo), { loading: () => null });

export type StandingActions = CopyActions &
  Readonly<{
    changeStandingAction: (
      input: StandingInput,
    ) => Promise<Outcome<{ version: number }, Overtaken<StoredApplication>>>;
  }>;

/** What else can become of an application: skipped with a reason, taken up again, copied, taken out. */
export function StandingActions({
  sheet,
  application: a,
  ...actions
}: Readonly<{ sheet: LawnView; application: StoredApplication }> & StandingActions) {
  const [asked, setAsked] = useState<'skip' | 'copy' | 'take out' | null>(null);
  const { run, issue: issueOf, refusal, isSending } = useCommand<Overtaken<StoredApplication>>();
  const standing = standingOf(a, sheet.today);
  const change = (to: StandingInput['change']) =>
    run(actions.changeStandingAction, { applicationId: a.id, base: a.version, change: to }, () =>
      setAsked(null),
    );
  const issue = issueOf('Reason');
  const toggle = (what: typeof asked) => setAsked(asked === what ? null : what);
  return (
    <div className="mt-4 border-t border-hair pt-2">
      <div className="flex flex-wrap gap-2">
        {standing === 'skipped' ? (
          <button
            type="button"
            className="button py-0 md:min-h-desk"
            disabled={isSending}
            onClick={() => change({ what: 'take up' })}
          >
            {isSending ? 'Taking it up…' : 'Take it up again'}
          </button>
        ) : (
          standing !== 'done' && (
            <button
              type="button"
              className="button py-0 md:min-h-desk"
              aria-expanded={asked === 'skip'}
              onClick={() => toggle('skip')}
            >
              Skip it…
            </button>
          )
        )}
        <button
          type="button"
          className="button py-0 md:min-h-desk"
          aria-expanded={asked === 'copy'}
          onClick={() => toggle('copy')}
        >
          Copy to other zones…
        </button>
        {a.products.every((p) => p.recordId === null) && (
          <button
            type="button"
            className="button py-0 md:min-h-desk"
            aria-expanded={asked === 'take out'}
            onClick={() => toggle('take out')}
          >
            Take it out…
          </button>
        )}
      </div>
      {asked === 'skip' && (
        <Skip issue={issue} isSending={isSending} onSkip={(why) => change({ what: 'skip', why })} />
      )}
      {asked === 'take out' && (
        <div className="mt-2 grid gap-2 border-l-4 border-clay pl-3">
          <p className="text-note">
            Nothing of it was put down: it leaves the programme for good. To keep it with a reason, skip it.
          </p>
          <button
            type="button"
            className="button"
            disabled={isSending}
            onClick={() => change({ what: 'take out' })}
          >
            {isSending ? 'Taking it out…' : 'Take this application out'}
          </button>
        </div>
      )}
      {asked === 'copy' && <CopyTo application={a} zoneId={sheet.zone.id} {...actions} />}
      {refusal &&
        !issue &&
        (refusal.kind === 'changed-by-other' ? (
          <p role="alert" className="mt-2 border-l-4 border-clay pl-3">
            {refusal.by} has changed this application meanwhile. Load the page again to see it as it is now.
          </p>
        ) : (
          <RefusalWords refusal={refusal} here={`/lawns/${sheet.zone.id}`} />
        ))}
    </div>
  );
}

/** Nothing of it is done, and why. */
function Skip({
  issue,
  isSending,
  onSkip,
}: Readonly<{ issue: Issue | undefined; isSending: boolean; onSkip: (why: string) => void }>) {
  const [why, setWhy] = useState('');
  return (
    <div className="mt-2 grid gap-2 border-l-4 border-straw pl-3">
      <Labelled name="Why it is skipped" issue={issue}>
        {(field) => <input {...field} maxLength={500} value={why} onChange={(e) => setWhy(e.target.value)} />}
      </Labelled>
      <button type="button" className="button button-loud" disabled={isSending} onClick={() => onSkip(why)}>
        {isSending ? 'Skipping…' : 'Skip this application'}
      </button>
    </div>
  );
}
