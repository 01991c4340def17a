import type { Metadata } from 'next';
import { MAY, PERMISSIONS, may, type Permission, type Role } from '@/data/actor';
import { peopleSheet } from '@/server/people/manage';
import { screen } from '../screen';
import { changePersonAction, inviteAction, passwordLinkAction, takeInvitationBackAction } from './actions';
import { PeoplePanel } from './people-panel';

export const metadata: Metadata = { title: 'People' };

export default screen(async (actor) => (
  <div className="mx-auto max-w-[1080px] px-4 pb-10 pt-4">
    <h1 className="text-page">People</h1>
    {may(actor, 'manage people') ? (
      <PeoplePanel
        sheet={await peopleSheet(actor)}
        me={actor.userId}
        inviteAction={inviteAction}
        passwordLinkAction={passwordLinkAction}
        takeInvitationBackAction={takeInvitationBackAction}
        changePersonAction={changePersonAction}
      />
    ) : (
      <p className="mt-2">Leads invite people and say what they may do.</p>
    )}
    <RolesTable />
  </div>
));

const ROLES: readonly Role[] = ['lead', 'technician', 'viewer'];
/** Not a right of real companies. */
const LEFT_OUT: readonly Permission[] = ['turn the clock'];

/** What each role may do, from the one place where they differ. */
function RolesTable() {
  const permissions = (Object.keys(PERMISSIONS) as Permission[]).filter((p) => !LEFT_OUT.includes(p));
  return (
    <section className="mt-8" aria-label="What each role may do">
      <h2 className="border-b-2 border-iron text-row">What each role may do</h2>
      <table className="mt-1 w-full text-left text-note">
        <thead>
          <tr>
            <th scope="col" className="py-1 font-cond">
              May
            </th>
            {ROLES.map((r) => (
              <th key={r} scope="col" className="w-[5.5em] py-1 font-cond capitalize">
                {r}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {permissions.map((p) => (
            <tr key={p} className="border-t border-hair">
              <td className="py-1 pr-2">{PERMISSIONS[p]}</td>
              {ROLES.map((r) => (
                <td key={r} className="py-1">
                  {MAY[r].includes(p) ? 'yes' : '–'}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
