// A demo of its own, thrown away afterwards: for measuring and for pictures.
import fs from 'node:fs';
import path from 'node:path';
import { cluster, freePort } from './postgres.mjs';
import { household, typescript } from './running.mjs';
import { DATA, build, command, npmPackages, systemPackages } from './setup.mjs';

/** Runs `work` with the address of a freshly written demo and what its processes are given, and ends all that was started. */
export async function withDemo(name, work) {
  const root = path.join(DATA, name);
  const own = cluster(root, { isThrownAway: true });
  const home = household(path.join(DATA, `${name}-running.json`));
  home.endLeftovers();
  try {
    systemPackages('postgresql', 'browser');
    npmPackages();
    own.destroy();
    const { prepareDatabase } = await import('./database.mjs');
    const { ownerUrl: _, ...env } = await prepareDatabase(
      await own.start(),
      `iron_gate_${name}`,
      path.join(root, 'login.json'),
    );
    const devices = await home.simulator({ output: 'ignore' });
    command(process.execPath, typescript('scripts/demo/seed.ts'), { ...env, ...devices.env });
    build();
    home.worker({ ...env, ...devices.env }, { output: 'ignore' });
    const app = await home.app(await freePort(), { ...env, ...devices.env }, { output: 'ignore' });
    return await work(app.url, { ...env, ...devices.env });
  } finally {
    await home.stop();
    own.destroy();
    fs.rmSync(root, { recursive: true, force: true });
  }
}
