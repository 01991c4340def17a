/** Prints the one-time address at which a company begins; nothing where one has begun. Its base is BETTER_AUTH_URL. */
import { closeConnection } from '@/data/connection';
import { organisationIds } from '@/data/organisations';
import { makeFirstLink } from '@/server/people/links';

if (!(await organisationIds()).length) process.stdout.write((await makeFirstLink()).url);
await closeConnection();
