'use client';
import { addDays, showWeekday, type Day } from '@/core/calendar/day';
import { gateName } from '@/core/gates/gate-names';
import type { RoundChoice } from '@/core/rehearsal/round';
import { reasonWords } from '@/ui/reason-words';
import { useShows } from '@/ui/units';
import { plural } from '@/ui/text';

type Props = Readonly<{
  choice: RoundChoice;
  /** how many lawns are played */
  of: number;
  name: string;
  monday: Day;
  isBusy: boolean;
  onPutDown: (on: Day) => void;
}>;

/** A product in a week: the days on which it may go, on how many lawns, and what stands against it. */
export function ChoiceLine({ choice, of, name, monday, isBusy, onPutDown }: Props) {
  const show = useShows();
  const mayGo = choice.days.some((d) => d.shut < choice.lawns);
  return (
    <li className="border-b border-hair py-2">
      <p className="font-cond text-row font-semibold">
        {name}{' '}
        <span className="text-body font-medium text-steel">
          {choice.use}
          {choice.lawns < of && `, for ${choice.lawns} of ${plural(of, 'lawn')}`}
        </span>
      </p>
      {mayGo && (
        <div className="grid max-w-md grid-cols-7 gap-1 sm:gap-1.5">
          {choice.days.map((day, d) => {
            const on = addDays(monday, d);
            const may = day.open + day.ajar;
            const state = may === 0 ? 'shut' : day.open > 0 ? 'open' : 'ajar';
            const words = may === 0 || choice.lawns === 1 ? state : `${state} on ${may}`;
            return (
              <button
                key={d}
                type="button"
                disabled={state === 'shut' || isBusy}
                aria-label={`Put ${name} down on ${showWeekday(on)}, ${words}${choice.lawns > 1 && may > 0 ? ` of ${plural(choice.lawns, 'lawn')}` : ''}`}
                className={`min-h-touch border-2 px-0.5 font-cond text-body disabled:opacity-40 ${state === 'open' ? 'border-moss bg-paper' : state === 'ajar' ? 'border-straw bg-paper' : 'border-hair'}`}
                onClick={() => onPutDown(on)}
              >
                {showWeekday(on).slice(0, 3)}
                <span className="block text-fine leading-none">{words}</span>
              </button>
            );
          })}
        </div>
      )}
      {choice.against.length > 0 && (
        <details className="mt-1">
          <summary className="min-h-desk cursor-pointer text-note underline">
            {mayGo ? 'What stands against it' : 'Why is the gate shut?'}
          </summary>
          <ul className="text-note">
            {choice.against.map((a) => (
              <li key={`${a.gate}${a.state}`} className="py-0.5">
                <b>
                  {gateName(a.gate)}, {a.state}
                  {choice.lawns > 1 && ` on ${a.lawns} of ${plural(choice.lawns, 'lawn')}`}:
                </b>{' '}
                {reasonWords(a.reason, show)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </li>
  );
}
