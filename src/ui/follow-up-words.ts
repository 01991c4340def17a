/** What a record asks for afterwards, in words. */
import { showDay, showFullDay, showWeekday, type Day } from '@/core/calendar/day';
import type { FollowUp } from '@/core/follow-ups/follow-up';
import type { Metres } from '@/core/units/quantity';
import type { Shows } from '@/core/units/format';
import { figure } from '@/core/units/figure';
import { minuteWords } from './day-words';
import { shortName } from './words';
import { plural } from './text';

const product = (f: FollowUp) => shortName({ name: f.product });

/** What is to be done, in a few words: the head of a line. */
export function askedWords(f: FollowUp): string {
  switch (f.kind) {
    case 'water-in':
      return 'Water it in';
    case 'light-wetting':
      return 'Wet it lightly before the storm';
    case 'breakthrough':
      return f.note ? 'Look along the hot edges' : 'Look for what came through';
    case 'efficacy':
      return 'Look at what was sprayed';
    case 'mow':
      return 'May be mown';
    case 'seed':
      return 'May be seeded';
    case 'callback':
      return 'Call back';
    case 'cut':
      return 'Cut it lower';
  }
}

/** By when, as of today. */
export function dueWords({ from, to, kind }: FollowUp, today: Day): string {
  if (kind === 'mow' || kind === 'seed') return from <= today ? 'now' : `from ${showWeekday(from)}`;
  if (from > today) return `from ${showWeekday(from)}`;
  if (to === null) return 'now';
  return to < today ? `${plural(today - to, 'day')} late` : to === today ? 'today' : `by ${showWeekday(to)}`;
}

/** Why, with its figures; or what answered it. */
export function askedWhy(f: FollowUp, today: Day, show: Shows): string {
  const { answer, depth, fallen, ahead, irrigate, losesADay, to } = f;
  const since = `${product(f)}, put down ${showDay(f.since)}`;
  if (answer)
    return `${f.kind === 'cut' ? 'Before the barrier' : since}: ${
      {
        rain: `rain did it, ${showDay(answer.on)}`,
        irrigation: `the irrigation did it, ${showDay(answer.on)}`,
        customer: `the customer did it, ${showDay(answer.on)}`,
        us: `done ${showDay(answer.on)}`,
        look: `looked at ${showDay(answer.on)}`,
        time: f.kind === 'water-in' ? 'too long ago to tell' : 'nobody looked in time',
      }[answer.by]
    }.`;
  switch (f.kind) {
    case 'water-in': {
      const isLate = to !== null && to < today;
      return [
        `${since}: ${show.water(depth!)} by ${showWeekday(to!)}.`,
        fallen === null ? 'What has fallen is not on file.' : `${show.water(fallen)} has fallen.`,
        ahead !== null && ahead > 0.1 && `The forecast brings ${show.water(ahead)} by then.`,
        irrigate &&
          `Irrigation: ${plural(irrigate.minutes, 'minute')} on ${showWeekday(irrigate.on)}${
            irrigate.notBetween
              ? `, by the rules of the place not between ${minuteWords(irrigate.notBetween.from * 60)} and ${minuteWords(irrigate.notBetween.to * 60)}`
              : ''
          }.`,
        losesADay > 0 &&
          (isLate
            ? `Each further day takes ${figure(losesADay * 100)} % of the barrier.`
            : `After that each day takes ${figure(losesADay * 100)} % of the barrier.`),
      ]
        .filter(Boolean)
        .join(' ');
    }
    case 'light-wetting':
      return `${since}: a storm on ${showWeekday(to!)} brings more than this soil takes in an hour. Dry, it would carry the product off.`;
    case 'breakthrough':
      return `${since}. Seedlings come up along concrete first: write down what you find, and where.`;
    case 'efficacy':
      return `${since}${f.note === 'cold' ? ', in cold soil: it takes longer' : ''}. What is taken, and a picture.`;
    case 'mow':
      return `${since}: its label keeps the mower off until then.`;
    case 'seed':
      return `${since}: by its label no seed before ${showFullDay(f.from)}, if nothing more goes down.`;
    case 'callback':
      return `The customer called ${showDay(f.since)}: ${f.note}`;
    case 'cut':
      return `To ${show.depth(Number(f.note) as Metres)}, before the barrier: dead leaf catches a spray. Never more than a third at a time.`;
  }
}
