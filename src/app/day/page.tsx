import type { Metadata } from 'next';
import { parseDay } from '@/core/calendar/day';
import { may } from '@/data/actor';
import { dayScreen } from '@/server/day/view';
import { screen } from '../screen';
import { saveRoutesAction } from './actions';
import { DayScreen } from './day-screen';

export const metadata: Metadata = { title: 'Plan the day' };

const MOST_DAYS = 5;

export default screen(async (actor, { searchParams }: PageProps<'/day'>) => {
  const { from, days } = await searchParams;
  const count = Math.min(MOST_DAYS, Math.max(1, Math.round(Number(days)) || 1));
  const sheet = await dayScreen(actor, typeof from === 'string' ? parseDay(from) : null, count);
  return (
    <DayScreen
      key={sheet.question.days.join()}
      sheet={sheet}
      mayPlan={may(actor, 'record')}
      mayChangeHouse={may(actor, 'change the house')}
      saveRoutesAction={saveRoutesAction}
    />
  );
});
