import { showWeekday } from '@/core/calendar/day';
import type { Shows } from '@/core/units/format';
import { figure, showPercent } from '@/core/units/figure';
import type { Brief, BriefHour } from '@/server/programme/board';
import { minuteWords } from '@/ui/day-words';

/** Less is not worth a word. Ours. */
const WORTH_A_WORD = { chance: 0.3, rain: 0.2 };
const clock = (hour: number) => minuteWords(hour * 60);

/** The sky of the working hours of today and tomorrow: in a sentence, and hour by hour. */
export function DayBrief({
  brief: { station, days },
  isNamed,
  show,
}: Readonly<{ brief: Brief; isNamed: boolean; show: Shows }>) {
  if (!days.length) return null;
  return (
    <details className="bg-paper px-3 py-1">
      <summary className="flex min-h-touch cursor-pointer flex-wrap items-center gap-x-6">
        {isNamed && <b className="font-cond text-lead">{station}</b>}
        {days.map(({ day, hours }, i) => (
          <span key={day}>
            <b className="font-cond text-lead">{i ? showWeekday(day) : 'Today'}:</b> {inShort(hours, show)}
          </span>
        ))}
      </summary>
      <div className="grid gap-x-6 overflow-x-auto md:grid-cols-2">
        {days.map(({ day, hours }, i) => (
          <table key={day} className="w-full text-note">
            <caption className="text-left font-cond text-body font-semibold">
              {i ? showWeekday(day) : 'Today'}
            </caption>
            <thead>
              <tr className="text-left">
                <th className="py-0.5 pr-2 font-normal text-steel">Hour</th>
                <th className="pr-2 font-normal text-steel">Air</th>
                <th className="pr-2 font-normal text-steel">Wind</th>
                <th className="font-normal text-steel">Rain</th>
              </tr>
            </thead>
            <tbody>
              {hours.map((h) => (
                <tr key={h.at} className="border-t border-hair">
                  <td className="py-0.5 pr-2 whitespace-nowrap">{clock(h.at)}</td>
                  <td className="pr-2 whitespace-nowrap">{show.temperature(h.air)}</td>
                  <td className="pr-2 whitespace-nowrap">{show.wind(h.wind)}</td>
                  <td className="whitespace-nowrap">
                    {h.rain > 0.05 ? `${show.water(h.rain)} ` : ''}
                    {h.chance > 0.005 ? `at ${showPercent(h.chance)}` : '–'}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        ))}
      </div>
    </details>
  );
}

function inShort(hours: readonly BriefHour[], show: Shows): string {
  const airs = hours.map((h) => h.air);
  const windiest = hours.reduce((a, b) => (b.wind > a.wind ? b : a));
  const wet = hours.find((h) => h.chance >= WORTH_A_WORD.chance && h.rain >= WORTH_A_WORD.rain);
  const [low, high] = [Math.min(...airs), Math.max(...airs)].map((t) => figure(show.in('temperature', t)));
  return [
    `${low} to ${high} ${show.unit('temperature')}`,
    `wind up to ${show.wind(windiest.wind)} at ${clock(windiest.at)}`,
    wet ? `rain from ${clock(wet.at)} at ${showPercent(wet.chance)}` : 'no rain in working hours',
  ].join(', ');
}
