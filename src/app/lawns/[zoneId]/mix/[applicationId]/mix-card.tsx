'use client';
import { showFullDay } from '@/core/calendar/day';
import type { Morning } from '@/core/mixing/morning';
import { areaOf, type Place } from '@/core/products/application';
import { showRate } from '@/core/units/format';
import { figure } from '@/core/units/figure';
import type { SquareMetres } from '@/core/units/quantity';
import { amountFor } from '@/core/units/rate';
import type { ZoneOnLawn } from '@/data/lawns';
import { Figure } from '@/ui/figure';
import { Link } from '@/ui/link';
import { showMeasured } from '@/ui/load-words';
import { useShows } from '@/ui/units';
import { shortName } from '@/ui/words';
import { HeldWords } from '../../../../load/load-screen';
import { LoadSections } from '../../../../load/load-sections';

type Props = Readonly<{
  zone: ZoneOnLawn;
  applicationId: string;
  morning: Morning;
  mayRecord: boolean;
  keepCardsAction: Parameters<typeof LoadSections>[0]['keepCardsAction'];
}>;

/** What goes into each tank or hopper for one zone, load by load, large enough to read at the tailgate. */
export function MixCard({ zone, applicationId, morning, mayRecord, keepCardsAction }: Props) {
  const show = useShows();
  const [stop] = morning.stops;
  const passes = stop?.passes ?? [];
  const all = passes.flatMap((p) => p.products);
  return (
    <div className="mx-auto max-w-3xl px-4 pb-10 pt-4">
      <p className="text-steel">
        <Link href={`/lawns/${zone.id}?a=${applicationId}`} className="inline-flex min-h-touch items-center">
          {zone.address} · {zone.name}
        </Link>{' '}
        · {showFullDay(morning.today)}
      </p>
      <h1 className="text-page">
        {passes.map(({ products }, i) => (
          <span key={i} className={i ? 'block text-head font-semibold' : 'block'}>
            {i > 0 && 'then '}
            {products
              .map(({ label, tie }) => `${label.name}${tie ? `, part ${tie.part} of ${tie.of}` : ''}`)
              .join(' with ')}
          </span>
        ))}
      </h1>
      <HeldWords held={stop?.held ?? []} />
      <LoadSections morning={morning} mayRecord={mayRecord} keepCardsAction={keepCardsAction} />
      <section className="mt-5">
        {[...new Map(all.map((p) => [placeWords(p.place), p.place])).values()].map((place) => (
          <Figure key={placeWords(place)} name={placeWords(place)}>
            {show.area(areaOf(place, zone))}
            {place.on === 'zone' && ` ± ${figure(zone.areaError * 100)} %`}
          </Figure>
        ))}
        {zone.areaError > 0 &&
          all
            .filter((p) => p.place.on === 'zone')
            .map(({ label, rate }) => {
              const at = (share: number) =>
                showMeasured(amountFor(rate, (zone.area * share) as SquareMetres), label, show);
              return (
                <Figure
                  key={label.id}
                  name={`If the area is off by this much, you need${all.length > 1 ? `, of ${shortName(label)},` : ''}`}
                >
                  {at(1 - zone.areaError)} to {at(1 + zone.areaError)}
                </Figure>
              );
            })}
        {zone.excluded > 0 && <Figure name="Kept out under trees">{show.area(zone.excluded)}</Figure>}
        {all.map(({ label, rate, maximum }) => (
          <div key={label.id}>
            <Figure name={all.length > 1 ? `Rate of ${shortName(label)}` : 'Rate'}>
              {showRate(rate, label.rateUnit)}
            </Figure>
            <Figure name="Label's most on this turf, at once">{showRate(maximum, label.rateUnit)}</Figure>
          </div>
        ))}
      </section>
      {mayRecord && (
        <Link
          href={`/lawns/${zone.id}/record/${applicationId}`}
          className="button button-loud no-print mt-5 w-full"
        >
          Put down: record it
        </Link>
      )}
    </div>
  );
}

const placeWords = (place: Place): string =>
  place.on === 'zone' ? 'Treated area' : place.on === 'spots' ? 'Spots' : 'Strip along the edge';
