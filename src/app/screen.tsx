import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import type { ReactNode } from 'react';
import { Frame } from '@/ui/frame';
import { UnitsProvider } from '@/ui/units-provider';
import type { Actor } from '@/data/actor';
import { may } from '@/data/actor';
import { isDatabaseGone } from '@/data/connection';
import { frameOf } from '@/server/programme/view';
import { DatabaseAway, pageActor } from '@/server/entry/session';
import { signOutAction } from './actions';
import { ClockControl } from './clock-control';
import { LookAgain } from './look-again';
import { SignOut } from './sign-out';
import { WaitForDatabase } from './wait-for-database';

/**
 * A screen behind the sign-in: finds who is asking, draws the frame, and says so when the database is away, in which
 * case the page comes back by itself. All data are read in `render`, so that trouble is met here.
 */
export function screen<Props>(render: (actor: Actor, props: Props) => Promise<ReactNode>) {
  return async function Screen(props: Props) {
    try {
      const actor = await pageActor();
      if (!actor) {
        const here = (await headers()).get('x-path') ?? '/';
        redirect(`/sign-in?next=${encodeURIComponent(here)}`);
      }
      const content = await render(actor, props);
      const { today, isDemo } = await frameOf(actor);
      return (
        <UnitsProvider units={actor.units} today={today}>
          <Frame
            person={`${actor.name}, ${actor.role}`}
            company={actor.orgName}
            today={today}
            clock={isDemo && may(actor, 'turn the clock') ? <ClockControl /> : null}
            news={<LookAgain />}
            leave={<SignOut userId={actor.userId} action={signOutAction} />}
          >
            {content}
          </Frame>
        </UnitsProvider>
      );
    } catch (error) {
      if (error instanceof DatabaseAway || isDatabaseGone(error)) return <WaitForDatabase />;
      throw error;
    }
  };
}
