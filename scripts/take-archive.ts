/**
 * Shows whose archive it is and who would come in; with their number confirmed (--people), takes it in and prints each
 * person's one-time way to a password. Its base is BETTER_AUTH_URL.
 */
import fs from 'node:fs';
import { parseArgs } from 'node:util';
import { closeConnection } from '@/data/connection';
import { NotTaken, lookIntoArchive, takeArchive } from '@/server/house/company-archive';
import { closeQueue } from '@/server/queue/jobs';

/** @throws NotTaken for what it does not know */
function asked(): Readonly<{ file: string; people: number | null }> {
  const usage =
    'npm run move-in -- company.zip, then with --people and how many you have looked at: --people 4.';
  try {
    const { positionals, values } = parseArgs({
      allowPositionals: true,
      options: { people: { type: 'string' } },
    });
    const [file] = positionals;
    const { people = null } = values;
    if (file && (people === null || /^\d+$/.test(people)))
      return { file, people: people === null ? null : Number(people) };
    throw new NotTaken(people === null ? usage : `--people is "${people}", which is no number. ${usage}`);
  } catch (error) {
    throw error instanceof NotTaken ? error : new NotTaken(usage);
  }
}

try {
  const { file, people: confirmed } = asked();
  const zip = fs.readFileSync(file);
  if (confirmed === null) {
    const { company, madeAt, madeBy, people } = lookIntoArchive(zip);
    console.log(`${company}, as of ${madeAt}, made by ${madeBy}. These people would come in:`);
    for (const { name, email, role, endedAt } of people)
      console.log(`  ${name} <${email}>, ${role}${endedAt ? ', access ended' : ''}`);
    const links =
      process.env['BETTER_AUTH_URL'] ??
      'http://localhost:3000, for BETTER_AUTH_URL is not set: nobody elsewhere can open them';
    console.log(`Their links will lead to ${links}.`);
    console.log('Nothing is taken in yet. If that is all of them and no one else:');
    console.log(`  npm run move-in -- "${file}" --people ${people.length}`);
  } else {
    const { company, rows, links } = await takeArchive(zip, confirmed);
    console.log(`${company} is here: ${rows.toLocaleString('en-US')} rows, table by table as they were.`);
    console.log('Each person sets a new password, within two hours, at:');
    for (const l of links) console.log(`  ${l.name} <${l.email}>: ${l.url}`);
  }
} catch (error) {
  console.error(error instanceof NotTaken ? `\n${error.message}\nNothing was taken in.\n` : error);
  process.exitCode = 1;
} finally {
  await closeQueue();
  await closeConnection();
}
