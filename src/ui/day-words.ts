/** The board's own facts in words: what a day's delay costs, and what stands another way than before. */
import { showWeekday } from '@/core/calendar/day';
import type { Regret } from '@/core/day/regret';
import { gateName } from '@/core/gates/gate-names';
import type { Shows } from '@/core/units/format';
import { figure } from '@/core/units/figure';
import type { StoodThen, StoredWindow, BoardGroup } from '@/data/windows';
import { reasonWords } from './reason-words';
import { plural } from './text';

/** "7 am", of minutes from midnight "7:20 am". */
export function minuteWords(minute: number): string {
  const at = Math.round(minute);
  const hour = Math.floor(at / 60) % 24;
  const past = at % 60;
  const of = hour % 12 === 0 ? 12 : hour % 12;
  return `${of}${past ? `:${String(past).padStart(2, '0')}` : ''} ${hour < 12 ? 'am' : 'pm'}`;
}

export const pointWords = (points: number): string =>
  points < 0.05
    ? 'nothing'
    : `${figure(points, points < 9.95 ? 1 : 0)} ${points < 1.05 && points > 0.95 ? 'point' : 'points'}`;

/** What is lost if it is not done today, and why, in a sentence. Until when it may go is said by `lastDayWords`. */
export function regretWords(r: Regret): string {
  switch (r.why) {
    case 'last-day':
      return 'Last day: after today no working day is left on which it may go.';
    case 'few-days':
      return `${plural(r.daysLeft, 'working day')} left, and the weather may take ${r.daysLeft === 1 ? 'it' : 'them'}.`;
    case 'hold':
      return 'Weeds come up before it lies: the barrier holds less with each day.';
    case 'can-wait':
      return r.until === null
        ? 'A day’s delay costs hardly anything.'
        : `${plural(r.daysLeft, 'working day')} left; a day’s delay costs hardly anything.`;
  }
}

const STATES: Readonly<Record<BoardGroup, string>> = {
  open: 'open',
  ajar: 'ajar',
  shut: 'shut',
  never: 'shut for a year',
};

/** What changed since an earlier day, and what made it so. */
export function changeWords(
  was: StoodThen,
  now: BoardGroup,
  hold: StoredWindow['hold'],
  show: Shows,
): string {
  const turned = `${STATES[was.state]} ${showWeekday(was.day)}, now ${STATES[now]}`;
  const reason = hold
    ? `${gateName(hold.gate)}: ${reasonWords(hold.reason, show)}`
    : was.hold
      ? `${gateName(was.hold.gate)} has opened.`
      : '';
  return `${turned}. ${reason}`.trim();
}
