// Debian's nginx for the test of docs/nginx-site.conf: unpacked and not installed, so that no server of its own begins.
import { spawnSync } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { DATA, say } from './setup.mjs';

/** The path of nginx: the machine's own, or one unpacked in the data folder. @throws where it cannot be had */
export function nginx() {
  const installed = '/usr/sbin/nginx';
  if (fs.existsSync(installed)) return installed;
  const folder = path.join(DATA, 'nginx');
  const unpacked = path.join(folder, 'usr', 'sbin', 'nginx');
  if (fs.existsSync(unpacked)) return unpacked;
  fs.mkdirSync(folder, { recursive: true });
  say('fetching nginx with apt');
  const run = (name, ...args) => spawnSync(name, args, { cwd: folder, encoding: 'utf8' });
  // as root apt would hand the download to a user who may not write here
  const fetch = () => run('apt-get', '-o', 'APT::Sandbox::User=root', 'download', '-q', 'nginx');
  let fetched = fetch();
  if (fetched.status !== 0) {
    run('apt-get', '-o', 'DPkg::Lock::Timeout=600', 'update', '-q');
    fetched = fetch();
  }
  const file = fs.readdirSync(folder).find((f) => f.endsWith('.deb'));
  if (fetched.status !== 0 || !file || run('dpkg-deb', '-x', file, '.').status !== 0)
    throw new Error(`nginx could not be fetched: ${fetched.stderr}. Install it with: apt-get install nginx`);
  return unpacked;
}
