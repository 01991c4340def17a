/** Who is asking. Only the session makes one (server/session), and every function of this folder takes one. */
export type Role = 'lead' | 'technician' | 'viewer';

export type Actor = Readonly<{
  userId: string;
  name: string;
  orgId: string;
  orgName: string;
  role: Role;
  timeZone: string;
}>;

/** What people do here. */
export type Deed = 'see' | 'plan' | 'record' | 'turn the clock';
const MAY: Record<Role, readonly Deed[]> = {
  lead: ['see', 'plan', 'record', 'turn the clock'],
  technician: ['see', 'plan', 'record', 'turn the clock'],
  viewer: ['see'],
};
export const may = (actor: Actor, deed: Deed): boolean => MAY[actor.role].includes(deed);

/** A deed that this role may not do reached the data: the pages do not offer it, so it was sent by hand. */
export class Forbidden extends Error {
  constructor(
    readonly actor: Actor,
    readonly deed: Deed,
  ) {
    super(`A ${actor.role} may not ${deed}`);
  }
}
export function must(actor: Actor, deed: Deed): void {
  if (!may(actor, deed)) throw new Forbidden(actor, deed);
}
