'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Outcome, Refusal } from '@/server/entry/outcome';
import type { WalkInput } from '@/server/lawns/walk';
import type { WalkSheet } from '@/server/lawns/walk-view';
import { useShows } from '@/ui/units';
import { plural } from '@/ui/text';
import { itemOf } from '../../../outbox/item';
import { LOOKED, NO_PICTURE, pictureOf } from '../../../outbox/photo';
import { useOutbox } from '../../../outbox/use-outbox';
import { answerWords } from '../../../outbox/words';
import { send } from '../../../send';
import { WalkForm } from '../../../walk-form';

type Props = Readonly<{
  sheet: WalkSheet['sheet'];
  userId: string;
  saveWalkAction: (input: WalkInput) => Promise<Outcome<{ on: string }>>;
}>;

/** The walk of this zone: sent at once, or kept on the device until there is a network. */
export function WalkHere({ sheet: { zone, today, facts }, userId, saveWalkAction }: Props) {
  const router = useRouter();
  const show = useShows();
  const queue = useOutbox(userId);
  const [photoTrouble, setPhotoTrouble] = useState('');
  const known = [...new Set(facts.seen.stages.map((s) => s.weed))];
  const waiting = queue.waiting.filter((w) => w.kind === 'walk');
  const refused = queue.answers.find(
    (a) => a.kind === 'walk' && a.lawnId === zone.lawnId && answerWords(a, show) !== '',
  );

  const save = async (walk: WalkInput, photo: File | null): Promise<Refusal | null> => {
    const { sendKey } = walk;
    const outcome = await send(saveWalkAction, walk);
    if (!outcome.ok && outcome.refusal.kind !== 'unreachable') return outcome.refusal;
    if (!outcome.ok && !(await queue.put([itemOf('walk', walk, zone.lawnId)]))) return outcome.refusal;
    // with the network or behind the walk: a picture goes the same way
    const picture =
      photo && (await pictureOf(photo, { stopKey: sendKey, lawnId: zone.lawnId, what: LOOKED }));
    if (picture) await queue.put([picture]);
    setPhotoTrouble(photo && !picture ? `${NO_PICTURE} The walk is kept.` : '');
    if (refused) await queue.forget(refused.sendKey);
    if (outcome.ok) router.refresh();
    return null;
  };
  return (
    <>
      {waiting.length > 0 && (
        <p role="status" className="mb-2 border-l-4 border-straw bg-paper px-3 py-2">
          {plural(waiting.length, 'walk')} {waiting.length === 1 ? 'waits' : 'wait'} on this device, and{' '}
          {waiting.length === 1 ? 'is' : 'are'} sent as soon as there is a network.
        </p>
      )}
      {[refused ? answerWords(refused, show) : '', photoTrouble, queue.trouble]
        .filter(Boolean)
        .map((words) => (
          <p key={words} role="alert" className="mb-2 border-l-4 border-clay bg-paper px-3 py-2">
            {words}
          </p>
        ))}
      {/* what was refused stands in it again */}
      <WalkForm
        key={refused?.sendKey ?? ''}
        zoneId={zone.id}
        here={`/lawns/${zone.id}/scout`}
        onSave={save}
        today={today}
        known={known}
      />
    </>
  );
}
