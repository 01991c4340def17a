'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { shortestWay } from '@/core/day/way';
import type { Morning } from '@/core/mixing/morning';
import { LabelLaw } from '@/ui/label-law';
import { Link } from '@/ui/link';
import { reasonWords } from '@/ui/reason-words';
import { useShows } from '@/ui/units';
import { shortName } from '@/ui/words';
import { list, plural } from '@/ui/text';
import { LoadSections } from './load-sections';

type Props = Readonly<{
  morning: Morning;
  /** stops that were asked for and are not there, or are done */
  missing: number;
  mayRecord: boolean;
  keepCardsAction: Parameters<typeof LoadSections>[0]['keepCardsAction'];
}>;

/** The loads of a morning: its stops in their order, then what goes into hopper and tank for them. */
export function LoadScreen({ morning, missing, mayRecord, keepCardsAction }: Props) {
  const router = useRouter();
  const ids = morning.stops.map((s) => s.applicationId);
  const goTo = (next: readonly string[]) =>
    router.replace(next.length ? `/load?stops=${next.join('.')}` : '/load');
  const swap = (i: number, k: number) =>
    goTo(ids.map((id, n) => (n === i ? ids[k]! : n === k ? ids[i]! : id)));
  return (
    <div className="mx-auto max-w-3xl px-4 pb-10 pt-4">
      <p>
        <Link href="/load" className="inline-flex min-h-touch items-center">
          Other stops
        </Link>
      </p>
      <h1 className="text-page">Load for {plural(ids.length, 'stop')}</h1>
      <LabelLaw>Amounts come from your label sheets: read the label on the jug before you open it.</LabelLaw>
      {missing > 0 && (
        <p role="status" className="border-l-4 border-straw bg-paper px-3 py-2">
          {plural(missing, 'stop')} {missing === 1 ? 'is' : 'are'} left out: done already, or not there any
          more.
        </p>
      )}
      <ol className="no-print mt-2">
        {morning.stops.map((s, i) => (
          <li
            key={s.applicationId}
            className="flex flex-wrap items-start justify-end gap-2 border-b border-hair py-1"
          >
            <b className="w-6 shrink-0 pt-2 text-right font-cond text-row">{i + 1}</b>
            <span className="min-w-[240px] flex-1">
              <Link
                href={`/lawns/${s.zoneId}?a=${s.applicationId}`}
                className="inline-flex min-h-touch items-center font-cond text-lead font-semibold"
              >
                {s.site}
              </Link>
              <span className="block text-note text-steel">
                {list(s.passes.flatMap((p) => p.products.map((q) => shortName(q.label))))}
              </span>
              <HeldWords held={s.held} isBrief />
            </span>
            <Button name={`${s.site} sooner`} sign="↑" isOff={i === 0} onPress={() => swap(i, i - 1)} />
            <Button
              name={`${s.site} later`}
              sign="↓"
              isOff={i === ids.length - 1}
              onPress={() => swap(i, i + 1)}
            />
            <Button
              name={`Without ${s.site}`}
              sign="×"
              isOff={false}
              onPress={() => goTo(ids.filter((id) => id !== s.applicationId))}
            />
          </li>
        ))}
      </ol>
      <Way morning={morning} onOrder={(order) => goTo(order.map((i) => ids[i]!))} />
      <LoadSections
        key={ids.join()}
        morning={morning}
        mayRecord={mayRecord}
        keepCardsAction={keepCardsAction}
      />
    </div>
  );
}

/** The shortest way through the stops, where their places are known: what another order would save. */
function Way({
  morning: { stops },
  onOrder,
}: Readonly<{ morning: Morning; onOrder: (order: readonly number[]) => void }>) {
  const [said, setSaid] = useState('');
  const places = stops.map((s) => s.at);
  const unknown = stops.filter((s) => s.at === null).length;
  if (stops.length < 3) return null;
  if (unknown)
    return (
      <p className="no-print mt-2 text-note text-steel">
        The shortest way is told once each lawn’s sheet has its latitude and longitude: {unknown} of{' '}
        {stops.length} have none.
      </p>
    );
  const find = () => {
    const { order, minutes, before } = shortestWay(places.flatMap((p) => p ?? []));
    const about = (m: number) => plural(Math.round(m), 'minute');
    setSaid(
      minutes < before - 0.5
        ? `About ${about(minutes)} from stop to stop, ${about(before)} in the order before.`
        : `This order is the shortest: about ${about(before)} from stop to stop.`,
    );
    if (minutes < before) onOrder(order);
  };
  return (
    <div className="no-print mt-2 flex flex-wrap items-center gap-3">
      <button type="button" className="button" onClick={find}>
        Order by the shortest way
      </button>
      {said && <span role="status">{said}</span>}
    </div>
  );
}

function Button({
  name,
  sign,
  isOff,
  onPress,
}: Readonly<{ name: string; sign: string; isOff: boolean; onPress: () => void }>) {
  return (
    <button type="button" className="button px-3" aria-label={name} disabled={isOff} onClick={onPress}>
      {sign}
    </button>
  );
}

/** What stands against a stop today, or warns of it. */
export function HeldWords({
  held,
  isBrief = false,
}: Readonly<{ held: Morning['stops'][number]['held']; isBrief?: boolean }>) {
  const show = useShows();
  if (!held.length) return null;
  const isShut = held.some((h) => h.verdict.state === 'shut');
  const shown = isBrief && isShut ? held.filter((h) => h.verdict.state === 'shut') : held;
  return (
    <div
      role="status"
      className={`mt-1 border-l-4 bg-paper px-3 py-1 ${isShut ? 'border-clay' : 'border-straw'}`}
    >
      {(!isBrief || isShut) && (
        <p className="font-cond text-lg font-semibold">
          {isShut ? 'Shut today: do not mix yet.' : 'Ajar today: allowed, with a warning.'}
        </p>
      )}
      {shown.map((h, i) => (
        <p key={i} className="text-note">
          <b>
            {h.gate}
            {h.product && `, ${shortName({ name: h.product })}`}:
          </b>{' '}
          {reasonWords(h.verdict.reason, show)}
        </p>
      ))}
    </div>
  );
}
