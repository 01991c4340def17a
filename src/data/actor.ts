/** Who is asking. The session, a token or a worker makes one; every command and view takes it. */
import type { UnitSystem } from '@/core/units/measures';

export type Role = 'lead' | 'technician' | 'viewer';

export type Actor = Readonly<{
  userId: string;
  name: string;
  orgId: string;
  orgName: string;
  role: Role;
  timeZone: string;
  /** in which its people read and type figures */
  units: UnitSystem;
}>;

/** What people may do here, each with the words that a refusal uses. */
export const PERMISSIONS = {
  see: 'look at lawns, plans and records',
  record: 'record work, readings and what was seen',
  plan: 'plan applications and change lawns',
  'change the house': 'change house rules, labels, licences, equipment and shared lists',
  'manage people': 'invite people and say what they may do',
  'use the interface': 'make tokens for the HTTP interface',
  'turn the clock': 'turn the demo clock',
} as const;
export type Permission = keyof typeof PERMISSIONS;

/** Each role's permissions: the one place where they differ. */
export const MAY: Record<Role, readonly Permission[]> = {
  lead: ['see', 'record', 'plan', 'change the house', 'manage people', 'use the interface', 'turn the clock'],
  technician: ['see', 'record', 'plan', 'use the interface', 'turn the clock'],
  viewer: ['see'],
};
export const may = (actor: Pick<Actor, 'role'>, permission: Permission): boolean =>
  MAY[actor.role].includes(permission);

/** A wish that this role may not have reached a command: the pages do not offer it, so it was sent by hand. */
export class Forbidden extends Error {
  constructor(
    readonly actor: Actor,
    readonly permission: Permission,
  ) {
    super(`A ${actor.role} may not ${PERMISSIONS[permission]}`);
  }
}
/** @throws Forbidden */
export function requirePermission(actor: Actor, permission: Permission): void {
  if (!may(actor, permission)) throw new Forbidden(actor, permission);
}
