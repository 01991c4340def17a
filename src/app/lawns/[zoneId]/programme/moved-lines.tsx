'use client';
import { showDay } from '@/core/calendar/day';
import { isOpen } from '@/core/season/standing';
import type { LawnView } from '../lawn-view';
import { shortName } from '@/ui/words';
import { plural } from '@/ui/text';

type Props = Readonly<{
  sheet: LawnView;
  mayPlan: boolean;
  /** by so many days, with its window; it is edited, and not saved */
  onShift: (applicationId: string, days: number) => void;
}>;

/** The soil has moved and what is agreed on has not: what moved, why, and the offer to go with it. */
export function MovedLines({ sheet: { movedLines, applications, model, today }, mayPlan, onShift }: Props) {
  const read = model?.correction.readings ?? 0;
  return movedLines.map(({ applicationId, agreed, now }) => {
    const a = applications.find((x) => x.id === applicationId);
    if (!a || !isOpen(a)) return null;
    const days = now - agreed;
    const which = days < 0 ? 'earlier' : 'later';
    const by = plural(Math.abs(days), 'day');
    // no further back than today; what is overdue already is not moved by this
    const shift = days < 0 ? Math.min(0, Math.max(days, today - a.plannedOn)) : days;
    return (
      <div key={applicationId} role="status" className="mt-2 border-l-4 border-straw bg-paper px-3 py-2">
        <p className="text-note">
          <b>{a.purpose || a.products.map((p) => shortName(p.label)).join(' + ')}:</b> its soil line has moved{' '}
          {by} {which} since {showDay(a.plannedOn)} was agreed on: even odds {showDay(agreed)} then,{' '}
          {showDay(now)} now, by the weather up to yesterday
          {read > 0 && ` and ${plural(read, 'reading')} here`}. The day that is agreed on stays until somebody
          moves it.
        </p>
        {mayPlan && shift !== 0 && (
          <button type="button" className="button mt-1 py-0" onClick={() => onShift(applicationId, shift)}>
            Move it {plural(Math.abs(shift), 'day')} {shift < 0 ? 'earlier' : 'later'}
          </button>
        )}
      </div>
    );
  });
}
