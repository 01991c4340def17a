/** The application once more, as an update of it would be: another build of its own on another port. */
import { execFileSync, spawn } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { freePort } from '../../scripts/lib/postgres.mjs';

/** @returns its address, and what ends it */
export async function newerServer(): Promise<Readonly<{ url: URL; end: () => void }>> {
  const home = path.resolve('.data', `newer-${process.pid}`);
  rmSync(home, { recursive: true, force: true });
  // links: it is large, and all but its name is the same
  execFileSync('cp', ['-al', path.resolve('.next', 'standalone'), home]);
  const name = path.join(home, '.next', 'BUILD_ID');
  rmSync(name);
  writeFileSync(name, `newer-${process.pid}`);
  const port = await freePort();
  const child = spawn(process.execPath, ['server.js'], {
    cwd: home,
    stdio: 'ignore',
    env: {
      ...process.env,
      PORT: String(port),
      HOSTNAME: '127.0.0.1',
      BETTER_AUTH_URL: `http://localhost:${port}`,
      NODE_ENV: 'production',
      IRON_GATE_HOME: process.cwd(),
    },
  });
  const url = new URL(`http://127.0.0.1:${port}`);
  for (let i = 0; i < 1800; i++) {
    try {
      await fetch(new URL('/api/health', url));
      break;
    } catch {
      await new Promise((go) => setTimeout(go, 100));
    }
  }
  return {
    url,
    end: () => {
      child.kill('SIGTERM');
      rmSync(home, { recursive: true, force: true });
    },
  };
}
