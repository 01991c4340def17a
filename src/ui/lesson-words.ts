/** The lessons in words: what is asked, what may be answered, and why. */
import { showDay } from '@/core/calendar/day';
import type { Lesson } from '@/core/rehearsal/lessons';
import type { Shows } from '@/core/units/format';
import { figure, showPercent } from '@/core/units/figure';
import { minuteWords } from './day-words';
import { shortName } from './words';
import { plural } from './text';

export type LessonWords = Readonly<{ title: string; asks: string; answers: readonly string[]; why: string }>;

export function lessonWords(l: Lesson, show: Shows): LessonWords {
  switch (l.key) {
    case 'probe':
      return {
        title: 'Read a probe',
        asks: `At ${minuteWords(l.hour * 60)} on a fair day the probe says ${show.temperature(l.read)} at ${show.depth(l.depth)}. Your line asks for a daily mean of ${show.line(l.line)}. Is today such a day?`,
        answers: ['Yes: it stands over the line', 'No: the mean of the day lies under it'],
        why: `In the afternoon the top of the soil is warmest. Behind this reading stands a mean of ${show.temperature(l.mean)}: the wave of the day, damped and late at that depth. A reading without its hour and depth says little.`,
      };
    case 'early or late':
      return {
        title: 'Too early or too late?',
        asks: `${shortName({ name: l.product })} goes down once, at its highest rate. When does it hold most of this year’s flush?`,
        answers: ['Seven weeks before the first seedlings', 'Ten days before them', 'Three weeks after them'],
        why: `By this year’s soil: ${l.holds.map((h) => showPercent(h)).join(', ')}, in that order. Cold soil keeps a barrier, so that early costs little; what is up is lost to it, so that late costs much.`,
      };
    case 'partners':
      return {
        title: 'Two partners, one year',
        asks: `${shortName({ name: l.first })} and ${shortName({ name: l.second })} both bring ${l.ingredient}, each at its label’s highest rate. May both go down on one lawn this year?`,
        answers: [
          'Yes: each keeps to its own label',
          'No: together they are over the year of the ingredient',
        ],
        why: `Together ${show.ingredient(l.sum, 'a.i.', 3)}; the year allows ${show.ingredient(l.most, 'a.i.', 3)}. The limit is the ingredient’s, whatever the jug is called.`,
      };
    case 'half green':
      return {
        title: 'Half green',
        asks: `Bermudagrass is ${figure(l.green * 100)} % green. ${shortName({ name: l.product })} is labelled for turf that sleeps. Today?`,
        answers: ['Yes: half of it still sleeps', 'No: it would hurt what is awake', 'Yes, at half the rate'],
        why: 'The gate opens on turf that somebody saw fully dormant in the ten days before, and never on a guess. Half the rate hurts the green half all the same.',
      };
    case 'count back':
      return {
        title: 'Count back from seeding',
        asks: `Seed goes down on ${showDay(l.seed)}. ${shortName({ name: l.product })} keeps seed out for ${plural(l.wait, 'day')} by its label. Which is the last day for it?`,
        answers: l.days.map(showDay),
        why: `${plural(l.wait, 'day')} before ${showDay(l.seed)} is ${showDay(l.days[l.right]!)}. A lower rate may wait less: the label says so rate by rate.`,
      };
  }
}
