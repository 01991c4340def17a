import type { Metadata } from 'next';
import { Link } from '@/ui/link';
import { showFullDay } from '@/core/calendar/day';
import { figure, significant } from '@/core/units/format';
import { AMOUNT_UNITS } from '@/core/units/rate';
import { recordBook } from '@/server/season';
import { YearStrip } from '@/ui/year-strip';
import { screen } from '../screen';

export const metadata: Metadata = { title: 'Records' };

export default screen(async (actor) => {
  const { today, records } = await recordBook(actor);
  return (
    <div className="mx-auto max-w-[1280px] px-4 pb-10 pt-4 md:px-5">
      <h1 className="text-[26px]">Records</h1>
      <p className="text-steel">
        What was put down, the latest first. An entry is never changed or removed; a correction is an entry of
        its own.
      </p>
      {records.length === 0 && (
        <p className="mt-5 text-lg">
          Nothing has been recorded yet. When an application is down, record it from Today or from its lawn.
        </p>
      )}
      {records.length > 0 && (
        <div className="mt-3">
          <YearStrip
            today={today}
            marks={records.filter((r) => !r.correctedById).map((r) => ({ day: r.appliedOn, label: r.site }))}
          />
        </div>
      )}
      <ul className="mt-1">
        {records.map((r) => (
          <li
            key={r.id}
            className={`grid grid-cols-1 items-baseline gap-x-5 border-b border-hair py-2 md:grid-cols-[1fr_1.5fr_1.7fr_0.9fr_1.2fr] ${r.correctedById ? 'text-steel line-through decoration-1' : ''}`}
          >
            <Link
              href={`/records/${r.id}`}
              className="inline-flex min-h-[44px] md:min-h-[32px] items-center font-cond text-[18px] font-semibold"
            >
              {showFullDay(r.appliedOn)}
            </Link>
            <span>{r.site}</span>
            <span>
              {r.productName.replace(', demo label', '')}
              {r.parts > 1 && `, part ${r.part} of ${r.parts}`}
            </span>
            <span>{r.appliedBy}</span>
            <span className="md:text-right">
              <b>
                {significant(r.amount, 4)} {AMOUNT_UNITS[r.amountUnit].words}
              </b>{' '}
              on {figure(r.areaSqFt)} sq ft
              {r.correctsId && ' · correction'}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
});
