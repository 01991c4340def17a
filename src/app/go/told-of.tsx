'use client';
import type { BundleStop } from '@/core/stop/bundle';
import { useShows } from '@/ui/units';
import type { Answered } from '../outbox/item';
import { answerWords, partWords, toldBy } from '../outbox/words';

/** What was not kept of what was sent, lawn by lawn. */
export default function ToldOf({
  answers,
  stops,
}: Readonly<{ answers: readonly Answered[]; stops: readonly BundleStop[] }>) {
  const show = useShows();
  const told = answers
    .flatMap((a) => [
      ...[answerWords(a, show)]
        .filter(Boolean)
        .map((words) => ({ key: a.sendKey, lawnId: a.lawnId, words, recordId: '' })),
      ...(a.refused ?? []).map((r) => ({
        key: `${a.sendKey}${r.part}`,
        lawnId: a.lawnId,
        words: `Not kept: ${partWords(r, show)}`,
        recordId: '',
      })),
      ...a.zones
        .filter((z) => toldBy(z, show) !== '')
        .map((z) => ({
          key: `${a.sendKey}${z.zoneId}`,
          lawnId: a.lawnId,
          recordId: z.recordId,
          words:
            z.outcome === 'already'
              ? `It was recorded already: ${toldBy(z, show)} That entry stands; yours is kept beside it on the lawn.`
              : toldBy(z, show),
        })),
    ])
    .filter((x) => stops.some((s) => s.lawnId === x.lawnId));
  return (
    <>
      {told.map((x) => (
        <p key={x.key} role="alert" className="mt-2 border-l-4 border-clay bg-paper px-3 py-2">
          <b>{stops.find((s) => s.lawnId === x.lawnId)?.address}:</b> {x.words}{' '}
          {x.recordId && (
            <a href={`/records/${x.recordId}`} className="font-semibold">
              See the entry
            </a>
          )}
        </p>
      ))}
    </>
  );
}
