import type { Metadata } from 'next';
import Link from 'next/link';
import { showDay } from '@/core/calendar/day';
import { nextPart } from '@/core/season/plan';
import { SPLITS } from '@/core/season/split';
import { showArea } from '@/core/units/format';
import { lawnBook } from '@/server/season';
import { screen } from '../screen';

export const metadata: Metadata = { title: 'Lawns' };

export default screen(async (actor) => {
  const { zones } = await lawnBook(actor);
  return (
    <div className="mx-auto max-w-[1280px] px-4 pb-10 pt-4 md:px-5">
      <h1 className="text-[26px]">{zones.length} zones</h1>
      <p className="text-steel">A zone is what gets one treatment: one turf, one exposure, one area.</p>
      <ul className="mt-3">
        {zones.map(({ zone: z, site, plan }) => {
          const next = plan && nextPart(plan);
          return (
            <li
              key={z.id}
              className="grid grid-cols-1 gap-x-5 border-b border-hair py-2 md:grid-cols-[1.4fr_1.2fr_1.6fr]"
            >
              <div>
                <Link
                  href={`/lawns/${z.id}`}
                  className="inline-flex min-h-[44px] md:min-h-[32px] items-center font-cond text-[19px] font-semibold"
                >
                  {site}
                </Link>
                <p className="text-[15px] text-steel">{z.customer}</p>
              </div>
              <p className="text-[15px]">
                {z.facts.turf}, {showArea(z.area)}
                <br />
                <span className="text-steel">
                  {z.site.texture}, {z.site.exposure}
                  {z.site.besidePavement && ', beside pavement'}
                </span>
              </p>
              <p className="text-[15px]">
                {plan
                  ? `${plan.label.name.replace(', demo label', '')}, ${SPLITS[plan.split].words}`
                  : 'No plan yet'}
                <br />
                <span className="text-steel">
                  {!plan
                    ? ''
                    : next
                      ? `${plan.parts.length > 1 ? `part ${next.part} of ${plan.parts.length} ` : ''}planned for ${showDay(next.plannedOn)}`
                      : 'done for this year'}
                </span>
              </p>
            </li>
          );
        })}
      </ul>
    </div>
  );
});
