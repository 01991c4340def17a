/** People, sessions, companies and workers: read before a company is known, so not fenced; no trade data. */
import { boolean, bigint, index, integer, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import { UNIT_SYSTEMS } from '../../core/units/measures';
import { at, known } from './columns';

const INVITATION_KINDS = ['first', 'person', 'password'] as const;

export const user = pgTable('user', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  emailVerified: boolean('email_verified').notNull().default(false),
  image: text('image'),
  twoFactorEnabled: boolean('two_factor_enabled').notNull().default(false),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
});

export const session = pgTable(
  'session',
  {
    id: text('id').primaryKey(),
    expiresAt: at('expires_at').notNull(),
    token: text('token').notNull().unique(),
    createdAt: at('created_at').notNull().defaultNow(),
    updatedAt: at('updated_at').notNull().defaultNow(),
    ipAddress: text('ip_address'),
    userAgent: text('user_agent'),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
  },
  (t) => [index('session_user').on(t.userId)],
);

export const account = pgTable(
  'account',
  {
    id: text('id').primaryKey(),
    accountId: text('account_id').notNull(),
    providerId: text('provider_id').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    accessToken: text('access_token'),
    refreshToken: text('refresh_token'),
    idToken: text('id_token'),
    accessTokenExpiresAt: at('access_token_expires_at'),
    refreshTokenExpiresAt: at('refresh_token_expires_at'),
    scope: text('scope'),
    password: text('password'),
    createdAt: at('created_at').notNull().defaultNow(),
    updatedAt: at('updated_at').notNull().defaultNow(),
  },
  (t) => [index('account_user').on(t.userId)],
);

export const verification = pgTable('verification', {
  id: text('id').primaryKey(),
  identifier: text('identifier').notNull(),
  value: text('value').notNull(),
  expiresAt: at('expires_at').notNull(),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
});

/** The second factor: a secret that an authenticator app shares, and codes for the day it is lost. Encrypted by the sign-in library. */
export const twoFactor = pgTable(
  'two_factor',
  {
    id: text('id').primaryKey(),
    secret: text('secret').notNull(),
    backupCodes: text('backup_codes').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    verified: boolean('verified').notNull().default(true),
    failedVerificationCount: integer('failed_verification_count').notNull().default(0),
    lockedUntil: at('locked_until'),
  },
  (t) => [index('two_factor_user').on(t.userId)],
);

/**
 * A one-time link: to begin a company, to join one, or to set a new password. Only the hash of its key is kept; read
 * before an organisation is known.
 */
export const invitation = pgTable(
  'invitation',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    kind: text('kind', { enum: INVITATION_KINDS }).notNull(),
    hash: text('hash').notNull().unique(),
    /** none for the first link of a server */
    orgId: text('org_id').references(() => organisation.id),
    /** whom it is for */
    name: text('name').notNull().default(''),
    email: text('email').notNull().default(''),
    role: text('role', { enum: ['lead', 'technician', 'viewer'] }),
    /** whose password is set anew */
    userId: text('user_id').references(() => user.id, { onDelete: 'cascade' }),
    madeBy: text('made_by').notNull(),
    madeAt: at('made_at').notNull().defaultNow(),
    expiresAt: at('expires_at').notNull(),
    usedAt: at('used_at'),
    takenBackAt: at('taken_back_at'),
  },
  (t) => [known('invitation_kind', t.kind, INVITATION_KINDS), index('invitation_org').on(t.orgId)],
);

export const rateLimit = pgTable('rate_limit', {
  id: text('id').primaryKey(),
  key: text('key').notNull().unique(),
  count: integer('count').notNull(),
  lastRequest: bigint('last_request', { mode: 'number' }).notNull(),
});

export const organisation = pgTable('organisation', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  /** IANA name: which day it is for its people */
  timeZone: text('time_zone').notNull(),
  /** in which its people read and type; figures are kept in trade units whichever it is */
  units: text('units', { enum: UNIT_SYSTEMS }).notNull().default('trade'),
});

export const member = pgTable(
  'member',
  {
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    orgId: text('org_id')
      .notNull()
      .references(() => organisation.id),
    role: text('role', { enum: ['lead', 'technician', 'viewer'] }).notNull(),
    joinedAt: at('joined_at').notNull().defaultNow(),
    /** from then on the person may do nothing here; what was written stays under the name. Null: works here */
    endedAt: at('ended_at'),
  },
  (t) => [primaryKey({ columns: [t.userId, t.orgId] })],
);

/** A personal token for the HTTP interface. Only its hash is kept; read before an organisation is known. */
export const apiToken = pgTable(
  'api_token',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    orgId: text('org_id')
      .notNull()
      .references(() => organisation.id),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    name: text('name').notNull(),
    hash: text('hash').notNull().unique(),
    /** its last four characters, to tell one from another */
    hint: text('hint').notNull(),
    createdAt: at('created_at').notNull().defaultNow(),
    lastUsedAt: at('last_used_at'),
    revokedAt: at('revoked_at'),
    /** opens nothing from then on; null: of before tokens had an end */
    expiresAt: at('expires_at'),
    /** which calls of the interface it opens */
    calls: text('calls').array().notNull(),
  },
  (t) => [index('api_token_user').on(t.userId)],
);

/** Signs of life of the workers, for all companies of a server. */
export const workerBeat = pgTable('worker_beat', {
  workerId: text('worker_id').primaryKey(),
  seenAt: at('seen_at').notNull().defaultNow(),
});

/** Which worker has taken a job: where it died, another takes the job over. */
export const workerJob = pgTable('worker_job', {
  jobId: uuid('job_id').primaryKey(),
  workerId: text('worker_id').notNull(),
});
