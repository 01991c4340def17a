// The processes that make up a running Iron Gate, and how they are stopped: by their own ids, never by name.
import { spawn } from 'node:child_process';
import fs from 'node:fs';
import path from 'node:path';
import { freePort } from './postgres.mjs';
import { ROOT } from './setup.mjs';

const TSX = ['--conditions=react-server', '--import', 'tsx'];

/** Whether a process id belongs to a node that runs in this folder: the server renames itself, so its name says nothing. */
function isNodeOfProject(pid) {
  try {
    return (
      fs.readlinkSync(`/proc/${pid}/cwd`).startsWith(ROOT) &&
      fs.readlinkSync(`/proc/${pid}/exe`) === process.execPath
    );
  } catch {
    return false;
  }
}

/** Keeps the ids of what was started in a file, so that a run after kill -9 can end what was left. */
export function household(stateFile) {
  const children = [];
  let isStopping = false;

  /**
   * Ends what a killed run left behind, where an id still belongs to a node of this folder.
   * Ends this process, with a word, where that run is alive: two cannot share one folder.
   */
  function endLeftovers() {
    if (!fs.existsSync(stateFile)) return;
    const { by, pids } = JSON.parse(fs.readFileSync(stateFile, 'utf8'));
    if (by !== process.pid && isNodeOfProject(by)) {
      console.error(`It is running already (process ${by}). End that one with Ctrl-C first.`);
      process.exit(1);
    }
    for (const pid of pids) if (isNodeOfProject(pid)) process.kill(pid, 'SIGKILL');
    fs.rmSync(stateFile, { force: true });
  }

  function start(name, args, env, { cwd = ROOT, output = 'inherit' } = {}) {
    if (isStopping) throw new Error(`All of it is being ended: ${name} is not begun`);
    // in a group of its own: Ctrl-C reaches this script alone, which stops all in order
    const child = spawn(process.execPath, args, {
      cwd,
      detached: true,
      stdio: ['ignore', output, output],
      env: { ...process.env, ...env },
    });
    child.on('exit', (code) => (child.ended = code ?? 1));
    children.push(child);
    fs.mkdirSync(path.dirname(stateFile), { recursive: true });
    fs.writeFileSync(stateFile, JSON.stringify({ by: process.pid, pids: children.map((c) => c.pid) }));
    return { name, child };
  }

  async function answers({ name, child }, url) {
    for (let i = 0; i < 2400; i++) {
      if (child.ended !== undefined) throw new Error(`${name} ended at once (exit ${child.ended})`);
      try {
        await fetch(url, { signal: AbortSignal.timeout(2000) });
        return;
      } catch {
        await new Promise((ok) => setTimeout(ok, 50));
      }
    }
    throw new Error(`${name} does not answer at ${url}`);
  }

  /** The weather service and the soil station of the demo county, each on a port of its own. */
  async function simulator(options) {
    const [weather, soil] = [await freePort(), await freePort()];
    const started = start(
      'the simulators',
      [...TSX, 'scripts/simulators.ts', String(weather), String(soil)],
      {},
      options,
    );
    const [url, soilUrl] = [weather, soil].map((port) => `http://127.0.0.1:${port}`);
    await answers(started, `${url}/`);
    await answers(started, `${soilUrl}/`);
    return { url, env: { WEATHER_URL: url, SOIL_URL: soilUrl }, child: started.child };
  }

  /** A worker of the queue, begun again where it ends by itself. Any number may run. */
  function worker(env, options) {
    let child;
    let isWanted = true;
    const begin = () => {
      const started = start(
        'the worker',
        [...TSX, 'scripts/worker.ts'],
        { ...env, IRON_GATE_WORKER: '1' },
        options,
      );
      started.child.on('exit', (code) => {
        if (isStopping || !isWanted) return;
        console.error(`The worker ended (exit ${code}): it is begun again in 2 s`);
        setTimeout(() => isStopping || !isWanted || begin(), 2000);
      });
      ({ child } = started);
    };
    begin();
    return {
      end: () => {
        isWanted = false;
        child.kill('SIGTERM');
      },
      /** Ended at once, as a fault would: it is begun again. */
      kill: () => child.kill('SIGKILL'),
    };
  }

  async function app(port, env, options) {
    const cwd = path.join(ROOT, '.next', 'standalone');
    const started = start(
      'the application',
      ['server.js'],
      {
        PORT: String(port),
        HOSTNAME: '127.0.0.1',
        BETTER_AUTH_URL: process.env.BETTER_AUTH_URL ?? `http://localhost:${port}`,
        NEXT_TELEMETRY_DISABLED: '1',
        NODE_ENV: 'production',
        // its threads run the sources, as the worker does
        IRON_GATE_HOME: ROOT,
        ...env,
      },
      { cwd, ...options },
    );
    await answers(started, `http://127.0.0.1:${port}/api/health`);
    return { url: `http://localhost:${port}`, child: started.child };
  }

  async function stop() {
    isStopping = true;
    await Promise.all(
      children.map(async (child) => {
        if (child.ended !== undefined) return;
        child.kill('SIGTERM');
        for (let i = 0; i < 60 && child.ended === undefined; i++)
          await new Promise((ok) => setTimeout(ok, 50));
        if (child.ended === undefined) child.kill('SIGKILL');
      }),
    );
    fs.rmSync(stateFile, { force: true });
  }

  /** How a start command ends: on a signal, or called with an exit code, all of it and the cluster `own`, once. */
  function endsWith(own) {
    let isEnding = false;
    const end = async (code) => {
      if (isEnding) return;
      isEnding = true;
      await stop();
      own?.stop();
      process.exit(code);
    };
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end(0));
    return end;
  }

  return { endLeftovers, simulator, worker, app, stop, endsWith, children };
}

/** Arguments with which node runs a TypeScript file of the project's server side. */
export const typescript = (file, ...args) => [...TSX, file, ...args];
