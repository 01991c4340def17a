// npm run screenshots: the current picture of each main view, from the demo data, into docs/screenshots.
import { exitCode } from './lib/setup.mjs';
import { withDemo } from './lib/throwaway.mjs';

process.exit(
  await withDemo('screenshots', (url) =>
    exitCode(process.execPath, ['--import', 'tsx', 'scripts/screenshots.ts', url]),
  ),
);
