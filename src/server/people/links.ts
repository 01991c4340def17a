/** One-time links and their keys. The key is in the link alone; the database holds its hash. */
import 'server-only';
import { createHash, randomBytes } from 'node:crypto';
import { addInvitation, livingInvitation, voidFirstLinks, type Invitation } from '@/data/invitations';
import type { Role } from '@/data/actor';

const HOUR_MS = 3_600_000;
/** How long a link lives: days to join, a day to begin, two hours for a password. */
const LIVES_MS = { first: 24 * HOUR_MS, person: 7 * 24 * HOUR_MS, password: 2 * HOUR_MS } as const;

const hashOf = (key: string) => createHash('sha256').update(key).digest('hex');
const base = () => process.env['BETTER_AUTH_URL'] ?? 'http://localhost:3000';

export type Link = Readonly<{ url: string; expiresAt: Date }>;

type For =
  | Readonly<{ kind: 'first' }>
  | Readonly<{ kind: 'person'; orgId: string; name: string; email: string; role: Role }>
  | Readonly<{ kind: 'password'; orgId: string; name: string; email: string; userId: string }>;

export async function makeLink(what: For, madeBy: string, now = new Date()): Promise<Link> {
  const key = randomBytes(24).toString('base64url');
  const expiresAt = new Date(now.getTime() + LIVES_MS[what.kind]);
  await addInvitation({ ...what, hash: hashOf(key), madeBy, madeAt: now, expiresAt });
  return { url: `${base()}/${what.kind === 'first' ? 'begin' : 'join'}?key=${key}`, expiresAt };
}

/** The link to begin a company on this server; older ones open nothing any more. */
export async function makeFirstLink(now = new Date()): Promise<Link> {
  await voidFirstLinks(now);
  return makeLink({ kind: 'first' }, 'the server', now);
}

/** What a key opens; null: nothing (any more). */
export const invitationBehind = (key: string, now = new Date()): Promise<Invitation | null> =>
  livingInvitation(hashOf(key), now);
