'use client';
import { useState } from 'react';
import type { Day } from '@/core/calendar/day';
import type { BundleZone } from '@/core/stop/bundle';
import type { Weed } from '@/core/weeds/weeds';
import { plural } from '@/ui/text';
import { WalkForm } from '../walk-form';
import { itemOf, type Item } from '../outbox/item';
import { LOOKED, NO_PICTURE, pictureOf } from '../outbox/photo';

type Props = Readonly<{
  zone: Pick<BundleZone, 'zoneId' | 'name'>;
  lawnId: string;
  day: Day;
  known: readonly Weed[];
  /** false: the device could not keep it */
  onWait: (items: readonly Item[]) => Promise<boolean>;
}>;

const COULD_NOT_KEEP = 'This phone could not keep it: at the top stands why.';

/** A walk over a zone at a stop: kept on the device, and sent with what else waits. */
export default function WalkAtStop({ zone, lawnId, day, known, onWait }: Props) {
  const [isOpen, setOpen] = useState(false);
  const [kept, setKept] = useState<number | null>(null);
  const [trouble, setTrouble] = useState('');
  return (
    <>
      <button
        type="button"
        className="button min-h-bar w-full text-lead"
        aria-expanded={isOpen}
        onClick={() => {
          setOpen(!isOpen);
          setKept(null);
          setTrouble('');
        }}
      >
        {isOpen ? 'Close the walk' : `Walk it: what is up on ${zone.name}`}
      </button>
      {kept !== null && (
        <p role="status" className="border-l-8 border-moss bg-paper px-3 py-2 text-lead">
          {kept ? `${plural(kept, 'weed')} written down` : 'Nothing is up: written down'} for {zone.name}.
        </p>
      )}
      {trouble && (
        <p role="alert" className="border-l-8 border-clay bg-paper px-3 py-2 text-lead">
          {trouble}
        </p>
      )}
      {isOpen && (
        <WalkForm
          zoneId={zone.zoneId}
          known={known}
          today={day}
          here="/go"
          onSave={async (walk, photo) => {
            const picture =
              photo && (await pictureOf(photo, { stopKey: walk.sendKey, lawnId, what: LOOKED }));
            const item = itemOf('walk', walk, lawnId);
            if (!(await onWait(picture ? [item, picture] : [item])))
              return { kind: 'too-much', detail: COULD_NOT_KEEP };
            setTrouble(photo && !picture ? `${NO_PICTURE} The walk is kept.` : '');
            setOpen(false);
            setKept(walk.found.length);
            return null;
          }}
        />
      )}
    </>
  );
}
