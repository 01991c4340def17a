/** The database that the start command keeps: taken for alive only while it answers. On a cluster of its own. */
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import postgres from 'postgres';
import { BIN, cluster } from '../../scripts/lib/postgres.mjs';

const root = path.resolve('.data', `cluster-test-${process.pid}`);
const own = cluster(root);
afterAll(() => own.destroy());

const postmaster = () =>
  Number(fs.readFileSync(path.join(root, 'pg', 'postmaster.pid'), 'utf8').split('\n')[0]);
async function answerOf(url: string): Promise<number> {
  const client = postgres(url, { max: 1, onnotice: () => {} });
  const [row] = await client<{ one: number }[]>`select 1 as one`;
  await client.end();
  return row!.one;
}

// where the tests are given a server of somebody else's, this machine may have no program to start one with
const each = fs.existsSync(path.join(BIN, 'postgres')) ? test : test.skip;

each(
  'a server that is dying while it is started again is waited for, and a living one takes its place',
  async () => {
    expect(await answerOf(await own.start())).toBe(1);
    const first = postmaster();
    // it hangs, and dies while start() looks at it: the kill comes from elsewhere, since start() holds up this process
    process.kill(first, 'SIGSTOP');
    spawn('sh', ['-c', `sleep 2; kill -9 ${first}`]);
    expect(await answerOf(await own.start())).toBe(1);
    expect(postmaster()).not.toBe(first);
    // and again at once, as the torture does it
    for (let n = 0; n < 3; n++) {
      process.kill(postmaster(), 'SIGKILL');
      expect(await answerOf(await own.start())).toBe(1);
    }
  },
);

each('a server that lives is left as it is', async () => {
  const before = postmaster();
  expect(await answerOf(await own.start())).toBe(1);
  expect(postmaster()).toBe(before);
});
