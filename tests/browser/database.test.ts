/** The database dies and comes back. It takes everybody's away: this story runs alone, and last. */
import { execFileSync } from 'node:child_process';
import { DESKTOP, openBrowser, type Browser } from './driver';
import { BASE, LISE, PASSWORD, TOBIN } from './people';

const open: Browser[] = [];
async function signedIn(email: string): Promise<Browser> {
  const b = await openBrowser(BASE, DESKTOP);
  open.push(b);
  await b.signIn(email, PASSWORD);
  return b;
}
afterEach(async () => {
  await Promise.all(open.splice(0).map((b) => b.quit()));
});
const shown = async (b: Browser, label: string) => (await b.field(label)).getAttribute('value');

const ownServer = process.env['CLUSTER_ROOT'];
const onOwnServer = ownServer ? test : test.skip;
const database = (verb: 'stop' | 'start') =>
  execFileSync(process.execPath, ['scripts/lib/cluster-command.mjs', verb, ownServer ?? '']);
onOwnServer(
  'the database stops and comes back: a clear page that recovers by itself, and nothing typed is lost',
  async () => {
    const b = await signedIn(TOBIN);
    const watcher = await signedIn(LISE);
    await b.lawn('66 Weir Walk');
    await b.lawn('230 Long Meadow');
    await b.press('Record it');
    await b.type(await b.field('Wind'), '5');
    await b.type(await b.field('Air temperature'), '57');
    database('stop');
    try {
      await b.press('Record this application');
      expect(await b.text('[role=alert]')).toContain('The database does not answer, and nothing was saved');
      expect(await shown(b, 'Wind')).toBe('5');
      await watcher.go('/records');
      await watcher.page('The database does not answer');
    } finally {
      database('start');
    }
    // by itself: nobody touches this page
    await watcher.page('An entry is never changed or removed');
    await b.press('Record this application');
    await b.page('Recorded.');
    await watcher.driver.navigate().refresh();
    expect((await watcher.page('230 Long Meadow')).split('230 Long Meadow')).toHaveLength(2);
  },
);
