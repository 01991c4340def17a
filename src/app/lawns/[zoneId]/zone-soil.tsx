'use client';
import dynamic from 'next/dynamic';
import { plural } from '@/ui/text';
import type { LawnView } from './lawn-view';
import { DeskWaits } from './programme/desk-waits';
import type { LawnDesk } from './programme/use-desk';

const SoilChart = dynamic(() => import('@/ui/soil-chart').then((m) => m.SoilChart), { loading: () => null });

/** How warm the soil of this zone was and will be, and what that is computed from; its days come when it is opened. */
export function ZoneSoil({ sheet: { zone, model }, desk }: Readonly<{ sheet: LawnView; desk: LawnDesk }>) {
  if (!model) return null;
  const { correction, years, generated } = model;
  const outlook = desk.ready?.sheet.outlook;
  return (
    <details className="mt-4" onToggle={(e) => e.currentTarget.open && desk.ask()}>
      <summary className="min-h-touch cursor-pointer content-center font-cond text-row font-semibold md:min-h-desk">
        Soil temperature of this zone
      </summary>
      <p className="text-note text-steel">
        Heat conduction in {zone.site.moisture} {zone.site.texture} under {zone.site.exposure}
        {zone.site.besidePavement && ' beside pavement'}, driven by the station&apos;s weather; {years} past
        years
        {generated > 0 && ` and ${generated} of generated weather`} from today on.{' '}
        {correction.readings + correction.neighbours > 0
          ? `Corrected by ${plural(correction.readings, 'reading')} here and ${plural(correction.neighbours, 'other spot')}.`
          : 'Nothing has been read here yet: a model alone.'}
      </p>
      {outlook ? <SoilChart outlook={outlook} /> : <DeskWaits desk={desk} />}
    </details>
  );
}
