import type { Metadata } from 'next';
import { rehearsalSheet } from '@/server/rehearsal/play';
import { isId } from '../ids';
import { screen } from '../screen';
import { playContestAction, playEndingAction, playMoveAction, playWeekAction } from './actions';
import { RehearsalScreen } from './rehearsal-screen';

export const metadata: Metadata = { title: 'Rehearsal' };

/** A season on one of the company's lawns, in a year that is over: for whoever learns, and for who argues. */
export default screen(async (actor, { searchParams }: PageProps<'/rehearsal'>) => {
  const { zone } = await searchParams;
  const sheet = await rehearsalSheet(actor, typeof zone === 'string' && isId(zone) ? zone : null);
  return (
    <RehearsalScreen
      key={sheet.zoneId}
      sheet={sheet}
      playWeekAction={playWeekAction}
      playMoveAction={playMoveAction}
      playEndingAction={playEndingAction}
      playContestAction={playContestAction}
    />
  );
});
