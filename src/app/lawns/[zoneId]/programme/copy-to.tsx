'use client';
import { useShows } from '@/ui/units';
import { useState } from 'react';
import type { StoredApplication } from '@/data/programme';
import type { Outcome } from '@/server/entry/outcome';
import type { Copied, CopyInput } from '@/server/programme/change-standing';
import { Labelled } from '@/ui/labelled';
import { RefusalWords } from '../../../refusal-words';
import { useCommand } from '../../../use-command';
import { leftUnplannedWords } from '../../../left-unplanned';

type Found = Readonly<{ id: string; site: string; turf: string }>;
export type CopyActions = Readonly<{
  copyApplicationAction: (input: CopyInput) => Promise<Outcome<{ copies: readonly Copied[] }>>;
  findZonesAction: (input: { words: string }) => Promise<Outcome<{ zones: readonly Found[] }>>;
}>;
type Props = Readonly<{ application: StoredApplication; zoneId: string }> & CopyActions;

/** Copies an application to other zones: found by words, ticked, each judged by its own label row and limits. */
export function CopyTo({ application, zoneId, copyApplicationAction, findZonesAction }: Props) {
  const shows = useShows();
  const [words, setWords] = useState('');
  const [found, setFound] = useState<readonly Found[] | null>(null);
  const [ticked, setTicked] = useState<readonly Found[]>([]);
  const [copies, setCopies] = useState<readonly Copied[] | null>(null);
  const { run, ask, refusal, isSending: isBusy } = useCommand();
  const search = () =>
    ask(findZonesAction, { words }, ({ zones }) => setFound(zones.filter((z) => z.id !== zoneId)));
  const copy = () =>
    run(
      copyApplicationAction,
      { applicationId: application.id, zoneIds: ticked.map((z) => z.id) },
      (made) => {
        setCopies(made.copies);
        setTicked([]);
      },
    );
  const shown = [...ticked, ...(found ?? []).filter((z) => !ticked.some((t) => t.id === z.id))];
  return (
    <div className="mt-2 grid gap-2 border-l-4 border-water pl-3">
      <Labelled name="Zones with these words: street, customer, turf">
        {(field) => (
          <input
            {...field}
            value={words}
            onChange={(e) => setWords(e.target.value)}
            onKeyDown={(e) => {
              if (e.key !== 'Enter') return;
              e.preventDefault();
              search();
            }}
          />
        )}
      </Labelled>
      <button type="button" className="button py-0" disabled={isBusy} onClick={search}>
        {isBusy ? 'Looking…' : 'Find zones'}
      </button>
      {found?.length === 0 && <p className="text-note">No zone has these words.</p>}
      {shown.map((z) => (
        <label key={z.id} className="flex min-h-touch items-center gap-2 text-note md:min-h-slim">
          <input
            type="checkbox"
            className="size-5 accent-[var(--color-moss)]"
            checked={ticked.some((t) => t.id === z.id)}
            onChange={(e) =>
              setTicked(e.target.checked ? [...ticked, z] : ticked.filter((t) => t.id !== z.id))
            }
          />
          {z.site} · {z.turf}
        </label>
      ))}
      {ticked.length > 0 && (
        <button type="button" className="button button-loud" disabled={isBusy} onClick={copy}>
          {isBusy ? 'Copying…' : `Copy to ${ticked.length} ${ticked.length === 1 ? 'zone' : 'zones'}`}
        </button>
      )}
      {copies && (
        <ul role="status" className="text-note">
          {copies.map((c) => (
            <li key={c.zoneId}>
              <b>{c.site}:</b> {c.left ? leftUnplannedWords(c.left, shows) : 'copied.'}
            </li>
          ))}
        </ul>
      )}
      {refusal && <RefusalWords refusal={refusal} here={`/lawns/${zoneId}`} />}
    </div>
  );
}
