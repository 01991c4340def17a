// npm run bench: speed as ratios in one run, how good the outlook is, what the Lawn screen makes a browser load, and pages and
// files of a company that grows. npm run bench -- pages [LAWNS,LAWNS,...] [YEARS] [ROUNDS] [fresh]: these alone.
import { typescript } from './lib/running.mjs';
import { exitCode, npmPackages } from './lib/setup.mjs';
import { withDemo } from './lib/throwaway.mjs';

npmPackages();
const [, , word, ...more] = process.argv;
if (word === 'pages') process.exit(exitCode(process.execPath, ['scripts/bench-pages.mjs', ...more]));
const core = exitCode(process.execPath, typescript('scripts/bench.ts'));
const outlook = exitCode(process.execPath, typescript('scripts/bench-outlook.ts'));
const starts = exitCode(process.execPath, typescript('scripts/bench-starts.ts'));
const hold = exitCode(process.execPath, typescript('scripts/bench-hold.ts'));
const season = exitCode(process.execPath, typescript('scripts/bench-season.ts'));
const mixing = exitCode(process.execPath, typescript('scripts/bench-mixing.ts'));
const day = exitCode(process.execPath, typescript('scripts/bench-day.ts'));
const rehearsal = exitCode(process.execPath, typescript('scripts/bench-rehearsal.ts'));
let sizes = 0;
const rest = await withDemo('bench', (url, env) => {
  // what is too heavy is said, and the rest is measured all the same
  sizes = exitCode(process.execPath, ['scripts/client-size.mjs']);
  return (
    exitCode(process.execPath, typescript('scripts/bench-load.ts', url), env) ||
    exitCode(process.execPath, typescript('scripts/bench-data.ts'), env) ||
    exitCode(process.execPath, ['--import', 'tsx', 'scripts/bench-browser.ts', url])
  );
});
const pages = exitCode(process.execPath, ['scripts/bench-pages.mjs']);
process.exit(
  core || outlook || starts || hold || season || mixing || day || rehearsal || sizes || rest || pages,
);
