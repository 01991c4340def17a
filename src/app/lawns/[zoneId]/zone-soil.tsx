import { generatedIn, type Outlook } from '@/core/ground/outlook';
import type { ZoneSheet } from '@/server/programme/view';
import { SoilChart } from '@/ui/soil-chart';
import { plural } from '@/ui/words';

/** How warm the soil of this zone was and will be, and what that is computed from. */
export function ZoneSoil({ zone, outlook }: Readonly<{ zone: ZoneSheet['zone']; outlook: Outlook }>) {
  const { members, correction } = outlook;
  const generated = generatedIn(outlook);
  return (
    <>
      <h2 className="mt-4 text-row">Soil temperature of this zone</h2>
      <p className="text-note text-steel">
        Heat conduction in {zone.site.moisture} {zone.site.texture} under {zone.site.exposure}
        {zone.site.besidePavement && ' beside pavement'}, driven by the station&apos;s weather;{' '}
        {members.length - generated} past years
        {generated > 0 && ` and ${generated} of generated weather`} from today on.{' '}
        {correction.readings + correction.neighbours > 0
          ? `Corrected by ${plural(correction.readings, 'reading')} here and ${plural(correction.neighbours, 'other spot')}.`
          : 'Nothing has been read here yet: a model alone.'}
      </p>
      <SoilChart outlook={outlook} />
    </>
  );
}
