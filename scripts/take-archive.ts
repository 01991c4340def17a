/** Takes a company's archive in, and prints each person's one-time way to a password. Its base is BETTER_AUTH_URL. */
import fs from 'node:fs';
import { closeConnection } from '@/data/connection';
import { NotTaken, takeArchive } from '@/server/house/company-archive';
import { closeQueue } from '@/server/queue/jobs';

try {
  const { company, rows, links } = await takeArchive(fs.readFileSync(process.argv[2] ?? ''));
  console.log(`${company} is here: ${rows.toLocaleString('en-US')} rows, table by table as they were.`);
  console.log('Each person sets a new password, within two hours, at:');
  for (const l of links) console.log(`  ${l.name} <${l.email}>: ${l.url}`);
} catch (error) {
  console.error(error instanceof NotTaken ? `\n${error.message}\nNothing was taken in.\n` : error);
  process.exitCode = 1;
} finally {
  await closeQueue();
  await closeConnection();
}
