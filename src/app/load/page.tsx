import type { Metadata } from 'next';
import { may } from '@/data/actor';
import { latestCards, morningSheet } from '@/server/mixing/loads';
import { board, upTo } from '@/server/programme/board';
import { isId } from '../ids';
import { screen } from '../screen';
import { keepCardsAction } from './actions';
import { ChooseStops } from './choose-stops';
import { dueLines } from './due-lines';
import { KeptCards } from './kept-cards';
import { LoadScreen } from './load-screen';

export const metadata: Metadata = { title: 'Load' };

/** More are no morning, and the list says so. */
const MOST_SHOWN = 200;

export default screen(async (actor, { searchParams }: PageProps<'/load'>) => {
  const { stops } = await searchParams;
  const ids = [...new Set((Array.isArray(stops) ? stops : (stops ?? '').split('.')).filter(isId))];
  const mayRecord = may(actor, 'record');
  if (ids.length) {
    const morning = await morningSheet(actor, ids);
    return (
      <LoadScreen
        morning={morning}
        mayRecord={mayRecord}
        keepCardsAction={keepCardsAction}
        missing={ids.length - morning.stops.length}
      />
    );
  }
  const { groups, today } = await board(actor, upTo(MOST_SHOWN));
  const due = dueLines(groups.filter((g) => g.group === 'open' || g.group === 'ajar'));
  return (
    <div className="mx-auto max-w-3xl px-4 pb-10 pt-4">
      <h1 className="text-page">Load the morning</h1>
      <KeptCards cards={await latestCards(actor)} today={today} />
      <ChooseStops
        due={due}
        to="/load"
        title="What can go today"
        words="Tick the stops in the order in which you drive to them."
        button="Load for"
        none="Nothing can go today. What is shut, and until when, stands under Today."
      />
    </div>
  );
});
