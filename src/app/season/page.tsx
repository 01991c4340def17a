import type { Metadata } from 'next';
import { may } from '@/data/actor';
import { seasonSheet } from '@/server/season/view';
import { screen } from '../screen';
import {
  askSeasonAction,
  copyYearAction,
  planManyAction,
  seasonRowsAction,
  startQuestionAction,
} from './actions';
import { SeasonScreen } from './season-screen';

export const metadata: Metadata = { title: 'Season' };

export default screen(async (actor) => (
  <SeasonScreen
    sheet={await seasonSheet(actor)}
    mayPlan={may(actor, 'plan')}
    askSeasonAction={askSeasonAction}
    copyYearAction={copyYearAction}
    planManyAction={planManyAction}
    seasonRowsAction={seasonRowsAction}
    startQuestionAction={startQuestionAction}
  />
));
