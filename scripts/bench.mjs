// npm run bench: speed as ratios in one run, and what the Lawn screen makes a browser load.
import { typescript } from './lib/running.mjs';
import { exitCode, npmPackages } from './lib/setup.mjs';
import { withDemo } from './lib/throwaway.mjs';

npmPackages();
const core = exitCode(process.execPath, typescript('scripts/bench.ts'));
const browser = await withDemo('bench', (url) =>
  exitCode(process.execPath, ['--import', 'tsx', 'scripts/bench-browser.ts', url]),
);
process.exit(core || browser);
