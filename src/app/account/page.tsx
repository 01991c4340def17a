import type { Metadata } from 'next';
import { accountSheet } from '@/server/people/account';
import { screen } from '../screen';
import {
  changeOwnPasswordAction,
  confirmSecondFactorAction,
  endOwnSessionsAction,
  endSecondFactorAction,
  offerSecondFactorAction,
} from './actions';
import { OwnPassword, OwnSessions, SecondFactor } from './panels';

export const metadata: Metadata = { title: 'Your account' };

export default screen(async (actor) => {
  const sheet = await accountSheet(actor);
  return (
    <div className="mx-auto max-w-[860px] px-4 pb-10 pt-4">
      <h1 className="text-page">Your account</h1>
      <p className="text-steel">
        {sheet.name}, {sheet.email}, {actor.role} at {actor.orgName}
      </p>
      <OwnPassword changeOwnPasswordAction={changeOwnPasswordAction} />
      <SecondFactor
        isOn={sheet.hasSecondFactor}
        offerSecondFactorAction={offerSecondFactorAction}
        confirmSecondFactorAction={confirmSecondFactorAction}
        endSecondFactorAction={endSecondFactorAction}
      />
      <OwnSessions sessions={sheet.sessions} endOwnSessionsAction={endOwnSessionsAction} />
    </div>
  );
});
