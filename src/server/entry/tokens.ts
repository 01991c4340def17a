import { fact, type Fact } from '@/core/units/issue';
import 'server-only';
import { createHash, randomBytes } from 'node:crypto';
import Joi from 'joi';
import { requirePermission, type Actor } from '@/data/actor';
import { addToken, countUnder, storedTokens, takeTokenBack, actorBehind, type ByToken } from '@/data/tokens';
import { CALLS, type Call } from './calls';
import { done, refuse, type Outcome } from './outcome';

/** A personal token as its owner sees it. The secret itself is shown once, when it is made. */
export type TokenNews = Readonly<{
  id: string;
  name: string;
  hint: string;
  createdAt: string;
  lastUsedAt: string | null;
  revokedAt: string | null;
  expiresAt: string | null;
  calls: readonly string[];
}>;

const hashOf = (secret: string) => createHash('sha256').update(secret).digest('hex');
const MOST_TOKENS = 20;
const DAY_MS = 86_400_000;

export async function tokensOf(actor: Actor): Promise<TokenNews[]> {
  requirePermission(actor, 'see');
  const rows = await storedTokens(actor);
  return rows.map((t) => ({
    id: t.id,
    name: t.name,
    hint: t.hint,
    createdAt: t.createdAt.toISOString(),
    lastUsedAt: t.lastUsedAt?.toISOString() ?? null,
    revokedAt: t.revokedAt?.toISOString() ?? null,
    expiresAt: t.expiresAt?.toISOString() ?? null,
    calls: t.calls,
  }));
}

/** Days that a token may be made for. */
const TOKEN_DAYS = [30, 90, 365] as const;
export type TokenInput = Readonly<{
  name: string;
  days: (typeof TOKEN_DAYS)[number];
  calls: readonly Call[];
}>;
export const tokenShape = Joi.object<TokenInput>({
  name: Joi.string().allow('').max(80).required(),
  days: Joi.number()
    .valid(...TOKEN_DAYS)
    .required(),
  calls: Joi.array()
    .items(Joi.string().valid(...CALLS))
    .unique()
    .required(),
}).required();
/** Makes a token that may ask what it is made for, with the rights that its person has then. The only time its secret is seen. */
export async function makeToken(
  actor: Actor,
  { name, days, calls }: TokenInput,
): Promise<Outcome<{ secret: string }>> {
  requirePermission(actor, 'use the interface');
  const invalid = (field: string, found: Fact) => refuse({ kind: 'invalid', issues: [{ field, ...found }] });
  if (!name.trim()) return invalid('Name', fact('token-unnamed'));
  if (!calls.length) return invalid('May ask for', fact('token-opens-nothing'));
  const now = new Date();
  const living = (await tokensOf(actor)).filter(
    (t) => t.revokedAt === null && (t.expiresAt === null || t.expiresAt > now.toISOString()),
  );
  if (living.length >= MOST_TOKENS)
    return invalid('Name', fact('too-many-tokens', { count: living.length, most: MOST_TOKENS }));
  const secret = `ig_${randomBytes(32).toString('base64url')}`;
  await addToken(actor, {
    name: name.trim(),
    hash: hashOf(secret),
    hint: secret.slice(-4),
    expiresAt: new Date(now.getTime() + days * DAY_MS),
    calls: [...calls],
  });
  return done({ secret });
}

export const tokenIdShape = Joi.object<{ id: string }>({
  id: Joi.string().guid({ separator: '-', wrapper: false }).required(),
});
/** Takes a token back: from now on it opens nothing. */
export async function revokeToken(actor: Actor, { id }: { id: string }): Promise<Outcome<null>> {
  requirePermission(actor, 'see');
  return (await takeTokenBack(actor, id, new Date())) ? done(null) : refuse({ kind: 'gone' });
}

/** Whose token this is, with the role that its person has now; null: nobody's, or taken back. */
export const actorOfToken = (secret: string): Promise<ByToken | null> =>
  actorBehind(hashOf(secret), new Date());

/** Calls that one token may make in a minute. */
export const CALLS_PER_MINUTE = 60;
const MINUTE_MS = 60_000;

/** Counts a call, for all servers together. Gives the seconds to wait, or 0. */
export async function countCall(tokenId: string): Promise<number> {
  const now = Date.now();
  const { count, since } = await countUnder(`api|${tokenId}`, MINUTE_MS, now);
  if (count <= CALLS_PER_MINUTE) return 0;
  return Math.max(1, Math.ceil((since + MINUTE_MS - now) / 1000));
}
