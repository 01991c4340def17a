'use client';
import { useState } from 'react';
import type { Outcome } from '@/server/entry/outcome';
import type { Strip, StripInput } from '@/server/lawns/make-strip';
import type { WalkSheet } from '@/server/lawns/walk-view';
import { Link } from '@/ui/link';
import { Entry } from '../../../entry/entry';
import { FigureEntry } from '../../../entry/fields';
import { useEntry } from '../../../entry/use-entry';

export type MakeStripAction = (input: StripInput) => Promise<Outcome<Strip>>;
type Typed = Pick<StripInput, 'length' | 'width'>;

/** Feet of turf along pavement that get hot. Common practice, no source. */
const HOT_FT = '2';

/** Makes the edge a zone with a soil, an outlook and a programme of its own. */
export function MakeStrip({
  sheet: { zone },
  makeStripAction,
}: Readonly<{ sheet: WalkSheet['sheet']; makeStripAction: MakeStripAction }>) {
  const entry = useEntry<Typed>({
    length: zone.concreteEdgeFt ? String(Math.round(zone.concreteEdgeFt)) : '',
    width: HOT_FT,
  });
  const [made, setMade] = useState<Strip | null>(null);
  const { run, isSending } = entry;
  if (made)
    return (
      <p className="mt-2 border-l-8 border-moss bg-paper px-3 py-1 text-body">
        <Link href={`/lawns/${made.zoneId}`}>{made.name}</Link> is a zone of its own now: its soil warms
        sooner, and its barrier is planned by itself.{' '}
        {made.isTakenOff
          ? `${zone.name} is smaller by it.`
          : `${zone.name} was drawn: take the strip off its outline on its sheet.`}
      </p>
    );
  return (
    <Entry
      entry={entry}
      here={`/lawns/${zone.id}/scout`}
      name="Make the edge a zone"
      className="mt-2 grid gap-2 border-2 border-hair bg-paper p-3"
      onSend={(typed) => run(makeStripAction, { zoneId: zone.id, ...typed }, setMade)}
      foot={
        <button className="button" disabled={isSending}>
          {isSending ? 'Making it…' : 'Make the edge a zone'}
        </button>
      }
    >
      <p className="text-body">
        The edge as a zone of its own: its soil warms sooner, so its barrier goes down sooner, at its own
        rate. What lay on {zone.name} counts on it.
      </p>
      <div className="grid grid-cols-2 gap-3">
        <FigureEntry<Typed> name="length" label="Length" unit="length" />
        <FigureEntry<Typed> name="width" label="Width" unit="length" />
      </div>
    </Entry>
  );
}
