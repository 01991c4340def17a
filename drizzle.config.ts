import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'postgresql',
  schema: './src/data/schema/index.ts',
  out: './drizzle',
  dbCredentials: { url: process.env['DATABASE_OWNER_URL'] ?? '' },
  entities: { roles: { provider: '', include: [], exclude: ['app_user', 'app_owner'] } },
  strict: true,
});
