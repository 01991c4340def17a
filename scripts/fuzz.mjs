// npm run fuzz [-- EACH [SEED]]: so many inputs (100) to every command of every screen, on a demo of its own that is thrown away.
// What came of it is added to docs/fuzz.md. See tests/data/fuzz.test.ts.
import { spawnSync } from 'node:child_process';
import path from 'node:path';

const [, , each = '100', seed = String(Date.now() % 1_000_000)] = process.argv;
const { status } = spawnSync(process.execPath, ['scripts/test.mjs', 'data', 'fuzz'], {
  stdio: 'inherit',
  env: { ...process.env, FUZZ_EACH: each, FUZZ_SEED: seed, FUZZ_LOG: path.resolve('docs', 'fuzz.md') },
});
process.exit(status ?? 1);
